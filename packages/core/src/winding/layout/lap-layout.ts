/** Groups of a three-phase lap winding in 60° belts: which coils follow each other in which phase and polarity. */
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { RawCoil, RawGroup, WindingSpec } from './layout.ts';
import { beltOf, nearestPoles, slotPeriods } from './phase-belts.ts';
import { unequalGroupSizes } from './unequal-groups.ts';

/** Refusals: only what cannot be wound. Everything doubtful is a finding beside a layout. */
export function checkLap({ slots, poles, pitch }: LapSize): Finding[] {
  const found: Finding[] = [];
  if (!Number.isInteger(slots) || slots < 3 || slots > 288)
    found.push(
      finding(
        'stop',
        'winding.slots-out-of-range',
        'Slots must be a whole number from 3 to 288.',
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

/** Slots, poles and pitch: all that a lap winding's groups follow from. */
export type LapSize = Pick<WindingSpec, 'slots' | 'poles' | 'pitch'>;

/** Makes a coil from the slot it starts in, its own sign, its place in the group and where the group starts. */
type MakeCoil = (slot: number, sign: 1 | -1, place: number, groupStart: number, groupSize: number) => RawCoil;

/**
 * Groups of a lap winding with as many coils as slots, in angular order, coil i starting in slot i.
 * Source: phase belts along rising slot numbers U −W V −U W −V; M. M. Liwschitz-Garik & C. C. Whipple, A-C Machines
 * (star of slots), from memory. Unequal grouping: see unequal-groups.ts.
 */
export function groupsByBelts(
  { slots, poles, circuits = 1 }: Pick<WindingSpec, 'slots' | 'poles' | 'circuits'>,
  sizes: readonly number[] | undefined,
  make: MakeCoil,
): RawGroup[] {
  const q = slots / (poles * 3);
  const belts = sizes
    ? beltsFromSizes(sizes)
    : slotPeriods(slots, poles).exactlyBalanced
      ? beltsOf(slots, poles)
      : beltsFromSizes(unequalGroupSizes({ slots, poles, circuits }));
  return runsOf(belts, q >= 1).map((run) => {
    const { phase, sign } = belts[run[0]!]!;
    const coils = new Array<RawCoil>(run.length);
    for (let j = 0; j < run.length; j++)
      coils[j] = make(run[j]! + 1, belts[run[j]!]!.sign, j, run[0]! + 1, run.length);
    return { phase, sign, coils };
  });
}

function beltsOf(slots: number, poles: number): Belt[] {
  const belts = new Array<Belt>(slots);
  for (let i = 0; i < slots; i++) belts[i] = beltOf(i, slots, poles / 2);
  return belts;
}

/** Slot of the second side, counted round the bore. */
export const after = (slot: number, pitch: number, slots: number) => ((slot - 1 + pitch) % slots) + 1;

/** Two layers: a coil in every slot. */
export const lapGroups = (spec: WindingSpec): RawGroup[] =>
  groupsByBelts(spec, spec.groupSizes, (slot, sign) => ({
    top: slot,
    bottom: after(slot, spec.pitch, spec.slots),
    sign,
  }));

interface Belt {
  readonly phase: RawGroup['phase'];
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
