/** Loads the made-up shop; times are relative to now, so that the floor always looks alive. */
import {
  checkDataCard,
  CLOSING,
  jointKey,
  OPENING,
  planKey,
  readDataCard,
  readForm,
  readNameplate,
  TEST_KINDS,
  TRACKS,
  type StationId,
} from '@norther/core';
import { drizzle } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from '../database/schema.ts';
import { uuidV7 } from '../database/uuid-v7.ts';
import { wordsOf } from '../motors/motors.repository.ts';
import { hashPin } from '../people/people.service.ts';
import type { DemoMotor, DemoReading } from './demo-motor.ts';
import { DEMO_MOTORS } from './demo-motors.ts';
import { DEMO_REELS, demoCard } from './demo-windings.ts';

export const DEMO_PEOPLE = [
  { name: 'Ida Haft', role: 'lead', pin: '2718' },
  { name: 'Per Marsk', role: 'tester', pin: '1618' },
  { name: 'Olav Tindal', role: 'winder', pin: '3141' },
  { name: 'Asta Velle', role: 'winder', pin: '1414' },
  { name: 'Jon Rie', role: 'winder', pin: '1732' },
] as const;

/** @returns false when there is a shop already: nothing is touched then */
export async function loadDemo(databaseUrl: string, options: { empty?: boolean } = {}): Promise<boolean> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const db = drizzle(client, { schema });
    return await db.transaction(async (tx) => {
      if ((await tx.select().from(schema.shops).limit(1)).length > 0) return false;
      const shopId = uuidV7();
      await tx.insert(schema.shops).values({ id: shopId, name: 'Skarnholt Motor Works' });
      for (const { name, role, pin } of DEMO_PEOPLE)
        await tx
          .insert(schema.people)
          .values({ id: uuidV7(), shopId, name, role, pinHash: await hashPin(pin) });
      if (!options.empty) {
        const now = Date.now();
        for (const reel of DEMO_REELS)
          await tx
            .insert(schema.reels)
            .values({ id: uuidV7(), shopId, overEnamelMm: null, version: 1, ...reel });
        for (const motor of DEMO_MOTORS) await addMotor(tx, shopId, motor, now);
      }
      return true;
    });
  } finally {
    await client.end();
  }
}

type Tx = Parameters<Parameters<ReturnType<typeof drizzle<typeof schema>>['transaction']>[0]>[0];

async function addMotor(tx: Tx, shopId: string, m: DemoMotor, now: number) {
  const hoursAgo = (h: number) => new Date(now - h * 3_600_000);
  const id = uuidV7();
  const of = { shopId, motorId: id };
  const plate = {
    power: m.power,
    voltage: String(m.design.volts),
    plateConnection: m.design.star ? 'star' : 'delta',
    current: String(m.design.amps),
    frequency: '50',
    speed: m.speed,
    insulationClass: 'F',
    cooling: 'enclosed-fan',
    ...m.plate,
  };
  const identity = {
    number: m.number,
    customer: m.customer,
    machine: m.machine,
    maker: m.maker,
    serial: m.serial,
  };
  const promisedAt = m.promised === null ? null : wholeHour(new Date(now + m.promised * 3_600_000));
  await tx.insert(schema.motors).values({
    id,
    shopId,
    ...identity,
    plate,
    promisedAt,
    rush: m.rush ?? false,
    arrivedAt: hoursAgo(m.arrivedHoursAgo),
    shippedAt: null,
    words: wordsOf(identity),
    version: 1,
  });
  const event = (what: string, who: string, hours: number, after: unknown = null) =>
    tx.insert(schema.events).values({
      id: uuidV7(),
      ...of,
      at: hoursAgo(hours),
      who,
      what,
      before: null,
      after,
      why: '',
      writeId: uuidV7(),
    });
  await event('motor taken in', 'Ida Haft', m.arrivedHoursAgo, { ...identity, plate });

  const read = readNameplate(plate).plate;
  const typed = { ...demoCard(m.design), ...m.card };
  const checked = checkDataCard(typed, read, false);
  if (!m.noCard) {
    await tx.insert(schema.windings).values({
      id: uuidV7(),
      ...of,
      role: 'as-found',
      typed,
      values: { ...readDataCard(typed).card },
      version: 1,
      changedAt: hoursAgo(m.arrivedHoursAgo * 0.8),
      changedBy: 'Olav Tindal',
    });
    await event('data card saved', 'Olav Tindal', m.arrivedHoursAgo * 0.8, typed);
  }

  const signedOf = (track: readonly StationId[], last: StationId | null | undefined) =>
    last ? track.slice(0, track.indexOf(last) + 1) : [];
  const opened = m.working.some(([s]) => s === 'intake') ? [] : OPENING;
  const signed = [
    ...opened,
    ...signedOf(TRACKS.stator, m.stator),
    ...signedOf(TRACKS.rotor, m.rotor),
    ...signedOf(CLOSING, m.together),
  ];
  const latest = Math.min(...m.working.map(([, , h]) => h), m.arrivedHoursAgo * 0.3);
  const spread = (i: number, n: number) =>
    m.arrivedHoursAgo - ((m.arrivedHoursAgo - latest) * (i + 0.6)) / (n + 0.4);
  for (const [i, station] of signed.entries()) {
    const at = spread(i, signed.length);
    const by = station === 'check' || station === 'test' ? 'Per Marsk' : 'Olav Tindal';
    const record = demoRecord(station, m);
    await tx.insert(schema.steps).values({
      id: uuidV7(),
      ...of,
      station,
      typed: record,
      takenAt: hoursAgo(at + 0.2),
      takenBy: by,
      signedAt: hoursAgo(at),
      signedBy: by,
      version: 2,
    });
    await event(`${station} signed`, by, at, record);
  }
  for (const [station, by, hours] of m.working) {
    await tx.insert(schema.steps).values({
      id: uuidV7(),
      ...of,
      station,
      typed: {},
      takenAt: hoursAgo(hours),
      takenBy: by,
      version: 1,
    });
    await event(`${station} taken`, by, hours);
  }
  for (const h of m.holds ?? []) {
    await tx.insert(schema.holds).values({
      id: uuidV7(),
      ...of,
      body: h.body,
      reason: h.reason,
      raisedAt: hoursAgo(h.hoursAgo),
      raisedBy: h.by,
    });
    await event(`${h.body} held`, h.by, h.hoursAgo, { reason: h.reason });
  }
  const { analysis } = checked;
  if (m.joints && analysis) {
    const mark = (number: number, kind: 'made' | 'wrong' | 'undone', hours: number, note = '') =>
      tx.insert(schema.jointMarks).values({
        id: uuidV7(),
        ...of,
        plan: planKey(analysis.layout),
        joint: jointKey(analysis.connection.joints[number - 1]!),
        mark: kind,
        note,
        at: hoursAgo(hours),
        by: 'Olav Tindal',
      });
    for (let n = 1; n <= m.joints.made; n++) await mark(n, 'made', 2.8 - n * 0.3);
    if (m.joints.reopened) {
      await mark(m.joints.made, 'wrong', 1.2, 's taken for f');
      await mark(m.joints.made, 'undone', 1.1);
    }
  }
  for (const r of [...(m.readings ?? []), ...plannedReadings(m, checked)]) {
    const kind = TEST_KINDS[r.kind];
    const filled = { ...kind.defaults, ...r.typed };
    const { numbers, texts } = readForm(kind.fields, filled);
    await tx.insert(schema.readings).values({
      id: uuidV7(),
      ...of,
      kind: r.kind,
      stage: r.stage,
      typed: filled,
      values: { ...numbers, ...texts },
      log: r.bakedMinutes === undefined ? null : ovenLog(r.bakedMinutes),
      takenAt: hoursAgo(r.hoursAgo),
      takenBy: 'Per Marsk',
    });
  }
}

