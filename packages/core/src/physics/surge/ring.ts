/** A capacitor discharged into a winding: how the wave rings and dies. Volts are peak. */

export interface RingCircuit {
  readonly inductanceH: number;
  readonly capacitanceF: number;
  readonly resistanceOhm: number;
}

export interface Ring {
  readonly dampingPerS: number;
  readonly undampedHz: number;
  readonly dampingRatio: number;
  /** From this resistance on it does not ring [Ω]. */
  readonly criticalOhm: number;
  /** These three are null where it does not ring. */
  readonly dampedHz: number | null;
  readonly logDecrement: number | null;
  /** What is left of a peak a whole period later [1]. */
  readonly peakRatioPerCycle: number | null;
}

/** Series circuit. Source: every textbook of circuit theory, second-order response. */
export function ringOf({ inductanceH: l, capacitanceF: c, resistanceOhm: r }: RingCircuit): Ring {
  const dampingPerS = r / (2 * l);
  const undamped = 1 / Math.sqrt(l * c);
  const dampingRatio = (r / 2) * Math.sqrt(c / l);
  const rings = dampingRatio < 1;
  const dampedHz = rings ? (undamped * Math.sqrt(1 - dampingRatio ** 2)) / (2 * Math.PI) : null;
  const logDecrement = dampedHz === null ? null : dampingPerS / dampedHz;
  return {
    dampingPerS,
    undampedHz: undamped / (2 * Math.PI),
    dampingRatio,
    criticalOhm: 2 * Math.sqrt(l / c),
    dampedHz,
    logDecrement,
    peakRatioPerCycle: logDecrement === null ? null : Math.exp(-logDecrement),
  };
}

/** So near to critical damping the general forms lose their digits. */
const NEAR = 1e-5;

/**
 * Volts over time, the capacitor at `startV` and no current at the start: a sine stands beside the cosine.
 * @param timeS from the start [s]
 */
export function ringVolts(circuit: RingCircuit, startV: number, timeS: readonly number[]): number[] {
  const { dampingPerS: a, dampingRatio } = ringOf(circuit);
  const w0 = 1 / Math.sqrt(circuit.inductanceH * circuit.capacitanceF);
  const difference = w0 * w0 - a * a;
  if (Math.abs(dampingRatio - 1) < NEAR) {
    // Both forms by their series about the critical one, to the fourth power of the small difference.
    return timeS.map((t) => {
      const x = difference * t * t;
      return startV * Math.exp(-a * t) * (1 - x / 2 + (x * x) / 24 + a * t * (1 - x / 6 + (x * x) / 120));
    });
  }
  if (dampingRatio < 1) {
    const w = Math.sqrt(difference);
    return timeS.map((t) => startV * Math.exp(-a * t) * (Math.cos(w * t) + (a / w) * Math.sin(w * t)));
  }
  const root = Math.sqrt(-difference);
  // The slow one from the product of both, which keeps its digits far beyond critical damping.
  const fast = -a - root;
  const slow = (w0 * w0) / fast;
  return timeS.map((t) => (startV * (fast * Math.exp(slow * t) - slow * Math.exp(fast * t))) / (fast - slow));
}
