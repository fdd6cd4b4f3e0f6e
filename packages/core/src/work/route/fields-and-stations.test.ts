/** Forms as data: every field of every form refuses what is wrong in a sentence, and every station asks for what it needs. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DATA_CARD_FIELDS,
  DIMENSIONS,
  IDENTITY_FIELDS,
  NAMEPLATE_FIELDS,
  readField,
  readForm,
  readShorthand,
  readSpan,
  readWires,
  NEEDED_ON_CARD,
  showMinutes,
  showShort,
  showWires,
  TEST_KINDS,
  writeShorthand,
  type Field,
  type StationId,
  type StepRecord,
} from '../../index.ts';
import {
  checkStationRecord,
  CLOSING,
  OPENING,
  requiredBefore,
  standingOf,
  STATIONS,
  stationOf,
  TRACKS,
} from '../../../test/ac-rewind.ts';

const FORMS: readonly (readonly [string, readonly Field[]])[] = [
  ['nameplate', NAMEPLATE_FIELDS],
  ['identity', IDENTITY_FIELDS],
  ['data card', DATA_CARD_FIELDS],
  ...Object.values(TEST_KINDS).map((k) => [`test ${k.id}`, k.fields] as const),
  ...STATIONS.map((s) => [`station ${s.id}`, s.record] as const),
];

describe.each(FORMS)('form %s', (_name, fields) => {
  it('has every field once', () => {
    expect(new Set(fields.map((f) => f.id)).size).toBe(fields.length);
  });

  it('reads its own bounds, and refuses beyond them with the unit said', () => {
    for (const field of fields) {
      if (field.kind !== 'quantity') continue;
      const unit = DIMENSIONS[field.dimension].unit;
      expect(field.min).toBeLessThan(field.max);
      expect(readField(field, String(field.min))).toMatchObject({ state: 'read', value: field.min });
      expect(readField(field, String(field.max))).toMatchObject({ state: 'read', value: field.max });
      const over = readField(field, String(field.max * 2 + 1));
      expect(over.state).toBe('wrong');
      if (over.state !== 'wrong') continue;
      expect(over.finding.fields).toEqual([field.id]);
      expect(over.finding.message).toContain(field.label);
      if (unit) expect(over.finding.message).toContain(unit);
    }
  });

  it('takes its choices and nothing else', () => {
    for (const field of fields) {
      if (field.kind !== 'choice') continue;
      for (const option of field.options)
        expect(readField(field, option.value)).toEqual({ state: 'said', text: option.value });
      expect(readField(field, 'something else').state).toBe('wrong');
    }
  });

  it('leaves an empty form empty and keeps what is right beside what is wrong', () => {
    expect(readForm(fields, {})).toEqual({ numbers: {}, texts: {}, bounds: {}, findings: [] });
    const first = fields.find((f) => f.kind === 'quantity');
    const others = fields.filter((f) => f.kind === 'quantity' && f !== first);
    if (!first || first.kind !== 'quantity') return;
    const typed: Record<string, string> = { [first.id]: 'much' };
    for (const f of others) if (f.kind === 'quantity') typed[f.id] = String(f.min);
    const read = readForm(fields, typed);
    expect(read.findings).toHaveLength(1);
    expect(Object.keys(read.numbers).sort()).toEqual(others.map((f) => f.id).sort());
  });
});

it('what a gate asks for is on the card, once', () => {
  const ids = DATA_CARD_FIELDS.map((f) => f.id);
  for (const id of NEEDED_ON_CARD) expect(ids).toContain(id);
  expect(new Set(NEEDED_ON_CARD).size).toBe(NEEDED_ON_CARD.length);
});

it('counted things are whole', () => {
  const slots = DATA_CARD_FIELDS.find((f) => f.id === 'slots')!;
  expect(readField(slots, '12').state).toBe('read');
  for (const typed of ['12.5', '12,5', '1/2'])
    expect(readField(slots, typed)).toMatchObject({ state: 'wrong' });
});

describe('spans', () => {
  it.each([
    ['1-13', 12], // common practice, no source: 1 to 13 is a pitch of 12
    ['1–9', 8],
    ['1 to 11', 10],
    ['9', 8],
    ['3-11', 8],
  ])('%s is a pitch of %i', (typed, pitch) => {
    expect(readSpan(typed)).toEqual({ pitch });
  });
  it.each(['1-1', '9-3', '1', 'x', '1-', '-9', '1-2-3', ''])('%j is none', (typed) => {
    expect(readSpan(typed)).toHaveProperty('message');
  });
});

describe('what is written reads as it was', () => {
  const wire = fc.record({
    count: fc.integer({ min: 1, max: 20 }),
    bareDiameterMm: fc.integer({ min: 20, max: 250 }).map((n) => n / 100),
  });
  it('wires in hand', () => {
    fc.assert(
      fc.property(fc.array(wire, { minLength: 1, maxLength: 4 }), (wires) => {
        expect(readWires(showWires(wires))).toEqual({ ok: true, wires });
      }),
    );
  });
  it('the winding in one line', () => {
    const card = fc.record({
      slots: fc.integer({ min: 6, max: 144 }).map(String),
      poles: fc.integer({ min: 1, max: 24 }).map((n) => String(2 * n)),
      span: fc.integer({ min: 2, max: 60 }).map((n) => `1-${n}`),
      turns: fc.integer({ min: 1, max: 500 }).map(String),
      wires: fc.array(wire, { minLength: 1, maxLength: 3 }).map(showWires),
      circuits: fc.integer({ min: 1, max: 24 }).map(String),
      connection: fc.constantFrom('star', 'delta'),
    });
    fc.assert(
      fc.property(card, (typed) => {
        expect(readShorthand(writeShorthand(typed)).fills).toEqual(typed);
      }),
    );
  });
  it.each([
    [0.5133380348, 4, '0.5133'],
    [400, 4, '400'],
    [14.1100001, 4, '14.11'],
    [1234567, 3, '1234567'],
    [-0.25, 3, '-0.25'],
    [0, 3, '0'],
  ])('%f with %i digits is %s', (value, digits, text) => {
    expect(showShort(value, digits)).toBe(text);
  });
  it.each([
    [40, '40 min'],
    [60, '1 h'],
    [365, '6 h 05'],
    [59.6, '1 h'],
  ])('%f minutes are %s', (minutes, text) => {
    expect(showMinutes(minutes)).toBe(text);
  });
});

describe.each(STATIONS.map((s) => [s.id, s] as const))('station %s', (id, station) => {
  const filled = Object.fromEntries(
    station.record.map((f) => [
      f.id,
      f.kind === 'quantity' ? String(f.min) : f.kind === 'choice' ? f.options[0]!.value : '3101',
    ]),
  );
  it('cannot be signed without what it requires, and names every gap', () => {
    const { findings } = checkStationRecord(id, {}, '3101');
    expect(findings.map((f) => f.fields[0]).sort()).toEqual(
      station.record
        .filter((f) => f.required)
        .map((f) => f.id)
        .sort(),
    );
  });
  it('can be signed when it is filled', () => {
    expect(checkStationRecord(id, filled, '3101').findings.filter((f) => f.severity === 'stop')).toEqual([]);
  });
  it('says no to a no', () => {
    for (const f of station.record) {
      if (f.kind !== 'choice' || !f.options.some((o) => o.value === 'no')) continue;
      const { findings } = checkStationRecord(id, { ...filled, [f.id]: 'no' }, '3101');
      expect(findings.some((x) => x.severity === 'stop' && x.fields[0] === f.id)).toBe(true);
    }
  });
});

describe('the way through the stations', () => {
  const all: readonly StationId[] = [...OPENING, ...TRACKS.stator, ...TRACKS.rotor, ...CLOSING];
  it('passes every station once, each on the track of its body', () => {
    expect([...all].sort()).toEqual(STATIONS.map((s) => s.id).sort());
    for (const id of TRACKS.stator) expect(stationOf(id).body).toBe('stator');
    for (const id of TRACKS.rotor) expect(stationOf(id).body).toBe('rotor');
    for (const id of [...OPENING, ...CLOSING]) expect(stationOf(id).body).toBe('motor');
  });

  it('in whatever allowed order it is walked, nothing is taken too early and the motor arrives', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(), { minLength: 40, maxLength: 40 }), (picks) => {
        const steps: StepRecord[] = [];
        const signed = (id: StationId) => steps.some((s) => s.station === id);
        for (let i = 0; steps.length < all.length; i++) {
          const { standings } = standingOf(steps, []);
          const open = standings.flatMap((s) => (s.station ? [s.station] : []));
          expect(open.length).toBeGreaterThan(0);
          const next = open[(picks[i % picks.length] ?? 0) % open.length]!;
          for (const before of requiredBefore(next)) expect(signed(before)).toBe(true);
          const at = new Date(Date.UTC(2026, 0, 1, i)).toISOString();
          steps.push({
            station: next,
            takenAt: at,
            takenBy: 'A',
            signedAt: at,
            signedBy: 'A',
            takenOrder: null,
            signedOrder: null,
            reopenedOrder: null,
          });
        }
        expect(standingOf(steps, []).phase).toBe('gone');
      }),
      { numRuns: 50 },
    );
  });
});
