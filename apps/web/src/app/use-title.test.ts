import { expect, it } from 'vitest';
import { MOTOR_SHEETS, SHOP_SHEETS } from './sheets.ts';
import { titleOf } from './use-title.ts';

it('names motor and sheet, the number first, and no two sheets alike', () => {
  expect(titleOf('/motor/3107/connection', '3107')).toBe('3107 Connection · Norther');
  expect(titleOf('/motor/3107', '3107')).toBe('3107 Motor · Norther');
  expect(titleOf('/people', undefined)).toBe('People · Norther');
  const titles = [
    ...SHOP_SHEETS.map((s) => titleOf(s.to, undefined)),
    ...MOTOR_SHEETS.map((s) => titleOf(`/motor/7${s.to}`, '7')),
  ];
  expect(new Set(titles).size).toBe(titles.length);
});
