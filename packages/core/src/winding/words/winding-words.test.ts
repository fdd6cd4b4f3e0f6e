/** How a winder writes: spans, turns, coils, and a whole winding in one line; read back it is the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  changeOfLine,
  checkDataCard,
  kindOf,
  readCoils,
  readDataCard,
  readShorthand,
  readSpans,
  readTurns,
  showCoils,
  windingOf,
  writeShorthand,
  type Typed,
} from '../../index.ts';

describe('spans', () => {
  it.each([
    ['1-9', [8]],
    ['1 to 9', [8]],
    ['9', [8]],
    ['1-12,1-10,1-8', [11, 9, 7]],
    ['1-8, 1-10, 1-12', [11, 9, 7]],
    ['1-12;2-11;3-10', [11, 9, 7]],
    ['4–13', [9]],
  ])('%s', (typed, pitches) => {
    expect(readSpans(typed)).toEqual({ ok: true, value: pitches });
  });
  it.each(['', 'nine', '9-1', '1-9,x', '5-5'])('“%s” is not one', (typed) => {
    const read = readSpans(typed);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toMatch(/slot/);
  });
});

describe('turns', () => {
  it.each([
    ['14', [[14]]],
    ['14,14,12', [[14, 14, 12]]],
    ['14 14 12', [[14, 14, 12]]],
    [
      '14,12/13,13',
      [
        [14, 12],
        [13, 13],
      ],
    ],
  ])('%s', (typed, rows) => {
    expect(readTurns(typed)).toEqual({ ok: true, value: rows });
  });
  it.each(['0', '14.5', '-3', 'about 14', '14,', '5000'])('“%s” are none', (typed) => {
    const read = readTurns(typed);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toMatch(/Write 14/);
  });
});

describe('coils one by one', () => {
  it('are read with phase, direction and turns', () => {
    expect(readCoils('1-8 U 12; 2-9 -V T7\n3-10 w 1')).toEqual({
      ok: true,
      value: [
        { top: 1, bottom: 8, phase: 'U', sign: 1, turns: 12 },
        { top: 2, bottom: 9, phase: 'V', sign: -1, turns: 7 },
        { top: 3, bottom: 10, phase: 'W', sign: 1, turns: 1 },
      ],
    });
  });
  it('name the coil that is not understood', () => {
    const read = readCoils('1-8 U 12; 2-9 X 12');
    expect(read.ok || read.message).toMatch(/Coil 2, “2-9 X 12”/);
    const none = readCoils(' ; ');
    expect(none.ok || none.message).toMatch(/No coil/);
    const many = readCoils('1-8 U 9999');
    expect(many.ok || many.message).toMatch(/1 to 2000/);
  });
  it('come back from how they are shown', () => {
    const coil = fc.record({
      top: fc.integer({ min: 1, max: 144 }),
      bottom: fc.integer({ min: 1, max: 144 }),
      phase: fc.constantFrom('U', 'V', 'W'),
      sign: fc.constantFrom(1, -1),
      turns: fc.integer({ min: 1, max: 2000 }),
    });
    fc.assert(
      fc.property(fc.array(coil, { minLength: 1, maxLength: 40 }), (coils) => {
        expect(readCoils(showCoils(coils as never))).toEqual({ ok: true, value: coils });
      }),
    );
  });
});

const card = fc.record({
  slots: fc.integer({ min: 6, max: 144 }).map(String),
  poles: fc.integer({ min: 1, max: 24 }).map((p) => String(2 * p)),
  span: fc.oneof(
    fc.integer({ min: 2, max: 40 }).map((n) => `1-${n}`),
    fc.integer({ min: 9, max: 40 }).map((n) => `1-${n},1-${n - 2},1-${n - 4}`),
  ),
  turns: fc.oneof(
    fc.integer({ min: 1, max: 200 }).map(String),
    fc.constant('14,12'),
    fc.constant('14,12/13,13'),
  ),
  wires: fc.constantFrom('2x0.95', '3x0.95+1x0.90', '1x1.40'),
  circuits: fc.integer({ min: 1, max: 12 }).map(String),
  connection: fc.constantFrom('star', 'delta'),
  grouping: fc.constantFrom(undefined, 'consequent'),
  groups: fc.constantFrom(undefined, '3 2 3 2'),
  skew: fc.constantFrom(undefined, '1', '0.5'),
  leads: fc.constantFrom(
    undefined,
    'six',
    'six-part-winding',
    'nine',
    'twelve',
    'constant-torque',
    'variable-torque',
    'constant-power',
  ),
});

describe('a winding in one line', () => {
  it('read back fills the same fields', () => {
    fc.assert(
      fc.property(card, (fields) => {
        const typed = Object.fromEntries(Object.entries(fields).filter(([, v]) => v !== undefined)) as Typed;
        const { fills, tokens } = readShorthand(writeShorthand(typed));
        expect(tokens.filter((t) => t.problem)).toEqual([]);
        const { kind, ...rest } = fills;
        expect(rest).toEqual(typed);
        // Several spans are a concentric winding whether the line says so or not.
        expect(kind).toBe(typed['span']!.includes(',') ? 'concentric' : undefined);
      }),
    );
  });
  it('takes away what it leaves out, and nothing while a token is half typed', () => {
    const full = '36s 4p 1-12,1-10,1-8 T17 2x0.95 1Y L1 cp 6L K1';
    expect(changeOfLine(full, '36s 4p 1-8 T17 2x0.95 1Y')).toMatchObject({
      span: '1-8',
      kind: '',
      grouping: '',
      leads: '',
      skew: '',
      layers: '2',
    });
    // Slots, poles and turns stay while they are typed anew.
    expect(changeOfLine('36s 4p 1-8 T17', '3 4p 1-8 T17')).not.toHaveProperty('slots');
    expect(changeOfLine('36s', '48s')).toEqual({ slots: '48' });
  });
  it.each([
    ['CT', 'constant-torque'],
    ['VT', 'variable-torque'],
    ['CPW', 'constant-power'],
    ['6L', 'six'],
    ['6PW', 'six-part-winding'],
    ['9l', 'nine'],
    ['12L', 'twelve'],
  ])('%s are leads: %s', (token, scheme) => {
    expect(readShorthand(token).fills).toEqual({ leads: scheme });
  });
});

describe('the kind of a card', () => {
  const kind = (typed: Typed) => kindOf(readDataCard(typed).card);
  it('follows from what is written where it is not said', () => {
    expect(kind({ span: '1-9' })).toBe('lap');
    expect(kind({ span: '1-12,1-10' })).toBe('concentric');
    expect(kind({ coils: '1-8 U 12' })).toBe('coils');
    expect(kind({ kind: 'lap', span: '1-12,1-10' })).toBe('lap');
  });
  it('a sequence of groups goes round the bore', () => {
    const winding = windingOf(
      readDataCard({
        slots: '36',
        poles: '8',
        span: '1-5',
        turns: '20',
        wires: '1x1.00',
        circuits: '1',
        connection: 'star',
        groups: '2 1',
      }).card,
    )!;
    expect(winding.groupSizes).toHaveLength(24);
    expect(winding.groupSizes!.slice(0, 4)).toEqual([2, 1, 2, 1]);
  });
});

describe('two windings in one core', () => {
  const plate = { voltageV: 400, frequencyHz: 50, currentA: 12, speedRpm: 1440, slowCurrentA: 8 };
  const first: Typed = {
    slots: '36',
    poles: '4',
    layers: '2',
    span: '1-8',
    turns: '20',
    wires: '1x0.95',
    circuits: '1',
    connection: 'star',
    bore: '165',
    coreLength: '150',
    backIron: '25',
    toothWidth: '7.8',
    slotArea: '230',
    second: '6p 1-6 T26 1x0.80 1Y',
  };
  it('are both calculated, and share the slot', () => {
    const both = checkDataCard(first, plate);
    const alone = checkDataCard({ ...first, second: '' }, plate);
    expect(both.second!.winding.poles).toBe(6);
    expect(both.second!.figures.currentDensity!.value).toBeCloseTo(8 / (Math.PI * 0.16), 9);
    const fill = (c: typeof both) => c.analysis!.figures.slotFillCopper!.value;
    // 2 × 26 turns of 0.80 mm in 230 mm². Geometry.
    expect(fill(both) - fill(alone)).toBeCloseTo((2 * 26 * Math.PI * 0.16) / 230, 9);
    expect(both.second!.figures.slotFillCopper!.value).toBeCloseTo(fill(both), 9);
    expect(both.analysis!.figures.toothDensity!.value).toBe(alone.analysis!.figures.toothDensity!.value);
  });
  it('say which of them is wrong', () => {
    const codes = (second: string) => checkDataCard({ ...first, second }, plate).findings;
    expect(codes('6p 1-6 T26 1x0.80 5Y').some((f) => f.message.startsWith('Second winding: '))).toBe(true);
    expect(codes('six poles').map((f) => f.code)).toContain('card.second-misread');
  });
  it('the plate’s speed may be that of either', () => {
    expect(checkDataCard(first, { ...plate, speedRpm: 960 }).findings.map((f) => f.code)).not.toContain(
      'card.poles-against-speed',
    );
    expect(checkDataCard(first, { ...plate, speedRpm: 720 }).findings.map((f) => f.code)).toContain(
      'card.poles-against-speed',
    );
  });
});

it('a second speed past what iron can is told on the card', () => {
  const typed: Typed = {
    slots: '36',
    poles: '4',
    layers: '2',
    span: '1-6',
    turns: '22',
    wires: '2x0.75',
    circuits: '2',
    connection: 'star',
    leads: 'constant-torque',
    bore: '165',
    coreLength: '150',
    backIron: '25',
    toothWidth: '7.8',
    slotArea: '222',
  };
  const checked = checkDataCard(typed, { voltageV: 400, frequencyHz: 50 });
  expect(checked.findings.map((f) => f.code)).toContain('card.flux-density-at-slow-speed');
  const { analysis } = checked;
  // Series delta against double star: √3/2 of the flux ratio times the factors, twice the poles. First principles.
  const ratio =
    (analysis!.slow!.figures.gapDensity!.value / analysis!.figures.gapDensity!.value) *
    (analysis!.slow!.figures.windingFactor!.value / analysis!.figures.windingFactor!.value);
  expect(ratio).toBeCloseTo(Math.sqrt(3), 9);
});
