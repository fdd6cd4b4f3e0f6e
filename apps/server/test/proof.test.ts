/** Proof has an order: old readings open no gate, later changes void them, and what was signed is corrected in the open. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { QUARRY, QUARRY_CARD, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
beforeAll(async () => {
  s = await startServer();
});
afterAll(() => s.stop());

interface Problem {
  title: string;
  findings: { code: string; message: string }[];
}
interface File {
  motor: { version: number; shippedAt: string | null };
  steps: { station: string; typed: Record<string, string>; signedBy: string | null; version: number }[];
  readings: {
    id: string;
    kind: string;
    voided: { code: string; message: string } | null;
    withdrawn: object | null;
  }[];
  gates: { gate: string; open: boolean; findings: { code: string; message: string }[] }[];
}
const insulation = { testVoltage: '500', oneMinute: '640', temperature: '22' };
const ohms = { uv: '0.5', vw: '0.5', wu: '0.5', temperature: '25' };
let next = 1;

async function motor() {
  const number = `P${next++}`;
  const base = `motors/${number}`;
  await s.winder.post('motors', { ...QUARRY, number });
  await s.winder.put(`${base}/windings/as-found`, { typed: QUARRY_CARD, version: 0 });
  const sign = (station: string, typed: Record<string, string> = {}, who = s.lead, why = '') =>
    who.post<Problem>(`${base}/stations/${station}/sign`, { typed, why });
  const read = (kind: string, stage: string, typed: Record<string, string>) =>
    s.tester.post<{ id: string; voided: { code: string } | null }>(`${base}/readings`, {
      kind,
      stage,
      typed,
    });
  const file = async () => (await s.lead.get<File>(base)).body;
  const before = async () => (await file()).gates.find((g) => g.gate === 'before-varnish')!;
  /** Up to the wound stator. */
  const wind = async () => {
    await sign('intake', { failed: 'x' });
    await sign('data');
    await sign('saw');
    await sign('strip', { partTemperature: '350' });
    await sign('pull');
    await read('core-loss', 'bare', { before: '3', after: '3.1' });
    await sign('core', { media: 'soft' });
    await sign('insulate', { liner: '0.3', standOut: '8' });
    await sign('wind', { turnsWound: '18', wireWound: '2x1.06' });
  };
  const connect = async () => {
    await s.winder.post(`${base}/joints/rest`);
    await read('polarity', 'before-varnish', { sequence: 'NSNSNSNSNSNS' });
    expect((await sign('connect', { joints: 'brazed', allMade: 'yes' })).status).toBe(200);
    await read('insulation', 'before-varnish', insulation);
    await read('resistance', 'before-varnish', ohms);
  };
  return { number, base, sign, read, file, before, wind, connect };
}
const codes = (g: { findings: { code: string }[] }) => g.findings.map((f) => f.code).sort();

