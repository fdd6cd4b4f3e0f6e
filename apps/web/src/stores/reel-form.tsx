/** A reel as it is written: wire and mass with whatever unit stands on it. */
import { zodResolver } from '@hookform/resolvers/zod';
import { readQuantity, readWires, sameStrap, showSize, type Dimension } from '@norther/core';
import { ReelEntry, type ReelRecord } from '@norther/records';
import { Controller, FormProvider, useForm } from 'react-hook-form';
import { z } from 'zod';
import { useSaveReelMutation } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Choice, optionsOf } from '../kit/choice.tsx';
import { Line } from '../kit/form-fields.tsx';
import { Key } from '../kit/key.tsx';

const GRADES = optionsOf({ 1: 'grade 1', 2: 'grade 2', 3: 'grade 3' });

/** A figure with its unit, as typed, read into the stored one. */
const figure = (dimension: Dimension, asked: string) =>
  z.string().transform((typed, context) => {
    const read = readQuantity(typed.trim(), dimension);
    if (typed.trim() !== '' && read.ok) return read.value;
    context.addIssue({ code: 'custom', message: typed.trim() === '' || read.ok ? asked : read.message });
    return z.NEVER;
  });

/** Round wire or strap: the sides bare, and the diameter of round wire with the same copper. */
const wire = z.string().transform((typed, context) => {
  const no = (message: string) => {
    context.addIssue({ code: 'custom', message });
    return z.NEVER;
  };
  if (typed.trim() === '') return no('How thick is the wire? 0.95, or #18; strap is 1.6x5.6.');
  const read = readWires(typed.trim());
  if (!read.ok) return no(read.message);
  const [strand] = read.wires;
  if (!strand || read.wires.length > 1 || strand.count > 1)
    return no('One reel holds one wire: 0.95, or strap 1.6x5.6.');
  const sides = strand.strap && { thicknessMm: strand.strap.thicknessMm, widthMm: strand.strap.widthMm };
  return { bareDiameterMm: strand.bareDiameterMm, strap: sides ?? null };
});

/** The same limits as the server's. */
export const ReelWritten = z.object({
  name: ReelEntry.shape.name,
  bare: wire,
  grade: z.enum(['1', '2', '3']).transform(Number).pipe(ReelEntry.shape.grade),
  mass: figure('mass', 'How much is on it? 12, or 25 lb.').pipe(ReelEntry.shape.massKg),
});

export function ReelForm({
  reel,
  onDone,
}: {
  /** To change; null for a new one. */
  readonly reel: ReelRecord | null;
  readonly onDone: () => void;
}) {
  const form = useForm({
    resolver: zodResolver(ReelWritten),
    defaultValues: {
      name: reel?.name ?? '',
      bare: !reel ? '' : reel.strap ? `strap ${showSize(reel)}` : String(reel.bareDiameterMm),
      grade: String(reel?.grade ?? 2) as '1' | '2' | '3',
      mass: reel ? String(reel.massKg) : '',
    },
  });
  const [save, { isLoading }] = useSaveReelMutation();
  const act = useAct();
  const keep = form.handleSubmit(async ({ name, bare, grade, mass }) => {
    const problem = await act(
      unwrap(
        save({
          writeId: crypto.randomUUID(),
          id: reel?.id ?? null,
          reel: {
            name,
            ...bare,
            grade,
            // Measured on the wire there was; on another wire nobody has measured it.
            overEnamelMm:
              reel &&
              reel.bareDiameterMm === bare.bareDiameterMm &&
              sameStrap(reel.strap ?? undefined, bare.strap ?? undefined) &&
              reel.grade === grade
                ? reel.overEnamelMm
                : null,
            massKg: mass,
            ...(reel ? { version: reel.version } : {}),
          },
        }),
      ),
      `Reel ${name} is kept.`,
    );
    if (problem) return;
    form.reset({ name: '', bare: '', grade: '2', mass: '' });
    onDone();
  });
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(e) => void keep(e)}
        className="grid grid-cols-2 items-start gap-3 sm:grid-cols-[1fr_1fr_110px_1fr_auto]"
      >
        <Line name="name" label={reel ? 'Reel, to change' : 'New reel'} />
        <Line name="bare" label="Bare wire, #18, or strap 1.6x5.6" unit="mm" />
        <label className="block text-[13px] text-graphite">
          Enamel
          <Controller
            control={form.control}
            name="grade"
            render={({ field }) => (
              <Choice
                name="grade"
                value={field.value}
                options={GRADES}
                onChoose={field.onChange}
                className="h-9 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[15px] text-ink max-xl:h-12"
              />
            )}
          />
        </label>
        <Line name="mass" label="On it" unit="kg" />
        <div className="flex gap-2 pt-[17px]">
          <Key primary type="submit" disabled={isLoading}>
            {reel ? 'Change' : 'Add'}
          </Key>
          {reel && <Key onClick={onDone}>Undo</Key>}
        </div>
      </form>
    </FormProvider>
  );
}
