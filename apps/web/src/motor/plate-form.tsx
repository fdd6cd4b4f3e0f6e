/** The form of a motor: who and what it is, its plate, its promise. Used when it is taken in and when it is changed. */
import {
  choice,
  FIRST_MACHINE_KIND,
  IDENTITY_FIELDS,
  MACHINE_KIND_IDS,
  machineKind,
  publishedRoutes,
  proposePoles,
  readForm,
} from '@norther/core';
import { useRoutesQuery } from '../app/api.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { MomentField } from '../kit/moment-field.tsx';
import { isoOfMoment, readMoment } from '../kit/read-moment.ts';

type Typed = Readonly<Record<string, string>>;

const KIND_FIELD = choice(
  'kind',
  'Kind of motor',
  Object.fromEntries(MACHINE_KIND_IDS.map((id) => [id, machineKind(id).name])),
);
export const kindOf = (typed: Typed): string => typed['kind'] || FIRST_MACHINE_KIND;

export const plateOf = (typed: Typed): Record<string, string> =>
  Object.fromEntries(
    machineKind(kindOf(typed))
      .plate.filter(({ id }) => typed[id]?.trim())
      .map(({ id }) => [id, typed[id]!]),
  );

export function PlateForm({
  typed,
  onType,
  fixedNumber = false,
  fixedKind = false,
  fixedRoute = false,
}: {
  readonly typed: Typed;
  readonly onType: (fields: Record<string, string>) => void;
  readonly fixedNumber?: boolean;
  /** Something was read as of this kind already. */
  readonly fixedKind?: boolean;
  /** A station of its route was taken already. */
  readonly fixedRoute?: boolean;
}) {
  const machine = machineKind(kindOf(typed));
  const { plate, findings } = machine.readPlate(plateOf(typed));
  const poles = plate.speedRpm && plate.frequencyHz ? proposePoles(plate.speedRpm, plate.frequencyHz) : null;
  const doubts = findings.filter((f) => f.code.startsWith('plate.'));
  return (
    <>
      <div className="grid grid-cols-1 gap-x-4 gap-y-2.5 sm:grid-cols-2">
        {IDENTITY_FIELDS.filter((f) => !(fixedNumber && f.id === 'number')).map((f) => (
          <TypedField key={f.id} field={f} value={typed[f.id] ?? ''} onType={(v) => onType({ [f.id]: v })} />
        ))}
        <MomentField
          label="Promised"
          name="promised"
          value={typed['promised'] ?? ''}
          onType={(v) => onType({ promised: v })}
          doubt={promiseDoubt(typed['promised'] ?? '')}
        />
        <label className="flex items-center gap-2 self-end pb-2 text-[15px] font-[620]">
          <input
            type="checkbox"
            name="rush"
            className="size-5 accent-[var(--copper)]"
            checked={typed['rush'] === 'yes'}
            onChange={(e) => onType({ rush: e.target.checked ? 'yes' : '' })}
          />
          Rush: it jumps the queue
        </label>
      </div>
      <h2 className="mt-4 mb-2 border-b-2 border-ink pb-0.5 text-[17px]">Nameplate</h2>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2.5 sm:grid-cols-3">
        {!fixedKind && (
          <TypedField
            field={KIND_FIELD}
            value={kindOf(typed)}
            onType={(kind) => onType({ kind: kind || FIRST_MACHINE_KIND, route: '' })}
          />
        )}
        {!fixedRoute && (
          <RouteChoice
            kind={kindOf(typed)}
            value={typed['route'] ?? ''}
            onType={(route) => onType({ route })}
          />
        )}
        {machine.plate.map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={typed[f.id] ?? ''}
            onType={(v) => onType({ [f.id]: v })}
            doubts={doubts.filter((d) => d.fields.includes(f.id))}
            suggestion={
              f.id === 'speed' && poles
                ? `${poles.poles} poles, slip ${(100 * poles.slip).toFixed(1)} %`
                : undefined
            }
          />
        ))}
      </div>
      {doubts.length > 0 && (
        <div className="mt-3">
          <FindingList findings={doubts} />
        </div>
      )}
    </>
  );
}

/** Which route it is to go: a published one of its kind, or one of the shop's own. */
function RouteChoice({
  kind,
  value,
  onType,
}: {
  readonly kind: string;
  readonly value: string;
  readonly onType: (route: string) => void;
}) {
  const { data: own = [] } = useRoutesQuery();
  // One that is retired is still gone by where it was chosen before.
  const ours = own.filter(
    (r) => (r.retiredAt === null || r.id === value) && r.versions[0]?.route.machine === kind,
  );
  const titles = new Map([
    ...publishedRoutes()
      .filter((r) => r.machine === kind)
      .map((r) => [r.id, r.title] as const),
    ...ours.map((r) => [r.id, r.versions[0]!.route.title] as const),
  ]);
  if (titles.size < 2) return null;
  const usual = ours.find((r) => r.usual)?.id ?? machineKind(kind).route;
  const field = choice('route', 'Route', Object.fromEntries(titles));
  return <TypedField field={field} value={value} onType={onType} assumed={usual} assumedWord="usual" />;
}

/** Why the form cannot be sent yet; empty when it can. */
export function plateProblems(typed: Typed): string[] {
  const problems = [
    ...readForm(IDENTITY_FIELDS, typed).findings,
    ...machineKind(kindOf(typed))
      .readPlate(plateOf(typed))
      .findings.filter((f) => f.severity === 'stop'),
  ].map((f) => f.message);
  if (!typed['number']?.trim()) problems.push('Motor number is missing.');
  if (!typed['customer']?.trim()) problems.push('Say who the motor is for.');
  const promised = typed['promised']?.trim() ? readMoment(typed['promised']) : null;
  if (promised && !promised.ok) problems.push(promised.message);
  return problems;
}

/** What every plate says and nothing can be judged without. */
const ON_EVERY_PLATE = ['power', 'voltage', 'current', 'frequency', 'speed'];

/** What a motor that is taken in lacks of its plate, unless somebody says that there is none. */
export function missingOnPlate(typed: Typed): string[] {
  if (typed['noPlate'] === 'yes') return [];
  const missing = machineKind(kindOf(typed)).plate.filter(
    (f) => ON_EVERY_PLATE.includes(f.id) && !typed[f.id]?.trim(),
  );
  if (missing.length === 0) return [];
  const names = missing.map((f) => f.label.toLowerCase()).join(', ');
  return [`Of the plate: ${names}. Or say that it cannot be read.`];
}

/** A promise that cannot be kept any more is asked about. */
export const promiseDoubt = (kept: string, now = Date.now()): string | undefined => {
  const iso = isoOfMoment(kept);
  return iso && Date.parse(iso) < now ? 'This lies in the past: is the day right?' : undefined;
};
