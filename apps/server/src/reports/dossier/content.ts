/** All that a dossier says of a motor, as data: the paper, the JSON and the CSV are made from it. */
import {
  ANSWERS,
  CORE_VERSION,
  contextFor,
  curvesOfReadings,
  failureLines,
  kindAndRoute,
  machineKind,
  newestAnswer,
  partByWork,
  sayTyped,
  SCOPES,
  STAGES,
  STANDARDS,
  stationOf,
  stationsOf,
  TEST_KINDS,
  type Chart,
  type FigureOverTime,
  type LogPoint,
  type MotorCurves,
  type MotorState,
  type Stage,
  type SurgeWaves,
  type Verdict,
} from '@norther/core';
import { readPlace, sayPlace, writeUpIn, type AgreementBody } from '@norther/records';
import type { JudgedMotor, MotorRows, ShownReading } from '../../motors/motor-file.ts';
import { pastFigures, type BesideVisit } from '../../motors/past.ts';

export type Lines = readonly (readonly [label: string, text: string])[];

export interface DossierFigure {
  readonly id: string;
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly verdict: Verdict | null;
  /** Such as `limit 2 %`. */
  readonly limits: readonly string[];
  readonly formula: string;
  readonly source: string;
}

export interface DossierTest {
  readonly id: string;
  readonly kind: string;
  readonly title: string;
  readonly stage: string;
  readonly beforeTheWork: boolean;
  readonly takenAt: string;
  readonly takenBy: string;
  readonly instrument: string | null;
  /** Measured with one that may not sign, and why. */
  readonly instrumentNote: string | null;
  readonly verdict: Verdict;
  readonly figures: readonly DossierFigure[];
  readonly reasons: readonly string[];
  readonly next: string;
  readonly assumed: readonly string[];
  /** Why it proves nothing any more; null when it counts. */
  readonly voided: string | null;
  readonly withdrawn: string | null;
  readonly typed: Lines;
  readonly charts: readonly Chart[];
}

export interface DossierWork {
  readonly station: string;
  readonly part: string;
  readonly attempt: number;
  readonly signedBy: string | null;
  readonly signedAt: string | null;
  readonly record: Lines;
  /** Why it was done again; null for the attempt that stands. */
  readonly reopened: string | null;
}

export interface DossierPhoto {
  readonly id: string;
  readonly place: string;
  readonly note: string;
  readonly addedAt: string;
  readonly addedBy: string;
  readonly hash: string;
  readonly before: boolean;
}

export interface Dossier {
  readonly format: 'norther.dossier';
  readonly version: 1;
  readonly core: string;
  readonly motor: {
    readonly number: string;
    readonly customer: string;
    readonly machine: string;
    readonly maker: string;
    readonly serial: string;
    readonly arrivedAt: string;
    readonly shippedAt: string | null;
    readonly plate: Lines;
  };
  readonly verdict: {
    readonly state: MotorState;
    readonly order: string;
    readonly reasons: readonly string[];
  };
  readonly gates: readonly {
    readonly title: string;
    readonly open: boolean;
    readonly missing: readonly string[];
    readonly passed: string | null;
  }[];
  readonly failure: Lines;
  readonly agreed: Lines;
  readonly work: readonly DossierWork[];
  readonly holds: Lines;
  readonly winding: { readonly words: string; readonly lines: Lines } | null;
  /** Name of the criteria set that the tests are held to. */
  readonly criteria: string;
  /** In the order taken. */
  readonly tests: readonly DossierTest[];
  /** Circuit and curves out of no-load run and locked rotor; null where they are not both there. */
  readonly curves: MotorCurves | null;
  /** The same figure at other visits of the machine, and of its sisters. */
  readonly overTime: readonly FigureOverTime[];
  readonly photos: readonly DossierPhoto[];
  /** What is not there, said plainly. */
  readonly gaps: readonly string[];
  /** Limits and formulas that rest on memory, or on practice alone. */
  readonly sources: { readonly fromMemory: readonly string[]; readonly commonPractice: readonly string[] };
}

export interface Recorded {
  readonly logs: Readonly<Record<string, readonly LogPoint[]>>;
  readonly waves: Readonly<Record<string, SurgeWaves>>;
}

