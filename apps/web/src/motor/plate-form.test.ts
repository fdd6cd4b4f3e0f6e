import { describe, expect, it } from 'vitest';
import { isoOfMoment, momentOfIso } from '../kit/read-moment.ts';
import { plateOf, plateProblems } from './plate-form.tsx';

describe('the promise in the shop’s own time', () => {
  it('goes into the field and comes out as the same moment', () => {
    for (const iso of ['2026-03-18T11:00:00.000Z', '2026-07-01T22:30:00.000Z', '2026-12-31T23:45:00.000Z'])
      expect(isoOfMoment(momentOfIso(iso))).toBe(iso);
  });
  it('is nothing when nothing is promised, or half a date is typed', () => {
    expect(momentOfIso(null)).toBe('');
    expect(isoOfMoment('')).toBeNull();
    expect(isoOfMoment('2026-13-45T99:00')).toBeNull();
  });
});

describe('what keeps a motor from being taken in', () => {
  const right = {
    number: '4001',
    customer: 'Nordlund Quarry',
    power: '15 hp',
    speed: '1455',
    frequency: '50',
  };
  it('nothing, when it is right; a doubt about the plate does not', () => {
    expect(plateProblems(right)).toEqual([]);
    expect(plateProblems({ ...right, speed: '2000' })).toEqual([]);
  });
  it.each([
    [{ ...right, number: '' }, /number/],
    [{ ...right, customer: ' ' }, /who/],
    [{ ...right, power: 'fifteen' }, /Rated power/],
    [{ ...right, speed: '2 mm' }, /Rated speed/],
  ])('%j', (typed, words) => {
    expect(plateProblems(typed).join(' ')).toMatch(words);
  });
  it('sends the plate as typed, without the empty fields and without the identity', () => {
    expect(plateOf({ ...right, voltage: ' ' })).toEqual({ power: '15 hp', speed: '1455', frequency: '50' });
  });
});
