/** The scheme of sheets holds twenty of a motor and a dozen of the shop, by key and by reading. */
import { MACHINE_KIND_IDS } from '@norther/core';
import { describe, expect, it } from 'vitest';
import {
  groupsOf,
  MOTOR_SHEETS,
  ofMotor,
  SHOP_GROUPS,
  SHOP_SHEETS,
  SheetKeys,
  tabsOf,
  type SheetGroup,
} from './sheets.ts';

/** A motor of the days to come: five groups of four sheets. */
const many: SheetGroup[] = ['1', '2', '3', '4', '5'].map((key) => ({
  key,
  name: `Group ${key}`,
  sheets: ['1', '2', '3', '4'].map((n) => ({
    name: `Sheet ${key}${n}`,
    to: `/${key}${n}`,
    key: `${key}${n}`,
  })),
}));

describe('keys', () => {
  it('are no two alike, and none is the beginning of a sheet of another group', () => {
    for (const sheets of [MOTOR_SHEETS, SHOP_SHEETS, many.flatMap((g) => g.sheets)])
      expect(new Set(sheets.map((s) => s.key)).size).toBe(sheets.length);
  });
  it.each([
    ['a motor', groupsOf('three-phase')],
    ['the shop', SHOP_GROUPS],
    ['many', many],
  ])('of %s lead to every sheet in two strokes at most, as it is written on its tab', (_what, groups) => {
    for (const g of groups)
      for (const s of g.sheets) {
        const strokes = s.key === g.key ? [g.key] : [g.key, s.key.replace(g.key, '').trim()];
        const keys = new SheetKeys();
        const reached = strokes.map((key, i) => keys.press(groups, key, 100 * i));
        expect(reached.at(-1)).toBe(s);
        expect(reached[0]).toBe(g.sheets[0]);
      }
  });
  it('a digit after a while, and one after a sheet was reached, is the key of a group again', () => {
    const keys = new SheetKeys();
    const at = (key: string, now: number) => keys.press(many, key, now)?.key ?? null;
    expect(at('2', 0)).toBe('21');
    expect(at('3', 1000)).toBe('23');
    expect(at('4', 2000)).toBe('41');
    expect(at('3', 9000)).toBe('31');
    expect(at('9', 9100)).toBeNull();
    expect(at('2', 9200)).toBe('21');
  });
  it('a digit after a key of the shop is the shop’s, while the motor’s sheet is still shown', () => {
    const keys = new SheetKeys();
    expect(keys.awaits(SHOP_GROUPS, 0)).toBe(false);
    keys.press(SHOP_GROUPS, 'F4', 0);
    expect(keys.awaits(SHOP_GROUPS, 100)).toBe(true);
    expect(keys.awaits(many, 100)).toBe(false);
    expect(keys.awaits(SHOP_GROUPS, 9000)).toBe(false);
  });
  it('on a sheet of the shop a digit names another of its group, at any time', () => {
    const keys = new SheetKeys();
    const at = (key: string, path: string) => keys.press(SHOP_GROUPS, key, 0, path)?.name ?? null;
    expect(at('2', '/people')).toBe('Routes');
    expect(at('1', '/shop')).toBe('People');
    expect(at('7', '/people')).toBeNull();
    expect(at('2', '/')).toBeNull();
  });
  it('a sheet that a kind lacks is not led to by another one’s key', () => {
    const single = groupsOf('single-phase');
    const plan = single.find((g) => g.name === 'Plan')!;
    for (const s of plan.sheets) expect(groupsOf('three-phase').flatMap((g) => g.sheets)).toContainEqual(s);
    const lacking = MOTOR_SHEETS.filter((s) => !single.some((g) => g.sheets.some((x) => x.key === s.key)));
    for (const s of lacking) {
      const keys = new SheetKeys();
      keys.press(single, s.key[0]!, 0);
      expect(keys.press(single, s.key[1]!, 1)?.name).not.toBe(s.name);
    }
  });
});

describe('tabs', () => {
  it.each(MACHINE_KIND_IDS)('of a %s motor show every group, and every sheet of the open one', (kind) => {
    const groups = ofMotor('7', groupsOf(kind));
    const tabs = tabsOf(groups, '/motor/7/card');
    const open = groups.find((g) => g.sheets.some((s) => s.name === 'Card'))!;
    for (const s of open.sheets) expect(tabs.map((t) => t.name)).toContain(s.name);
    expect(new Set(tabs.map((t) => t.key[0]))).toEqual(new Set(groups.map((g) => g.key)));
    expect(tabs.length).toBeLessThanOrEqual(11);
    expect(tabs.filter((t) => t.current).map((t) => t.name)).toEqual(['Card']);
  });
  it('of twenty sheets are those of the open group, and one for each other group', () => {
    const tabs = tabsOf(many, '/32');
    expect(tabs.map((t) => t.name)).toEqual([
      'Group 1',
      'Group 2',
      'Sheet 31',
      'Sheet 32',
      'Sheet 33',
      'Sheet 34',
      'Group 4',
      'Group 5',
    ]);
    expect(tabs.filter((t) => t.folded === 4)).toHaveLength(4);
    expect(tabs.find((t) => t.current)?.key).toBe('32');
  });
});