export function dossierOf(judged: JudgedMotor, beside: readonly BesideVisit[], recorded: Recorded): Dossier {
  const { file, plans } = judged;
  const { motor, verdict } = file;
  const { route } = kindAndRoute(motor, file.ownRoute);
  const tests = file.readings.flatMap((r) => testOf(judged, r, recorded));
  const overTime = pastFigures(file as unknown as MotorRows, beside).filter(
    // What never changes tells nothing.
    (f) =>
      new Set(f.readings.map((r) => r.number)).size > 1 && new Set(f.readings.map((r) => r.value)).size > 1,
  );
  const agreement = writeUpIn(file.writeUps, 'agreement').body;
  return {
    format: 'norther.dossier',
    version: 1,
    core: CORE_VERSION,
    motor: {
      number: motor.number,
      customer: motor.customer,
      machine: motor.machine,
      maker: motor.maker,
      serial: motor.serial,
      arrivedAt: motor.arrivedAt,
      shippedAt: motor.shippedAt,
      plate: machineKind(motor.kind).plate.flatMap((f) => {
        const typed = motor.plate[f.id]?.trim();
        return typed ? [[f.label, sayTyped(f, typed)] as const] : [];
      }),
    },
    verdict: { state: verdict.state, order: verdict.order, reasons: verdict.reasons },
    gates: verdict.gates.map((g) => {
      const pass = file.gatePasses.find((p) => p.gate === g.gate);
      return {
        title: g.title,
        open: g.open,
        missing: g.findings.filter((f) => f.severity === 'stop').map((f) => f.message),
        passed: pass ? `${pass.by}, ${pass.at.slice(0, 10)}: ${pass.reason}` : null,
      };
    }),
    failure: failureLines(plans.asFound.plan, writeUpIn(file.writeUps, 'failure').body),
    agreed: agreedLines(agreement),
    work: workOf(file, route),
    holds: file.holds.map((h) => [
      `${h.body}, ${h.raisedAt.slice(0, 10)}`,
      `${h.reason} (${h.raisedBy})${h.clearedAt ? `; cleared ${h.clearedAt.slice(0, 10)} by ${h.clearedBy}: ${h.clearReason}` : '; stands'}`,
    ]),
    winding: plans.toMake.plan
      ? {
          words: plans.role === 'proposed' ? 'as proposed and released' : 'as found',
          lines: plans.toMake.plan.lines,
        }
      : null,
    criteria: plans.criteria.name,
    tests,
    curves: curvesOfReadings(
      file.readings.filter((r) => !r.withdrawn && !r.voided && r.outcome.ok),
      { plate: plans.plate, plan: plans.toMake.plan },
    ),
    overTime,
    photos: photosOf(judged),
    gaps: gapsOf(judged, tests),
    sources: sourcesOf(tests),
  };
}

/** What was agreed; what it costs is between the two of them. */
function agreedLines(a: AgreementBody): Lines {
  const answer = newestAnswer(a);
  return [
    ...(a.scope === 'undecided' ? [] : [['Scope', `${SCOPES[a.scope]}, ${STANDARDS[a.standard]}`] as const]),
    ...(answer
      ? [['Customer', `${ANSWERS[answer.answer]}, ${answer.who}, ${answer.at.slice(0, 10)}`] as const]
      : []),
    ...(a.agreed.trim() ? [['Agreed besides', a.agreed.trim().replaceAll('\n', '; ')] as const] : []),
  ];
}

function testOf(judged: JudgedMotor, r: ShownReading, { logs, waves }: Recorded): DossierTest[] {
  if (!r.outcome.ok) return [];
  const { judgement } = r.outcome;
  const kind = TEST_KINDS[r.kind];
  const context = {
    ...contextFor(judged.plans, r.stage as Stage),
    ...(logs[r.id] ? { log: logs[r.id]! } : {}),
    ...(waves[r.id] ? { waves: waves[r.id]! } : {}),
  };
  const [before] = partByWork([r]).before;
  return [
    {
      id: r.id,
      kind: r.kind,
      title: kind.title,
      stage: STAGES[r.stage as Stage],
      beforeTheWork: before !== undefined,
      takenAt: r.takenAt,
      takenBy: r.takenBy,
      instrument: r.instrument ? `${r.instrument.name}, ${r.instrument.standing}` : null,
      instrumentNote: r.instrument?.reason || null,
      verdict: judgement.verdict,
      figures: judgement.figures.map(({ figure, scale, verdict }) => ({
        id: figure.id,
        name: figure.name,
        value: figure.value,
        unit: figure.unit,
        verdict: verdict ?? null,
        limits: scale?.limits.map((l) => l.name) ?? [],
        formula: figure.working?.formula ?? '',
        source: [figure.working?.source, scale?.source]
          .filter((s, i, all) => s && all.indexOf(s) === i)
          .join('; '),
      })),
      reasons: judgement.reasons,
      next: judgement.next,
      assumed: judgement.assumed ?? [],
      voided: r.voided?.message ?? null,
      withdrawn: r.withdrawn ? `${r.withdrawn.by}: ${r.withdrawn.reason}` : null,
      typed: kind.fields.flatMap((f) => {
        const typed = r.typed[f.id]?.trim();
        return typed && !typed.includes('\n') ? [[f.label, sayTyped(f, typed)] as const] : [];
      }),
      charts: kind.chartsOf(r.typed, context),
    },
  ];
}

