/** Waves of a surge test: the figures are taken from them, they travel with the record, and no other test takes them. */
import { ringVolts, type SurgeWaves } from '@norther/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { shopOf, startServer, type Problem } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer();
  shop = shopOf(s);
});
afterAll(() => s.stop());

const time = Array.from({ length: 600 }, (_, i) => i * 2.5e-7);
/** W rings faster and is damped more. */
const waves: SurgeWaves = {
  stepUs: 0.25,
  waves: (['U', 'V', 'W'] as const).flatMap((phase) =>
    [900, 1800].map((setV) => ({
      phase,
      setV,
      samples: ringVolts(
        phase === 'W'
          ? { inductanceH: 1.28e-3, capacitanceF: 4e-8, resistanceOhm: 45 }
          : { inductanceH: 1.35e-3, capacitanceF: 4e-8, resistanceOhm: 37 },
        setV,
        time,
      ),
    })),
  ),
};

interface Shown {
  readonly readings: readonly {
    readonly id: string;
    readonly typed: Record<string, string>;
    readonly waveCount: number;
    readonly outcome: { readonly judgement: { readonly verdict: string } };
  }[];
}

describe('waves with a reading', () => {
  it('decide what the figures are, whatever else was sent, and come back as they were', async () => {
    const { number } = await shop.motor();
    const kept = await s.tester.post<{ verdict: string }>(`motors/${number}/readings`, {
      kind: 'surge',
      stage: 'incoming',
      typed: { rotor: 'out', areaUV: '0', areaVW: '0', areaWU: '0', pulseW: '0', testVoltage: '9000' },
      waves,
    });
    expect([kept.status, kept.body.verdict]).toEqual([201, 'stop']);
    const { body } = await s.tester.get<Shown>(`motors/${number}`);
    const [reading] = body.readings;
    expect(reading!.typed['testVoltage']).toBe('1800 V');
    expect(Number(reading!.typed['areaVW'])).toBeGreaterThan(10);
    expect(Number(reading!.typed['areaUV'])).toBeLessThan(1);
    expect(reading!.waveCount).toBe(6);
    expect(JSON.stringify(body)).not.toContain('samples');
    const back = await s.tester.get<SurgeWaves>(`motors/${number}/readings/${reading!.id}/waves`);
    expect(back.body).toEqual(waves);
    const record = await s.lead.get<{ readings: { waves?: SurgeWaves }[] }>(`motors/${number}/record.json`);
    expect(record.body.readings[0]!.waves).toEqual(waves);
  });
  it('are refused of unequal length, of nothing, and with a test that has none', async () => {
    const { number } = await shop.motor();
    const send = (kind: string, w: unknown) =>
      s.tester.post<Problem>(`motors/${number}/readings`, {
        kind,
        stage: 'incoming',
        typed: kind === 'surge' ? { rotor: 'out' } : { uv: '1', vw: '1', wu: '1', temperature: '20' },
        waves: w,
      });
    const cut = { ...waves, waves: waves.waves.map((w, i) => ({ ...w, samples: w.samples.slice(i) })) };
    const flat = { ...waves, waves: waves.waves.map((w) => ({ ...w, samples: w.samples.map(() => 0) })) };
    for (const [kind, w, code] of [
      ['surge', cut, 'surge.unequal'],
      ['surge', flat, 'surge.flat'],
      ['resistance', waves, 'test.takes-no-waves'],
    ] as const) {
      const answer = await send(kind, w);
      expect([answer.status, answer.body.findings[0]!.code]).toEqual([400, code]);
    }
    expect((await send('surge', { stepUs: 0.25, waves: [] })).status).toBe(400);
    expect((await s.tester.get<Shown>(`motors/${number}`)).body.readings).toEqual([]);
  });
});
