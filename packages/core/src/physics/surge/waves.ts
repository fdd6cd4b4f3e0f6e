/** Waves of a surge test as a tester or a file gives them. Volts are peak. */

export const SURGE_PHASES = ['U', 'V', 'W'] as const;
export type SurgePhase = (typeof SURGE_PHASES)[number];

export interface SurgeWave {
  readonly phase: SurgePhase;
  /** What the tester was set to [V]. */
  readonly setV: number;
  /** One reading every step [V]. */
  readonly samples: readonly number[];
}

/** All on one time base: waves on two cannot be laid over each other. */
export interface SurgeWaves {
  readonly stepUs: number;
  readonly waves: readonly SurgeWave[];
}

/** Levels that were pulsed, rising. */
export const levelsOf = ({ waves }: SurgeWaves): number[] =>
  [...new Set(waves.map((w) => w.setV))].sort((a, b) => a - b);

export const waveAt = ({ waves }: SurgeWaves, phase: SurgePhase, setV: number): SurgeWave | null =>
  waves.find((w) => w.phase === phase && w.setV === setV) ?? null;
