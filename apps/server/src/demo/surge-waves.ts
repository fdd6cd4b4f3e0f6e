/** Made-up waves of a surge test: a capacitor discharged into each phase, with a little noise. */
import { ringVolts, shortedTurnEffect, SURGE_PHASES, type SurgePhase, type SurgeWaves } from '@norther/core';

const STEP_US = 0.25;
const SAMPLES = 640;
const CAPACITANCE_F = 4e-8;
const COILS = 12;
const TURNS = 17;

export interface MadeUpSurge {
  readonly levelsV: readonly number[];
  /** Of a whole phase. */
  readonly inductanceH: number;
  readonly resistanceOhm: number;
  /** Turns of one coil that break over, and from which volts on. */
  readonly fault?: { readonly phase: SurgePhase; readonly turns: number; readonly fromV: number };
}

export function surgeWaves(q: MadeUpSurge): SurgeWaves {
  const time = Array.from({ length: SAMPLES }, (_, i) => i * STEP_US * 1e-6);
  let random = 12345;
  const noise = () => {
    random = (random * 16807) % 2147483647;
    return random / 1073741823.5 - 1;
  };
  const sound = { inductanceH: q.inductanceH, capacitanceF: CAPACITANCE_F, resistanceOhm: q.resistanceOhm };
  return {
    stepUs: STEP_US,
    waves: SURGE_PHASES.flatMap((phase, k) =>
      q.levelsV.map((setV) => {
        const { fault } = q;
        // No two phases of a wound stator are quite alike.
        const own = { ...sound, inductanceH: sound.inductanceH * (1 + 0.002 * k) };
        const circuit = fault?.phase === phase && setV >= fault.fromV ? withShort(own, fault.turns) : own;
        return {
          phase,
          setV,
          samples: ringVolts(circuit, setV, time).map((v) =>
            Number((v + 0.004 * setV * noise()).toPrecision(4)),
          ),
        };
      }),
    ),
  };
}

function withShort(own: { inductanceH: number; capacitanceF: number; resistanceOhm: number }, turns: number) {
  const coil = own.inductanceH / COILS;
  const effect = shortedTurnEffect({
    inductanceH: coil,
    turns: TURNS,
    shortedTurns: turns,
    coupling: 0.9,
    coilsInSeries: COILS,
    loopOhm: (own.resistanceOhm / (COILS * TURNS)) * turns,
    frequencyHz: 1 / (2 * Math.PI * Math.sqrt(own.inductanceH * own.capacitanceF)),
  });
  return { ...own, inductanceH: effect.phaseH, resistanceOhm: own.resistanceOhm + effect.addedOhm };
}
