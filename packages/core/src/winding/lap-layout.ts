/** Lays out a two-layer three-phase lap winding: which coil lies where, in which phase and with which polarity. */
import { finding, good, refused, type Finding, type Outcome } from '../quantity/index.ts';
import { beltOf, slotPeriods } from './phase-belts.ts';
import { unequalGroupSizes } from './unequal-groups.ts';

export type Phase = 'U' | 'V' | 'W';
export const PHASES: readonly Phase[] = ['U', 'V', 'W'];

export interface LapInput {
  /** Q, 1…Q clockwise seen from the connection end. */
  readonly slots: number;
  /** 2p. */
  readonly poles: number;
  /** Coil pitch in slots: a span "1 to n" is n − 1. */
  readonly pitch: number;
}

export interface Coil {
  /** Named by the slot of its first side: coil 7 starts in slot 7. */
  readonly number: number;
  readonly topSlot: number;
  readonly bottomSlot: number;
  readonly phase: Phase;
  /** +1: the phase's current goes in by the top side; −1: it returns there. */
  readonly sign: 1 | -1;
  readonly group: number;
}

export interface Group {
  /** 1…G in angular order from slot 1. */
  readonly number: number;
  readonly name: string;
  readonly phase: Phase;
  /** Polarity with direct current in at every phase's start. */
  readonly polarity: 'N' | 'S';
  readonly sign: 1 | -1;
  /** Coil numbers in slot order. */
  readonly coils: readonly number[];
}

export interface LapLayout extends LapInput {
  readonly polePairs: number;
  /** Q / 2p, not rounded. */
  readonly polePitch: number;
  /** q = Q / (2p · 3). */
  readonly slotsPerPolePerPhase: number;
  readonly coils: readonly Coil[];
  readonly groups: readonly Group[];
  /** True when the three phases can be exactly equal and 120° apart: Q / (3·gcd(Q, p)) is whole. */
  readonly exactlyBalanced: boolean;
}

/** Refusals: only what cannot be wound. Everything doubtful is a finding beside a layout. */
export function checkLapInput({ slots, poles, pitch }: LapInput): Finding[] {
  const found: Finding[] = [];
  if (!Number.isInteger(slots) || slots < 6 || slots > 288)
    found.push(
      finding(
        'stop',
        'winding.slots-out-of-range',
        'Slots must be a whole number from 6 to 288.',
        ['slots'],
        'Count the slots again.',
      ),
    );
  else if (slots % 3 !== 0) {
    const below = Math.floor(slots / 3) * 3;
    found.push(
      finding(
        'stop',
        'winding.slots-not-shared',
        `Three phases cannot share ${slots} coils equally; the nearest that would work are ${below} and ${below + 3} slots.`,
        ['slots'],
        'A two-layer winding has as many coils as slots. Count the slots again.',
      ),
    );
  }
  if (!Number.isInteger(poles) || poles < 2 || poles % 2 !== 0 || poles > 96)
    found.push(
      finding('stop', 'winding.poles-not-even', 'Poles come in pairs: 2, 4, 6 and so on, up to 96.', [
        'poles',
      ]),
    );
  if (!Number.isInteger(pitch) || pitch < 1)
    found.push(
      finding('stop', 'winding.pitch-not-whole', 'The span runs from slot 1 to a later slot, such as 1-9.', [
        'span',
      ]),
    );
  else if (Number.isInteger(slots) && pitch >= slots)
    found.push(
      finding(
        'stop',
        'winding.span-longer-than-slots',
        `A span of 1-${pitch + 1} is longer than the ${slots} slots; the longest that would fit is 1-${slots}.`,
        ['span', 'slots'],
      ),
    );
  if (found.length > 0) return found;
  const { slotsInPeriod } = slotPeriods(slots, poles);
  if (slotsInPeriod < 3 || slotsInPeriod === 4) {
    found.push(
      finding(
        'stop',
        'winding.no-three-phases',
        `${slots} slots with ${poles} poles leave no three directions 120° apart; ${nearestPoles(slots, poles)}`,
        ['slots', 'poles'],
        `Every ${slotsInPeriod} slots the voltage repeats itself.`,
      ),
    );
  } else if ((pitch * poles) % (2 * slots) === 0) {
    found.push(
      finding(
        'stop',
        'winding.coil-without-voltage',
        `A span of 1-${pitch + 1} covers whole pole pairs, so the coil's two sides cancel; near 1-${Math.max(2, Math.round(slots / poles) + 1)} would work.`,
        ['span', 'poles'],
      ),
    );
  }
  return found;
}

