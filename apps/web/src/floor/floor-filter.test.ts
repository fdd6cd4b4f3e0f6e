/** The floor by person, station, customer and state. */
import type { FloorMotor } from '@norther/records';
import { describe, expect, it } from 'vitest';
import { filterChoices, fitsFilter, readFilter, type FloorFilter } from './floor-filter.ts';

const NOW = Date.parse('2026-03-18T11:12:00Z');
const row = (
  number: string,
  motor: Partial<FloorMotor['motor']>,
  ...notes: Partial<FloorMotor['notes'][number]>[]
): FloorMotor => ({
  motor: {
    id: number,
    number,
    kind: 'three-phase',
    route: 'ac-rewind',
    routeVersion: 2,
    customer: 'Nordlund Quarry',
    machine: '',
    maker: '',
    serial: '',
    promisedAt: null,
    rush: false,
    givenTo: null,
    place: null,
    ...motor,
  },
  recent: [],
  notes: notes.map((n) => ({
    body: 'stator',
    station: 'wind',
    state: 'waiting',
    since: null,
    who: null,
    text: '',
    ...n,
  })),
});
const ROWS = [
  row('1', { rush: true }, { state: 'working', who: 'Asta Velle' }, { body: 'rotor', station: 'balance' }),
  row(
    '2',
    { customer: 'Brattli Bakery', promisedAt: '2026-03-18T10:00:00Z' },
    { state: 'held', station: 'cure' },
  ),
  row('3', { promisedAt: '2026-03-19T10:00:00Z' }, { state: 'working', who: 'Jon Rie', station: 'balance' }),
];
const shown = (filter: FloorFilter) =>
  ROWS.filter((r) => fitsFilter(r, filter, NOW)).map((r) => r.motor.number);

describe('the floor', () => {
  it.each<[FloorFilter, string[]]>([
    [{}, ['1', '2', '3']],
    [{ who: 'asta velle' }, ['1']],
    [{ station: 'balance' }, ['1', '3']],
    [{ customer: 'Brattli Bakery' }, ['2']],
    [{ state: 'held' }, ['2']],
    [{ state: 'rush' }, ['1']],
    [{ state: 'late' }, ['2']],
    [{ state: 'waiting' }, ['1']],
    [{ state: 'burning' }, []],
    [{ station: 'balance', who: 'Jon Rie' }, ['3']],
    [{ station: 'balance', who: 'Jon Rie', state: 'rush' }, []],
  ])('%j', (filter, numbers) => {
    expect(shown(filter)).toEqual(numbers);
  });
  it('reads its address, and passes over what says nothing', () => {
    expect(readFilter(new URLSearchParams('who=Jon+Rie&station=&day=3'))).toEqual({ who: 'Jon Rie' });
  });
  it('offers only what there is', () => {
    expect(filterChoices(ROWS)).toEqual({
      who: ['Asta Velle', 'Jon Rie'],
      station: ['balance', 'cure', 'wind'],
      customer: ['Brattli Bakery', 'Nordlund Quarry'],
    });
  });
});
