/** How fast readings are judged: waves, runs of a rotor, a motor full of readings; each also against a plain loop over its figures. */
import { line } from './pace.mjs';

const timed = (rounds, work) => {
  work();
  const from = performance.now();
  for (let i = 0; i < rounds; i++) work();
  return (performance.now() - from) / rounds;
};
const ratio = (ms, base) => `${ms.toFixed(2)} ms, ${(ms / base).toFixed(1)} times the loop`;

/** @param core the compiled core */
export function benchJudging({ ringVolts, analyseWaves, solveInfluence, solveRuns, judgeTest, TEST_KINDS }) {
  const time = Array.from({ length: 100_000 }, (_, i) => i * 1.5e-9);
  const waves = {
    stepUs: 0.0015,
    waves: ['U', 'V', 'W'].map((phase, k) => ({
      phase,
      setV: 1600,
      samples: ringVolts(
        { inductanceH: 1.35e-3 * (1 + 0.02 * k), capacitanceF: 4e-8, resistanceOhm: 37 },
        1600,
        time,
      ),
    })),
  };
  const [u, v] = waves.waves.map((w) => w.samples);
  const loop = timed(20, () => {
    let sum = 0;
    for (let pair = 0; pair < 3; pair++) for (let i = 0; i < u.length; i++) sum += Math.abs(u[i] - v[i]);
    return sum;
  });
  line(
    'Surge: 3 × 100,000 samples compared and fitted',
    ratio(
      timed(5, () => analyseWaves(waves)),
      loop,
    ),
    '200 ms',
  );

  const vector = (k) => ({ magnitude: 1 + ((k * 37) % 11), angleDeg: (k * 71) % 360 });
  const runs = (sensors, planes) => ({
    initial: Array.from({ length: sensors }, (_, i) => vector(i)),
    runs: Array.from({ length: planes }, (_, p) =>
      Array.from({ length: sensors }, (__, i) => vector(3 * i + 7 * p + 1)),
    ),
    trials: Array.from({ length: planes }, (_, p) => vector(5 * p + 2)),
    trialsLeftIn: false,
  });
  const plain = timed(2000, () => {
    let sum = 0;
    for (let i = 0; i < 20 * 8 * 8; i++) sum += Math.cos(i);
    return sum;
  });
  line(
    'Balance: eight planes by twenty readings, least squares',
    ratio(
      timed(200, () => solveInfluence(runs(20, 8))),
      plain,
    ),
    '5 ms',
  );
  const job = [
    [[4.89, 219], [3.13, 162], []],
    [[4.08, 179], [3.5, 143], [['A', 25, 60]]],
    [[4.39, 227], [0.95, 194], [['B', 20, 300]]],
    [
      [1.62, 176],
      [0.44, 152],
      [
        ['A', 18, 0],
        ['A', 12, 30],
        ['B', 14, 270],
        ['B', 8, 300],
      ],
    ],
  ].map(([a, b, weights]) => ({
    speedRpm: 900,
    readings: [a, b].map(([magnitude, angleDeg]) => ({ magnitude, angleDeg })),
    weights: weights.map(([plane, massG, angleDeg]) => ({ plane, massG, angleDeg })),
  }));
  const rotor = { radiiMm: [140, 140], readsUnbalance: false, angleIsLight: false };
  line(
    'Balance: two planes from four runs',
    ratio(
      timed(500, () => solveRuns(job, rotor)),
      plain,
    ),
    '5 ms',
  );

  const kinds = Object.values(TEST_KINDS).filter((k) => !k.needsLog && !k.examples.sound.winding);
  const readings = Array.from({ length: 60 }, (_, i) => kinds[i % kinds.length]);
  const judged = timed(20, () =>
    readings.map((k) => judgeTest(k.id, k.examples.sound.typed, { plate: k.examples.sound.plate ?? {} })),
  );
  line('Judging 60 readings of every kind', ratio(judged, plain), '50 ms');
}
