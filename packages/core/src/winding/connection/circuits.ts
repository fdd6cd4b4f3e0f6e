/** Which numbers of parallel circuits a winding can have, decided from the groups' voltages. */
import { finding, type Finding } from '../../language/quantity/index.ts';
import {
  dividesEqually,
  equalSums,
  gcd,
  buildLayout,
  partEqually,
  PHASES,
  sumOf,
  unitCircle,
  type CircuitsFrom,
  type Group,
  type GroupSum,
  type Phase,
  type WindingLayout,
  type WindingSpec,
} from '../layout/index.ts';

/** Voltage of a group as connected, its own polarity taken along. */
interface GroupVoltage extends GroupSum {
  readonly group: Group;
}

export interface CircuitSplit {
  readonly circuits: number;
  /** One entry a phase, each a list of circuits, each a list of group numbers in slot order; null when it cannot part. */
  readonly sets: Readonly<Record<Phase, readonly (readonly number[])[]>> | null;
  /** Why not, when sets is null. */
  readonly reason?: Finding;
}

const TOLERANCE = 1e-7;
const groupVoltages = (layout: WindingLayout, phase: Phase): GroupVoltage[] =>
  voltagesOf(
    layout,
    layout.groups.filter((g) => g.phase === phase),
  );

function voltagesOf(layout: WindingLayout, groups: readonly Group[]): GroupVoltage[] {
  const { cos, sin } = unitCircle(layout.slots);
  return groups.map((group) => {
    let re = 0;
    let im = 0;
    let turns = 0;
    let pitchSum = 0;
    for (const number of group.coils) {
      const coil = layout.coils[number - 1]!;
      const top = (layout.polePairs * (coil.topSlot - 1)) % layout.slots;
      const bottom = (layout.polePairs * (coil.bottomSlot - 1)) % layout.slots;
      const way = coil.sign * coil.turnShare;
      re += way * (cos[top]! - cos[bottom]!);
      im += way * (sin[top]! - sin[bottom]!);
      turns += coil.turnShare;
      pitchSum += coil.turnShare * coil.pitch;
    }
    return { group, re, im, coils: group.coils.length, turns, pitchSum };
  });
}

/** False where no circuits of equal voltage can exist, told without searching; windings of unequal turns are let pass. */
function mayPart(layout: WindingLayout, groups: readonly Group[], circuits: number): boolean {
  const shared = gcd(layout.slots, layout.polePairs);
  const whole = new Float64Array(layout.slots / shared);
  const at = (slot: number) => ((layout.polePairs * (slot - 1)) / shared) % whole.length;
  for (const { coils } of groups)
    for (const number of coils) {
      const { topSlot, bottomSlot, sign, turnShare } = layout.coils[number - 1]!;
      if (turnShare !== 1) return true;
      whole[at(topSlot)]! += sign;
      whole[at(bottomSlot)]! -= sign;
    }
  return dividesEqually(whole, circuits);
}

/**
 * Parts some groups into equal circuits, or null where that is not possible.
 * @returns group numbers of every circuit, in slot order
 */
export function partGroups(
  layout: WindingLayout,
  groups: readonly Group[],
  circuits: number,
  first: CircuitsFrom = 'neighbours',
): number[][] | null {
  if (groups.length < circuits) return null;
  const parted = partEqually(voltagesOf(layout, groups), circuits, first);
  return parted && parted.map((set) => set.map((g) => g.group.number).sort((a, b) => a - b));
}

/**
 * Parts each phase's groups into `circuits` sets with equal voltage (magnitude and angle) and equal copper, or says why
 * that fails. Neighbouring groups or every circuits-th group first, as asked, then the other, then any parting.
 * @param circuits parallel paths per phase [1], whole, ≥ 1
 * Source: parallel paths must have equal EMF and resistance or a current circulates; first principles.
 */
