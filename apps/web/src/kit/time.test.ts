import { describe, expect, it } from 'vitest';
import { ageOf, promiseOf } from './time.ts';

const now = Date.parse('2026-03-18T11:12:00Z');
const after = (minutes: number) => new Date(now + minutes * 60_000).toISOString();

describe('ages', () => {
  it.each([
    [0, '0 min'],
    [25, '25 min'],
    [89, '89 min'],
    [120, '2 h'],
    [47 * 60, '47 h'],
    [72 * 60, '3 d'],
  ])('%i minutes ago: %s', (minutes, text) => {
    expect(ageOf(after(-minutes), now)).toBe(text);
  });
  it('a clock that runs ahead is no negative age', () => {
    expect(ageOf(after(5), now)).toBe('0 min');
  });
});

describe('promises', () => {
  it.each([
    [30, '30 min left', false],
    [168, '2 h 48 left', false],
    [3 * 1440, '3 d left', false],
    [-45, '45 min late', true],
    [-2 * 1440, '2 d late', true],
  ])('in %i minutes: %s', (minutes, left, late) => {
    const promise = promiseOf(after(minutes), now);
    expect(promise.left.replace('today, ', '')).toBe(left);
    expect(promise.late).toBe(late);
  });
  it('says the day when it is near and the date when it is far', () => {
    expect(promiseOf(after(2 * 1440), now).when).toMatch(/^(Sun|Mon|Tue|Wed|Thu|Fri|Sat) \d\d:\d\d$/);
    expect(promiseOf(after(20 * 1440), now).when).toMatch(/^\d{1,2} Apr \d\d:\d\d$/);
    expect(promiseOf(null, now)).toMatchObject({ when: '–', left: 'no promise', late: false });
  });
});
