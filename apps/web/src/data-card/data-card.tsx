/** The data card: taking the winding data, with the drawing beside it and the checks under it. */
import {
  BURNT_FIELDS,
  CARD_MOMENTS,
  COUNT_FIELDS,
  CORE_FIELDS,
  DATA_CARD_FIELDS,
  JOINING_FIELDS,
  MEASURED_FIELDS,
  machineKind,
  SLOT_FIELDS,
  SPECIAL_FIELDS,
  threePhase,
  WINDING_FIELDS,
  type Field,
  type ThreePhaseCard,
} from '@norther/core';
import { slotRing } from '@norther/drawings';
import { useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { Fold } from '../kit/fold.tsx';
import { layoutKey, layoutOfKey } from '../kit/layout-key.ts';
import { SceneView } from '../kit/scene-view.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { ShorthandLine } from '../kit/shorthand-line.tsx';
import { CardForm, useCardForm } from './card-form.tsx';
import { CountAndMeasure } from './count-and-measure.tsx';
import { CardVerdict } from './card-verdict.tsx';
import { LeadReadings } from './lead-readings.tsx';
import { MergeBox } from './merge-box.tsx';
import { useThreePhaseCard } from './use-card.ts';

const FIRST = ['jumpers', 'exitClock', 'overhang'];
const needed = (moment: string) => CARD_MOMENTS.find((m) => m.id === moment)!.needs;
const SAWN_OFF = needed('stripping').map((id) => DATA_CARD_FIELDS.find((f) => f.id === id)!);
const MEASURED_BESIDE = ['groupTurns', 'wireBare', 'wireOver'];
const COUNTED = COUNT_FIELDS.filter(
  (f) => !needed('stripping').includes(f.id) && !MEASURED_BESIDE.includes(f.id),
);
const JOINED = JOINING_FIELDS.filter((f) => !FIRST.includes(f.id));
const SLOT = SLOT_FIELDS.filter((f) => !FIRST.includes(f.id));

export function DataCard({
  file,
  beside,
}: {
  readonly file: MotorFile;
  /** Of a kind that has more than the stator. */
  readonly beside?: ReactNode;
}) {
  const card = useThreePhaseCard(file, 'as-found');
  const { typed, checked } = card;
  const { form, field, goTo } = useCardForm(
    card,
    checked.moments.flatMap((m) => m.needs),
  );
  const own = machineKind(file.motor.kind).card.filter((s) => !threePhase.card.includes(s));
  const crowded = checked.findings.length > 1;
  // Turns, wire and circuits leave the drawing as it is: the last scene is kept while slots, poles and span stay.
  const drawn = layoutKey(checked.analysis?.layout);
  const ring = useMemo(() => {
    const layout = layoutOfKey(drawn);
    return layout ? slotRing(layout, { size: crowded ? 300 : 372 }) : null;
  }, [drawn, crowded]);
  const stops = checked.findings.filter((f) => f.severity === 'stop').length;

  return (
    <Sheet file={file} columns="8fr 4fr">
      <View letter="A" name="Data card" note="as found" className="overflow-auto px-4 py-2">
        <CardForm card={card} form={form}>
          <ShorthandLine typed={typed} onFill={card.type} findings={checked.findings} hero />
          {card.clash && <MergeBox clash={card.clash} mine={typed} onMerge={card.merge} />}
          <div className="grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-5">{WINDING_FIELDS.map(field)}</div>
          <Fold
            title="Count a whole group, measure a wire"
            filled={MEASURED_BESIDE.filter((id) => typed[id]?.trim()).length}
            className="mt-2"
          >
            <CountAndMeasure
              typed={typed}
              coilsInGroup={coilsInGroup(checked)}
              field={field}
              onType={card.type}
            />
          </Fold>
          <More
            title="Groups, skew, empty slots, a second winding, coil by coil"
            fields={SPECIAL_FIELDS}
            typed={typed}
          >
            {SPECIAL_FIELDS.map(field)}
          </More>
          {own.map((s) => (
            <Group key={s.title} title={s.title ?? ''} columns="sm:grid-cols-5">
              {s.fields.map(field)}
            </Group>
          ))}
          <Group title="Gone after the saw" columns="sm:grid-cols-5">
            {SAWN_OFF.map(field)}
          </Group>
          <div className="grid gap-x-4 sm:grid-cols-[2fr_1fr]">
            <Group title="Gone after burn-off" columns="sm:grid-cols-4">
              {BURNT_FIELDS.map(field)}
            </Group>
            <Group title="Counted, to compare" columns="sm:grid-cols-2">
              {COUNTED.map(field)}
            </Group>
          </div>
          <More title="How it was joined" fields={JOINED} typed={typed}>
            {JOINED.map(field)}
          </More>
          <Group title="Core">{CORE_FIELDS.map(field)}</Group>
          <More title="Slot shape, end turns" fields={SLOT} typed={typed}>
            {SLOT.map(field)}
          </More>
          <Group title="Measured, if it can be">{MEASURED_FIELDS.map(field)}</Group>
        </CardForm>
      </View>
      <View letter="B" name="What it says" className="overflow-auto px-3 py-2">
        <CardVerdict checked={checked} />
        {checked.leadReadings.length > 0 &&
          (stops > 0 || checked.leadReadings.length > 1 || !checked.card.circuits) && (
            <LeadReadings
              readings={checked.leadReadings}
              ends={checked.card.endsPerLead!}
              card={checked.card}
              furtherLook={checked.furtherLook}
              onTake={(r) =>
                card.type({
                  circuits: String(r.circuits),
                  connection: r.connection,
                  ...(r.scheme === 'three' ? {} : { leads: r.scheme }),
                })
              }
            />
          )}
        <FindingList findings={checked.findings} onPick={goTo} />
        {ring ? (
          <div className="mt-2 flex justify-center">
            <SceneView scene={ring} />
          </div>
        ) : (
          <p className="mt-4 text-[14px] text-graphite">
            The winding is drawn here as soon as slots, poles, span, turns, wire, circuits and connection are
            on the card.{' '}
            <Link
              to={`/motor/${encodeURIComponent(file.motor.number)}/library`}
              className="text-ink underline"
            >
              A core without its winding: find sisters in the library
            </Link>
          </p>
        )}
        {beside}
      </View>
    </Sheet>
  );
}

/** Of the first group as laid out; of slots, poles and three phases where nothing is laid out yet. */
function coilsInGroup({ analysis, card }: ThreePhaseCard): number | null {
  if (analysis) return analysis.layout.groups[0]!.coils.length;
  const { slots, poles, layers } = card;
  if (!slots || !poles) return null;
  return Math.max(1, Math.round(slots / (3 * poles) / (layers === 1 ? 2 : 1)));
}

function Group({
  title,
  columns = 'sm:grid-cols-4',
  children,
}: {
  title: string;
  columns?: string;
  children: ReactNode;
}) {
  return (
    <fieldset className="mt-2">
      <legend className="mb-1 w-full border-b-[1.5px] border-ink text-[15px] font-[650]">{title}</legend>
      <div className={`grid grid-cols-2 gap-x-4 gap-y-1.5 ${columns}`}>{children}</div>
    </fieldset>
  );
}

/** What most cards leave empty, folded away; open when something stands in it. */
function More({
  title,
  fields,
  typed,
  children,
}: {
  title: string;
  fields: readonly Field[];
  typed: Readonly<Record<string, string>>;
  children: ReactNode;
}) {
  const filled = fields.filter((f) => typed[f.id]?.trim()).length;
  return (
    <Fold title={title} filled={filled} className="mt-2">
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-4">{children}</div>
    </Fold>
  );
}
