/** What lies in the stores of the made-up shop: supplies with their lots, and instruments, one of them expired. */
import type { LotMove, NamedItem } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import type { Transaction } from '../database/database.ts';
import { instruments, lotMoves, lots, supplies } from '../database/schema.ts';

const DAY = 86_400_000;

interface DemoLot {
  readonly lot: string;
  readonly came: number;
  readonly daysAgo: number;
  /** Days until it expires; negative: it has. */
  readonly expiresIn?: number;
  readonly drawn?: readonly (readonly [amount: number, daysAgo: number, note: string])[];
  readonly viscosity?: readonly (readonly [seconds: string, daysAgo: number])[];
}

const SUPPLIES: readonly { readonly typed: NamedItem['typed']; readonly lots: readonly DemoLot[] }[] = [
  {
    typed: {
      name: 'Polyester-imide varnish',
      kind: 'varnish',
      unit: 'l',
      low: '40',
      order: '25',
      viscosityLeast: '24',
      viscosityMost: '32',
      note: 'thin with its own thinner only',
    },
    lots: [
      {
        lot: 'V-2291',
        came: 50,
        daysAgo: 70,
        expiresIn: 110,
        drawn: [
          [12, 40, 'tank topped up'],
          [9, 12, 'tank topped up'],
        ],
        viscosity: [
          ['28', 40],
          ['31', 5],
        ],
      },
      { lot: 'V-2140', came: 25, daysAgo: 300, expiresIn: -9, drawn: [[18, 90, 'tank topped up']] },
    ],
  },
  {
    typed: { name: 'Polyester film laminate 0.30', kind: 'liner', unit: 'm2', low: '10', order: '20' },
    lots: [{ lot: 'L-0714', came: 40, daysAgo: 55, drawn: [[21.5, 20, 'liners and separators']] }],
  },
  {
    typed: { name: 'Aramid paper 0.18', kind: 'phase-paper', unit: 'm2', low: '6', order: '10' },
    lots: [{ lot: 'A-3308', came: 12, daysAgo: 120, drawn: [[8.2, 15, 'phase paper']] }],
  },
  {
    typed: { name: 'Slot wedge, glass, 6 mm', kind: 'wedge', unit: 'm', low: '30', order: '100' },
    lots: [{ lot: 'W-118', came: 200, daysAgo: 90, drawn: [[84, 10, 'wedges']] }],
  },
  {
    typed: { name: 'Glass sleeving 4 mm', kind: 'sleeving', unit: 'm', low: '25', order: '50' },
    lots: [{ lot: 'S-4071', came: 100, daysAgo: 45, expiresIn: 21, drawn: [[38, 9, 'leads and jumpers']] }],
  },
  {
    typed: { name: 'Lacing cord 2 mm', kind: 'cord', unit: 'm', low: '150', order: '500' },
    lots: [{ lot: 'C-90', came: 500, daysAgo: 60, drawn: [[240, 8, 'overhangs']] }],
  },
  {
    typed: { name: 'Bearing grease, polyurea', kind: 'grease', unit: 'kg', low: '2', order: '5' },
    lots: [{ lot: 'G-55', came: 5, daysAgo: 140, expiresIn: 400, drawn: [[1.7, 30, 'bearings']] }],
  },
];

