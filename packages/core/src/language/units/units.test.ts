import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  gaugeDiameterMm,
  keptWithUnit,
  proposePoles,
  quantity,
  readField,
  readNameplate,
  readQuantity,
  readWires,
  shopUnitsOf,
  showNumber,
  shownBesideUnit,
  unitBeside,
  type Dimension,
} from '../../index.ts';

/** Prefixes in which a small m and a large M are a thousand million apart. */
it('never takes mega for milli', () => {
  const mega = readQuantity('2 MΩ', 'resistance');
  const milli = readQuantity('2 mΩ', 'resistance');
  expect(mega.ok && milli.ok && mega.value / milli.value).toBeCloseTo(1e9, 0);
  const insulation = readQuantity('50 mΩ', 'insulation-resistance');
  expect(insulation.ok && insulation.value).toBeCloseTo(5e-8, 12);
});

it('names units as they are written', () => {
  const read = readQuantity('5 kg', 'resistance');
  expect(!read.ok && read.message).toContain('Ω, mΩ, µΩ, kΩ, MΩ');
});

it('keeps what an instrument says of a limit', () => {
  expect(readQuantity('<0.1 MΩ', 'insulation-resistance')).toMatchObject({ bound: 'at-most', value: 0.1 });
  expect(readQuantity('∞', 'resistance')).toMatchObject({ bound: 'at-least', value: Infinity });
});

describe('a plate with two ratings', () => {
  const plate = (voltage: string, current: string, plateConnection = '') =>
    readNameplate({ voltage, current, plateConnection, frequency: '50' });
  it('is read at the connection it runs in', () => {
    expect(plate('400/690 V', '135/78 A', 'delta').plate).toMatchObject({ voltageV: 400, currentA: 135 });
    expect(plate('400/690 V', '135/78', 'star').plate).toMatchObject({ voltageV: 690, currentA: 78 });
    expect(plate('230/460', '26/13', 'star').plate).toMatchObject({ voltageV: 230, currentA: 26 });
  });
  it('asks where it cannot be told', () => {
    expect(plate('400/690', '135/78').findings[0]!.code).toBe('plate.which-voltage');
    expect(plate('400/690', '135/78').plate.unread).toContain('voltage');
    expect(plate('400/500', '13').findings[0]!.code).toBe('plate.two-voltages');
    expect(plate('400', '135/78', 'star').findings[0]!.code).toBe('plate.which-current');
  });
});

const value = (text: string, dimension: Dimension) => {
  const r = readQuantity(text, dimension);
  if (!r.ok) throw new Error(r.message);
  return r.value;
};

describe('quantities as people type them', () => {
  // Conversion factors: NIST SP 811 app. B (from memory).
  it.each([
    ['0.042 in', 'length', 1.0668],
    ['5 5/8"', 'length', 142.875],
    ['5/8 in', 'length', 15.875],
    ['12,5', 'length', 12.5],
    ['1.234,5 mm', 'length', 1234.5],
    ['1,234.5 mm', 'length', 1234.5],
    ['20 hp', 'power', 14.914],
    ['7,5 kW', 'power', 7.5],
    ['750 W', 'power', 0.75],
    ['280 F', 'temperature', 137.778],
    ['280 °F', 'temperature', 137.778],
    ['300 K', 'temperature', 26.85],
    ['80 F', 'temperature-difference', 44.444],
    ['6 h', 'duration', 360],
    ['1.2 GΩ', 'insulation-resistance', 1200],
    ['500 kohm', 'insulation-resistance', 0.5],
    ['240 mΩ', 'resistance', 0.24],
    ['1 oz·in', 'unbalance', 720.08],
    ['2.2 lb', 'mass', 0.9979],
    ['1.5 W/lb', 'specific-loss', 3.307],
    // m is milli and M mega, wherever both are units.
    ['2 MΩ', 'resistance', 2e6],
    ['50 mohm', 'resistance', 0.05],
    ['50 MΩ', 'insulation-resistance', 50],
    ['50 Mohm', 'insulation-resistance', 50],
    ['1450 1/min', 'speed', 1450],
    ['1450 min-1', 'speed', 1450],
    ['7 °C', 'temperature', 7],
    ['1,200,000', 'count', 1_200_000],
    ['0,125', 'length', 0.125],
    ['1/2 hp', 'power', 0.37285],
    ['>2000 MΩ', 'insulation-resistance', 2000],
    ['OL', 'insulation-resistance', Infinity],
  ] as const)('%s as %s is %f', (text, dimension, expected) => {
    expect(value(text, dimension)).toBeCloseTo(expected, 2);
  });

  it.each([
    ['abc', 'length', 'not-a-number'],
    ['1.2.3', 'length', 'not-a-number'],
    ['', 'length', 'not-a-number'],
    ['5 kg', 'length', 'unknown-unit'],
    ['5/0 in', 'length', 'two-figures'],
    ['3 poles', 'count', 'unknown-unit'],
    ['1,200', 'voltage', 'ambiguous'],
    ['12,345 V', 'voltage', 'ambiguous'],
    ['22/38', 'current', 'two-figures'],
    ['135/78 A', 'current', 'two-figures'],
    ['400/690 V', 'voltage', 'two-figures'],
    ['5/7 in', 'length', 'two-figures'],
  ] as const)('refuses %s as %s', (text, dimension, error) => {
    expect(readQuantity(text, dimension)).toMatchObject({ ok: false, error });
  });

  it('never throws and never returns what is not a number', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.constantFrom<Dimension>('length', 'temperature', 'wire-diameter', 'count'),
        (text, d) => {
          const r = readQuantity(text, d);
          // Over the range of an instrument is no number, and says so.
          if (r.ok) expect(Number.isFinite(r.value) || r.bound === 'at-least').toBe(true);
          else expect(r.message).not.toBe('');
        },
      ),
    );
  });
});

