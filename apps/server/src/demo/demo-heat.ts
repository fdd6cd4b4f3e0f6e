/** Ovens of the made-up shop: what they are, what they have to do, what is in them, and what they did before. */
import type { NamedItem, LoadPart } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { writeFileSync } from 'node:fs';
import type { Transaction } from '../database/database.ts';
import { equipment, loads, programmes, treatments } from '../database/schema.ts';

const HOUR = 3_600_000;
/** Where the stand-in ovens are looked for. */
const CONTROLLER = '127.0.0.1:4471';
const ROOM_C = 21;

const OVENS: readonly NamedItem['typed'][] = [
  {
    name: 'Oven 1',
    occupies: 'Burn-off',
    hottest: '420',
    rate: '300',
    mass: '400',
    width: '1100',
    depth: '1400',
    controller: `${CONTROLLER}/1`,
  },
  {
    name: 'Oven 2',
    occupies: 'Cure',
    hottest: '220',
    rate: '300',
    mass: '350',
    width: '1000',
    depth: '1200',
    controller: `${CONTROLLER}/2`,
  },
  { name: 'Oven 3', occupies: 'Cure', hottest: '180', rate: '240', mass: '120', width: '700', depth: '800' },
];

const PROGRAMMES: readonly NamedItem['typed'][] = [
  {
    name: 'Burn-off 350',
    kind: 'burn-off',
    material: 'core plate, coated',
    target: '350',
    minutes: '5 h',
    tolerance: '10',
    most: '370',
    cooling: '60',
  },
  {
    name: 'Bake 138',
    kind: 'cure',
    material: 'polyester-imide varnish',
    target: '138',
    minutes: '6 h',
    tolerance: '5',
    otherTarget: '150',
    otherMinutes: '3 h',
    sheet: 'data sheet of the varnish, 2024',
  },
  {
    name: 'Bake 150',
    kind: 'cure',
    material: 'epoxy resin',
    target: '150',
    minutes: '4 h',
    tolerance: '5',
    otherTarget: '165',
    otherMinutes: '2 h',
    sheet: 'data sheet of the resin, 2025',
  },
  {
    name: 'Preheat 110',
    kind: 'preheat',
    material: 'before the dip',
    target: '110',
    minutes: '1 h',
    tolerance: '10',
  },
  {
    name: 'Dry 105',
    kind: 'drying',
    material: 'after the steam wash',
    target: '105',
    minutes: '3 h',
    tolerance: '5',
  },
];

interface DemoLoad {
  readonly oven: number;
  readonly programme: number;
  readonly parts: readonly LoadPart[];
  readonly startedHoursAgo: number;
  readonly by: string;
  /** How long it was in the oven [h]; absent while it is. */
  readonly hours?: number;
  readonly tau?: number;
}
const stator = (number: string, massKg: number, acrossMm?: number): LoadPart => ({
  number,
  body: 'stator',
  massKg,
  ...(acrossMm === undefined ? {} : { acrossMm }),
});

