/** A station goes into its form and comes out as it was; what the form adds is what was typed. */
import { changedStation, copyOfRoute, ROUTES, stationOf, stationsOf, type Station } from '@norther/core';
import { describe, expect, it } from 'vitest';
import { changeOf, EMPTY_ROW, entryOf, StationEntry } from './station-entry.ts';

const route = copyOfRoute(ROUTES[0]!, 'own', 'Ours');
const fixed = new Set(stationsOf(route).flatMap((s) => s.record.map((f) => f.id)));

describe.each(ROUTES.map((r) => [r.id, copyOfRoute(r, 'own', 'Ours')] as const))(
  'every station of %s',
  (_id, r) => {
    it.each(stationsOf(r).map((s) => [s.id, s] as const))('%s is unchanged by its form', (_s, station) => {
      const fields = new Set(station.record.map((f) => f.id));
      const entry = entryOf(station, fields);
      expect(StationEntry.safeParse(entry).success).toBe(true);
      expect(changedStation(r, station.id, changeOf(entry, station))).toEqual(r);
    });
  },
);

describe('what is typed into the form', () => {
  const station = stationOf(route, 'insulate');
  const entry = entryOf(station, fixed);
  const after = (change: Partial<StationEntry>): Station => ({
    ...station,
    ...changeOf({ ...entry, ...change }, station),
  });
  it('reads figures with their unit, and lines', () => {
    const made = after({
      minutes: '1.5 h',
      todo: ' one \n\n two ',
      signers: { winder: false, tester: true, lead: true },
      record: [
        ...entry.record,
        { ...EMPTY_ROW, label: 'Slot 1, höjd', min: '1', max: '2 in', least: '20' },
        { ...EMPTY_ROW, label: 'Sort', kind: 'choice', options: 'red, blue , red' },
        { ...EMPTY_ROW, label: 'Slot 1 hojd', kind: 'yes-no', required: true },
      ],
    });
    expect(made.standardMinutes).toBe(90);
    expect(made.todo).toEqual(['one', 'two']);
    expect(made.signedBy).toEqual(['tester', 'lead']);
    expect(made.record.slice(-3)).toEqual([
      {
        kind: 'quantity',
        id: 'own-slot-1-hojd',
        label: 'Slot 1, höjd',
        dimension: 'length',
        min: 1,
        max: 50.8,
        usual: { least: 20 },
      },
      {
        kind: 'choice',
        id: 'own-sort',
        label: 'Sort',
        options: [
          { value: 'red', label: 'red' },
          { value: 'blue', label: 'blue' },
        ],
      },
      {
        kind: 'choice',
        id: 'own-slot-1-hojd-2',
        label: 'Slot 1 hojd',
        required: true,
        options: [
          { value: 'yes', label: 'yes' },
          { value: 'no', label: 'no' },
        ],
      },
    ]);
  });
  it('keeps what the form does not ask about: hints, what is assumed, stored answers, room for words', () => {
    const fields: Station['record'] = [
      { kind: 'text', id: 'note', label: 'Note', hint: 'in your words', maxLength: 900 },
      {
        kind: 'choice',
        id: 'sort',
        label: 'Sort',
        default: 'a',
        options: [
          { value: 'a', label: 'air-dried' },
          { value: 'b', label: 'baked' },
        ],
      },
      {
        kind: 'quantity',
        id: 'gap',
        label: 'Gap',
        dimension: 'length',
        min: 0.1,
        max: 5,
        hint: 'feeler',
        bounds: true,
      },
    ];
    const own = { ...station, record: fields };
    const typed = entryOf(own, new Set());
    expect(changeOf(typed, own).record).toEqual(fields);
    // Another answer beside them, another label: what is stored of the old answers stays.
    typed.record[1] = { ...typed.record[1]!, label: 'Way', options: 'baked, air-dried, by lamp' };
    expect(changeOf(typed, own).record![1]).toEqual({
      ...fields[1],
      label: 'Way',
      options: [
        { value: 'b', label: 'baked' },
        { value: 'a', label: 'air-dried' },
        { value: 'by lamp', label: 'by lamp' },
      ],
    });
    // What was assumed goes with its answer.
    typed.record[1] = { ...typed.record[1]!, options: 'baked, by lamp' };
    expect(changeOf(typed, own).record![1]).not.toHaveProperty('default');
    // Made into something else, it takes only its hint along.
    typed.record[2] = { ...typed.record[2]!, kind: 'text' };
    expect(changeOf(typed, own).record![2]).toEqual({
      kind: 'text',
      id: 'gap',
      label: 'Gap',
      hint: 'feeler',
      maxLength: 300,
    });
  });
  it('keeps a field that a rule looks at as it is, whatever its row says', () => {
    const [first] = entry.record;
    const made = after({ record: [{ ...first!, label: 'Something else', kind: 'text', required: false }] });
    const { required: _r, ...own } = station.record[0]!;
    expect(made.record).toEqual([own]);
  });
  it.each<[string, object, string]>([
    ['nothing to do', { todo: ' \n ' }, 'todo'],
    ['nobody to sign', { signers: { winder: false, tester: false, lead: false } }, 'signers'],
    ['a time that is none', { minutes: 'soon' }, 'minutes'],
    [
      'one answer',
      { record: [{ ...EMPTY_ROW, label: 'X', kind: 'choice', options: 'a, a' }] },
      'record.0.options',
    ],
    [
      'an answer of a whole sentence',
      { record: [{ ...EMPTY_ROW, label: 'X', kind: 'choice', options: `a, ${'b'.repeat(41)}` }] },
      'record.0.options',
    ],
    ['no figure', { record: [{ ...EMPTY_ROW, label: 'X', min: 'x' }] }, 'record.0.min'],
    [
      'a most below the least',
      { record: [{ ...EMPTY_ROW, label: 'X', min: '5', max: '4' }] },
      'record.0.max',
    ],
    ['no label', { record: [{ ...EMPTY_ROW }] }, 'record.0.label'],
  ])('with %s is refused at its field', (_what, change, path) => {
    const read = StationEntry.safeParse({ ...entry, ...change });
    expect(read.success ? [] : read.error.issues.map((i) => i.path.join('.'))).toContain(path);
  });
});
