/** The API as the interface and scripts meet it: rules of the shop, refusals, nothing lost, nothing done twice. */
import { randomUUID } from 'node:crypto';
import type { FloorMotor, LiveMessage } from '@norther/records';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, type Problem, QUARRY, QUARRY_CARD, shopOf, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let shop: ReturnType<typeof shopOf>;
beforeAll(async () => {
  s = await startServer();
  shop = shopOf(s);
});
afterAll(async () => {
  await s.stop();
});

describe('signing in', () => {
  it.each([
    'floor',
    'motors',
    'motors/3090',
    'motors/3090/verdict.pdf',
    'docs',
    'docs-json',
    'nowhere',
    'session',
    'live',
  ])('shows nobody %s', async (url) => {
    const answer = await s.nobody.get(url);
    expect(answer.status).toBe(401);
    expect(answer.type).toContain('application/problem+json');
  });
  it('lets nobody write', async () => {
    expect((await s.nobody.post('motors', QUARRY)).status).toBe(401);
    expect((await s.nobody.post('calculate/poles', { speedRpm: 1455, frequencyHz: 50 })).status).toBe(401);
  });
  it('limits tries, also when they come at once, and says until when', async () => {
    const tries = await Promise.all(
      Array.from({ length: 12 }, () => s.nobody.post<Problem>('session', { name: 'Jon Rie', pin: '0000' })),
    );
    expect(tries.every((t) => t.status === 401 || t.status === 429)).toBe(true);
    const right = await s.nobody.post<Problem>('session', { name: 'Jon Rie', pin: '1732' });
    expect(right.status).toBe(429);
    expect(right.body.title).toMatch(/wait \d+ s/);
    // The same for a name nobody has, so that nobody learns who works here.
    await Promise.all(
      Array.from({ length: 12 }, () => s.nobody.post('session', { name: 'No Body', pin: '0000' })),
    );
    const unknown = await s.nobody.post<Problem>('session', { name: 'No Body', pin: '1732' });
    expect(unknown.status).toBe(429);
    const plain = (p: Problem) => p.title.replace(/\d+/, 'n');
    expect(plain(unknown.body)).toBe(plain(right.body));
    // Another person is not locked out with him.
    expect((await s.nobody.post('session', { name: 'asta velle', pin: '1414' })).status).toBe(200);
  });
  it('keeps no PIN and no session token as such', async () => {
    const db = new pg.Client({ connectionString: s.database.ownerUrl });
    await db.connect();
    const { rows } = await db.query<{ pin_hash: string }>('select pin_hash from people');
    for (const r of rows) expect(r.pin_hash).toMatch(/^\$argon2/);
    await db.end();
  });
});

describe('wrong input is a clear sentence, never a stack', () => {
  it.each<[string, string, unknown, number, string]>([
    ['POST', 'motors', { ...QUARRY, number: '' }, 400, 'number'],
    ['POST', 'motors', { ...QUARRY, number: 'a b' }, 400, 'number'],
    ['POST', 'motors', { ...QUARRY, number: 7 }, 400, 'number'],
    ['POST', 'motors', { ...QUARRY, number: 'x1', plate: { power: 'ten' } }, 400, 'power'],
    ['POST', 'motors', { ...QUARRY, number: 'x1', plate: { voltage: '5 kg' } }, 400, 'voltage'],
    ['POST', 'motors', [], 400, 'body'],
    ['POST', 'motors', '{"broken', 400, 'body'],
    ['POST', 'calculate/winding', {}, 400, 'winding'],
    ['POST', 'calculate/winding', { winding: { slots: '36' } }, 400, 'winding.slots'],
    ['POST', 'import', { hello: 1 }, 400, 'file'],
    ['PUT', 'motors/nobody/windings/as-found', { typed: {}, version: 0 }, 404, ''],
    ['PUT', 'motors/nobody/windings/dream', { typed: {}, version: 0 }, 404, ''],
    ['GET', 'motors?limit=9999', undefined, 400, 'limit'],
    ['GET', 'motors/nobody', undefined, 404, ''],
    ['GET', 'nowhere', undefined, 404, ''],
  ])('%s %s %j: %i', async (method, url, body, status, field) => {
    const answer = await s.lead.call<Problem>(method, url, body);
    expect(answer.status).toBe(status);
    expect(answer.type).toContain('application/problem+json');
    expect(answer.body.title.length).toBeGreaterThan(8);
    expect(JSON.stringify(answer.body)).not.toMatch(/\.ts:|node_modules|at Object/);
    if (field) expect(answer.body.findings.flatMap((f) => f.fields)).toContain(field);
  });
  it('wants a write id for every write', async () => {
    expect((await s.lead.call('POST', 'motors', QUARRY, null)).status).toBe(400);
  });
  it('refuses a winding that cannot be wound, with what would work', async () => {
    const winding = {
      slots: 40,
      poles: 4,
      pitch: 8,
      turnsPerCoil: 10,
      wires: [{ count: 1, bareDiameterMm: 1 }],
      circuits: 1,
      connection: 'star',
    };
    const answer = await s.lead.post<Problem>('calculate/winding', { winding });
    expect(answer.status).toBe(400);
    expect(answer.body.title).toMatch(/39 and 42/);
    const unbalanced = await s.lead.post<{ balance: { negativeSequence: number } }>('calculate/winding', {
      winding: { ...winding, slots: 48, poles: 6, pitch: 7 },
    });
    expect(unbalanced.status).toBe(200);
    expect(unbalanced.body.balance.negativeSequence).toBeGreaterThan(0);
  });
});

