/** Instruments that may not sign, lots that may not be used, wire that is kept: at their edges, to the day and the gram. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DEFAULT_CUT_SETTINGS,
  machineKind,
  wireAhead,
  type MotorAhead,
  type Reel,
  checkViscosity,
  instead,
  instrumentKindFor,
  instrumentStanding,
  lotState,
  mayDraw,
  mayMeasure,
  readInstrument,
  readSupply,
  supplyStock,
  TEST_KIND_IDS,
  type LotStock,
} from '../../index.ts';
import { card, plate } from '../../../test/quarry.ts';

const DAY = 86_400_000;
const NOON = Date.parse('2026-11-30T12:00:00Z');
const meter = (name: string, typed: Record<string, string>) => ({
  id: name,
  name,
  typed: { name, kind: 'insulation-tester', at: 'here', ...typed },
  retiredAt: null as string | null,
});

describe('instruments', () => {
  it('may sign through the whole of the day on which they are due, and not a moment longer', () => {
    const due = { due: '2026-11-30' };
    expect(instrumentStanding(due, Date.parse('2026-11-30T23:59:59Z')).state).toBe('soon');
    expect(instrumentStanding(due, Date.parse('2026-12-01T00:00:00Z'))).toMatchObject({
      state: 'expired',
      words: 'calibration expired 1 day ago',
    });
    expect(instrumentStanding({ due: '2026-12-30' }, NOON).state).toBe('soon');
    expect(instrumentStanding({ due: '2027-01-02' }, NOON).state).toBe('good');
    expect(instrumentStanding({}, NOON).state).toBe('unknown');
    expect(instrumentStanding({ due: '2027-06-01', at: 'lent' }, NOON).state).toBe('away');
  });
  it.each(['2026-02-30', '2026-13-01', '30.11.2026', '2026-1-5', 'soon'])('“%s” is no day', (due) => {
    expect(readInstrument({ name: 'M', kind: 'gauge', due }).map((f) => f.code)).toEqual(['day.unreadable']);
  });
  it('are not due before they were calibrated, and need a name and a kind', () => {
    expect(
      readInstrument({ name: 'M', kind: 'gauge', calibrated: '2026-03-01', due: '2026-03-01' }).map(
        (f) => f.code,
      ),
    ).toEqual(['instrument.due-before']);
    expect(readInstrument({}).map((f) => f.code)).toEqual([
      'instrument.name.missing',
      'instrument.kind.missing',
    ]);
  });
  it('say which other may be used, never one that is expired, away, retired or of another kind', () => {
    const old = meter('old', { due: '2026-11-01' });
    const good = meter('good', { due: '2027-05-01' });
    const all = [
      old,
      good,
      meter('lent', { due: '2027-05-01', at: 'lent' }),
      meter('unknown', {}),
      { ...meter('retired', { due: '2027-05-01' }), retiredAt: '2026-01-01T00:00:00Z' },
      meter('ohm', { due: '2027-05-01', kind: 'ohmmeter' }),
    ];
    expect(instead(old, all, NOON).map((i) => i.name)).toEqual(['good']);
    expect(mayMeasure(old, 'insulation', all, NOON)[0]).toMatchObject({
      severity: 'stop',
      code: 'instrument.expired',
    });
    expect(mayMeasure(old, 'insulation', all, NOON)[0]!.message).toContain('Use good instead');
    expect(mayMeasure(good, 'insulation', all, NOON)).toEqual([]);
    expect(mayMeasure(good, 'resistance', all, NOON)[0]!.code).toBe('instrument.other-kind');
    expect(mayMeasure(meter('unknown', {}), 'insulation', all, NOON)[0]!.severity).toBe('watch');
  });
  it('are asked for by tests that there are', () => {
    expect(TEST_KIND_IDS.filter((t) => instrumentKindFor(t) !== null).length).toBeGreaterThan(3);
  });
});

describe('lots', () => {
  const lot = (left: number, days: number | null, id = 'L'): LotStock => ({
    id,
    lot: id,
    left,
    expiresAt: days === null ? null : new Date(NOON + days * DAY).toISOString(),
  });
  it('are good until they expire, and empty when nothing is left', () => {
    expect(lotState(lot(1, 0), NOON)).toBe('soon');
    expect(lotState(lot(1, -0.001), NOON)).toBe('expired');
    expect(lotState(lot(1, 31), NOON)).toBe('good');
    expect(lotState(lot(0, -5), NOON)).toBe('empty');
  });
  it('give no more than they have: exactly the rest is given, a gram more is not', () => {
    expect(mayDraw(lot(2.5, null), 2.5, 'kg', NOON)).toEqual([]);
    expect(mayDraw(lot(2.5, null), 2.501, 'kg', NOON)[0]!.code).toBe('lot.too-little');
    expect(mayDraw(lot(9, -1), 1, 'kg', NOON)[0]!.code).toBe('lot.expired');
  });
  it('what expires first is drawn first; what has expired does not count', () => {
    const stock = supplyStock(
      { low: '10', order: '25' },
      [lot(4, 90, 'late'), lot(5, 20, 'early'), lot(50, -2, 'dead'), lot(1, null, 'never')],
      NOON,
    );
    expect(stock).toEqual({ usable: 10, expired: 50, low: false, toOrder: 0, next: 'early' });
  });
  it('an order lifts the stock over its mark, in whole packs, and not by one too many', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 200 }),
        (left, low, pack, ahead) => {
          const { toOrder, low: isLow } = supplyStock(
            { low: String(low), order: String(pack) },
            [lot(left, null)],
            NOON,
            ahead,
          );
          expect(isLow).toBe(left - ahead < low);
          if (!isLow) {
            expect(toOrder).toBe(0);
            return;
          }
          expect(left - ahead + toOrder).toBeGreaterThanOrEqual(low - 1e-9);
          if (pack > 0) {
            expect(toOrder % pack).toBe(0);
            if (toOrder > pack) expect(left - ahead + toOrder - pack).toBeLessThan(low);
          }
        },
      ),
    );
  });
  it('a viscosity is held against the sheet, both limits within', () => {
    const typed = { name: 'V', kind: 'varnish', unit: 'l', viscosityLeast: '24', viscosityMost: '32' };
    expect(readSupply(typed)).toEqual([]);
    expect(checkViscosity(typed, '24')).toEqual([]);
    expect(checkViscosity(typed, '32')).toEqual([]);
    expect(checkViscosity(typed, '32.5')[0]!.message).toContain('thin it');
    expect(checkViscosity(typed, '23')[0]!.message).toContain('add fresh');
    expect(checkViscosity(typed, 'thick')[0]!.severity).toBe('stop');
    expect(readSupply({ ...typed, viscosityMost: '20' })[0]!.code).toBe('supply.viscosity');
  });
});

describe('wire for the motors on the floor', () => {
  const machine = machineKind('three-phase');
  const motor = (number: string, change: Record<string, string> = {}): MotorAhead => ({
    number,
    machine,
    card: machine.checkCard({ ...card, ...change }, plate, false, {}),
    plate,
    settings: DEFAULT_CUT_SETTINGS,
  });
  const reel = (id: string, massKg: number, bareDiameterMm = 1.06): Reel => ({
    id,
    bareDiameterMm,
    grade: 2,
    massKg,
  });
  const sum = (list: readonly { kg: number }[]) => list.reduce((n, x) => n + x.kg, 0);

  it('is kept in the order of the floor, never more than a reel has, and what is short is said for whom', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 12, noNaN: true }), { minLength: 0, maxLength: 4 }),
        fc.integer({ min: 1, max: 4 }),
        (masses, count) => {
          const stock = masses.map((m, i) => reel(`R${i}`, m));
          const motors = Array.from({ length: count }, (_, i) => motor(String(i)));
          const { kept, short, unknown } = wireAhead(motors, stock);
          expect(unknown).toEqual([]);
          for (const r of stock)
            expect(sum(kept.filter((k) => k.reel === r.id))).toBeLessThanOrEqual(r.massKg + 1e-9);
          // Each needs the same: all of it is kept or short.
          const alone = wireAhead([motors[0]!], [reel('big', 1000)]);
          const need = sum(alone.kept);
          for (const m of motors)
            expect(sum([...kept, ...short].filter((x) => x.number === m.number))).toBeCloseTo(need, 6);
          // Nobody later has wire while somebody before is short of it.
          const firstShort = motors.findIndex((m) => short.some((x) => x.number === m.number));
          if (firstShort >= 0) expect(kept.some((k) => Number(k.number) > firstShort)).toBe(false);
        },
      ),
    );
  });
  it('of a motor whose card says too little is not known, which is said', () => {
    expect(wireAhead([motor('1', { span: '', turns: '' })], [reel('R', 50)])).toEqual({
      kept: [],
      short: [],
      unknown: ['1'],
    });
  });
});
