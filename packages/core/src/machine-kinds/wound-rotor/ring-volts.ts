/** Slip-ring rotors: volts at the open rings, and rotor ohms as the stator sees them. Source: the induction machine as a transformer of turns in series times winding factor; M. Liwschitz-Garik, Alternating-Current Machines, from memory. */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export interface PhaseWinding {
  readonly connection: 'star' | 'delta';
  /** In series, of a phase. */
  readonly seriesTurns: number;
  readonly windingFactor: number;
  /** Three when absent. */
  readonly phases?: number | undefined;
}

/** Rotor over stator, effective turns of a phase. @returns refused for a rotor or stator of another number of phases */
export function turnsRatio(stator: PhaseWinding, rotor: PhaseWinding): Outcome<number> {
  for (const [name, { phases = 3 }] of Object.entries({ stator, rotor }))
    if (phases !== 3)
      return refuse(
        'wound-rotor.phases',
        `A ${name} of ${phases} phases is not worked out: only three-phase windings are, whose rings carry equal currents a third of a turn apart.`,
        `${name}.phases`,
      );
  const effective = (w: PhaseWinding) => w.seriesTurns * w.windingFactor;
  return good(effective(rotor) / effective(stator));
}

const ROOT3 = Math.sqrt(3);

/** From ring to ring with the rings open, without leakage. @param slip 1 at standstill */
export function openRing(
  lineV: number,
  stator: PhaseWinding,
  rotor: PhaseWinding,
  slip: number,
  lineHz: number | null,
): Outcome<{ ringV: number; ringHz: number | null; ratio: number }> {
  const ratio = turnsRatio(stator, rotor);
  if (!ratio.ok) return ratio;
  const phaseV = stator.connection === 'star' ? lineV / ROOT3 : lineV;
  return good({
    ringV: phaseV * ratio.value * (rotor.connection === 'star' ? ROOT3 : 1) * slip,
    ringHz: lineHz === null ? null : slip * lineHz,
    ratio: ratio.value,
  });
}

/** Rotor ohms of the phase, as each stator phase sees them [Ω]. */
export function referredOhm(
  stator: PhaseWinding,
  rotor: PhaseWinding,
  ringToRingOhm: number,
): Outcome<number> {
  const ratio = turnsRatio(stator, rotor);
  if (!ratio.ok) return ratio;
  const phase = rotor.connection === 'star' ? ringToRingOhm / 2 : (ringToRingOhm * 3) / 2;
  return good(phase / ratio.value ** 2);
}
