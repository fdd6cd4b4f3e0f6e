/** Which numbers of parallel circuits a winding can have, decided from the groups' voltages. */
import { finding, type Finding } from '../quantity/index.ts';
import { PHASES, unitCircle, type Group, type WindingLayout, type Phase } from '../winding/index.ts';

/** Voltage of a group as connected (its own polarity taken along), in coil sides. */
interface GroupVoltage {
  readonly group: Group;
  readonly re: number;
  readonly im: number;
  readonly coils: number;
  /** Turns, as shares of the mean coil. */
  readonly turns: number;
  /** Turns × pitch: with equal turns, equal wire length. */
  readonly throws: number;
}

export interface CircuitSplit {
  readonly circuits: number;
  /** One entry a phase, each a list of circuits, each a list of group numbers in slot order; null when it cannot part. */
  readonly sets: Readonly<Record<Phase, readonly (readonly number[])[]>> | null;
  /** Why not, when sets is null. */
  readonly reason?: Finding;
}

const TOLERANCE = 1e-7;
/** Which way of sharing groups out is tried first. */
export type CircuitsFrom = 'neighbours' | 'skipping';

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
    let throws = 0;
    for (const number of group.coils) {
      const coil = layout.coils[number - 1]!;
      const top = (layout.polePairs * (coil.topSlot - 1)) % layout.slots;
      const bottom = (layout.polePairs * (coil.bottomSlot - 1)) % layout.slots;
      const way = coil.sign * coil.turnShare;
      re += way * (cos[top]! - cos[bottom]!);
      im += way * (sin[top]! - sin[bottom]!);
      turns += coil.turnShare;
      throws += coil.turnShare * coil.pitch;
    }
    return { group, re, im, coils: group.coils.length, turns, throws };
  });
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
  const parted = part(voltagesOf(layout, groups), circuits, first);
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
    const parted = part(groups, circuits, first);
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
  alike(sumOf(voltagesOf(layout, a)), sumOf(voltagesOf(layout, b)));

/** Every number of circuits that works, rising. */
export function validCircuits(layout: WindingLayout): number[] {
  const most = Math.max(...PHASES.map((ph) => layout.groups.filter((g) => g.phase === ph).length));
  const works: number[] = [];
  for (let c = 1; c <= most; c++) if (canPart(layout, c)) works.push(c);
  return works;
}

function canPart(layout: WindingLayout, circuits: number): boolean {
  return PHASES.every((phase) => {
    const groups = groupVoltages(layout, phase);
    const coils = groups.reduce((n, g) => n + g.coils, 0);
    return (
      coils % circuits === 0 && groups.length >= circuits && part(groups, circuits, 'neighbours') !== null
    );
  });
}

function nearestCircuits(layout: WindingLayout, wanted: number): string {
  const works = validCircuits(layout);
  const near = works
    .slice()
    .sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted) || a - b)
    .slice(0, 2)
    .sort((a, b) => a - b);
  return `the nearest that would work: ${near.join(' or ')}.`;
}

function part(
  groups: readonly GroupVoltage[],
  circuits: number,
  first: CircuitsFrom,
): GroupVoltage[][] | null {
  const total = sumOf(groups);
  const want: Sum = {
    re: total.re / circuits,
    im: total.im / circuits,
    coils: total.coils / circuits,
    turns: total.turns / circuits,
    throws: total.throws / circuits,
  };
  if (groups.length % circuits === 0) {
    const size = groups.length / circuits;
    const neighbours = Array.from({ length: circuits }, (_, i) => groups.slice(i * size, (i + 1) * size));
    const works = (sets: GroupVoltage[][]) => sets.every((set) => alike(sumOf(set), want));
    if (first === 'neighbours' && works(neighbours)) return neighbours;
    const skipping = Array.from({ length: circuits }, (_, i) => groups.filter((_g, k) => k % circuits === i));
    if (works(skipping)) return skipping;
    if (first === 'skipping' && works(neighbours)) return neighbours;
  }
  return search(groups, circuits, want);
}

type Sum = Pick<GroupVoltage, 're' | 'im' | 'coils' | 'turns' | 'throws'>;
const CLOSE = TOLERANCE * 10;
const alike = (a: Sum, b: Sum) =>
  Math.abs(a.coils - b.coils) < CLOSE &&
  Math.abs(a.re - b.re) < CLOSE &&
  Math.abs(a.im - b.im) < CLOSE &&
  Math.abs(a.turns - b.turns) < CLOSE &&
  Math.abs(a.throws - b.throws) < CLOSE;
const plus = (a: Sum, b: Sum): Sum => ({
  re: a.re + b.re,
  im: a.im + b.im,
  coils: a.coils + b.coils,
  turns: a.turns + b.turns,
  throws: a.throws + b.throws,
});
function sumOf(set: readonly GroupVoltage[]): Sum {
  let [re, im, coils, turns, throws] = [0, 0, 0, 0, 0];
  for (const g of set) {
    re += g.re;
    im += g.im;
    coils += g.coils;
    turns += g.turns;
    throws += g.throws;
  }
  return { re, im, coils, turns, throws };
}

/** Fills one circuit after another; groups with the same voltage and copper are interchangeable. */
function search(groups: readonly GroupVoltage[], circuits: number, want: Sum): GroupVoltage[][] | null {
  const classes: GroupVoltage[][] = [];
  for (const g of groups) {
    const known = classes.find(([h]) => alike(h!, g));
    if (known) known.push(g);
    else classes.push([g]);
  }
  const left = classes.map((c) => c.length);
  const taken: number[][] = [];
  let steps = 0;
  const fill = (from: number, sum: Sum, counts: number[]): boolean => {
    if (++steps > 200_000) return false;
    if (sum.coils === want.coils) {
      if (!alike(sum, want)) return false;
      taken.push(counts.slice());
      if (taken.length === circuits) return true;
      // The next circuit must hold the first group still free, so no parting is tried twice.
      if (fillFirst(left.findIndex((n) => n > 0))) return true;
      taken.pop();
      return false;
    }
    for (let k = from; k < classes.length; k++) {
      const g = classes[k]![0]!;
      if (left[k] === 0 || sum.coils + g.coils > want.coils) continue;
      left[k]!--;
      counts[k]!++;
      if (fill(k, plus(sum, g), counts)) return true;
      left[k]!++;
      counts[k]!--;
    }
    return false;
  };
  const fillFirst = (k: number): boolean => {
    const counts = classes.map(() => 0);
    left[k]!--;
    counts[k] = 1;
    if (fill(k, classes[k]![0]!, counts)) return true;
    left[k]!++;
    return false;
  };
  if (!fillFirst(0)) return null;
  const pools = classes.map((c) => c.slice());
  return taken.map((counts) => counts.flatMap((n, k) => pools[k]!.splice(0, n)));
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