/** Days until each is due; negative: it is past. */
const INSTRUMENTS: readonly {
  readonly typed: NamedItem['typed'];
  readonly dueIn: number | null;
}[] = [
  {
    typed: { name: 'Megohm 1', kind: 'insulation-tester', serial: '70-1183', where: 'test panel' },
    dueIn: 190,
  },
  {
    typed: { name: 'Megohm 2', kind: 'insulation-tester', serial: '58-0420', where: 'intake bench' },
    dueIn: -12,
  },
  {
    typed: { name: 'Milliohm 1', kind: 'ohmmeter', serial: '33-9102', where: 'test panel' },
    dueIn: 18,
  },
  {
    typed: { name: 'Wattmeter 1', kind: 'wattmeter', serial: '12-7741', where: 'test panel' },
    dueIn: 240,
  },
  {
    typed: {
      name: 'Wattmeter 2',
      kind: 'wattmeter',
      serial: '12-7745',
      at: 'calibration',
      where: 'sent to the laboratory',
    },
    dueIn: 3,
  },
  {
    typed: {
      name: 'Balancer',
      kind: 'balancer',
      serial: 'BM-0417',
      where: 'machine hall',
      line: '127.0.0.1:4472',
    },
    dueIn: 95,
  },
  {
    typed: {
      name: 'Surge tester',
      kind: 'surge-tester',
      serial: 'ST-1180',
      where: 'test panel',
      line: '127.0.0.1:4473',
    },
    dueIn: 240,
  },
  {
    typed: {
      name: 'Dynamometer',
      kind: 'dynamometer',
      serial: 'DY-0552',
      where: 'test stand',
      line: '127.0.0.1:4474',
    },
    dueIn: 260,
  },
  {
    typed: {
      name: 'Line B',
      kind: 'series-line',
      serial: 'SL-7',
      where: 'series hall',
      line: '127.0.0.1:4475',
    },
    dueIn: null,
  },
  {
    typed: { name: 'Vibration meter', kind: 'vibration-meter', serial: '66-0192', where: 'test panel' },
    dueIn: 150,
  },
  { typed: { name: 'Bore gauge 50-160', kind: 'gauge', serial: '81-55', where: 'drawer 3' }, dueIn: 61 },
  { typed: { name: 'Scales 150 kg', kind: 'scales', where: 'winding bench' }, dueIn: null },
];

const dayOf = (at: number) => new Date(at).toISOString().slice(0, 10);

export async function loadDemoStores(tx: Transaction, shopId: string, now: number): Promise<void> {
  for (const { typed, lots: list } of SUPPLIES) {
    const supplyId = uuidV7();
    await tx.insert(supplies).values({ id: supplyId, shopId, name: typed['name']!, typed });
    for (const lot of list) await addLot(tx, shopId, supplyId, lot, now);
  }
  for (const { typed, dueIn } of INSTRUMENTS) {
    const dates: Record<string, string> =
      dueIn === null ? {} : { due: dayOf(now + dueIn * DAY), calibrated: dayOf(now + (dueIn - 365) * DAY) };
    await tx
      .insert(instruments)
      .values({ id: uuidV7(), shopId, name: typed['name']!, typed: { at: 'here', ...typed, ...dates } });
  }
}

async function addLot(tx: Transaction, shopId: string, supplyId: string, lot: DemoLot, now: number) {
  const lotId = uuidV7();
  const at = (daysAgo: number) => new Date(now - daysAgo * DAY);
  await tx.insert(lots).values({
    id: lotId,
    shopId,
    supplyId,
    lot: lot.lot,
    expiresAt: lot.expiresIn === undefined ? null : new Date(now + lot.expiresIn * DAY),
    receivedAt: at(lot.daysAgo),
    receivedBy: 'Ida Haft',
  });
  const move = (what: LotMove['what'], daysAgo: number, amount: number, value = '', note = '') => ({
    ...{ id: uuidV7(), shopId, lotId, what, amount, value, note },
    at: at(daysAgo),
    by: what === 'received' ? 'Ida Haft' : 'Olav Tindal',
  });
  const moves = [
    move('received', lot.daysAgo, lot.came),
    ...(lot.drawn ?? []).map(([amount, daysAgo, note]) => move('drawn', daysAgo, -amount, '', note)),
    ...(lot.viscosity ?? []).map(([seconds, daysAgo]) => move('viscosity', daysAgo, 0, seconds)),
  ];
  // Places in the order follow the times.
  for (const row of moves.toSorted((a, b) => a.at.getTime() - b.at.getTime()))
    await tx.insert(lotMoves).values(row);
}