describe('calculating without storing', () => {
  it('gives figures with their working', async () => {
    const answer = await s.lead.post<{
      figures: Record<string, { value: number; working: { source: string } }>;
      circuitsThatWork: number[];
    }>('calculate/winding', {
      winding: {
        slots: 36,
        poles: 4,
        pitch: 7,
        turnsPerCoil: 18,
        wires: [{ count: 2, bareDiameterMm: 1.06 }],
        circuits: 2,
        connection: 'star',
      },
      supply: { voltageV: 400, frequencyHz: 50 },
    });
    expect(answer.body.figures['windingFactor']!.value).toBeCloseTo(0.902, 3);
    expect(answer.body.figures['fluxPerPole']!.working.source).toContain('Fitzgerald');
    expect(answer.body.circuitsThatWork).toEqual([1, 2, 4]);
  });
  it('refuses what no form has, and says which field was meant', async () => {
    const said = async (address: string, body: object) => {
      const answer = await s.lead.post<{ findings?: { message: string }[] }>(`calculate/${address}`, body);
      return [answer.status, (answer.body.findings ?? []).map((f) => f.message).join(' ')];
    };
    const line = '36s 4p 1-8 T18 2x1.06 2Y';
    expect(await said('data-card', { line, plate: { connection: 'delta' } })).toEqual([
      400,
      'The plate has no field “connection”: is plateConnection meant?',
    ]);
    const walk = { kind: 'polarity', typed: { sequence: 'NSNS' } };
    expect(await said('test', { ...walk, card: { line } })).toEqual([
      400,
      expect.stringContaining('The card has no field “line”'),
    ]);
    expect(await said('test', { kind: 'polarity', typed: { walk: 'NSNS' } })).toEqual([
      400,
      expect.stringContaining('it has sequence.'),
    ]);
    expect((await said('cut-list', { line, plates: {} }))[0]).toBe(400);
  });
  it('reads a card in one line, judges a test with a log, proposes poles', async () => {
    const card = await s.lead.post<{ missing: unknown[]; analysis: object }>('calculate/data-card', {
      line: '36s 4p 1-8 T18 2x1.06 2Y E2',
    });
    expect(card.body.analysis).not.toBeNull();
    expect(card.body.missing).toHaveLength(13);
    const csv = `time min;part °C\n${Array.from({ length: 46 }, (_, i) => `${10 * i};${i < 6 ? 20 + 20 * i : 138},0`).join('\n')}`;
    const cure = await s.lead.post<{ judgement: { verdict: string } }>('calculate/test', {
      kind: 'cure',
      typed: { target: '280 F', minutes: '6 h' },
      csv,
    });
    expect(cure.body.judgement.verdict).toBe('sound');
    const poles = await s.lead.post<{ proposed: { poles: number } }>('calculate/poles', {
      speedRpm: 985,
      frequencyHz: 50,
    });
    expect(poles.body.proposed.poles).toBe(6);
    const list = await s.lead.post<{ endsPerLead: number }>('calculate/connection', {
      slots: 54,
      poles: 6,
      pitch: 8,
      circuits: 3,
      connection: 'delta',
    });
    expect(list.body.endsPerLead).toBe(6);
  });
});