export function splitCircuits(
  layout: WindingLayout,
  circuits: number,
  first: CircuitsFrom = 'neighbours',
): CircuitSplit {
  const fail = (code: string, message: string, because?: string): CircuitSplit => ({
    circuits,
    sets: null,
    reason: finding('stop', code, message, ['circuits'], because),
  });
  if (!Number.isInteger(circuits) || circuits < 1)
    return fail('circuits.not-whole', 'Circuits are counted: 1, 2, 3 and so on.');
  const sets = {} as Record<Phase, readonly (readonly number[])[]>;
  for (const phase of PHASES) {
    const groups = groupVoltages(layout, phase);
    const coils = groups.reduce((n, g) => n + g.coils, 0);
    const alike = groups.every((g) => g.coils === groups[0]!.coils);
    if (coils % circuits !== 0 || groups.length < circuits || (alike && groups.length % circuits !== 0))
      return fail(
        'circuits.groups-do-not-part',
        `${groups.length} groups of phase ${phase} do not part into ${circuits} equal circuits; ${nearestCircuits(layout, circuits)}`,
        groups.length < circuits
          ? 'Each circuit needs at least one group.'
          : alike
            ? `${groups.length} groups of ${groups[0]!.coils} coils cannot be shared by ${circuits}.`
            : `${coils} coils cannot be shared by ${circuits}.`,
      );
    const own = groups.map((g) => g.group);
    const parted = mayPart(layout, own, circuits) ? partEqually(groups, circuits, first) : null;
    if (!parted) {
      const shifted = shiftBetweenRuns(groups, circuits);
      return fail(
        'circuits.unequal-voltage',
        `${circuits} circuits would not carry equal voltage in phase ${phase}; ${nearestCircuits(layout, circuits)}`,
        shifted === null
          ? 'No way of sharing the groups gives every circuit the same voltage and the same copper.'
          : `The circuits would be equal in size yet ${shifted.toFixed(1)}° apart: a current would circulate.`,
      );
    }
    sets[phase] = parted.map((set) => set.map((g) => g.group.number).sort((a, b) => a - b));
  }
  return { circuits, sets };
}

/** True when two sets of groups carry equal voltage and equal copper. */
export const equalHalves = (layout: WindingLayout, a: readonly Group[], b: readonly Group[]): boolean =>
  equalSums(sumOf(voltagesOf(layout, a)), sumOf(voltagesOf(layout, b)));

/** Every number of circuits that works, rising. */
export function validCircuits(layout: WindingLayout): number[] {
  const most = Math.max(...PHASES.map((ph) => layout.groups.filter((g) => g.phase === ph).length));
  const works: number[] = [];
  for (let c = 1; c <= most; c++) if (canPart(layout, c)) works.push(c);
  return works;
}

/**
 * Every number of circuits that a winding could be wound for, rising: one that cannot be exactly balanced is grouped for
 * the circuits it is to have, so more of them work than the groups of one layout show.
 */
export function circuitsThatWork(spec: WindingSpec): number[] {
  const laid = buildLayout(spec);
  if (!laid.ok) return [];
  const works = new Set(validCircuits(laid.value));
  if (!laid.value.exactlyBalanced && !spec.groupSizes && spec.kind !== 'coils')
    for (let c = 1; c <= spec.poles; c++) {
      // Laying out anew takes long; what cannot share its coils equally is not tried.
      if (works.has(c) || (laid.value.coils.length / 3) % c !== 0) continue;
      const other = buildLayout({ ...spec, circuits: c });
      if (other.ok && canPart(other.value, c)) works.add(c);
    }
  return [...works].sort((a, b) => a - b);
}

function canPart(layout: WindingLayout, circuits: number): boolean {
  return PHASES.every((phase) => {
    const groups = groupVoltages(layout, phase);
    const coils = groups.reduce((n, g) => n + g.coils, 0);
    const own = groups.map((g) => g.group);
    return (
      coils % circuits === 0 &&
      groups.length >= circuits &&
      mayPart(layout, own, circuits) &&
      partEqually(groups, circuits, 'neighbours') !== null
    );
  });
}

function nearestCircuits(layout: WindingLayout, wanted: number): string {
  const works = circuitsThatWork(layout);
  const near = works
    .slice()
    .sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted) || a - b)
    .slice(0, 2)
    .sort((a, b) => a - b);
  return `the nearest that would work: ${near.join(' or ')}.`;
}

/** Degrees between the first two runs of neighbouring groups when all runs are equal in size, else null. */
function shiftBetweenRuns(groups: readonly GroupVoltage[], circuits: number): number | null {
  if (groups.length % circuits !== 0) return null;
  const size = groups.length / circuits;
  const runs = Array.from({ length: circuits }, (_, i) => sumOf(groups.slice(i * size, (i + 1) * size)));
  const magnitude = (s: { re: number; im: number }) => Math.hypot(s.re, s.im);
  const equal = runs.every(
    (r) => r.coils === runs[0]!.coils && Math.abs(magnitude(r) - magnitude(runs[0]!)) < TOLERANCE,
  );
  if (!equal) return null;
  const angle = (s: { re: number; im: number }) => (Math.atan2(s.im, s.re) * 180) / Math.PI;
  const shift = Math.abs(angle(runs[1]!) - angle(runs[0]!)) % 360;
  return Math.min(shift, 360 - shift);
}
