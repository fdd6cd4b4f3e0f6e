import { MACHINE_KIND_IDS } from '@norther/core';
import { expect, it } from 'vitest';
import { MOTOR_SHEETS, sheetsOf } from '../app/sheets.ts';
import { KIND_SHEETS } from './kind-sheets.ts';
import { kindViews } from './kinds.ts';

it.each(MACHINE_KIND_IDS)('a %s motor has its card, its winding and its connection', (kind) => {
  const { sheets } = kindViews(kind);
  for (const sheet of ['card', 'winding', 'connection'] as const) expect(sheets[sheet]).toBeDefined();
  expect(Object.keys(sheets)).toEqual(KIND_SHEETS[kind]);
  const keys = sheetsOf(kind).map((s) => s.key);
  // A sheet keeps its key, whatever other sheets a kind lacks.
  expect(keys).toEqual(MOTOR_SHEETS.map((s) => s.key).filter((key) => keys.includes(key)));
  expect(sheetsOf(kind).map((s) => s.name)).toContain('Verdict');
});

it('says which kind has no sheets', () => {
  expect(() => kindViews('solenoid')).toThrow(/solenoid/);
});
