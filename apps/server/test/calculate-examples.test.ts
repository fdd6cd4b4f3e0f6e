/** Every address that calculates: its example in the documentation as it stands there, and what no address takes. */
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ADDRESSES } from '../src/calculate/sections/registry.ts';
import { startServer } from './harness.ts';

let shop: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  shop = await startServer();
});
afterAll(() => shop.stop());

const documentation = readFileSync(new URL('../../../docs/calculate.md', import.meta.url), 'utf8');
/** Address, question, answer. */
const examples = documentation
  .split(/^### calculate\//m)
  .slice(1)
  .map((part) => {
    const [question, answer] = [...part.matchAll(/```json\n([\s\S]*?)```/g)].map(
      (m) => JSON.parse(m[1]!) as Record<string, unknown>,
    );
    return { address: part.slice(0, part.indexOf('\n')).trim(), question: question!, answer: answer! };
  });

/** Figures to the eight digits that are printed, everything else as it is; rounding around 0 is 0. */
function rounded(value: unknown): unknown {
  if (typeof value === 'number') return Math.abs(value) < 1e-12 ? 0 : Number(value.toPrecision(8));
  if (Array.isArray(value)) return value.map(rounded);
  if (value && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, rounded(v)]));
  return value;
}

describe('the examples of docs/calculate.md', () => {
  it('there is one for every address, with every part of it', () => {
    const shown = new Map<string, Set<string>>();
    for (const { address, question } of examples)
      shown.set(address, new Set([...(shown.get(address) ?? []), ...Object.keys(question)]));
    // Two addresses are about a winding and have their examples with it.
    const wanted = Object.keys(ADDRESSES).filter((name) => name !== 'single-phase' && name !== 'wire');
    expect([...shown.keys()].sort()).toEqual(wanted.sort());
    for (const name of wanted) {
      const { def } = ADDRESSES[name as keyof typeof ADDRESSES].request as unknown as {
        def: { shape?: Record<string, { def: { type: string; innerType?: { def: { type: string } } } }> };
      };
      // Parts are objects, alternatives among them; single figures are not parts.
      const parts = Object.entries(def.shape ?? {}).filter(([, field]) =>
        ['object', 'union'].includes(field.def.innerType?.def.type ?? ''),
      );
      if (parts.length === Object.keys(def.shape ?? {}).length)
        expect(
          parts.map(([part]) => part).filter((part) => !shown.get(name)!.has(part)),
          name,
        ).toEqual([]);
    }
  });
  it.each(examples.map((e, i) => [`${e.address} (${i + 1})`, e] as const))('%s', async (_, e) => {
    const { status, body } = await shop.lead.post<Record<string, unknown>>(
      `calculate/${e.address}`,
      e.question,
    );
    expect(status, JSON.stringify(body).slice(0, 300)).toBe(200);
    const { core: __, ...answer } = body;
    expect(rounded(answer)).toEqual(rounded(e.answer));
  });
});

describe('what no address takes', () => {
  it.each([
    [
      'a field it does not know',
      'oven',
      { after: { minutes: 1, startC: 20, ovenC: 100, constantMin: 60, x: 1 } },
    ],
    ['no section at all', 'surge', {}],
    ['ohms of nothing', 'resistance', { correct: { ohm: 0, temperatureC: 20, toTemperatureC: 25 } }],
    ['a figure as a word', 'life', { factor: { temperatureC: '145', referenceC: 155 } }],
    ['lists of unequal length', 'leakage-steps', { voltageV: [1, 2, 3], currentUa: [1, 2] }],
    ['waves of unequal length', 'surge', { compare: { reference: [1, 2], other: [1, 2, 3] } }],
    ['a wave of nothing as the reference', 'surge', { compare: { reference: [0, 0], other: [1, 2] } }],
    [
      'two trials that do the same',
      'balance-run',
      {
        initial: [
          { magnitude: 10, angleDeg: 0 },
          { magnitude: 5, angleDeg: 90 },
        ],
        runs: [
          [
            { magnitude: 12, angleDeg: 0 },
            { magnitude: 6, angleDeg: 90 },
          ],
          [
            { magnitude: 12, angleDeg: 0 },
            { magnitude: 6, angleDeg: 90 },
          ],
        ],
        trials: [
          { magnitude: 2, angleDeg: 0 },
          { magnitude: 2, angleDeg: 0 },
        ],
      },
    ],
    [
      'a wave winding that does not close',
      'armature',
      { bars: { bars: 24, winding: 'wave', coilOhm: 1, polePairs: 2 } },
    ],
    [
      'more power than the circuit gives',
      'machine',
      {
        circuit: { r1Ohm: 0.6, x1Ohm: 1.1, r2Ohm: 0.3, x2Ohm: 0.5, xmOhm: 26 },
        voltageV: 460,
        frequencyHz: 60,
        poles: 4,
        shaftPowerW: 1e6,
      },
    ],
    [
      'three leads that no winding reads',
      'resistance',
      { branches: { connection: 'star', uvOhm: 1, vwOhm: 1, wuOhm: 3 } },
    ],
    ['volts without a triangle', 'resistance', { lineVoltages: { uvV: 400, vwV: 100, wuV: 100 } }],
    ['a comma that may be thousands', 'units', { dimension: 'voltage', typed: '1,200 V', to: 'V' }],
    ['a limit above the other', 'control-chart', { capability: { mean: 1, sigma: 1, lower: 3, upper: 2 } }],
    [
      'a class without its polynomial',
      'losses',
      { class: { class: 'IE3', poles: 4, powerKw: 7.5, frequencyHz: 60 } },
    ],
    [
      'a log whose time runs back',
      'cure',
      { log: { minutes: [0, 10, 5], partC: [20, 30, 40], referenceC: 130 } },
    ],
  ])('%s', async (_, address, question) => {
    const { status, body } = await shop.lead.post<{ findings: { message: string; fields: string[] }[] }>(
      `calculate/${address}`,
      question,
    );
    expect(status).toBe(400);
    expect(body.findings.length).toBeGreaterThan(0);
    expect(body.findings[0]!.message).toMatch(/\w/);
  });
});
