/** What a winding is once laid out: coils in slots, groups of coils, and what a layout is asked for. */
import { finding, good, refused, type Outcome } from '../quantity/index.ts';
import { nearestPoles } from './phase-belts.ts';
import { sequences } from './unequal-groups.ts';

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
  /** Coils in each group round the bore, as found; found by reckoning when absent. */
  readonly groupSizes?: readonly number[];
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
  const sides: { side: 'top' | 'bottom'; coil: number }[][] = Array.from({ length: slots + 1 }, () => []);
  const all: { raw: RawCoil; group: number; number: number }[] = [];
  groups.forEach((g, i) => {
    for (const raw of g.coils)
      all.push({ raw, group: i + 1, number: numberBySlot ? raw.top : all.length + 1 });
  });
  all.sort((a, b) => a.number - b.number);
  for (const { raw, number } of all) {
    sides[raw.top]!.push({ side: 'top', coil: number });
    sides[raw.bottom]!.push({ side: 'bottom', coil: number });
  }
  const crowded = sides.findIndex((s) => s.length > 2);
  if (crowded > 0)
    return refused([
      finding(
        'stop',
        'winding.slot-holds-too-much',
        `Slot ${crowded} would hold ${sides[crowded]!.length} coil sides; two fit. Look at the spans and at the coils of a group.`,
        ['span', 'groupSizes', 'kind'],
      ),
    ]);
  const layerOf = (slot: number, coil: number, side: 'top' | 'bottom'): Layer => {
    const here = sides[slot]!;
    if (here.length === 1) return 'whole';
    const mixed = here[0]!.side !== here[1]!.side;
    if (mixed) return side === 'top' ? 'bore' : 'back';
    return here[0]!.coil === coil ? 'bore' : 'back';
  };
  const turns = all.map(({ raw }) => raw.turns ?? 1);
  const mean = turns.reduce((s, t) => s + t, 0) / turns.length;
  const coils = all.map(({ raw, group, number }, i): Coil => {
    const g = groups[group - 1]!;
    return {
      number,
      topSlot: raw.top,
      bottomSlot: raw.bottom,
      topLayer: layerOf(raw.top, number, 'top'),
      bottomLayer: layerOf(raw.bottom, number, 'bottom'),
      pitch: (raw.bottom - raw.top + slots) % slots,
      turnShare: turns[i]! / mean,
      phase: g.phase,
      sign: raw.sign ?? g.sign,
      group,
    };
  });
  const numbersOf = new Map<RawCoil, number>(all.map(({ raw, number }) => [raw, number]));
  const shareIn = new Array<number>(slots + 1).fill(0);
  for (const c of coils) {
    shareIn[c.topSlot]! += c.turnShare;
    shareIn[c.bottomSlot]! += c.turnShare;
  }
  const sideCounts = new Set(sides.slice(1).flatMap((s) => (s.length ? [s.length] : [])));
  return good({
    ...spec,
    polePairs: poles / 2,
    polePitch: slots / poles,
    slotsPerPolePerPhase: slots / (poles * 3),
    coils,
    groups: groups.map((g, i) => ({
      number: i + 1,
      name: `${i + 1}${g.phase}`,
      phase: g.phase,
      sign: g.sign,
      polarity: g.sign > 0 ? 'N' : 'S',
      coils: g.coils.map((c) => numbersOf.get(c)!),
    })),
    meanPitch: coils.reduce((s, c) => s + c.turnShare * c.pitch, 0) / coils.length,
    ...(turns.some((t) => t !== 1) ? { meanTurns: mean } : {}),
    fullestSlot: Math.max(...shareIn),
    emptySlots: sides.flatMap((s, slot) => (slot > 0 && s.length === 0 ? [slot] : [])),
    layersFound: sideCounts.size > 1 ? 'mixed' : sideCounts.has(1) ? 'one' : 'two',
    exactlyBalanced: exactlyBalanced(coils, slots, poles / 2),
  });
}

/** No negative sequence in the sums of the coil-side phasors. Source: symmetrical components (Fortescue 1918). */
function exactlyBalanced(coils: readonly Coil[], slots: number, polePairs: number): boolean {
  const step = (2 * Math.PI) / slots;
  const sums = PHASES.map((phase) => {
    let re = 0;
    let im = 0;
    for (const c of coils) {
      if (c.phase !== phase) continue;
      const way = c.sign * c.turnShare;
      const a = step * ((polePairs * (c.topSlot - 1)) % slots);
      const b = step * ((polePairs * (c.bottomSlot - 1)) % slots);
      re += way * (Math.cos(a) - Math.cos(b));
      im += way * (Math.sin(a) - Math.sin(b));
    }
    return { re, im };
  });
  const { positive, negative } = sequences([sums[0]!, sums[1]!, sums[2]!]);
  return negative < 1e-9 * positive;
}
