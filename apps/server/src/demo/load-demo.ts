/** Loads the made-up shop; times are relative to now, so that the floor always looks alive. */
import {
  analyseWaves,
  analysisOf,
  CORE_VERSION,
  fieldsOfWaves,
  isPublished,
  jointKey,
  machineKind,
  newestRoute,
  readForm,
  stationOf,
  stationsOf,
  TEST_KINDS,
  threePhase,
  type Plan,
  type Station,
  type StationId,
  type SurgeWaves,
} from '@norther/core';
import { surgeWaves } from './surge-waves.ts';
import {
  MOTOR_FORMAT,
  openMotorDocument,
  ordersOf,
  type MotorDocument,
  type PartRecord,
} from '@norther/records';
import { drizzle } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import type { Transaction } from '../database/database.ts';
import * as schema from '../database/schema.ts';
import { v7 as uuidV7 } from 'uuid';
import { FileStore } from '../attachments/file-store.ts';
import { ExchangeRepository } from '../exchange/exchange.repository.ts';
import { hashPin } from '../people/pins.ts';
import type { DemoMotor, DemoReading } from './demo-motor.ts';
import { DEMO_MOTORS } from './demo-motors.ts';
import { OTHER_ROUTES } from './demo-other-routes.ts';
import { PAST_MOTORS, pastTimes } from './demo-past.ts';
import { loadDemoHeat } from './demo-heat.ts';
import { loadDemoSeries } from './demo-series.ts';
import { loadDemoStores } from './demo-stores.ts';
import { demoWriteUps } from './demo-write-ups.ts';
import { demoPhotos } from './demo-photos.ts';
import { DIPPED_TWICE } from './demo-routes.ts';
import { DEMO_REELS, demoCard } from './demo-windings.ts';

export const DEMO_PEOPLE = [
  {
    name: 'Ida Haft',
    role: 'lead',
    pin: '2718',
    shift: { from: '07:00', to: '16:00', stations: 'Intake, Core, Saw, Varnish, Cure, Ship' },
  },
  {
    name: 'Per Marsk',
    role: 'tester',
    pin: '1618',
    shift: {
      from: '07:00',
      to: '15:30',
      stations: 'Intake, Check, Test, Water, Assemble, Match, Varnish, Cure',
    },
  },
  { name: 'Olav Tindal', role: 'winder', pin: '3141', shift: { from: '06:00', to: '15:00' } },
  { name: 'Asta Velle', role: 'winder', pin: '1414', shift: { from: '08:00', to: '17:00' } },
  {
    name: 'Jon Rie',
    role: 'winder',
    pin: '1732',
    shift: {
      from: '07:00',
      to: '16:00',
      stations: 'Inspect, Balance, Burn off, Pull, Core, Match, Assemble',
    },
  },
] as const;

/**
 * @param options.empty the made-up people without their motors, for tests
 * @param options.filesFolder where its photos are drawn into; without, it has none
 * @param options.instrumentsFile where the stand-in ovens read what is in them
 * @returns false when there is a shop already: nothing is touched then
 */
export async function loadDemo(
  databaseUrl: string,
  options: {
    empty?: boolean;
    filesFolder?: string | undefined;
    instrumentsFile?: string | undefined;
  } = {},
): Promise<boolean> {
  const store = options.filesFolder && !options.empty ? new FileStore(options.filesFolder) : null;
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const db = drizzle(client, { schema });
    return await db.transaction(async (tx) => {
      if ((await tx.select().from(schema.shops).limit(1)).length > 0) return false;
      const shopId = uuidV7();
      await tx.insert(schema.shops).values({ id: shopId, name: 'Skarnholt Motor Works' });
      for (const { name, role, pin, shift } of DEMO_PEOPLE)
        await tx.insert(schema.people).values({
          id: uuidV7(),
          shopId,
          name,
          role,
          pinHash: await hashPin(pin),
          publishedPin: true,
          shift,
        });
      if (!options.empty) {
        const now = Date.now();
        await store?.clearIncoming();
        for (const reel of DEMO_REELS)
          await tx
            .insert(schema.reels)
            .values({ id: uuidV7(), shopId, overEnamelMm: null, version: 1, ...reel });
        await addRoute(tx, shopId, now);
        for (const motor of [...PAST_MOTORS, ...DEMO_MOTORS, ...OTHER_ROUTES]) {
          const opened = openMotorDocument(demoDocument(motor, now));
          if (!opened.ok)
            throw new Error(`demo motor ${motor.number}: ${opened.findings.map((f) => f.message).join(' ')}`);
          const record = {
            ...opened.value,
            motor: { ...opened.value.motor, givenTo: motor.givenTo ?? null },
            route: motor.route && !isPublished(motor.route.id) ? motor.route : null,
            parts: demoParts(motor, now),
            writeUps: demoWriteUps(motor.number, now),
          } as MotorDocument;
          const document = store ? await withPhotos(record, motor, store, now) : record;
          await new ExchangeRepository().insert(tx, shopId, document, null, document.attachments);
        }
        await loadDemoStores(tx, shopId, now);
        await loadDemoSeries(tx, shopId, now);
        await loadDemoHeat(tx, shopId, now, options.instrumentsFile);
      }
      return true;
    });
  } finally {
    await client.end();
  }
}

