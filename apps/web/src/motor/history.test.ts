import { expect, it } from 'vitest';
import { machineKind, newestRoute } from '@norther/core';
import { differences as differ, labelOf } from './history.tsx';

const machine = machineKind('three-phase');
const of = { machine, route: newestRoute(machine.route) };
const differences = (event: Parameters<typeof differ>[0]) => differ(event, of);

it('says what was recorded with its unit, as it was typed where a unit was typed', () => {
  expect(
    differences({ what: 'insulate signed', before: null, after: { liner: '0.3', standOut: '5/16 in' } }),
  ).toEqual([
    { label: 'Liner thickness', before: undefined, after: '0.3 mm' },
    { label: 'Stand-out, least of four slots', before: undefined, after: '5/16 in' },
  ]);
});

it('shows only what differs, both ways, and what was emptied', () => {
  const lines = differences({
    what: 'as-found saved',
    before: { typed: { turns: '18', slots: '36', poles: '4' }, version: 3 },
    after: { typed: { turns: '19', slots: '36' }, version: 4 },
  });
  expect(lines.map((l) => [l.before, l.after])).toEqual([
    ['18', '19'],
    ['4', undefined],
  ]);
});

it('reads a field by the form it stood in: volts of a test, choices by their label', () => {
  const lines = differences({
    what: 'insulation measured, final',
    before: null,
    after: { typed: { testVoltage: '500', oneMinute: '>2000', temperature: '75 F' } },
  });
  expect(lines.map((l) => l.after)).toEqual(['500 V', '>2000 MΩ', '75 F']);
});

it.each([
  ['varnish signed', 'Preheat and impregnate: signed'],
  ['photo added, station/saw', 'Photo added: saw one end winding off'],
  ['paper added, motor', 'Paper added: the motor'],
  ['photo withdrawn, part/stator', 'Photo withdrawn: stator'],
  ['insulation measured, final', 'Insulation resistance measured, final'],
  ['motor taken in', 'Motor taken in'],
])('calls “%s” what the sheets call it', (what, label) => {
  expect(labelOf(what, of)).toBe(label);
});
it('names what is in no form in words', () => {
  const [line] = differences({ what: 'saw taken', before: null, after: { takenBy: 'Olav Tindal' } });
  expect(line).toMatchObject({ label: 'Taken by', after: 'Olav Tindal' });
});
