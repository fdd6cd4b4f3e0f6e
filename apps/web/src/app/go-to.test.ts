import { describe, expect, it } from 'vitest';
import { fitting, motorPlaces, sheetOfAnother, shopPlaces } from './go-to.ts';

const names = (places: readonly { name: string }[]) => places.map((p) => p.name);

describe('where the line can go', () => {
  const motor = motorPlaces('3107', 'three-phase');
  it('finds a sheet by its name, by a part of it, and by what it is for', () => {
    expect(names(fitting(motor, 'conn'))).toEqual(['Connection']);
    // Names before what a sheet is for: the core is measured on Tests.
    expect(names(fitting(motor, 'c'))).toEqual(['Card', 'Connection', 'Cut', 'Failure', 'Agreed', 'Tests']);
    expect(names(fitting(motor, 'polarity'))).toEqual(['Connection']);
    expect(names(fitting(shopPlaces(), 'reel'))).toEqual(['Stores']);
    expect(names(fitting(shopPlaces(), 'in'))).toEqual(['Instruments', 'Take in']);
    expect(fitting(motor, 'zzz')).toEqual([]);
  });
  it('lists all in their own order when nothing is typed', () => {
    expect(names(fitting(motor, ' '))).toEqual(names(motor));
    expect(motor.find((p) => p.name === 'Tests')!.to).toBe('/motor/3107/tests');
  });
  it('offers only the sheets that the kind of motor has', () => {
    expect(names(motorPlaces('1', 'single-phase'))).not.toContain('Search');
  });
  it.each([
    ['3107 tests', { number: '3107', to: '/motor/3107/tests' }],
    ['3107 conn', { number: '3107', to: '/motor/3107/connection' }],
    ['A-7 motor', { number: 'A-7', to: '/motor/A-7' }],
    ['bell foundry', null],
    ['3107', null],
  ])('reads %s', (text, there) => {
    expect(sheetOfAnother(text)).toEqual(there);
  });
});