/** What came along, tagged in the order in which it was taken off. */
const demoParts = (m: DemoMotor, now: number): PartRecord[] =>
  (m.parts ?? []).map(({ kind, note = '', back }, i) => ({
    id: uuidV7(),
    kind,
    note,
    tag: `${m.number}-${i + 1}`,
    addedAt: new Date(now - 0.95 * m.arrivedHoursAgo * 3_600_000).toISOString(),
    addedBy: 'Olav Tindal',
    backAt: back ? new Date(now - 1_800_000).toISOString() : null,
    backBy: back ? 'Jon Rie' : null,
    withdrawn: null,
    version: 1,
  }));

/** The shop's own route, as a lead published it some weeks ago. */
async function addRoute(tx: Transaction, shopId: string, now: number) {
  const { id, version, machine: kind } = DIPPED_TWICE;
  await tx.insert(schema.routes).values({ shopId, id, kind });
  await tx.insert(schema.routeVersions).values({
    shopId,
    route: id,
    version,
    document: DIPPED_TWICE,
    publishedAt: new Date(now - 40 * 86_400_000),
    publishedBy: 'Ida Haft',
    why: 'Two separators came back wet within a year.',
  });
}

/** With photos added: the last of what happened in the file's own order, as nothing rests on them. */
async function withPhotos(
  document: MotorDocument,
  motor: DemoMotor,
  store: FileStore,
  now: number,
): Promise<MotorDocument> {
  const ago = (h: number) => new Date(now - h * 3_600_000).toISOString();
  const { plate, card } = typedOf(motor);
  const photos = await demoPhotos(motor, plate, Number(card['poles']) || 4, store, ago);
  const last = Math.max(0, ...ordersOf(document));
  const events = photos.map((photo, i) => ({
    id: uuidV7(),
    at: photo.addedAt,
    who: photo.addedBy,
    what: `photo added, ${photo.place}`,
    before: null,
    after: { name: photo.name, note: photo.note },
    why: '',
    order: last + 2 * i + 1,
  }));
  const attachments = photos.map((photo, i) => ({ ...photo, order: last + 2 * i + 2 }));
  const history = [...document.history, ...events];
  // The history reads by its order, so places follow the times.
  const byTime = history.toSorted((a, b) => a.at.localeCompare(b.at)).map((e) => e.id);
  const places = history.map((e) => e.order).toSorted((a, b) => a - b);
  return {
    ...document,
    attachments,
    history: history.map((e) => ({ ...e, order: places[byTime.indexOf(e.id)]! })),
  };
}

const idsOf = (stations: readonly Station[]) => stations.map((s) => s.id);

/** Kind, plate and card of a motor as somebody would have typed them. */
function typedOf(m: DemoMotor) {
  const { winding } = m;
  const common = { power: m.power, speed: m.speed };
  if ('kind' in winding) {
    const machine = machineKind(winding.kind);
    const supply: Record<string, string> = machine.plate.some((f) => f.id === 'frequency')
      ? { frequency: '50' }
      : {};
    return {
      machine,
      plate: { ...common, ...supply, ...winding.plate, ...m.plate },
      card: { ...winding.card, ...m.card },
    };
  }
  return {
    machine: threePhase,
    plate: {
      ...common,
      frequency: '50',
      voltage: String(winding.volts),
      plateConnection: winding.star ? 'star' : 'delta',
      current: String(winding.amps),
      insulationClass: 'F',
      cooling: 'enclosed-fan',
      ...m.plate,
    },
    card: { ...(m.coreOnly ? ironOf(demoCard(winding)) : demoCard(winding)), ...m.card },
  };
}

