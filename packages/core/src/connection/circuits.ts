/** Which numbers of parallel circuits a winding can have, decided from the groups' voltages. */
import { finding, type Finding } from '../quantity/index.ts';
import { PHASES, type Group, type LapLayout, type Phase } from '../winding/index.ts';

/** Voltage of a group as connected (its own polarity taken along), in coil sides. */
interface GroupVoltage {
  readonly group: Group;
  readonly re: number;
  readonly im: number;
  readonly coils: number;
}

export interface CircuitSplit {
  readonly circuits: number;
  /** One entry a phase, each a list of circuits, each a list of group numbers in slot order; null when it cannot part. */
  readonly sets: Readonly<Record<Phase, readonly (readonly number[])[]>> | null;
  /** Why not, when sets is null. */
  readonly reason?: Finding;
}

const TOLERANCE = 1e-7;

function groupVoltages(layout: LapLayout, phase: Phase): GroupVoltage[] {
  const step = (2 * Math.PI) / layout.slots;
  return layout.groups
    .filter((g) => g.phase === phase)
    .map((group) => {
      let re = 0;
      let im = 0;
      for (const number of group.coils) {
        const coil = layout.coils[number - 1]!;
        const top = step * ((layout.polePairs * (number - 1)) % layout.slots);
        const bottom = step * ((layout.polePairs * (number - 1 + layout.pitch)) % layout.slots);
        re += coil.sign * (Math.cos(top) - Math.cos(bottom));
        im += coil.sign * (Math.sin(top) - Math.sin(bottom));
      }
      return { group, re, im, coils: group.coils.length };
    });
}

/**
 * Parts each phase's groups into `circuits` sets with equal voltage (magnitude and angle) and equal copper, or says why
 * that fails. Neighbouring groups are preferred, then every circuits-th group, then any parting.
 * @param circuits parallel paths per phase [1], whole, ≥ 1
 * Source: parallel paths must have equal EMF and resistance or a current circulates; first principles.
 */
export function splitCircuits(layout: LapLayout, circuits: number): CircuitSplit {
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
    const parted = part(groups, circuits);
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

/** Every number of circuits that works, rising. */
export function validCircuits(layout: LapLayout): number[] {
  const most = Math.max(...PHASES.map((ph) => layout.groups.filter((g) => g.phase === ph).length));
  const works: number[] = [];
  for (let c = 1; c <= most; c++) if (canPart(layout, c)) works.push(c);
  return works;
}

function canPart(layout: LapLayout, circuits: number): boolean {
  return PHASES.every((phase) => {
    const groups = groupVoltages(layout, phase);
    const coils = groups.reduce((n, g) => n + g.coils, 0);
    return coils % circuits === 0 && groups.length >= circuits && part(groups, circuits) !== null;
  });
}

function nearestCircuits(layout: LapLayout, wanted: number): string {
  const works = validCircuits(layout);
  const near = works
    .slice()
    .sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted) || a - b)
    .slice(0, 2)
    .sort((a, b) => a - b);
  return `the nearest that would work: ${near.join(' or ')}.`;
}

function part(groups: readonly GroupVoltage[], circuits: number): GroupVoltage[][] | null {
  const total = sumOf(groups);
  const want = { re: total.re / circuits, im: total.im / circuits, coils: total.coils / circuits };
  const matches = (set: readonly GroupVoltage[]) => {
    const s = sumOf(set);
    return (
      s.coils === want.coils && Math.abs(s.re - want.re) < TOLERANCE && Math.abs(s.im - want.im) < TOLERANCE
    );
  };
  if (groups.length % circuits === 0) {
    const size = groups.length / circuits;
    const neighbours = Array.from({ length: circuits }, (_, i) => groups.slice(i * size, (i + 1) * size));
    if (neighbours.every(matches)) return neighbours;
    const skipping = Array.from({ length: circuits }, (_, i) => groups.filter((_g, k) => k % circuits === i));
    if (skipping.every(matches)) return skipping;
  }
  return search(groups, circuits, want);
}

const sumOf = (set: readonly GroupVoltage[]) =>
  set.reduce((s, g) => ({ re: s.re + g.re, im: s.im + g.im, coils: s.coils + g.coils }), {
    re: 0,
    im: 0,
    coils: 0,
  });

/** Fills one circuit after another; groups with the same voltage and size are interchangeable. */
function search(
  groups: readonly GroupVoltage[],
  circuits: number,
  want: { re: number; im: number; coils: number },
): GroupVoltage[][] | null {
  const classes: GroupVoltage[][] = [];
  for (const g of groups) {
    const known = classes.find(
      ([h]) =>
        h!.coils === g.coils && Math.abs(h!.re - g.re) < TOLERANCE && Math.abs(h!.im - g.im) < TOLERANCE,
    );
    if (known) known.push(g);
    else classes.push([g]);
  }
  const left = classes.map((c) => c.length);
  const taken: number[][] = [];
  let steps = 0;
  const fill = (from: number, re: number, im: number, coils: number, counts: number[]): boolean => {
    if (++steps > 200_000) return false;
    if (coils === want.coils) {
      if (Math.abs(re - want.re) > TOLERANCE || Math.abs(im - want.im) > TOLERANCE) return false;
      taken.push(counts.slice());
      if (taken.length === circuits) return true;
      const start = left.findIndex((n) => n > 0);
      // The next circuit must hold the first group still free, so no parting is tried twice.
      if (fillFirst(start)) return true;
      taken.pop();
      return false;
    }
    for (let k = from; k < classes.length; k++) {
      const g = classes[k]![0]!;
      if (left[k] === 0 || coils + g.coils > want.coils) continue;
      left[k]!--;
      counts[k]!++;
      if (fill(k, re + g.re, im + g.im, coils + g.coils, counts)) return true;
      left[k]!++;
      counts[k]!--;
    }
    return false;
  };
  const fillFirst = (k: number): boolean => {
    const g = classes[k]![0]!;
    const counts = classes.map(() => 0);
    left[k]!--;
    counts[k] = 1;
    if (fill(k, g.re, g.im, g.coils, counts)) return true;
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