function workOf(file: JudgedMotor['file'], route: ReturnType<typeof kindAndRoute>['route']): DossierWork[] {
  const recordOf = (station: string, typed: Readonly<Record<string, string>>): Lines =>
    stationOf(route, station).record.flatMap((f) => {
      const text = typed[f.id]?.trim();
      return text ? [[f.label, sayTyped(f, text)] as const] : [];
    });
  return stationsOf(route).flatMap((s) => {
    const earlier = file.attempts
      .filter((a) => a.station === s.id)
      .map((a) => ({
        station: s.title,
        part: s.body,
        attempt: a.attempt,
        signedBy: a.signedBy,
        signedAt: a.signedAt,
        record: recordOf(s.id, a.typed),
        reopened: `${a.endedBy}, ${a.endedAt.slice(0, 10)}: ${a.reason}`,
      }));
    const step = file.steps.find((x) => x.station === s.id);
    if (!step?.takenAt && earlier.length === 0) return [];
    return [
      ...earlier,
      ...(step?.takenAt
        ? [
            {
              station: s.title,
              part: s.body,
              attempt: earlier.length + 1,
              signedBy: step.signedBy,
              signedAt: step.signedAt,
              record: recordOf(s.id, step.typed),
              reopened: null,
            },
          ]
        : []),
    ];
  });
}

/** Before: of a station ahead of the bare core, or added while the old winding was still in. */
function photosOf({ file, visit }: JudgedMotor): DossierPhoto[] {
  const stations = stationsOf(visit.route);
  const bareAt = stations.findIndex((s) => s.begins === 'bare');
  const stripped = file.steps.find((s) => s.station === stations[bareAt]?.id)?.signedOrder ?? Infinity;
  const isBefore = (place: string, order: number) => {
    const read = readPlace(place);
    const at = read?.kind === 'station' ? stations.findIndex((s) => s.id === read.of) : -1;
    return at >= 0 ? at < bareAt : order < stripped;
  };
  return file.attachments
    .filter((a) => a.media === 'image/jpeg' && a.here && !a.withdrawn)
    .map((a) => ({
      id: a.id,
      place: sayPlace(a.place, { route: visit.route, readings: file.readings }),
      note: a.note,
      addedAt: a.addedAt,
      addedBy: a.addedBy,
      hash: a.hash,
      before: isBefore(a.place, a.order),
    }));
}

function gapsOf({ file, plans, visit }: JudgedMotor, tests: readonly DossierTest[]): string[] {
  const asked = stationsOf(visit.route).flatMap((s) => s.tests.map((t) => ({ ...t, station: s.title })));
  const has = (kind: string, stage: string) =>
    file.readings.some(
      (r) => r.kind === kind && r.stage === stage && r.outcome.ok && !r.withdrawn && !r.voided,
    );
  const gaps = asked
    .filter((t) => !has(t.kind, t.stage))
    .map((t) => `${TEST_KINDS[t.kind].title}, ${STAGES[t.stage]}: asked for by “${t.station}”, not made.`);
  const unsigned = stationsOf(visit.route).filter(
    (s) => !file.steps.some((x) => x.station === s.id && x.signedAt),
  );
  if (unsigned.length > 0) gaps.push(`Not signed: ${unsigned.map((s) => s.title).join(', ')}.`);
  for (const t of tests) {
    if (t.voided && !t.withdrawn)
      gaps.push(`${t.title}, ${t.stage}, ${t.takenAt.slice(0, 10)}: proves nothing any more, ${t.voided}.`);
    if (t.instrumentNote)
      gaps.push(
        `${t.title}, ${t.stage}: measured with an instrument that may not sign (${t.instrumentNote}).`,
      );
  }
  const unsaid = tests.filter((t) => !t.instrument && !t.withdrawn).length;
  if (unsaid > 0)
    gaps.push(`Of ${unsaid} of ${tests.length} readings nobody said what they were taken with.`);
  if (!plans.toMake.plan) gaps.push('There is no winding plan: nothing could be held against it.');
  if (plans.criteria.unknown)
    gaps.push('The limits that were chosen for it are not known here: common practice is taken.');
  if (plans.plate.unread?.length) gaps.push(`Not readable on the plate: ${plans.plate.unread.join(', ')}.`);
  if (failureLines(plans.asFound.plan, writeUpIn(file.writeUps, 'failure').body).length === 0)
    gaps.push('Why it failed was not written down.');
  if (photosOf({ file, plans, visit } as JudgedMotor).length === 0) gaps.push('There are no photos.');
  if (file.imported)
    gaps.push(
      `The record was imported by ${file.imported.by}: what was signed before was signed in another shop.`,
    );
  return gaps;
}

function sourcesOf(tests: readonly DossierTest[]) {
  const all = tests.flatMap((t) =>
    t.figures.flatMap((f) => f.source.split('; ').map((s) => `${t.title}: ${s}`)),
  );
  const of = (pattern: RegExp) => [...new Set(all.filter((s) => pattern.test(s)))];
  return { fromMemory: of(/from memory/), commonPractice: of(/common practice/) };
}