/** What can be measured on a core without its winding. */
const IRON = ['slots', 'bore', 'coreLength', 'backIron', 'toothWidth', 'slotArea'];
const ironOf = (card: Record<string, string>) =>
  Object.fromEntries(Object.entries(card).filter(([id]) => IRON.includes(id)));

/** A motor of the demo as a file of the format that knew times only; opening it puts all in order. */
function demoDocument(m: DemoMotor, now: number): unknown {
  const ago = (h: number) => new Date(now - h * 3_600_000).toISOString();
  const { machine, plate, card: typed } = typedOf(m);
  const route = m.route ?? newestRoute(machine.route);
  const stator = idsOf(route.tracks.stator);
  const identity = {
    number: m.number,
    customer: m.customer,
    machine: m.machine,
    maker: m.maker,
    serial: m.serial,
  };
  const history: object[] = [];
  const event = (what: string, who: string, hours: number, after: unknown = null) =>
    history.push({ id: uuidV7(), at: ago(hours), who, what, before: null, after, why: '' });
  event('motor taken in', 'Ida Haft', m.arrivedHoursAgo, { ...identity, plate });

  const { plan } = machine.checkCard(typed, machine.readPlate(plate).plate, false, {});
  const cardAgo = m.arrivedHoursAgo * 0.8;
  if (!m.noCard) event('data card saved', 'Olav Tindal', cardAgo, typed);

  const signedOf = (track: readonly StationId[], last: StationId | null | undefined) =>
    last ? track.slice(0, track.indexOf(last) + 1) : [];
  const atTheDoor = m.working.some(([s]) => route.opening.some((o) => o.id === s));
  const opened = atTheDoor ? [] : idsOf(route.opening);
  const signed = [
    ...opened,
    ...signedOf(stator, m.stator),
    ...signedOf(idsOf(route.tracks.rotor), m.rotor),
    ...signedOf(idsOf(route.closing), m.together),
  ];
  const latest =
    m.shippedHoursAgo ?? Math.min(...m.working.map(([, , h]) => h), m.arrivedHoursAgo * 0.3) + 0.4;
  const signedAgo = new Map<StationId, number>();
  /** In hand for some hours, never before the one before it was signed. */
  const inHand = Math.min(3.5, (0.6 * (m.arrivedHoursAgo - latest)) / (signed.length + 0.4));
  const steps: object[] = [];
  for (const [i, station] of signed.entries()) {
    const past = m.shippedHoursAgo === undefined ? null : pastTimes(m, station, i, signed.length, now);
    const at = past
      ? (now - past.signed) / 3_600_000
      : m.arrivedHoursAgo - ((m.arrivedHoursAgo - latest) * (i + 0.6)) / (signed.length + 0.4);
    signedAgo.set(station, at);
    const by = stationOf(route, station).signedBy?.[0] === 'tester' ? 'Per Marsk' : 'Olav Tindal';
    const record = demoRecord(station, m.number, typed);
    steps.push({
      id: uuidV7(),
      station,
      typed: record,
      takenAt: past ? new Date(past.taken).toISOString() : ago(at + inHand),
      takenBy: by,
      signedAt: ago(at),
      signedBy: by,
      version: 2,
    });
    event(`${station} signed`, by, at, record);
    // Two hours before it was taken anew it had been sent back; it had been signed six hours before that.
    const again = m.again?.find((a) => a.station === station);
    if (again)
      history.push({
        id: uuidV7(),
        at: ago(at + inHand + 2),
        who: 'Ida Haft',
        what: `${station} opened again`,
        before: { ...record, signedAt: ago(at + inHand + 8), signedBy: by },
        after: null,
        why: again.reason,
      });
  }
  for (const [station, by, hours] of m.working) {
    steps.push({
      id: uuidV7(),
      station,
      typed: {},
      takenAt: ago(hours),
      takenBy: by,
      signedAt: null,
      signedBy: null,
      version: 1,
    });
    event(`${station} taken`, by, hours);
  }

  const readings = [...(m.readings ?? []), ...plannedReadings(m, plan, stator)].map((r) => {
    const kind = TEST_KINDS[r.kind];
    const waves = r.surge && surgeWaves(r.surge);
    const filled = waves ? { ...r.typed, ...surgeFields(waves) } : r.typed;
    const { numbers, texts } = readForm(kind.fields, filled);
    // Of a station that is signed the reading was taken while it was in hand.
    const station = stationsOf(route).find((s) =>
      s.tests.some((t) => t.kind === r.kind && t.stage === r.stage),
    );
    const done = station && signedAgo.get(station.id);
    // Never before its stage had begun, whatever the hour at which the demo is made.
    const begins = stationsOf(route).find((s) => s.begins === r.stage);
    const begun = (begins && signedAgo.get(begins.id)) ?? Infinity;
    return {
      id: uuidV7(),
      kind: r.kind,
      stage: r.stage,
      typed: filled,
      values: { ...numbers, ...texts },
      ...(waves ? { waves } : {}),
      ...(r.bakedMinutes === undefined ? {} : { log: ovenLog(r.bakedMinutes) }),
      takenAt: ago(done === undefined ? Math.min(r.hoursAgo, begun - 0.1) : done + 0.1),
      takenBy: 'Per Marsk',
    };
  });
  return {
    format: MOTOR_FORMAT,
    version: 2,
    core: CORE_VERSION,
    motor: {
      id: uuidV7(),
      ...identity,
      kind: machine.id,
      route: route.id,
      routeVersion: route.version,
      plate,
      promisedAt:
        m.promised === null ? null : wholeHour(new Date(now + m.promised * 3_600_000)).toISOString(),
      rush: m.rush ?? false,
      arrivedAt: ago(m.arrivedHoursAgo),
      shippedAt:
        m.shippedHoursAgo === undefined
          ? null
          : new Date(pastTimes(m, 'ship', signed.length - 1, signed.length, now).signed).toISOString(),
      version: 1,
    },
    windings: m.noCard
      ? []
      : [
          {
            id: uuidV7(),
            role: 'as-found',
            typed,
            values: { ...machine.values(typed) },
            version: 1,
            changedAt: ago(cardAgo),
            changedBy: 'Olav Tindal',
          },
        ],
    steps,
    holds: (m.holds ?? []).map((h) => {
      event(`${h.body} held`, h.by, h.hoursAgo, { reason: h.reason });
      return {
        id: uuidV7(),
        body: h.body,
        reason: h.reason,
        raisedAt: ago(h.hoursAgo),
        raisedBy: h.by,
        clearedAt: null,
        clearedBy: null,
        clearReason: null,
      };
    }),
    gatePasses: [],
    readings: readings.toSorted((a, b) => a.takenAt.localeCompare(b.takenAt)),
    jointMarks: demoMarks(m, plan, signedAgo.get('connect'), ago),
    history: history.toSorted((a, b) => (a as { at: string }).at.localeCompare((b as { at: string }).at)),
  };
}

