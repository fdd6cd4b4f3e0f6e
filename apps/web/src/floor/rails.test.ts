import { CLOSING, GATE_IDS, OPENING, STATIONS, TRACKS, type StationId } from '@norther/core';
import { expect, it } from 'vitest';
import { GATES, MEET_AT, PART_AT, railPaths, railY, stationAt, WAIT_AT } from './rails.ts';

const rising = (ids: readonly StationId[]) =>
  ids.every((id, i) => i === 0 || stationAt(id) > stationAt(ids[i - 1]!));

it('stations lie along their tracks in the order of the work, between parting and meeting', () => {
  for (const track of [OPENING, TRACKS.stator, TRACKS.rotor, CLOSING]) expect(rising(track)).toBe(true);
  for (const id of [...TRACKS.stator, ...TRACKS.rotor]) {
    expect(stationAt(id)).toBeGreaterThan(PART_AT);
    expect(stationAt(id)).toBeLessThan(WAIT_AT);
  }
  expect(stationAt('intake')).toBeLessThan(PART_AT);
  expect(WAIT_AT).toBeLessThan(MEET_AT);
  for (const id of CLOSING) expect(stationAt(id)).toBeGreaterThan(MEET_AT);
});

it('every gate stands just before the station it guards', () => {
  expect(GATES.map(([gate]) => gate).sort()).toEqual([...GATE_IDS].sort());
  for (const [gate, at] of GATES) {
    const guarded = STATIONS.find((s) => s.gate === gate)!;
    const track = [TRACKS.stator, CLOSING].find((t) => t.includes(guarded.id))!;
    const before = track[track.indexOf(guarded.id) - 1]!;
    expect(at).toBeLessThan(stationAt(guarded.id));
    expect(at).toBeGreaterThan(stationAt(before));
  }
});

it('the rails part above and below the middle and stay inside the row', () => {
  const rails = railPaths(900, 34);
  expect(railY('stator', 34)).toBeLessThan(17);
  expect(railY('rotor', 34)).toBeGreaterThan(17);
  for (const d of Object.values(rails))
    for (const n of d.match(/-?\d+(\.\d+)?/g)!.map(Number)) expect(n >= 0 && n <= 900).toBe(true);
});
