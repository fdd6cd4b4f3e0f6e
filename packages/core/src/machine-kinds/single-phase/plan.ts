/** The plan of a single-phase stator: two windings laid out, joined, with their figures. */
import {
  DEFAULT_SETTINGS,
  type AnalysisSettings,
  type Judged,
  BACK_IRON_DENSITY,
  currentDensityScale,
  GAP_DENSITY,
  SLOT_FILL,
  TOOTH_DENSITY,
} from '../../winding/analysis/index.ts';
import {
  judgeFedWalk,
  showing,
  type WalkJudgement,
  type WalkReading,
} from '../../winding/connection/index.ts';
import { judgeOn, type LimitScale } from '../../language/quantity/index.ts';
import { showShort } from '../../language/units/index.ts';
import { showWires } from '../../winding/wire/index.ts';
import type { Plan } from '../../winding/machine/index.ts';
import type { LaidWindings, SinglePhaseCardData } from './card.ts';
import { branchFactor, compareBranches, type Branch } from './concentric-branch.ts';
import { BRANCHES, connectWindings, type BranchName, type SinglePhaseConnection } from './connection.ts';
import {
  singlePhaseFigures,
  type SinglePhaseFigureId,
  type SinglePhaseFigures,
  type SinglePhaseSupply,
} from './figures.ts';
import type { SinglePhasePlate } from './plate.ts';

export const SINGLE_PHASE_ID = 'single-phase';

export interface SinglePhasePlan extends Plan, LaidWindings {
  readonly machine: typeof SINGLE_PHASE_ID;
  readonly connection: SinglePhaseConnection;
  readonly figures: SinglePhaseFigures;
  readonly judged: Readonly<Partial<Record<SinglePhaseFigureId, Judged>>>;
  /** Winding factor of each odd order of both windings. */
  readonly harmonics: readonly { readonly order: number; readonly main: number; readonly start: number }[];
}

const ORDERS = [1, 3, 5, 7, 9, 11, 13];

/** @param working whether figures keep their derivation */
export function singlePhasePlan(
  laid: LaidWindings,
  card: SinglePhaseCardData,
  plate: SinglePhasePlate,
  supply: SinglePhaseSupply,
  settings: Partial<AnalysisSettings>,
  working: boolean,
): SinglePhasePlan {
  const set = { ...DEFAULT_SETTINGS, ...settings };
  const { main, start } = laid;
  const { displacementElectricalDeg } = compareBranches(main, start);
  const connection = connectWindings(laid, card.voltages ?? 'one', set.marks, displacementElectricalDeg);
  const core = card.numbers['meanTurn'] ? { ...card.core, meanTurnMm: card.numbers['meanTurn'] } : card.core;
  const figures = singlePhaseFigures(laid, connection.halves, core, plate, supply, set, working);
  return {
    ...laid,
    machine: SINGLE_PHASE_ID,
    slots: main.slots,
    poles: main.poles,
    get coils() {
      return [...main.coils, ...start.coils].map((c, i) => ({
        number: i + 1,
        slots: [c.firstSlot, c.secondSlot] as const,
      }));
    },
    get key() {
      return keyOf(laid);
    },
    groups: connection.groups,
    joints: connection.joints,
    copperKg: figures.copperMass?.value ?? null,
    gapDensityT: figures.gapDensity?.value ?? null,
    meanTurnMeasured: card.numbers['meanTurn'] !== undefined,
    connection,
    figures,
    judged: judgeFigures(figures, plate),
    get harmonics() {
      return ORDERS.map((order) => ({
        order,
        main: branchFactor(main, order),
        start: branchFactor(start, order),
      }));
    },
    linePairs: null,
    walk: {
      words: BRANCHES.map(
        (b) => `${b === 'main' ? 'Main' : 'Start'} winding: ${connection.feeds[b].words}`,
      ).join(' '),
      get expected() {
        return expectedWalk(connection);
      },
      judge: (readings, explain) => judgeWalkOfBoth(connection, readings, explain),
    },
    get lines() {
      return linesOf(laid, connection, figures);
    },
  };
}

/**
 * A short name of a plan: equal plans have equal names, and another coil in another slot gives another one.
 * Source: FNV-1a with 32 bits, G. Fowler, L. C. Noll, K.-P. Vo (from memory).
 */