describe('a reading', () => {
  it('taken before there was a winding opens nothing', async () => {
    const m = await motor();
    const polarity = await m.read('polarity', 'before-varnish', { sequence: 'NSNSNSNSNSNS' });
    expect(polarity.body.voided!.code).toBe('too-early');
    await m.read('insulation', 'before-varnish', insulation);
    await m.read('resistance', 'before-varnish', ohms);
    expect(codes(await m.before())).toEqual([
      'gate.insulation-void',
      'gate.polarity-void',
      'gate.resistance-void',
    ]);
    await m.wind();
    expect((await m.before()).open).toBe(false);
    expect((await m.before()).findings[0]!.message).toMatch(/before “Wind/);
  });

  it.each<[string, (m: Awaited<ReturnType<typeof motor>>) => Promise<unknown>, RegExp]>([
    [
      'a joint found wrong',
      async (m) => {
        const { jointMarks } = (await s.lead.get<{ jointMarks: { plan: string; joint: string }[] }>(m.base))
          .body;
        const { plan, joint } = jointMarks[0]!;
        await s.winder.post(`${m.base}/joints`, { plan, joint, mark: 'wrong', note: 's taken for f' });
      },
      /a joint was found wrong by Olav/,
    ],
    [
      'another plan',
      (m) =>
        s.lead.put(`${m.base}/windings/proposed`, { typed: { ...QUARRY_CARD, circuits: '1' }, version: 0 }),
      /another winding/,
    ],
    [
      'a change of the card that makes it another winding',
      (m) =>
        s.winder.put(`${m.base}/windings/as-found`, { typed: { ...QUARRY_CARD, span: '1-9' }, version: 1 }),
      /another winding/,
    ],
    [
      'a station opened again',
      (m) => s.lead.post(`${m.base}/stations/wind/reopen`, { reason: 'turns miscounted' }),
      /is not signed/,
    ],
  ])('is void after %s, and the gate names it', async (_name, change, words) => {
    const m = await motor();
    await m.wind();
    await m.connect();
    expect((await m.before()).findings.filter((f) => f.code.endsWith('-void'))).toEqual([]);
    await change(m);
    const gate = await m.before();
    expect(gate.open).toBe(false);
    const polarity = gate.findings.find((f) => f.code === 'gate.polarity-void')!;
    expect(polarity.message).toMatch(words);
  });

  it('stands after a change that leaves the winding what it was', async () => {
    const m = await motor();
    await m.wind();
    await m.connect();
    await s.winder.put(`${m.base}/windings/as-found`, {
      typed: { ...QUARRY_CARD, howRead: 'seen' },
      version: 1,
    });
    await s.winder.put(`${m.base}/windings/proposed`, {
      typed: { ...QUARRY_CARD, circuits: '1' },
      version: 0,
    });
    expect((await m.before()).findings.filter((f) => f.code.endsWith('-void'))).toEqual([]);
  });

  it('is withdrawn with a reason by who took it or a lead, stays readable and counts no more', async () => {
    const m = await motor();
    const { id } = (await m.read('insulation', 'incoming', insulation)).body;
    expect((await s.winder.post(`${m.base}/readings/${id}/withdraw`, { reason: 'wrong motor' })).status).toBe(
      403,
    );
    expect((await s.tester.post(`${m.base}/readings/${id}/withdraw`, { reason: 'wrong motor' })).status).toBe(
      200,
    );
    expect((await s.tester.post(`${m.base}/readings/${id}/withdraw`, { reason: 'again' })).status).toBe(409);
    expect((await m.file()).readings[0]!.withdrawn).toMatchObject({ by: 'Per Marsk', reason: 'wrong motor' });
  });
});

describe('a signature', () => {
  it('does not claim joints or tests that are not there; a lead may, with a reason that stays', async () => {
    const m = await motor();
    await m.wind();
    const made = { joints: 'brazed', allMade: 'yes' };
    const refused = await m.sign('connect', made, s.winder);
    expect(refused.status).toBe(409);
    expect(refused.body.findings.map((f) => f.code)).toEqual([
      'gate.polarity-missing',
      'station.joints-open',
    ]);
    expect((await m.sign('connect', made, s.winder, 'trust me')).status).toBe(409);
    expect((await m.sign('connect', made, s.lead)).status).toBe(409);
    expect((await m.sign('connect', made, s.lead, 'list kept on paper, walked twice')).status).toBe(200);
    const history = await s.lead.get<{ what: string; why: string; after: { signedOver: string[] } }[]>(
      `${m.base}/history`,
    );
    const line = history.body.find((e) => e.what === 'connect signed')!;
    expect(line.why).toBe('list kept on paper, walked twice');
    expect(line.after.signedOver).toHaveLength(2);
    expect((await m.sign('check', { gauge: 'yes', masked: 'yes' }, s.tester)).status).toBe(409);
  });

  it('is amended in the open, and opened again by a lead with all that rests on it', async () => {
    const m = await motor();
    await m.sign('intake', { failed: 'bearing' }, s.winder);
    await m.sign('data', {}, s.winder);
    const amend = (who: typeof s.lead, typed: Record<string, string>, version: number) =>
      who.post<Problem>(`${m.base}/stations/intake/amend`, { typed, reason: 'seen later', version });
    expect((await amend(s.tester, { failed: 'shaft' }, 1)).status).toBe(403);
    expect((await amend(s.winder, { failed: '' }, 1)).status).toBe(400);
    expect((await amend(s.winder, { failed: 'shaft' }, 1)).status).toBe(200);
    expect((await amend(s.winder, { failed: 'fan' }, 1)).status).toBe(409);
    const history = await s.lead.get<{ what: string; why: string; before: object; after: object }[]>(
      `${m.base}/history`,
    );
    expect(history.body.at(-1)).toMatchObject({
      what: 'intake amended',
      why: 'seen later',
      before: { failed: 'bearing' },
      after: { failed: 'shaft' },
    });
    expect((await s.winder.post(`${m.base}/stations/intake/reopen`, { reason: 'again' })).status).toBe(403);
    expect((await s.lead.post(`${m.base}/stations/intake/reopen`, { reason: 'again' })).body).toEqual({
      opened: ['intake', 'data'],
    });
    expect((await m.file()).steps.every((x) => x.signedBy === null)).toBe(true);
  });

  it('a gate passed before its station was opened again has to be passed again', async () => {
    const m = await motor();
    await s.winder.put(`${m.base}/windings/as-found`, { typed: {}, version: 1 });
    await m.sign('intake', { failed: 'x' });
    await m.sign('data');
    const pass = () => s.lead.post(`${m.base}/gates/before-stripping/pass`, { reason: 'sister machine' });
    expect((await pass()).status).toBe(200);
    expect((await pass()).status).toBe(409);
    expect((await m.sign('saw')).status).toBe(200);
    await s.lead.post(`${m.base}/stations/saw/reopen`, { reason: 'the other end' });
    expect((await m.sign('saw')).status).toBe(409);
    expect((await pass()).status).toBe(200);
  });
});

