/** What a winding is once laid out: coils in slots, groups of coils, and what a layout is asked for. */
import { finding, good, refused, type Outcome } from '../../language/quantity/index.ts';
import { nearestPoles } from './phase-belts.ts';
import { sequences } from './sequences.ts';
import { phasePhasors } from './phase-phasors.ts';

export type Phase = 'U' | 'V' | 'W';
export const PHASES: readonly Phase[] = ['U', 'V', 'W'];

/** lap: all coils of one pitch; concentric: coils of a group one inside the other; coils: entered one by one. */
export type WindingKind = 'lap' | 'concentric' | 'coils';
/** whole: one group a pole and phase, polarities in turn; consequent: one group a pole pair and phase, all alike. */
export type Grouping = 'whole' | 'consequent';

export interface EnteredCoil {
  readonly top: number;
  readonly bottom: number;
  readonly phase: Phase;
  readonly sign: 1 | -1;
  readonly turns: number;
}

export interface WindingSpec {
  /** Q, 1…Q clockwise seen from the connection end. */
  readonly slots: number;
  /** 2p. */
  readonly poles: number;
  /** Coil pitch in slots: a span "1 to n" is n − 1. Concentric: that of the outermost coil. */
  readonly pitch: number;
  /** lap when absent. */
  readonly kind?: WindingKind;
  /** Coil sides in a slot, for lap windings; 2 when absent. Of concentric windings the pitches decide. */
  readonly layers?: 1 | 2;
  /** whole when absent. */
  readonly grouping?: Grouping;
  /** Concentric: pitch of each coil of a group, outermost first. */
  readonly pitches?: readonly number[];
  /** Coils in each group round the bore, as found; worked out when absent. */
  readonly groupSizes?: readonly number[];
  /** Equal circuits that a winding which cannot be exactly balanced is grouped for; 1 when absent. */
  readonly circuits?: number;
  /**
   * Turns of each coil of a group, in the order of its coils; all alike when absent. Several rows: groups of two or more
   * kinds, taken in turn by the groups of each phase round the bore.
   */
  readonly turnPatterns?: readonly (readonly number[])[];
  /** Slots that hold nothing. The coils lie in the others; spans then count those. */
  readonly leftEmpty?: readonly number[];
  /** kind coils: every coil. */
  readonly coilList?: readonly EnteredCoil[];
}

export interface RawCoil {
  readonly top: number;
  readonly bottom: number;
  /** The group's own when absent. */
  readonly sign?: 1 | -1;
  readonly turns?: number;
}
export interface RawGroup {
  readonly phase: Phase;
  readonly sign: 1 | -1;
  /** In the order in which they are wound. */
  readonly coils: readonly RawCoil[];
}

/** Where in its slot a coil side lies: against the bore, against the back iron, or filling it. */
export type Layer = 'bore' | 'back' | 'whole';

export interface Coil {
  /** Lap, two layers: the slot of its first side. Otherwise counted group by group. */
  readonly number: number;
  readonly topSlot: number;
  readonly bottomSlot: number;
  readonly topLayer: Layer;
  readonly bottomLayer: Layer;
  /** Slots from first to second side. */
  readonly pitch: number;
  /** Its turns over the mean turns of all coils; 1 unless turns are uneven. */
  readonly turnShare: number;
  readonly phase: Phase;
  /** +1: the phase's current goes in by the first side; −1: it returns there. */
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
  /** Coil numbers in the order in which they are wound. */
  readonly coils: readonly number[];
}

export interface WindingLayout extends WindingSpec {
  readonly polePairs: number;
  /** Q / 2p, not rounded. */
  readonly polePitch: number;
  /** q = Q / (2p · 3). */
  readonly slotsPerPolePerPhase: number;
  readonly coils: readonly Coil[];
  readonly groups: readonly Group[];
  /** Mean pitch of the coils, weighted by their turns [slots]. */
  readonly meanPitch: number;
  /** Mean turns of a coil when the turns are uneven, else absent. */
  readonly meanTurns?: number;
  /** Sum of turn shares in the fullest slot: 2 with two layers, 1 with one. */
  readonly fullestSlot: number;
  readonly emptySlots: readonly number[];
  readonly layersFound: 'one' | 'two' | 'mixed';
  /** True when the three phases come out exactly equal and 120° apart. */
  readonly exactlyBalanced: boolean;
}

/**
 * Numbers coils and groups, finds who lies where in each slot, and refuses what does not fit into the slots.
 * @param groups in angular order
 * @param numberBySlot a coil takes the number of the slot it starts in (two-layer lap) instead of its turn
 * Source: geometry; first principles.
 */