function nearestPoles(slots: number, poles: number): string {
  const works: number[] = [];
  for (let d = 2; works.length < 2 && d < 96; d += 2)
    for (const p of [poles - d, poles + d])
      if (p >= 2 && slotPeriods(slots, p).exactlyBalanced && works.length < 2) works.push(p);
  return `with ${slots} slots ${works.join(' or ')} poles would work.`;
}

/**
 * Coils and groups of a two-layer lap winding, 60° belts.
 * @returns layout, or every reason why it cannot be wound
 * Source: phase belts along rising slot numbers U −W V −U W −V; M. M. Liwschitz-Garik & C. C. Whipple, A-C Machines
 * (star of slots), from memory. Unequal grouping: see unequal-groups.ts.
 */
export function layOutLap(input: LapInput): Outcome<LapLayout> {
  const found = checkLapInput(input);
  if (found.length > 0) return refused(found);
  const { slots, poles, pitch } = input;
  const polePairs = poles / 2;
  const { exactlyBalanced } = slotPeriods(slots, poles);
  const slotsPerPolePerPhase = slots / (poles * 3);
  const belts =
    exactlyBalanced || slotsPerPolePerPhase < 1
      ? Array.from({ length: slots }, (_, i) => beltOf(i, slots, polePairs))
      : beltsFromSizes(unequalGroupSizes(slots, poles));

  const runs = runsOf(belts, slotsPerPolePerPhase >= 1);
  const groups: Group[] = runs.map((run, i) => {
    const first = belts[run[0]!]!;
    return {
      number: i + 1,
      name: `${i + 1}${first.phase}`,
      phase: first.phase,
      sign: first.sign,
      polarity: first.sign > 0 ? 'N' : 'S',
      coils: run.map((slotIndex) => slotIndex + 1),
    };
  });
  const groupOfCoil = new Array<number>(slots + 1);
  for (const g of groups) for (const c of g.coils) groupOfCoil[c] = g.number;
  const coils: Coil[] = belts.map((belt, i) => ({
    number: i + 1,
    topSlot: i + 1,
    bottomSlot: ((i + pitch) % slots) + 1,
    phase: belt.phase,
    sign: belt.sign,
    group: groupOfCoil[i + 1]!,
  }));
  const missing = PHASES.filter((ph) => !coils.some((c) => c.phase === ph));
  if (missing.length > 0)
    return refused([
      finding(
        'stop',
        'winding.phase-without-coil',
        `Phase ${missing.join(' and ')} would get no coil; ${nearestPoles(slots, poles)}`,
        ['slots', 'poles'],
      ),
    ]);
  return good({
    ...input,
    polePairs,
    polePitch: slots / poles,
    slotsPerPolePerPhase,
    coils,
    groups,
    exactlyBalanced,
  });
}

interface Belt {
  readonly phase: Phase;
  readonly sign: 1 | -1;
}

function beltsFromSizes(sizes: readonly number[]): Belt[] {
  const order: readonly Belt[] = [
    { phase: 'U', sign: 1 },
    { phase: 'W', sign: -1 },
    { phase: 'V', sign: 1 },
    { phase: 'U', sign: -1 },
    { phase: 'W', sign: 1 },
    { phase: 'V', sign: -1 },
  ];
  return sizes.flatMap((size, i) => Array.from({ length: size }, () => order[i % 6]!));
}

/**
 * Neighbouring coils of one group, as slot indices. From one slot per pole and phase upward a change of polarity parts
 * groups; below it, neighbours of one phase form one group and turn over inside it. A run across slot Q → 1 is one run.
 */
function runsOf(belts: readonly Belt[], polarityParts: boolean): number[][] {
  const same = (a: Belt, b: Belt) => a.phase === b.phase && (!polarityParts || a.sign === b.sign);
  const runs: number[][] = [];
  belts.forEach((belt, i) => {
    const run = runs[runs.length - 1];
    if (run && same(belts[run[0]!]!, belt)) run.push(i);
    else runs.push([i]);
  });
  const first = runs[0]!;
  const last = runs[runs.length - 1]!;
  if (runs.length > 1 && same(belts[last[0]!]!, belts[first[0]!]!)) {
    runs[0] = [...last, ...first];
    runs.pop();
  }
  return runs;
}