const wholeHour = (d: Date) => {
  d.setMinutes(0, 0, 0);
  return d;
};

/** Resistance and polarity as they should be, at every stage the motor has passed and nobody wrote a reading for. */
function plannedReadings(m: DemoMotor, checked: ReturnType<typeof checkDataCard>): DemoReading[] {
  const { analysis } = checked;
  if (!analysis) return [];
  const has = (kind: string, stage: string) =>
    m.readings?.some((r) => r.kind === kind && r.stage === stage) ?? false;
  const r20 = analysis.figures.lineResistance20?.value ?? 1;
  const ohms = (factor: number) => (r20 * 1.0079 * factor).toPrecision(4);
  const passed = (station: StationId) =>
    m.stator !== null && TRACKS.stator.indexOf(m.stator) >= TRACKS.stator.indexOf(station);
  const list: DemoReading[] = [];
  if (passed('connect') && !has('polarity', 'before-varnish'))
    list.push({
      kind: 'polarity',
      stage: 'before-varnish',
      typed: { sequence: analysis.layout.groups.map((g) => g.polarity).join('') },
      hoursAgo: m.arrivedHoursAgo * 0.4,
    });
  const resistance = (stage: 'before-varnish' | 'final', hoursAgo: number): DemoReading => ({
    kind: 'resistance',
    stage,
    typed: { uv: ohms(1.001), vw: ohms(0.999), wu: ohms(1.003), temperature: '22' },
    hoursAgo,
  });
  if (passed('check') && !has('resistance', 'before-varnish'))
    list.push(resistance('before-varnish', m.arrivedHoursAgo * 0.38));
  if (m.together) list.push(resistance('final', 0.7));
  return list;
}

const RECORDS: Partial<Record<StationId, Record<string, string>>> = {
  intake: {
    failed: 'turn short near the connection end',
    cause: 'bearing let the rotor touch, dust in the ducts',
  },
  strip: { partTemperature: '352' },
  core: { media: 'soft' },
  insulate: { liner: '0.3', standOut: '8' },
  connect: { joints: 'brazed', allMade: 'yes' },
  check: { gauge: 'yes', masked: 'yes' },
  varnish: { preheat: '110', batch: 'polyester-imide, batch 24-117', method: 'dip' },
  cure: { unmasked: 'yes' },
  inspect: { runOut: '0.02', bars: 'yes' },
  balance: { corrected: 'add' },
  assemble: { bearings: '6309 / 6307, new', bearingHeat: '95' },
  test: { sound: 'yes' },
};

function demoRecord(station: StationId, m: DemoMotor): Record<string, string> {
  if (station === 'match') return { statorTag: m.number, rotorTag: m.number };
  if (station === 'wind') {
    const card = demoCard(m.design);
    return { turnsWound: card['turns']!, wireWound: card['wires']!, reel: 'R14' };
  }
  return RECORDS[station] ?? {};
}

/** A log every ten minutes: the air leads, the part lags by its mass. */
function ovenLog(bakedMinutes: number) {
  const rise = 170;
  const points: { minute: number; partC: number; airC: number }[] = [];
  const end = rise + bakedMinutes;
  for (let minute = 0; minute <= end + 60; minute += 10) {
    const heating = minute <= end;
    const airC = heating ? 138 - 114 * Math.exp(-minute / 16) : 24 + 114 * Math.exp(-(minute - end) / 25);
    const partC = heating ? 139 - 115 * Math.exp(-minute / 57.5) : 24 + 115 * Math.exp(-(minute - end) / 90);
    points.push({ minute, partC: round(partC), airC: round(airC) });
  }
  return points;
}
const round = (x: number) => Math.round(x * 10) / 10;
