/** Taking a motor in: tag, owner, plate, promise. */
import { machineKind } from '@norther/core';
import { lazy, Suspense } from 'react';
import { useNavigate } from 'react-router';
import type { EarlierVisit } from '@norther/records';
import { useSaveWindingMutation, useTakeInMutation } from '../app/api.ts';
import { showMessage } from '../app/sheet-state.ts';
import { useAppDispatch } from '../app/store.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { Caution, FootKeys, Key } from '../kit/key.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { isoOfMoment } from '../kit/read-moment.ts';
import { EarlierVisits } from './earlier-visits.tsx';
import { kindOf, missingOnPlate, PlateForm, plateOf, plateProblems } from './plate-form.tsx';

interface Known {
  readonly number: string;
  readonly winding: EarlierVisit['winding'];
}

/** The plan is made only where a promise is typed. */
const PromiseCheck = lazy(() => import('../plan/promise-check.tsx'));

export function TakeIn() {
  const { typed, type, drop, open, writeId } = useDraft('take-in');
  const [send, { isLoading }] = useTakeInMutation();
  const [card] = useSaveWindingMutation();
  const dispatch = useAppDispatch();
  const act = useAct();
  const navigate = useNavigate();
  const problems = [...plateProblems(typed), ...missingOnPlate(typed)];
  const promised = isoOfMoment(typed['promised'] ?? '');
  const powerKw = machineKind(kindOf(typed)).readPlate(plateOf(typed)).plate.powerKw ?? null;
  const save = async () => {
    const number = typed['number']!.trim();
    const problem = await act(
      unwrap(
        send({
          writeId: writeId ?? crypto.randomUUID(),
          entry: {
            number,
            kind: kindOf(typed),
            ...(typed['route'] ? { route: typed['route'] } : {}),
            customer: typed['customer']!.trim(),
            machine: typed['machine']?.trim() ?? '',
            maker: typed['maker']?.trim() ?? '',
            serial: typed['serial']?.trim() ?? '',
            plate: plateOf(typed),
            promisedAt: isoOfMoment(typed['promised'] ?? ''),
            rush: typed['rush'] === 'yes',
          },
        }),
      ),
      `Motor ${number} is in the shop.`,
    );
    if (problem) return;
    // The winding that was in it when it left: a card to be looked at, not one that was counted.
    const known = typed['visit'] ? (JSON.parse(typed['visit']) as Known) : null;
    if (known?.winding)
      await unwrap(
        card({
          writeId: crypto.randomUUID(),
          number,
          role: 'as-found',
          change: { typed: known.winding, version: 0, why: `as it was when it left as ${known.number}` },
        }),
      ).catch(() =>
        dispatch(
          showMessage({
            text: `Its winding could not be taken over; it stands on ${known.number}.`,
            bad: true,
          }),
        ),
      );
    drop();
    void navigate(`/motor/${encodeURIComponent(number)}/card`);
  };
  return (
    <Sheet
      columns="8fr 4fr"
      title={<SheetName name="Take a motor in">from the nameplate and the tag</SheetName>}
    >
      <View letter="A" name="The motor as it came" className="overflow-auto p-4">
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (problems.length === 0) void save();
          }}
        >
          <PlateForm typed={typed} onType={type} />
          <label className="mt-3 flex min-h-11 items-center gap-3 text-[15px]">
            <input
              type="checkbox"
              name="noPlate"
              className="size-5 accent-(--copper)"
              checked={typed['noPlate'] === 'yes'}
              onChange={(e) => type({ noPlate: e.target.checked ? 'yes' : '' })}
            />
            The plate is missing or cannot be read
          </label>
          {promised && (
            <Suspense fallback={null}>
              <PromiseCheck promisedAt={promised} number={null} kind={kindOf(typed)} powerKw={powerKw} />
            </Suspense>
          )}
          <FootKeys className="mt-5">
            <Key primary type="submit" letter="Enter" disabled={problems.length > 0 || isLoading}>
              Take it in
            </Key>
            {open && (
              <Key onClick={drop} className="font-medium">
                Clear the form
              </Key>
            )}
            {problems.length > 0 && <span className="text-[14px] text-graphite">{problems[0]}</span>}
          </FootKeys>
        </form>
      </View>
      <View reading letter="B" name="How to write" className="space-y-4 overflow-auto p-4 text-[15px]">
        <EarlierVisits
          serial={typed['serial'] ?? ''}
          taken={typed['visit'] ? (JSON.parse(typed['visit']) as Known).number : ''}
          onTake={({ number, kind, customer, machine, maker, plate, winding }) =>
            type({
              kind,
              ...plate,
              customer: typed['customer']?.trim() || customer,
              machine: typed['machine']?.trim() || machine,
              maker: typed['maker']?.trim() || maker,
              visit: JSON.stringify({ number, winding } satisfies Known),
            })
          }
        />
        <p>Write figures as they stand on the plate, with their unit when it is another one:</p>
        <table className="w-full">
          <tbody>
            {[
              ['20 hp', 'reads 14.91 kW'],
              ['7,5', 'comma or point, kW'],
              ['1/2 hp', 'fractions as well'],
              ['480 V', 'line to line'],
            ].map(([a, b]) => (
              <tr key={a} className="border-b border-grid">
                <td className="fig py-1.5 text-[16px]">{a}</td>
                <td className="py-1.5 text-[14px] text-graphite">{b}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="text-[14px] text-graphite">
          What you type stays on this device until the shop has it, also through a reload or a dropped
          network.
        </p>
        <Caution
          name="Before you open it"
          text="Photograph it as it came. Measure insulation to ground first, then resistance; discharge and ground afterwards."
        />
        <p className="text-[14px] text-graphite">
          Explosion-protected, mine, marine or nuclear machines: only under their own certification. Ask the
          lead first.
        </p>
      </View>
    </Sheet>
  );
}