/** All joints where the connection is signed; else those the demo says, the last one opened again where it says so. */
function demoMarks(
  m: DemoMotor,
  plan: Plan | null,
  connectedAgo: number | undefined,
  ago: (hours: number) => string,
): object[] {
  if (!plan || (connectedAgo === undefined && !m.joints)) return [];
  const { joints } = plan;
  const taken =
    connectedAgo === undefined ? (m.working.find(([s]) => s === 'connect')?.[2] ?? 1) : connectedAgo + 1.2;
  const mark = (number: number, kind: 'made' | 'wrong' | 'undone', hours: number, note = '') => ({
    id: uuidV7(),
    plan: plan.key,
    joint: jointKey(joints[number - 1]!),
    mark: kind,
    note,
    at: ago(hours),
    by: 'Olav Tindal',
  });
  const made = connectedAgo !== undefined || m.joints?.made === 'all' ? joints.length : (m.joints?.made ?? 0);
  const at = (i: number) => taken - (0.6 * taken * i) / joints.length;
  const marks = Array.from({ length: made }, (_, i) =>
    mark(i + 1, 'made', connectedAgo === undefined ? at(i) : taken - (0.8 * i) / joints.length),
  );
  if (m.joints?.reopened && connectedAgo === undefined)
    marks.push(mark(made, 'wrong', at(made), 's taken for f'), mark(made, 'undone', at(made + 1)));
  return marks;
}

const wholeHour = (d: Date) => {
  d.setMinutes(0, 0, 0);
  return d;
};