const LOADS: readonly DemoLoad[] = [
  // Number of the load, of the oven, mass and time constant of earlier ones: what forecasts are learned from.
  ...(
    [
      [0, 0, '2974', 210, 300, 74],
      [0, 0, '3012', 96, 250, 57],
      [0, 0, '3033', 62, 190, 49],
      [0, 0, '3051', 88, 160, 54],
      [0, 0, '3064', 44, 120, 41],
      [1, 1, '2951', 112, 280, 63],
      [1, 1, '2974', 214, 260, 80],
      [1, 2, '3012', 98, 210, 60],
      [1, 1, '3033', 64, 150, 52],
      [1, 1, '3051', 90, 130, 58],
      [1, 1, '3064', 45, 90, 46],
      [1, 1, '3090', 26, 66, 38],
      [2, 1, '3077', 14, 200, 33],
      [2, 3, '3083', 38, 150, 47],
      [2, 1, '2839', 17, 400, 36],
      [2, 1, '3064', 45, 300, 49],
    ] as const
  ).map(([oven, programme, number, massKg, startedHoursAgo, tau]): DemoLoad => ({
    oven,
    programme,
    parts: [stator(number, massKg)],
    startedHoursAgo,
    by: 'Olav Tindal',
    hours: 9.5,
    tau,
  })),
  {
    oven: 2,
    programme: 1,
    parts: [stator('3096', 41, 330)],
    startedHoursAgo: 30,
    by: 'Olav Tindal',
    hours: 6,
    tau: 46,
  },
  { oven: 0, programme: 0, parts: [stator('3110', 92, 440)], startedHoursAgo: 5.2, by: 'Jon Rie' },
  { oven: 1, programme: 1, parts: [stator('3099', 118, 520)], startedHoursAgo: 5.5, by: 'Asta Velle' },
];

/** @param instrumentsFile where the stand-in ovens read what is in them; without, they are cold */
const TREATMENTS: readonly NamedItem['typed'][] = [
  {
    name: 'Dip, polyester-imide',
    kind: 'dip',
    material: 'polyester-imide varnish',
    partFrom: '40',
    partTo: '55',
    varnishFrom: '18',
    varnishTo: '28',
    viscosityLeast: '24',
    viscosityMost: '32',
    immersion: '15',
    drain: '30',
    sheet: 'data sheet of the varnish, 2024',
  },
  {
    name: 'Vacuum and pressure, epoxy',
    kind: 'vacuum-pressure',
    material: 'epoxy resin, without solvent',
    partFrom: '55',
    partTo: '70',
    varnishFrom: '20',
    varnishTo: '30',
    vacuum: '5 mbar',
    vacuumMinutes: '45',
    pressure: '4',
    pressureMinutes: '90',
    drain: '30',
    sheet: 'data sheet of the resin, 2025',
  },
  {
    name: 'Bond by current',
    kind: 'bond',
    material: 'self-bonding wire',
    bondFrom: '190',
    bondTo: '220',
    sheet: 'data sheet of the wire, 2023',
  },
];

export async function loadDemoHeat(
  tx: Transaction,
  shopId: string,
  now: number,
  instrumentsFile: string | undefined,
) {
  const add = async (
    table: typeof equipment | typeof programmes | typeof treatments,
    list: readonly NamedItem['typed'][],
  ) => {
    const rows = list.map((typed) => ({ id: uuidV7(), shopId, name: typed['name']!, typed }));
    await tx.insert(table).values(rows);
    return rows.map((r) => r.id);
  };
  const ovens = await add(equipment, OVENS);
  await add(programmes, PROGRAMMES);
  await add(treatments, TREATMENTS);
  await tx.insert(loads).values(
    LOADS.map((l) => {
      const startedAt = now - l.startedHoursAgo * HOUR;
      return {
        id: uuidV7(),
        shopId,
        equipmentId: ovens[l.oven]!,
        programme: PROGRAMMES[l.programme]!,
        parts: l.parts,
        startedAt: new Date(startedAt),
        startedBy: l.by,
        ...(l.hours === undefined ? {} : { outAt: new Date(startedAt + l.hours * HOUR), outBy: l.by }),
        tau: l.tau ?? null,
      };
    }),
  );
  if (!instrumentsFile) return;
  const states = LOADS.filter((l) => l.hours === undefined).map((l) => ({
    channel: l.oven + 1,
    setC: Number(PROGRAMMES[l.programme]!['target']),
    massKg: Math.max(...l.parts.map((p) => p.massKg)),
    airC: ROOM_C,
    surfaceC: ROOM_C,
    middleC: ROOM_C,
    fault: 'none',
    at: now - l.startedHoursAgo * HOUR,
  }));
  writeFileSync(instrumentsFile, JSON.stringify({ ovens: states }));
}
