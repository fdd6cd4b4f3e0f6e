/** Winding factors from the phasor sum over the coil sides. */
import { PHASES, type WindingLayout, type Phase } from './layout.ts';
import { phasePhasors } from './phase-phasors.ts';
import { sequences } from './sequences.ts';

/** Coils of a phase, each counted by its turns. */
export const coilsOf = (layout: WindingLayout, phase: Phase) =>
  layout.coils.reduce((n, c) => n + (c.phase === phase ? c.turnShare : 0), 0);

/**
 * Winding factor of one phase: the share of the coil-side voltages left when they add as phasors.
 *   k_w(ν) = |Σ sign·(e^(jνα_top) − e^(jνα_bottom))| / (2·coils)
 * @param polePairs ν; default p. Electrical order relative to the working wave is ν / p.
 * @returns k_w [1], 0…1, a magnitude; no slot opening, no skew
 * Source: star of slots; equals the closed forms of distribution and pitch factor for whole slots per pole and phase
 * (Fitzgerald, Kingsley & Umans, Electric Machinery, app. B, from memory).
 */
export function windingFactor(layout: WindingLayout, polePairs = layout.polePairs, phase: Phase = 'U') {
  const z = phasePhasors(layout, polePairs)[PHASES.indexOf(phase)]!;
  return Math.hypot(z.re, z.im) / coilsOf(layout, phase);
}

/**
 * Winding factor of the three phases together: the positive sequence of their sums over the coils of a phase. That of one
 * phase where they are equal; where they are not, what a balanced supply makes its flux against.
 * @returns k_w [1], 0…1
 * Source: symmetrical components (Fortescue 1918), first principles.
 */
export const effectiveFactor = (layout: WindingLayout): number =>
  (3 * sequences(phasePhasors(layout, layout.polePairs)).positive) /
  PHASES.reduce((n, phase) => n + coilsOf(layout, phase), 0);

/**
 * Pitch factor k_p(ν) = |sin(ν·π·y/Q)| at the mean pitch y of the coils; 1 with one side a slot, where the sides of a
 * phase lie in whole belts whatever the single throws [1].
 * Source: Fitzgerald, Kingsley & Umans, app. B (from memory); two-layer concentric equals the lap winding at its mean throw.
 */
export const pitchFactor = (layout: WindingLayout, polePairs = layout.polePairs) =>
  inWholeBelts(layout) ? 1 : Math.abs(Math.sin((polePairs * Math.PI * layout.meanPitch) / layout.slots));

/** One side a slot and the factor of 60° belts of q slots: sin 30° / (q·sin(30°/q)). */
function inWholeBelts(layout: WindingLayout): boolean {
  const q = layout.slotsPerPolePerPhase;
  if (layout.layersFound !== 'one' || !Number.isInteger(q)) return false;
  return Math.abs(windingFactor(layout) - 0.5 / (q * Math.sin(Math.PI / 6 / q))) < 1e-9;
}

/**
 * Skew factor k_s(ν) = sin(ν·γ/2) / (ν·γ/2), γ = 2π·skew/Q [1].
 * @param skewSlots slots by which one end of the core is turned against the other
 * Source: Fourier integral over the skewed length, first principles.
 */
export function skewFactor(slots: number, skewSlots: number, polePairs: number): number {
  const half = (polePairs * Math.PI * skewSlots) / slots;
  return Math.abs(half) < 1e-9 ? 1 : Math.abs(Math.sin(half) / half);
}

export interface PhaseBalance {
  readonly phases: readonly {
    readonly phase: Phase;
    readonly coils: number;
    /** Voltage sum in full-pitch coils. */
    readonly magnitude: number;
    /** Electrical degrees from U, −180…180; +120 lies along rising slot numbers. */
    readonly angleDeg: number;
  }[];
  /** |negative sequence| / |positive sequence| [1]. */
  readonly negativeSequence: number;
  /** |zero sequence| / |positive sequence| [1]: alike in all three phases, it circulates in a delta. */
  readonly zeroSequence: number;
}

/** How equal the three phases are. Source: symmetrical components (Fortescue 1918), first principles. */
export function phaseBalance(layout: WindingLayout): PhaseBalance {
  const z = phasePhasors(layout, layout.polePairs);
  const start = Math.atan2(z[0].im, z[0].re);
  const { positive, negative, zero } = sequences(z);
  return {
    phases: PHASES.map((phase, i) => {
      const angle = ((Math.atan2(z[i]!.im, z[i]!.re) - start) * 180) / Math.PI;
      return {
        phase,
        coils: coilsOf(layout, phase),
        magnitude: Math.hypot(z[i]!.re, z[i]!.im),
        angleDeg: angle - 360 * Math.round(angle / 360),
      };
    }),
    negativeSequence: negative / positive,
    zeroSequence: zero / positive,
  };
}