/** Resistance and polarity as they should be, at every stage the motor has passed and nobody wrote a reading for. */
function plannedReadings(m: DemoMotor, plan: Plan | null, stator: readonly StationId[]): DemoReading[] {
  if (!plan) return [];
  const has = (kind: string, stage: string) =>
    m.readings?.some((r) => r.kind === kind && r.stage === stage) ?? false;
  const passed = (station: StationId) =>
    m.stator !== null && stator.includes(station) && stator.indexOf(m.stator) >= stator.indexOf(station);
  const list: DemoReading[] = [];
  if (passed('connect') && !has('polarity', 'before-varnish'))
    list.push({
      kind: 'polarity',
      stage: 'before-varnish',
      typed: { sequence: plan.walk.expected.join('') },
      hoursAgo: m.arrivedHoursAgo * 0.4,
    });
  const analysis = analysisOf(plan);
  if (!analysis) return list;
  const r20 = analysis.figures.lineResistance20?.value ?? 1;
  const ohms = (factor: number) => (r20 * 1.0079 * factor).toPrecision(4);
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
    keepWhy: 'insulation and ohms as on its last visit; agreed by telephone',
  },
  wash: { washedWith: 'steam', seen: 'dust, ties sound' },
  receive: { order: 'order 26-118, drawing B', burrs: 'yes', boreRound: '0.02' },
  'bore-size': { statorBore: '190.02', boreFrom: 'customer' },
  cage: { cage: 'sound', swing: '1' },
  bars: { barsDone: 'none needed' },
  shaft: { journalDrive: '55.012', journalOther: '50.010', fits: 'k6 / k6' },
  seal: { seals: 'carbide / carbide, new', oil: 'white oil, 0.4 l', entry: 'yes' },
  saw: { cut: 'sawn' },
  strip: { partTemperature: '352' },
  core: { media: 'soft' },
  insulate: { liner: '0.3', standOut: '8' },
  connect: { joints: 'brazed', allMade: 'yes' },
  check: { gauge: 'yes', masked: 'yes' },
  varnish: { preheat: '110', batch: 'polyester-imide, batch 24-117', method: 'dip' },
  cure: { unmasked: 'yes' },
  inspect: { runOut: '0.02', bars: 'yes', polesAlternate: 'yes', sleeveDone: 'sound' },
  starting: { switchDone: 'kept', capacitorsFitted: '80 µF, 250 V' },
  balance: { corrected: 'add' },
  assemble: { bearings: '6309 / 6307, new', bearingHeat: '95' },
  test: { sound: 'yes' },
  mark: { marked: 'yes' },
  'strip-armature': { softened: 'solvent' },
  'armature-core': { media: 'soft', commutatorDone: 'kept', runOut: '0.02' },
  'insulate-armature': { liner: '0.25', standOut: '6' },
  risers: { risersDone: 'fused' },
  band: { bandedWith: 'tape', bandTurnsWound: '18', bandTension: '900 N' },
  'varnish-armature': { preheat: '105', batch: 'polyester-imide, batch 24-117', method: 'dip' },
  'cure-armature': { unmasked: 'yes' },
  turn: { turnedTo: '168' },
  'frame-data': { leastGap: '1.9', mostGap: '2.1', shimsFound: 'main 1.0, interpoles 1.5 mm' },
  'field-coils': { coilsDone: 'kept' },
  'mount-poles': { leastGap: '1.95', mostGap: '2.05' },
  'connect-field': { joints: 'brazed', allMade: 'yes' },
  'frame-varnish': { facesClean: 'yes' },
  'brush-gear': {
    brushGrade: '12 of 16 × 32 mm, electrographite',
    seated: '90',
    springLeast: '96',
    springMost: '104',
  },
};

function demoRecord(
  station: StationId,
  number: string,
  card: Readonly<Record<string, string>>,
): Record<string, string> {
  if (station === 'match') return { statorTag: number, rotorTag: number };
  if (station === 'wind-armature')
    return {
      turnsWound: card['turns']!,
      wireWound: card['wires']!,
      firstBarWound: card['firstBar'] ?? '1',
      reel: 'R14',
    };
  if (station === 'wind')
    return card['mainTurns']
      ? {
          mainTurnsWound: card['mainTurns'],
          mainWireWound: card['mainWires']!,
          startTurnsWound: card['startTurns']!,
          startWireWound: card['startWires']!,
        }
      : { turnsWound: card['turns']!, wireWound: card['wires']!, reel: 'R14' };
  return RECORDS[station] ?? {};
}

/** What the server would read from them. */
function surgeFields(waves: SurgeWaves) {
  const analysed = analyseWaves(waves);
  if (!analysed.ok) throw new Error('The made-up waves cannot be read.');
  return fieldsOfWaves(analysed.value, analysed.findings);
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