describe('writing', () => {
  it('does the same write once, also when it comes twice at the same moment', async () => {
    const id = randomUUID();
    const entry = { ...QUARRY, number: 'twice' };
    const answers = await Promise.all(
      [1, 2, 3, 4].map(() => s.winder.post<{ id: string }>('motors', entry, id)),
    );
    expect(answers.map((a) => a.status)).toEqual([201, 201, 201, 201]);
    expect(new Set(answers.map((a) => a.body.id)).size).toBe(1);
    const history = await s.winder.get<unknown[]>('motors/twice/history');
    expect(history.body).toHaveLength(1);
    // The number is taken now, for any other write.
    expect((await s.winder.post('motors', entry)).status).toBe(409);
  });

  it('answers a stale write with both states and keeps what was there', async () => {
    const { number } = await shop.motor();
    expect((await shop.saveCard(number, { slots: '36' })).body.version).toBe(1);
    expect((await shop.saveCard(number, { slots: '36', poles: '4' }, 1)).body.version).toBe(2);
    const late = await shop.saveCard(number, { slots: '48' }, 1);
    expect(late.status).toBe(409);
    expect(late.body.current).toMatchObject({ version: 2, typed: { slots: '36', poles: '4' } });
    expect((await shop.saveCard(number, { slots: '48' }, 0)).status).toBe(409);
    const stale = await s.winder.put(`motors/${number}`, { ...QUARRY, customer: 'Other', version: 7 });
    expect(stale.status).toBe(409);
  });

  it('lets exactly one of many writers on one version win', async () => {
    const { number } = await shop.motor();
    await shop.saveCard(number, { slots: '36' });
    const answers = await Promise.all(
      ['1', '2', '3', '4', '5'].map((t) => shop.saveCard(number, { turns: t }, 1)),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409]);
  });

  it('keeps what was typed beside what it reads, and the history of every change', async () => {
    const { number } = await shop.motor();
    await shop.saveCard(number, QUARRY_CARD);
    await shop.saveCard(number, { ...QUARRY_CARD, turns: '17' }, 1);
    const file = await s.winder.get<{
      windings: { typed: Record<string, string>; values: Record<string, number> }[];
    }>(`motors/${number}`);
    expect(file.body.windings[0]!.typed['bore']).toBe('6.5 in');
    expect(file.body.windings[0]!.values['bore']).toBeCloseTo(165.1, 6);
    const history = await s.winder.get<
      { what: string; who: string; before: Record<string, string>; after: Record<string, string> }[]
    >(`motors/${number}/history`);
    const last = history.body.at(-1)!;
    expect(last).toMatchObject({ what: 'data card saved', who: 'Olav Tindal' });
    expect([last.before['turns'], last.after['turns']]).toEqual(['18', '17']);
  });

  it('has a history the application itself cannot change', async () => {
    const db = new pg.Client({ connectionString: s.database.appUrl });
    await db.connect();
    await expect(db.query(`update events set why = 'other'`)).rejects.toThrow(/permission denied/);
    await expect(db.query('delete from events')).rejects.toThrow(/permission denied/);
    await expect(db.query('delete from readings')).rejects.toThrow(/permission denied/);
    await expect(db.query('truncate events')).rejects.toThrow(/permission denied/);
    await expect(db.query('alter table events disable trigger all')).rejects.toThrow(/must be owner/);
    await db.end();
  });
});

