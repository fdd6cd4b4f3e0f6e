/** Criteria sets of a shop: who may change them, and that a motor is held to the one agreed for it. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import { QUARRY, startServer, type Problem } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  s = await startServer();
  expect((await s.lead.post('motors', QUARRY)).status).toBe(201);
});
afterAll(() => s.stop());

interface Set {
  id: string;
  version: number;
  typed: Record<string, string>;
}
interface File {
  criteria: { published: string | null; own: Record<string, string> | null };
  readings: {
    outcome: { judgement: { verdict: string; figures: { scale?: { limits: { name: string }[] } }[] } };
  }[];
}
const file = async () => (await s.lead.get<File>('motors/4001')).body;

it('is entered and changed by a lead only, under a name of its own', async () => {
  const typed = { name: 'Quay cranes', resistanceUnbalance: '5' };
  expect((await s.tester.post<Problem>('criteria', { typed })).status).toBe(403);
  const added = await s.lead.post<Set>('criteria', { typed });
  expect(added.status).toBe(201);
  expect((await s.lead.post<Problem>('criteria', { typed: { ...typed, name: 'quay CRANES' } })).status).toBe(
    409,
  );
  const wrong = await s.lead.post<Problem>('criteria', { typed: { name: 'x', resistanceUnbalance: '50' } });
  expect([wrong.status, wrong.body.findings[0]!.fields]).toEqual([400, ['resistanceUnbalance']]);
  const stale = { typed, version: added.body.version + 4 };
  expect((await s.lead.put<Problem>(`criteria/${added.body.id}`, stale)).status).toBe(409);
});

it('is held to by the motor it was agreed for, else the shop’s; the API, the record and the dossier say the same', async () => {
  const [set] = (await s.lead.get<Set[]>('criteria')).body;
  const ohms = { uv: '1', vw: '1', wu: '1.037', temperature: '25' };
  const kept = await s.tester.post<{ verdict: string }>('motors/4001/readings', {
    kind: 'resistance',
    stage: 'incoming',
    typed: ohms,
  });
  expect([kept.status, kept.body.verdict]).toEqual([201, 'stop']);
  const limit = async () =>
    (await file()).readings.at(-1)!.outcome.judgement.figures[0]!.scale!.limits[0]!.name;
  expect(await limit()).toBe('limit 2 %');
  // The shop holds all to the set for reconditioned motors.
  const { body: shop } = await s.lead.get<{ settings: { typed: Record<string, string>; version: number } }>(
    'shop',
  );
  const saved = await s.lead.put('shop/settings', {
    typed: { ...shop.settings.typed, criteria: 'reconditioned' },
    version: shop.settings.version,
  });
  expect(saved.status).toBe(200);
  expect(await limit()).toBe('limit 3 %');
  // This one customer has limits of their own.
  const agreed = await s.lead.put('motors/4001/write-ups/agreement', {
    body: { criteria: set!.id },
    version: 0,
  });
  expect(agreed.status).toBe(200);
  expect(await limit()).toBe('limit 5 %');
  expect((await file()).criteria.own).toMatchObject({ resistanceUnbalance: '5' });
  const { criteria, tests } = (
    await s.lead.get<{ criteria: string; tests: { figures: { limits: string[]; source: string }[] }[] }>(
      'motors/4001/dossier.json',
    )
  ).body;
  expect([criteria, tests[0]!.figures[0]!.limits, tests[0]!.figures[0]!.source]).toEqual([
    'Quay cranes',
    ['limit 5 %'],
    expect.stringContaining('Quay cranes'),
  ]);
});