describe('what was wound', () => {
  it('is held against the plan, becomes as wound, and leaves its reel', async () => {
    const m = await motor();
    await s.lead.post('shop/reels', { name: 'R77', bareDiameterMm: 1.06, grade: 2, massKg: 20 });
    await m.sign('intake', { failed: 'x' });
    await m.sign('data');
    await m.sign('saw');
    await m.sign('strip', { partTemperature: '350' });
    await m.sign('pull', { copper: '50' });
    await m.read('core-loss', 'bare', { before: '3', after: '3.1' });
    await m.sign('core', { media: 'soft' });
    await m.sign('insulate', { liner: '0.3', standOut: '8' });
    const record = { turnsWound: '20', wireWound: '2x1.06', reel: 'nobody’s' };
    const unknown = await m.sign('wind', record);
    expect(unknown.body.findings.map((f) => f.code)).toEqual(['station.reel-unknown']);
    expect((await m.sign('wind', { ...record, wireWound: 'thick' })).status).toBe(400);
    expect((await m.sign('wind', { ...record, reel: 'r77' })).status).toBe(200);
    type Windings = { role: string; typed: Record<string, string>; version: number }[];
    const asWound = async () =>
      (await s.lead.get<{ windings: Windings }>(m.base)).body.windings.find((w) => w.role === 'as-wound')!;
    expect((await asWound()).typed).toMatchObject({ turns: '20', wires: '2x1.06' });
    const onReel = async () => {
      const { reels } = (await s.lead.get<{ reels: { name: string; massKg: number }[] }>('shop')).body;
      return reels.find((r) => r.name === 'R77')!.massKg;
    };
    const left = await onReel();
    expect(left).toBeLessThan(18);
    expect(left).toBeGreaterThan(5);
    const history = await s.lead.get<{ what: string }[]>(`${m.base}/history`);
    expect(history.body.map((e) => e.what)).toContainEqual(expect.stringMatching(/kg taken from reel R77/));

    // Counted again: as wound and the reel follow the record.
    const amend = async (typed: Record<string, string>) => {
      const { version } = (await m.file()).steps.find((x) => x.station === 'wind')!;
      const sent = { typed: { ...record, ...typed }, reason: 'counted again', version };
      return s.lead.post(`${m.base}/stations/wind/amend`, sent);
    };
    expect((await amend({ turnsWound: '10', reel: 'nobody’s' })).status).toBe(400);
    expect((await amend({ turnsWound: '10', reel: 'R77' })).status).toBe(200);
    expect((await asWound()).typed['turns']).toBe('10');
    expect(await onReel()).toBeCloseTo(20 - (20 - left) / 2, 1);
    expect((await amend({ turnsWound: '10', reel: '' })).status).toBe(200);
    expect(await onReel()).toBeCloseTo(20, 5);

    // Wound anew after it was opened: another winding, and other copper.
    await s.lead.post(`${m.base}/stations/wind/reopen`, { reason: 'a nick' });
    expect((await m.sign('wind', { ...record, turnsWound: '20', reel: 'R77' })).status).toBe(200);
    expect((await asWound()).typed['turns']).toBe('20');
    expect(await onReel()).toBeCloseTo(left, 5);

    // What somebody wrote on the bench stays as written.
    const byHand = await asWound();
    const typed = { ...byHand.typed, turns: '21' };
    await s.lead.put(`${m.base}/windings/as-wound`, { typed, version: byHand.version });
    expect((await amend({ turnsWound: '19', reel: 'R77' })).status).toBe(200);
    expect((await asWound()).typed['turns']).toBe('21');
  });
});

