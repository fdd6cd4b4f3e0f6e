import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import { ScanBurst } from './scan-burst.ts';

/** Presses keys, each so many ms after the one before. @returns what was taken for scans */
function press(keys: readonly string[], gap: (i: number) => number): string[] {
  const burst = new ScanBurst();
  let at = 1000;
  return keys.flatMap((key, i) => {
    at += gap(i);
    const scanned = burst.key(key, at);
    return scanned === null ? [] : [scanned];
  });
}
const signs = (text: string) => [...text];

it('reads a tag from a scanner, also with Shift between its signs', () => {
  expect(press([...signs('3107'), 'Enter'], () => 8)).toEqual(['3107']);
  expect(press(['Shift', 'A', '3', '1', 'Shift', 'B', 'Enter'], () => 10)).toEqual(['A31B']);
});

it('starts anew with each tag, and does not take what a hand typed before it', () => {
  expect(press([...signs('3107'), 'Enter', ...signs('3109'), 'Enter'], () => 8)).toEqual(['3107', '3109']);
  const keys = [...signs('99'), ...signs('3107'), 'Enter'];
  expect(press(keys, (i) => (i <= 2 ? 180 : 8))).toEqual(['3107']);
});

it('is not fooled by a macro or a quick hand that tabs on to a key and presses it', () => {
  for (const key of ['Tab', 'ArrowDown', 'Backspace', 'Escape'])
    expect(press([...signs('turn short'), key, 'Enter'], () => 4)).toEqual([]);
});

it('never takes a hand for a scanner: whoever waits before Enter, or types slower than a machine', () => {
  const text = fc.string({ minLength: 1, maxLength: 20 }).map((s) => [...signs(s), 'Enter']);
  fc.assert(fc.property(text, fc.integer({ min: 36, max: 900 }), (k, g) => press(k, () => g).length === 0));
  fc.assert(fc.property(text, (keys) => press(keys, (i) => (i === keys.length - 1 ? 120 : 5)).length === 0));
});

it('is too short to be a tag: two signs', () => {
  expect(press(['1', '2', 'Enter'], () => 5)).toEqual([]);
});