describe('the whole way, and what goes out', () => {
  it('takes a motor from nameplate to a verdict, a file, and into another shop as it was', async () => {
    const { number } = await shop.motor();
    await shop.saveCard(number, QUARRY_CARD);
    const base = `motors/${number}`;
    const reading = async (kind: string, stage: string, typed: Record<string, string>, log?: object[]) => {
      const answer = await s.tester.post<Problem & { verdict: string }>(`${base}/readings`, {
        kind,
        stage,
        typed,
        ...(log ? { log } : {}),
      });
      expect(answer.status, answer.body.title).toBe(201);
      return answer.body.verdict;
    };
    const ok = async (who: Caller, station: string, typed: Record<string, string> = {}) => {
      const answer = await shop.sign(who, number, station, typed);
      expect(answer.status, `${station}: ${answer.body.title}`).toBe(200);
    };
    const insulation = { testVoltage: '500', oneMinute: '640', temperature: '22' };
    const calculated = await s.lead.post<{ analysis: { figures: Record<string, { value: number }> } }>(
      'calculate/data-card',
      { typed: QUARRY_CARD },
    );
    const ohm = calculated.body.analysis.figures['lineResistance25']!.value.toPrecision(5);
    const ohms = { uv: ohm, vw: ohm, wu: ohm, temperature: '25' };

    await ok(s.winder, 'intake', { failed: 'turn short' });
    await ok(s.winder, 'data');
    await ok(s.winder, 'saw');
    await ok(s.winder, 'strip', { partTemperature: '670 F' });
    await ok(s.winder, 'pull');
    expect(await reading('core-loss', 'bare', { before: '3', after: '3.1' })).toBe('sound');
    await ok(s.winder, 'core', { media: 'soft' });
    await ok(s.winder, 'insulate', { liner: '0.012 in', standOut: '8' });
    await ok(s.winder, 'wind', { turnsWound: '18', wireWound: '2x1.06' });
    const connect = { joints: 'brazed', allMade: 'yes' };
    const unmarked = await shop.sign(s.winder, number, 'connect', connect);
    expect(unmarked.status).toBe(409);
    expect(unmarked.body.findings.map((f) => f.code)).toEqual([
      'gate.polarity-missing',
      'station.joints-open',
    ]);
    expect((await s.winder.post(`${base}/joints/rest`)).status).toBe(200);
    expect(await reading('polarity', 'before-varnish', { sequence: 'NSNSNSNNNSNS' })).toBe('stop');
    const reversed = await shop.sign(s.winder, number, 'connect', connect);
    expect(reversed.status).toBe(409);
    expect(reversed.body.title).toContain('8W');
    expect(await reading('polarity', 'before-varnish', { sequence: 'NSNSNSNSNSNS' })).toBe('sound');
    await ok(s.winder, 'connect', connect);
    expect((await shop.sign(s.tester, number, 'check', { gauge: 'yes', masked: 'yes' })).status).toBe(409);
    await reading('insulation', 'before-varnish', insulation);
    expect(await reading('resistance', 'before-varnish', ohms)).toBe('sound');
    await ok(s.tester, 'check', { gauge: 'yes', masked: 'yes' });
    const varnish = { preheat: '110', batch: 'batch 7', method: 'dip' };
    await ok(s.winder, 'varnish', varnish);
    const log = Array.from({ length: 51 }, (_, i) => ({
      minute: 10 * i,
      partC: i < 10 ? 25 + 11 * i : 138.5,
    }));
    expect(await reading('cure', 'varnished', { target: '138', minutes: '6 h' }, log)).toBe('sound');
    await reading('insulation', 'varnished', insulation);
    await ok(s.winder, 'cure', { unmasked: 'yes' });
    await ok(s.winder, 'inspect', { runOut: '0.01', bars: 'yes' });
    await reading('balance', 'final', { mass: '40', speed: '1455', plane1: '120', plane2: '110' });
    await ok(s.winder, 'balance', { corrected: 'none' });
    expect((await shop.sign(s.winder, number, 'match', { statorTag: number, rotorTag: '3090' })).status).toBe(
      400,
    );
    await ok(s.winder, 'match', { statorTag: number, rotorTag: number });
    await ok(s.winder, 'assemble', { bearings: 'new', bearingHeat: '95' });
    await reading('insulation', 'final', insulation);
    await reading('resistance', 'final', ohms);
    await reading('no-load', 'final', { voltage: '400', u: '8', v: '8.1', w: '8' });
    expect((await shop.sign(s.tester, number, 'test', { sound: 'yes' })).status).toBe(409); // full load not run yet
    await reading('full-load', 'final', { voltage: '400', u: '22', v: '21.8', w: '22' });
    await ok(s.tester, 'test', { sound: 'yes' });
    const file = await s.lead.get<{ verdict: { state: string } }>(base);
    expect(file.body.verdict.state).toBe('ready');

    const pdf = await s.lead.get(`${base}/verdict.pdf`);
    expect(pdf.type).toBe('application/pdf');
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    // Our own typefaces are in it, cut down.
    expect(pdf.bytes.toString('latin1')).toMatch(/Iosevka/);
    expect(pdf.bytes.toString('latin1')).toMatch(/Archivo/);
    const csv = await s.lead.get(`${base}/connection.csv`);
    expect(csv.bytes.toString().split('\r\n')[1]).toBe('1,jumper,U,,1Uf 4Uf,10 19');
    const svg = await s.lead.get(`${base}/connection.svg`);
    expect(svg.bytes.toString()).toContain('</svg>');

    await ok(s.lead, 'ship');
    const floor = await s.lead.get<{ motor: { number: string } }[]>('floor');
    expect(floor.body.map((f) => f.motor.number)).not.toContain(number);
    expect(
      (await s.lead.get<{ number: string }[]>('motors?words=quarry%20crush')).body.map((m) => m.number),
    ).toContain(number);

    const exported = await s.lead.get(`${base}/record.json`);
    const other = await startServer();
    try {
      const imported = await other.lead.post('import', exported.body);
      expect(imported.status).toBe(201);
      const again = await other.lead.get<{ history: { what: string; why: string }[] }>(`${base}/record.json`);
      // Its history says that it was written elsewhere, in one line more; the rest is as it was.
      const marked = again.body.history.pop()!;
      expect(marked).toMatchObject({ what: 'record imported', who: 'Ida Haft' });
      expect(again.body).toEqual(exported.body);
      expect((await other.lead.post('import', exported.body)).status).toBe(409);
    } finally {
      await other.stop();
    }
  });

  it('stores no reading that cannot be judged', async () => {
    const { number } = await shop.motor();
    const bad = await s.tester.post<Problem>(`motors/${number}/readings`, {
      kind: 'balance',
      stage: 'final',
      typed: { mass: 'heavy' },
    });
    expect(bad.status).toBe(400);
    expect(bad.body.findings.flatMap((f) => f.fields).sort()).toEqual(['mass', 'plane1', 'speed']);
    expect(
      (
        await s.tester.post(`motors/${number}/readings`, {
          kind: 'balance',
          stage: 'bare',
          typed: { mass: '4', speed: '1400', plane1: '2' },
        })
      ).status,
    ).toBe(400);
    expect((await s.tester.get<{ readings: unknown[] }>(`motors/${number}`)).body.readings).toEqual([]);
  });
});