export function assemble(
  spec: WindingSpec,
  groups: readonly RawGroup[],
  numberBySlot = false,
): Outcome<WindingLayout> {
  const { slots, poles } = spec;
  const missing = PHASES.filter((ph) => !groups.some((g) => g.phase === ph && g.coils.length > 0));
  if (missing.length > 0)
    return refused([
      finding(
        'stop',
        'winding.phase-without-coil',
        `Phase ${missing.join(' and ')} would get no coil; ${nearestPoles(slots, poles)}`,
        ['slots', 'poles'],
      ),
    ]);
  const total = groups.reduce((n, g) => n + g.coils.length, 0);
  // Which coil sides lie in each slot, two at most; a top side is kept as +number, a bottom side as −number.
  const first = new Int32Array(slots + 1);
  const second = new Int32Array(slots + 1);
  const put = (slot: number, side: number): boolean => {
    if (first[slot] === 0) first[slot] = side;
    else if (second[slot] === 0) second[slot] = side;
    else return false;
    return true;
  };
  const raws = new Array<RawCoil>(total);
  const groupOf = new Int32Array(total);
  const numbers: number[][] = [];
  let turnsSum = 0;
  let even = true;
  let next = 0;
  for (let g = 0; g < groups.length; g++) {
    const own: number[] = [];
    for (const raw of groups[g]!.coils) {
      const number = numberBySlot ? raw.top : ++next;
      raws[number - 1] = raw;
      groupOf[number - 1] = g;
      own.push(number);
      const turns = raw.turns ?? 1;
      turnsSum += turns;
      even &&= turns === 1;
    }
    numbers.push(own);
  }
  for (let n = 1; n <= total; n++) {
    const raw = raws[n - 1]!;
    for (const [slot, side] of [
      [raw.top, n],
      [raw.bottom, -n],
    ] as const)
      if (!put(slot, side))
        return refused([
          finding(
            'stop',
            'winding.slot-holds-too-much',
            `Slot ${slot} would hold more than two coil sides. Look at the spans and at the coils of a group.`,
            ['span', 'groupSizes', 'kind'],
          ),
        ]);
  }
  const layerOf = (slot: number, side: number): Layer => {
    const other = second[slot]!;
    if (other === 0) return 'whole';
    // Of a first and a second side the first lies at the bore; of two alike the earlier coil.
    if (first[slot]! > 0 !== other > 0) return side > 0 ? 'bore' : 'back';
    return first[slot] === side ? 'bore' : 'back';
  };
  const mean = turnsSum / total;
  const share = new Float64Array(slots + 1);
  const coils = new Array<Coil>(total);
  let throws = 0;
  for (let n = 1; n <= total; n++) {
    const raw = raws[n - 1]!;
    const g = groups[groupOf[n - 1]!]!;
    const turnShare = (raw.turns ?? 1) / mean;
    const pitch = (raw.bottom - raw.top + slots) % slots;
    share[raw.top]! += turnShare;
    share[raw.bottom]! += turnShare;
    throws += turnShare * pitch;
    coils[n - 1] = {
      number: n,
      topSlot: raw.top,
      bottomSlot: raw.bottom,
      topLayer: layerOf(raw.top, n),
      bottomLayer: layerOf(raw.bottom, -n),
      pitch,
      turnShare,
      phase: g.phase,
      sign: raw.sign ?? g.sign,
      group: groupOf[n - 1]! + 1,
    };
  }
  const emptySlots: number[] = [];
  let [ones, twos, fullest] = [0, 0, 0];
  for (let slot = 1; slot <= slots; slot++) {
    if (first[slot] === 0) emptySlots.push(slot);
    else if (second[slot] === 0) ones++;
    else twos++;
    fullest = Math.max(fullest, share[slot]!);
  }
  return good({
    ...spec,
    polePairs: poles / 2,
    polePitch: slots / poles,
    slotsPerPolePerPhase: slots / (poles * 3),
    coils,
    groups: groups.map(({ phase, sign }, i) => ({
      number: i + 1,
      name: `${i + 1}${phase}`,
      phase,
      sign,
      polarity: sign > 0 ? 'N' : 'S',
      coils: numbers[i]!,
    })),
    meanPitch: throws / total,
    ...(even ? {} : { meanTurns: mean }),
    fullestSlot: fullest,
    emptySlots,
    layersFound: ones > 0 && twos > 0 ? 'mixed' : ones > 0 ? 'one' : 'two',
    exactlyBalanced: exactlyBalanced(coils, slots, poles / 2),
  });
}

/** Neither negative nor zero sequence in the sums of the coil-side phasors. Source: symmetrical components (Fortescue 1918). */
function exactlyBalanced(coils: readonly Coil[], slots: number, polePairs: number): boolean {
  const { positive, negative, zero } = sequences(phasePhasors({ slots, coils }, polePairs));
  return Math.max(negative, zero) < 1e-9 * positive;
}
