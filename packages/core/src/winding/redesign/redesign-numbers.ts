/** Turns and wire for other volts, frequency, poles or connection, from the figures alone. */
import { finding, good, refused, type Outcome } from '../../language/quantity/index.ts';

export interface WindingNumbers {
  readonly voltageV: number;
  readonly connection: 'star' | 'delta';
  readonly frequencyHz: number;
  readonly poles: number;
  readonly circuits: number;
  readonly windingFactor: number;
  readonly coilsPerPhase: number;
}

/** What stays when poles change: gap and tooth density, flux per pole in the back iron, or neither rises. */
export type HeldDensity = 'gap' | 'back-iron' | 'both';

export interface RedesignedNumbers {
  /** New turns over old, not rounded. */
  readonly turnsRatio: number;
  readonly turnsExact: number;
  readonly turns: number;
  /** Flux per pole, new over old. */
  readonly fluxRatio: number;
  readonly gapDensityRatio: number;
  readonly backIronDensityRatio: number;
  /** What whole turns do to the density: exact over whole. */
  readonly densityAfterRounding: number;
  /** The same copper in the slots, with exact and with whole turns; null where the old area is not known [mm²]. */
  readonly areaExactMm2: number | null;
  readonly areaMm2: number | null;
}

const phaseV = (n: Pick<WindingNumbers, 'voltageV' | 'connection'>) =>
  n.connection === 'star' ? n.voltageV / Math.sqrt(3) : n.voltageV;

/**
 * U_phase ∝ f · k_w · Φ · coils · T / circuits, for the old winding and the new.
 * @param turns of a coil of the old winding; areaMm2 bare copper of one turn
 * Source: induced voltage; first principles.
 */
export function redesignNumbers(
  old: WindingNumbers & { readonly turns: number; readonly areaMm2?: number | undefined },
  now: WindingNumbers,
  hold: HeldDensity,
): Outcome<RedesignedNumbers> {
  const atGap = old.poles / now.poles;
  const fluxRatio = hold === 'gap' ? atGap : hold === 'back-iron' ? 1 : Math.min(atGap, 1);
  const per = (n: WindingNumbers) =>
    phaseV(n) / ((n.frequencyHz * n.windingFactor * n.coilsPerPhase) / n.circuits);
  const turnsRatio = per(now) / per(old) / fluxRatio;
  const turnsExact = old.turns * turnsRatio;
  const turns = Math.floor(turnsExact + 0.5);
  if (turns < 1)
    return refused([
      finding(
        'stop',
        'redesign.no-turn',
        `That comes to ${turnsExact.toFixed(2)} turns a coil, less than half of one: more circuits, or another connection, would need whole turns.`,
        ['circuits', 'connection'],
      ),
    ]);
  const copper =
    old.areaMm2 === undefined ? null : old.areaMm2 * old.turns * (old.coilsPerPhase / now.coilsPerPhase);
  return good({
    turnsRatio,
    turnsExact,
    turns,
    fluxRatio,
    gapDensityRatio: fluxRatio / atGap,
    backIronDensityRatio: fluxRatio,
    densityAfterRounding: turnsExact / turns,
    areaExactMm2: copper === null ? null : copper / turnsExact,
    areaMm2: copper === null ? null : copper / turns,
  });
}
