/** How fast the computation is by itself. */
import { join } from 'node:path';
import { build } from 'vite';
import { ROOT } from '../prepare.mjs';
import { benchJudging } from './judging.mjs';
import { benchRunLog } from './run-log.mjs';
import { line } from './pace.mjs';

/** The core, compiled as the applications compile it. */
export async function benchCore() {
  const outDir = join(ROOT, 'node_modules/.norther-bench');
  await build({
    root: ROOT,
    configFile: false,
    logLevel: 'error',
    build: {
      ssr: true,
      outDir,
      emptyOutDir: true,
      minify: false,
      rolldownOptions: {
        input: {
          index: join(ROOT, 'packages/core/src/index.ts'),
          records: join(ROOT, 'packages/records/src/index.ts'),
        },
      },
    },
  });
  const core = await import(join(outDir, 'index.js'));
  const records = await import(join(outDir, 'records.js'));
  const { analyseWinding, WindingSearch, DEFAULT_LIMITS } = core;
  const input = {
    winding: {
      slots: 96,
      poles: 8,
      pitch: 10,
      turnsPerCoil: 6,
      wires: [{ count: 6, bareDiameterMm: 1.06 }],
      circuits: 4,
      connection: 'delta',
    },
    core: { boreDiameterMm: 400, coreLengthMm: 300, backIronMm: 40, toothWidthMm: 7, slotAreaMm2: 320 },
    supply: { voltageV: 400, frequencyHz: 50, currentA: 250 },
  };
  for (const [working, wanted] of [
    [true, '1 ms'],
    [false, '0.2 ms'],
  ]) {
    for (let i = 0; i < 3000; i++) analyseWinding(input, working);
    const rounds = 5000;
    const from = performance.now();
    for (let i = 0; i < rounds; i++) analyseWinding(input, working);
    const each = (performance.now() - from) / rounds;
    line(`Analysis of 96 slots, ${working ? 'with' : 'without'} working`, `${each.toFixed(3)} ms`, wanted);
  }
  for (const [kind, winding] of [
    ['lap', { pitch: 10 }],
    ['concentric', { kind: 'concentric', pitch: 13, pitches: [13, 11, 9, 7] }],
  ]) {
    const large = {
      ...input,
      winding: { ...input.winding, slots: 144, poles: 12, ...winding },
      settings: { highestHarmonic: 100 },
    };
    for (let i = 0; i < 300; i++) analyseWinding(large, false);
    const from = performance.now();
    for (let i = 0; i < 1000; i++) analyseWinding(large, false);
    const each = (performance.now() - from) / 1000;
    line(`Analysis of 144 slots, ${kind}, harmonics to 100`, `${each.toFixed(3)} ms`, '1 ms');
  }
  const search = new WindingSearch(searchSpace(DEFAULT_LIMITS));
  const from = performance.now();
  const { considered, within } = search.step(Infinity);
  const seconds = (performance.now() - from) / 1000;
  line(
    `Search: ${(considered / 1e6).toFixed(1)} million combinations, ${within} within, ${seconds.toFixed(2)} s`,
    `${(considered / seconds / 1e6).toFixed(1)} M/s`,
    '1 M/s',
  );
  benchJudging(core);
  benchRunLog(core, records);
}

/** Every span, turn, circuit and mix of up to three sizes that a 48-slot core allows. */
const searchSpace = (limits) => ({
  winding: { slots: 48, poles: 4, pitch: 10 },
  core: { boreDiameterMm: 200, coreLengthMm: 190, backIronMm: 33, toothWidthMm: 7.2, slotAreaMm2: 250 },
  supply: { voltageV: 400, frequencyHz: 50, currentA: 56 },
  stock: [0.8, 0.85, 0.9, 0.95, 1, 1.06, 1.12, 1.18, 1.25, 1.32, 1.4].map((bareDiameterMm, i) => ({
    id: String(i),
    bareDiameterMm,
    grade: 2,
    massKg: 20,
  })),
  bundles: { mostSizes: 3, mostStrands: 10 },
  limits,
  pitches: [7, 8, 9, 10, 11, 12],
  turns: { from: 4, to: 60 },
  circuits: [1, 2, 4],
  connections: ['star', 'delta'],
  emfRatio: 1,
  stackingFactor: 0.95,
  linerThicknessMm: 0.3,
  wedgeThicknessMm: 2,
  rank: 'least-loss',
  keep: 60,
});