export function keyOf({ main, start }: Pick<LaidWindings, 'main' | 'start'>): string {
  const words = (b: Branch) =>
    b.coils.map((c) => `${c.firstSlot}-${c.secondSlot}${c.polarity}g${c.group}`).join();
  let hash = 0x811c9dc5;
  for (const ch of `M${words(main)} S${words(start)}`) {
    hash ^= ch.codePointAt(0)!;
    hash = Math.imul(hash, 0x01000193) >>> 0;
  }
  return `${main.slots}s ${main.poles}p 1~ ${hash.toString(16).padStart(8, '0')}`;
}

function judgeFigures(figures: SinglePhaseFigures, plate: SinglePhasePlate): SinglePhasePlan['judged'] {
  const density = currentDensityScale(plate.cooling);
  const scales: Partial<Record<SinglePhaseFigureId, LimitScale>> = {
    gapDensity: GAP_DENSITY,
    toothDensity: TOOTH_DENSITY,
    backIronDensity: BACK_IRON_DENSITY,
    mainDensity: density,
    startDensity: density,
    slotFillEnamelled: SLOT_FILL,
  };
  return Object.fromEntries(
    Object.entries(scales).flatMap(([id, scale]) => {
      const figure = figures[id as SinglePhaseFigureId];
      return figure ? [[id, { scale, verdict: judgeOn(scale, figure.value) }]] : [];
    }),
  );
}

/** Groups of the other winding carry nothing while one is fed: each winding's own readings are taken from its own walk. */
const expectedWalk = (connection: SinglePhaseConnection): WalkReading[] => {
  const shown = BRANCHES.map((b) => showing(connection.network, connection.joints, connection.feeds[b].feed));
  return connection.groups.map((g, i) => shown[BRANCHES.indexOf(g.phase)]![i]!);
};

/** Both walks together: first the groups of the main winding, then those of the start winding. */
function judgeWalkOfBoth(
  connection: SinglePhaseConnection,
  readings: readonly WalkReading[],
  explain: boolean,
): WalkJudgement {
  const each = BRANCHES.map((branch) =>
    judgeFedWalk(
      connection.network,
      connection,
      connection.feeds[branch].feed,
      connection.groups.map((g, i) => (g.phase === branch ? (readings[i] ?? null) : null)),
      explain,
    ),
  );
  const states = each.map((w) => w.state);
  const state = states.includes('wrong')
    ? 'wrong'
    : states.every((s) => s === 'right')
      ? 'right'
      : states.every((s) => s === 'unread')
        ? 'unread'
        : 'right-so-far';
  return {
    state,
    wrongGroups: each.flatMap((w) => w.wrongGroups),
    compassTurned: each.some((w) => w.compassTurned),
    explanations: each.flatMap((w) => w.explanations),
    exact: each.every((w) => w.exact),
  };
}

const spans = (b: Branch) => b.pitches.map((y) => `1-${y + 1}`).join(', ');

function linesOf(
  { main, start, mainWires, startWires }: LaidWindings,
  connection: SinglePhaseConnection,
  figures: SinglePhaseFigures,
): (readonly [string, string])[] {
  const branch = (
    name: string,
    b: Branch,
    wires: LaidWindings['mainWires'],
  ): (readonly [string, string])[] => [
    [`${name}: spans`, spans(b)],
    [`${name}: turns`, b.turns.join(', ')],
    [`${name}: wires in hand`, `${showWires(wires)} mm`],
  ];
  return [
    ['Slots, poles', `${main.slots} slots, ${main.poles} poles`],
    ...branch('Main', main, mainWires),
    ...branch('Start', start, startWires),
    ['Leads', BRANCHES.flatMap((b: BranchName) => connection.leads[b]).join(' ')],
    ...(
      [
        'effectiveRatio',
        'displacement',
        'gapDensity',
        'mainDensity',
        'mainOhm20',
        'startOhm20',
        'copperMass',
      ] as const
    )
      .flatMap((id) => figures[id] ?? [])
      .map((f) => [f.name, `${showShort(f.value)} ${f.unit}`.trim()] as const),
  ];
}

/** The single-phase plan; null where there is none, or of another kind. */
export const singlePhasePlanOf = (plan: Plan | null | undefined): SinglePhasePlan | null =>
  plan?.machine === SINGLE_PHASE_ID ? (plan as SinglePhasePlan) : null;