describe('gauge wire', () => {
  // ASTM B258 (from memory): 36 is 0.005 in, 0000 is 0.460 in, 18 is 0.0403 in (1.024 mm), 10 is 0.1019 in.
  it.each([
    ['36', 0.127],
    ['0000', 11.684],
    ['18', 1.0237],
    ['10', 2.588],
    ['18.5', 0.9663],
  ])('#%s is %f mm', (gauge, mm) => {
    expect(gaugeDiameterMm(gauge)!).toBeCloseTo(mm, 3);
  });

  it('reads wires in hand with two sizes, gauge and measured enamel', () => {
    expect(readWires('3x0.95+1x0.90')).toEqual({
      ok: true,
      wires: [
        { count: 3, bareDiameterMm: 0.95 },
        { count: 1, bareDiameterMm: 0.9 },
      ],
    });
    expect(readWires('2 x #18')).toMatchObject({ ok: true, wires: [{ count: 2 }] });
    expect(readWires('0.95/1.04')).toMatchObject({ ok: true, wires: [{ overEnamelMm: 1.04 }] });
    expect(readWires('0.95/0.90')).toMatchObject({ ok: false });
    expect(readWires('3x')).toMatchObject({ ok: false });
    expect(readWires('2x14')).toMatchObject({ ok: false });
  });
});

describe('poles from the plate', () => {
  it.each([
    [1455, 50, 4],
    [985, 50, 6],
    [2965, 50, 2],
    [1750, 60, 4],
    [3600, 60, 2],
    [740, 50, 8],
  ])('%i rpm at %i Hz: %i poles', (speed, frequency, poles) => {
    expect(proposePoles(speed, frequency)!.poles).toBe(poles);
  });
  it('has no answer for a speed no induction motor has', () => {
    expect(proposePoles(3400, 50)).toBeNull();
    expect(proposePoles(2000, 50)).toBeNull();
    expect(readNameplate({ speed: '2000', frequency: '50' }).findings[0]!.code).toBe(
      'plate.speed-fits-no-poles',
    );
  });
  it('doubts a plate whose current cannot carry its power', () => {
    const { findings } = readNameplate({ power: '55', voltage: '400', current: '56' });
    expect(findings.map((f) => f.code)).toEqual(['plate.current-too-small']);
  });
});

it('shows figures rounded, never in powers of ten', () => {
  expect(showNumber(0.00012345, 3)).toBe('0.000123');
  expect(showNumber(12345.6, 3)).toBe('12346');
  expect(showNumber(NaN)).toBe('–');
});

describe('a shop that thinks in other units', () => {
  const about = (value: number, digits: number): unknown => expect.closeTo(value, digits);
  const units = shopUnitsOf({ unitTemperature: '°F', unitLength: 'in' });
  const heat = quantity('t', 'Winding', 'temperature', -40, 400);
  const width = quantity('w', 'Width', 'length', 0, 4000);
  const amperes = quantity('a', 'Line', 'current', 0, 500);

  it('keeps a bare figure with its unit, so that it reads the same for everybody', () => {
    // 72 °F is 22.2 °C.
    const kept = keptWithUnit(heat, '72', units);
    expect(kept).toBe('72 °F');
    expect(readField(heat, kept)).toMatchObject({ state: 'read', value: about(22.22, 2) });
    expect(readField(width, keptWithUnit(width, '5/16', units))).toMatchObject({
      value: about(7.9375, 6),
    });
    expect(readField(width, keptWithUnit(width, '1 1/2', units))).toMatchObject({
      value: about(38.1, 6),
    });
    expect(keptWithUnit(amperes, '22', units)).toBe('22');
    for (const said of ['22 C', '22°C', '', '7.', '<']) expect(keptWithUnit(heat, said, units)).toBe(said);
  });
  it('shows what was kept in another unit with that unit', () => {
    // An older record, or one from another shop: 72 was °C there.
    expect(shownBesideUnit(heat, '72', units)).toBe('72 °C');
    expect(shownBesideUnit(heat, '22 K', units)).toBe('22 K');
    expect(unitBeside(heat, units)).toBe('°F');
    expect(unitBeside(heat, {})).toBe('°C');
    expect(shopUnitsOf({ unitTemperature: 'Réaumur', unitLength: 'mm' })).toEqual({});
  });
  it('gives back what was typed, key by key', () => {
    const key = fc.constantFrom(...'0123456789.,/ <CFin');
    fc.assert(
      fc.property(fc.array(key, { maxLength: 8 }), (keys) => {
        for (const field of [heat, width]) {
          let shown = '';
          for (const k of keys) shown = shownBesideUnit(field, keptWithUnit(field, shown + k, units), units);
          const bare = keys.join('').replaceAll(/\s+/g, ' ').trim();
          if (!/[CFin]/.test(bare)) expect(shown.replaceAll(/\s/g, '')).toBe(bare.replaceAll(/\s/g, ''));
        }
      }),
    );
  });
});
