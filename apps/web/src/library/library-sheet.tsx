/** The library as a sheet: the core in hand, its sisters nearest first, and what one of them would be here. */
import {
  LIKENESS_FIELDS,
  machineKind,
  readField,
  readForm,
  type CoreLikeness,
  type LibraryMotor,
  type ShopDefaults,
  type Typed,
} from '@norther/core';
import type { LibraryAnswer } from '@norther/records';
import { useMemo, useState, type ReactNode } from 'react';
import { problemOf, type MotorFile } from '../app/api.ts';
import { TypedField } from '../kit/fields.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { CoreDrawing } from './core-drawing.tsx';
import { FromSister } from './from-sister.tsx';
import { useSistersQuery } from './library-api.ts';
import { SisterTable, sisterOf } from './sister-table.tsx';
import { TurnsPlot, type TurnsDot } from './turns-plot.tsx';
import { firstTurns, useSisterTurns } from './use-sister-turns.ts';

const NO_SISTERS: LibraryAnswer['sisters'] = [];
const NO_DEFAULTS: ShopDefaults = {};
const EMPTY: Typed = {};

export function LibrarySheet({
  kind: id,
  typed,
  onType,
  assumedPoles,
  own,
  file = null,
  shop = NO_DEFAULTS,
  standing = EMPTY,
  saving = false,
  onFill = () => undefined,
  title,
  before,
  after,
}: {
  readonly kind: string;
  /** Measures of the core as typed. */
  readonly typed: Typed;
  readonly onType: (fields: Record<string, string>) => void;
  /** Poles that the plate points to, where nobody counted them. */
  readonly assumedPoles?: number | undefined;
  /** The motor that a winding could be taken for. */
  readonly own: LibraryMotor | null;
  readonly file?: MotorFile | null;
  readonly shop?: ShopDefaults;
  readonly standing?: Typed;
  readonly saving?: boolean;
  readonly onFill?: (fills: Typed) => void;
  readonly title?: ReactNode;
  /** Above and under the measures of the core. */
  readonly before?: ReactNode;
  readonly after?: ReactNode;
}) {
  const kind = machineKind(id);
  const core = useMemo((): CoreLikeness => {
    const { numbers } = readForm(LIKENESS_FIELDS, typed);
    return { ...(assumedPoles ? { poles: assumedPoles } : {}), ...numbers };
  }, [typed, assumedPoles]);
  const askable = core.slots !== undefined && core.poles !== undefined;
  const { data, currentData, error } = useSistersQuery(
    {
      kind: id,
      slots: core.slots!,
      poles: core.poles!,
      bore: core.bore,
      coreLength: core.coreLength,
      ...(file ? { except: file.motor.number } : {}),
    },
    { skip: !askable },
  );
  // While the next answer comes the last one stands.
  const answer = askable ? (currentData ?? data) : undefined;
  const entries = answer?.sisters ?? NO_SISTERS;
  const sisters = useMemo(() => entries.map((e) => sisterOf(id, e)), [entries, id]);
  const brought = useSisterTurns(kind, entries, own, shop);
  const [picked, setPicked] = useState<string | null>(null);
  const shown = sisters.find((s) => s.entry.number === picked) ?? sisters[0] ?? null;
  // Equal density means equal turns only where groups are joined alike: all are said as the chosen one is joined.
  const chosen = shown && brought.get(shown.entry.number);
  const turnsThere = shown && firstTurns(kind, shown.entry.card);
  const turnsHere = chosen?.turnsFactor && turnsThere ? turnsThere * chosen.turnsFactor : null;
  const dots = sisters.flatMap(({ entry, distance }, i): TurnsDot[] => {
    const gap = brought.get(entry.number)?.sisterGapT;
    return turnsHere && chosen?.sisterGapT && gap
      ? [{ number: entry.number, place: i + 1, distance, turns: (turnsHere * chosen.sisterGapT) / gap }]
      : [];
  });
  const counts = dots.map((d) => d.turns);
  const field = (fieldId: string) => kind.card.flatMap((s) => s.fields).find((f) => f.id === fieldId);
  const measured = (fieldId: string) => {
    const f = field(fieldId);
    const reading = f && readField(f, typed[fieldId]);
    return reading?.state === 'read' ? reading.value : undefined;
  };
  return (
    <Sheet {...(file ? { file } : { title })} columns={`270px minmax(0,1fr) ${shown ? '350px' : '0px'}`}>
      <View letter="A" name={file ? 'The core in hand' : 'A core'} className="overflow-auto p-3">
        {before}
        <CoreDrawing core={core} depth={measured('slotDepth')} yoke={measured('backIron')} />
        <div className="mt-2 grid grid-cols-2 gap-x-3 gap-y-1.5" data-form="">
          {LIKENESS_FIELDS.map((f) => (
            <TypedField
              key={f.id}
              field={f}
              value={typed[f.id] ?? ''}
              onType={(v) => onType({ [f.id]: v })}
              missing={f.id === 'slots' || (f.id === 'poles' && !assumedPoles)}
              {...(f.id === 'poles' && assumedPoles
                ? { assumed: String(assumedPoles), assumedWord: 'plate' }
                : {})}
            />
          ))}
        </div>
        {after}
        <p className="mt-3 border-t border-hair pt-2 text-[13px] text-graphite">
          <b className="text-ink">Distance</b>: root of the squared differences of slots, poles, bore and
          length, in logarithms. Volts do not count, turns are brought to them.
        </p>
      </View>
      <View
        letter="B"
        name="Sisters, nearest first"
        note={answer ? `of ${answer.windings} windings, ${answer.unmeasured} without a measured core` : ''}
        className="overflow-auto px-3 py-2"
      >
        {error && !answer && <p className="text-carmine">{problemOf(error).title}</p>}
        {!askable && (
          <p className="max-w-[46ch] text-[17px]">
            Count the slots and the poles, measure bore and core length: every winding ever taken is put in
            the order of how far its core is from this one.
          </p>
        )}
        {askable && answer && sisters.length === 0 && (
          <p className="text-[16px]">
            No winding of {core.slots} slots and {core.poles} poles was ever taken here
            {core.bore && core.coreLength ? '' : '; with bore and core length others are found as well'}.
          </p>
        )}
        {dots.length > 1 && (
          <>
            <p className="text-[14px] text-copper">
              <b className="fig mr-1 text-[24px]">
                {Math.min(...counts).toFixed(1)} to {Math.max(...counts).toFixed(1)}
              </b>{' '}
              turns a coil, joined as {shown?.entry.number} is, by the {dots.length} with these slots and
              poles
            </p>
            <TurnsPlot dots={dots} picked={shown?.entry.number ?? null} onPick={setPicked} />
          </>
        )}
        {sisters.length > 0 && (
          <SisterTable own={core} sisters={sisters} picked={shown?.entry.number ?? null} onPick={setPicked} />
        )}
      </View>
      {shown ? (
        <View
          letter="C"
          name={file ? 'From the sister to this motor' : 'Its winding'}
          className="overflow-auto p-3"
        >
          <FromSister
            entry={shown.entry}
            kind={kind}
            file={file}
            brought={brought.get(shown.entry.number) ?? null}
            standing={standing}
            saving={saving}
            onFill={onFill}
          />
        </View>
      ) : null}
    </Sheet>
  );
}
