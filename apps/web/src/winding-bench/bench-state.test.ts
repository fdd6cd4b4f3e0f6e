/** Which windings, speeds and coils the bench shows. */
import { checkDataCard, buildLayout, type Typed } from '@norther/core';
import { describe, expect, it } from 'vitest';
import { layoutKey, layoutOfKey } from '../kit/layout-key.ts';
import { litCoils, partOf, partsOf } from './bench-state.ts';

const plate = { voltageV: 400, frequencyHz: 50, currentA: 12 };
const typed: Typed = {
  slots: '36',
  poles: '4',
  layers: '2',
  span: '1-6',
  turns: '31',
  wires: '2x0.75',
  circuits: '2',
  connection: 'star',
};
const card = (more: Typed = {}) => checkDataCard({ ...typed, ...more }, plate);

describe('the parts of a winding', () => {
  it('one speed has one, two speeds two, a second winding its own', () => {
    expect(partsOf(card())).toEqual(['main']);
    expect(partsOf(card({ leads: 'constant-torque' }))).toEqual(['main', 'slow']);
    expect(partsOf(card({ second: '6p 1-6 T20 1x0.71 1Y' }))).toEqual(['main', 'second']);
    expect(partsOf(card({ slots: '' }))).toEqual([]);
    expect(partsOf(null)).toEqual([]);
  });
  it('the lower speed keeps the winding and takes its own field', () => {
    const two = card({ leads: 'constant-torque' });
    const slow = partOf(two, 'slow')!;
    expect(slow.layout.poles).toBe(8);
    expect(slow.figures.windingFactor!.value).toBeCloseTo(0.8312, 4);
    expect(slow.connection).toBe(two.analysis!.connection);
    expect(partOf(two, 'main')).toBe(two.analysis);
    // Asked for a part it does not have, a card shows what it has.
    expect(partOf(card(), 'slow')!.layout.poles).toBe(4);
    expect(partOf(card(), 'second')!.layout.poles).toBe(4);
  });
});

describe('what is lit', () => {
  const { analysis } = card();
  it('a coil alone, its group, its circuit', () => {
    expect(litCoils(analysis!, 1, 'coil').size).toBe(0);
    expect([...litCoils(analysis!, 1, 'group')]).toEqual([1, 2, 3]);
    const circuit = litCoils(analysis!, 1, 'circuit');
    expect(circuit.size).toBe(6);
    for (const n of circuit) expect(analysis!.layout.coils[n - 1]!.phase).toBe('U');
    expect(litCoils(analysis!, null, 'circuit').size).toBe(0);
    expect(litCoils(analysis!, 99, 'group').size).toBe(0);
  });
});

describe('the key of a drawing', () => {
  const laid = (spec: Parameters<typeof buildLayout>[0]) => {
    const result = buildLayout(spec);
    if (!result.ok) throw new Error('no layout');
    return result.value;
  };
  it('stays when turns change, and changes with the coils', () => {
    const key = layoutKey(laid({ slots: 36, poles: 4, pitch: 7 }));
    expect(layoutKey(laid({ slots: 36, poles: 4, pitch: 7, turnPatterns: [[12, 11, 10]] }))).toBe(key);
    for (const other of [
      { slots: 36, poles: 4, pitch: 8 },
      { slots: 36, poles: 6, pitch: 5 },
      { slots: 36, poles: 4, pitch: 8, layers: 1 as const },
      { slots: 36, poles: 4, pitch: 9, kind: 'concentric' as const, pitches: [9, 7, 5] },
    ])
      expect(layoutKey(laid(other))).not.toBe(key);
    expect(layoutKey(null)).toBe('');
  });
  it('gives the same coils back', () => {
    const layout = laid({ slots: 36, poles: 4, pitch: 9, kind: 'concentric', pitches: [9, 7, 5] });
    expect(layoutOfKey(layoutKey(layout))!.coils).toEqual(layout.coils);
    expect(layoutOfKey('')).toBeNull();
  });
});