/** A browser that listens: messages as they come. */
function listen(who: Caller) {
  const { cookie } = who as unknown as { cookie: string };
  const stop = new AbortController();
  const messages: LiveMessage[] = [];
  const done = (async () => {
    const response = await fetch(`${s.base}/api/live`, { headers: { cookie }, signal: stop.signal });
    let text = '';
    for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
      const parts = (text + chunk).split('\n\n');
      text = parts.pop()!;
      for (const part of parts) {
        const data = /^data: (.*)$/m.exec(part)?.[1];
        if (data) messages.push(JSON.parse(data) as LiveMessage);
      }
    }
  })().catch(() => undefined);
  const until = async (there: () => boolean) => {
    for (let i = 0; i < 500 && !there(); i++) await new Promise((later) => setTimeout(later, 10));
    expect(there()).toBe(true);
  };
  return { messages, until, close: () => (stop.abort(), done) };
}

it('takes a card that is sent again with its fields in another order for the same write', async () => {
  const { number } = await shop.motor();
  const writeId = randomUUID();
  const save = (typed: Record<string, string>) =>
    s.winder.put(`motors/${number}/windings/proposed`, { typed, version: 0, why: '' }, writeId);
  const first = await save({ layers: '2', turns: '13' });
  expect(first.status).toBe(200);
  const again = await save({ turns: '13', layers: '2' });
  expect([again.status, again.body]).toEqual([200, first.body]);
  expect((await save({ turns: '14', layers: '2' })).status).toBe(422);
});

it('tells the browsers what the floor has of a motor that changed, and how far they have heard', async () => {
  const tab = listen(s.lead);
  try {
    await tab.until(() => tab.messages.length > 0);
    expect(tab.messages[0]!.changes).toEqual([]);
    const floor = await s.lead.get('floor');
    expect(floor.heard).toBe(tab.messages[0]!.heard);

    const { id, number } = await shop.motor();
    const rowsOf = () =>
      tab.messages.flatMap((m) => m.changes).flatMap((c) => (c.motor === id && 'row' in c ? [c.row] : []));
    await tab.until(() => rowsOf().length > 0);
    expect(rowsOf()[0]?.motor.number).toBe(number);
    // Many writes at once: the last row told is the row that the floor has.
    await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        s.winder.post(`motors/${number}/holds`, { body: 'stator', reason: `reason ${i}` }),
      ),
    );
    const now = await s.lead.get<FloorMotor[]>('floor');
    await tab.until(() => tab.messages.at(-1)!.heard === now.heard);
    expect(rowsOf().at(-1)).toEqual(now.body.find((r) => r.motor.id === id));

    await s.lead.post(`motors/${number}/withdraw`, { reason: 'by mistake' });
    await tab.until(() => rowsOf().at(-1) === null);
  } finally {
    await tab.close();
  }
});

it('publishes its contract from the schemas', async () => {
  const { body } = await s.lead.get<{
    paths: Record<string, unknown>;
    components: { schemas: Record<string, { properties: object }> };
  }>('docs-json');
  expect(Object.keys(body.paths)).toEqual(
    expect.arrayContaining([
      '/api/floor',
      '/api/motors/{number}',
      '/api/calculate/winding',
      '/api/motors/{number}/verdict.pdf',
    ]),
  );
  expect(body.components.schemas['NewMotor']!.properties).toHaveProperty('customer');
});
