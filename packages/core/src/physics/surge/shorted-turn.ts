/** What turns that are closed on themselves do to the inductance of their coil and to the ring of the phase. */

export interface ShortedTurns {
  /** Self-inductance of the whole coil [H], and its turns. */
  readonly inductanceH: number;
  readonly turns: number;
  readonly shortedTurns: number;
  /** Between the closed turns and the rest [1]. */
  readonly coupling: number;
  readonly coilsInSeries: number;
  /** Of the closed loop [Ω]; 0 is a dead short. */
  readonly loopOhm: number;
  /** Where the loop has ohms, the frequency counts [Hz]. */
  readonly frequencyHz: number;
}

export interface ShortedTurnEffect {
  readonly coilH: number;
  readonly addedOhm: number;
  readonly phaseH: number;
  /** Ring as it is over the sound ring; null where nothing is left of the phase. */
  readonly frequencyRatio: number | null;
}

/**
 * Two coupled coils, the second closed through `loopOhm`; coils in series do not couple, one of them is faulty.
 * Source: coupled circuits, reflected impedance (ωM)²/(R + jωL₂); every textbook of circuit theory. Inductance goes with
 * the square of the turns.
 */
export function shortedTurnEffect(q: ShortedTurns): ShortedTurnEffect {
  const live = q.inductanceH * ((q.turns - q.shortedTurns) / q.turns) ** 2;
  const loop = q.inductanceH * (q.shortedTurns / q.turns) ** 2;
  const mutualSquared = q.coupling ** 2 * live * loop;
  const w = 2 * Math.PI * q.frequencyHz;
  const share =
    q.loopOhm === 0
      ? mutualSquared / loop ** 2
      : (w * w * mutualSquared) / (q.loopOhm ** 2 + (w * loop) ** 2);
  const coilH = q.loopOhm === 0 ? live * (1 - q.coupling ** 2) : live - loop * share;
  const phaseH = coilH + (q.coilsInSeries - 1) * q.inductanceH;
  return {
    coilH,
    addedOhm: share * q.loopOhm,
    phaseH,
    frequencyRatio: phaseH > 0 ? Math.sqrt((q.coilsInSeries * q.inductanceH) / phaseH) : null,
  };
}