describe('a motor', () => {
  it('taken in by mistake is withdrawn by a lead, leaves the floor, changes no more, and can be put back', async () => {
    const m = await motor();
    const act = (what: string, who = s.lead) => who.post(`${m.base}/${what}`, { reason: 'the neighbour’s' });
    expect((await act('withdraw', s.winder)).status).toBe(403);
    expect((await act('withdraw')).status).toBe(200);
    expect((await act('withdraw')).status).toBe(409);
    const floor = async () =>
      (await s.lead.get<{ motor: { number: string } }[]>('floor')).body.map((f) => f.motor.number);
    expect(await floor()).not.toContain(m.number);
    expect((await m.sign('intake', { failed: 'x' }, s.winder)).status).toBe(409);
    expect((await m.read('insulation', 'incoming', insulation)).status).toBe(409);
    expect((await act('restore')).status).toBe(200);
    expect(await floor()).toContain(m.number);
  });
});

describe('an import', () => {
  const record = async (m: Awaited<ReturnType<typeof motor>>) =>
    (await s.lead.get<Record<string, unknown> & { motor: object; steps: object[] }>(`${m.base}/record.json`))
      .body;
  let other: Awaited<ReturnType<typeof startServer>>;
  beforeAll(async () => {
    other = await startServer();
  });
  afterAll(() => other.stop());

  it('is a lead’s, marked with who, when and the hash of the file', async () => {
    const m = await motor();
    await m.sign('intake', { failed: 'x' });
    const file = await record(m);
    expect((await other.winder.post('import', file)).status).toBe(403);
    expect((await other.lead.post('import', file)).status).toBe(201);
    const { imported } = (await other.lead.get<{ imported: { by: string; file: string } }>(m.base)).body;
    expect(imported.by).toBe('Ida Haft');
    expect(imported.file).toMatch(/^[0-9a-f]{64}$/);
    const line = (
      await other.lead.get<{ what: string; after: { file: string } }[]>(`${m.base}/history`)
    ).body.at(-1)!;
    expect(line.after.file).toContain(imported.file);
  });

  it.each<[string, (f: Record<string, unknown> & { motor: object; steps: object[] }) => object, string]>([
    [
      'a time to come',
      (f) => ({ ...f, motor: { ...f.motor, arrivedAt: '2199-01-01T00:00:00Z' } }),
      'file.future',
    ],
    [
      'a station before the one it rests on',
      (f) => ({ ...f, steps: f.steps.map((x) => ({ ...x, station: 'cure' })) }),
      'file.wrong-order',
    ],
    [
      'shipped and not signed',
      (f) => ({ ...f, motor: { ...f.motor, shippedAt: '2026-01-01T00:00:00Z' } }),
      'file.shipped-unsigned',
    ],
    [
      'half a signature',
      (f) => ({ ...f, steps: f.steps.map((x) => ({ ...x, signedBy: null })) }),
      'file.half-signed',
    ],
    ['a station twice', (f) => ({ ...f, steps: [...f.steps, ...f.steps] }), 'file.twice'],
  ])('of %s is refused', async (_name, spoil, code) => {
    const m = await motor();
    await m.sign('intake', { failed: 'x' });
    const answer = await other.lead.post<Problem>('import', spoil(await record(m)));
    expect(answer.status).toBe(400);
    expect(answer.body.findings.map((f) => f.code)).toContain(code);
  });
});
