import { CLOSING, GATE_IDS, OPENING, STATIONS, TRACKS, type StationId } from '@norther/core';
import { expect, it } from 'vitest';
import { GATE_AT, MEET_AT, PART_AT, railPaths, railY, STATION_AT, WAIT_AT } from './rails.ts';

const rising = (ids: readonly StationId[]) =>
  ids.every((id, i) => i === 0 || STATION_AT[id] > STATION_AT[ids[i - 1]!]);

it('stations lie along their tracks in the order of the work, between parting and meeting', () => {
  for (const track of [OPENING, TRACKS.stator, TRACKS.rotor, CLOSING]) expect(rising(track)).toBe(true);
  for (const id of [...TRACKS.stator, ...TRACKS.rotor]) {
    expect(STATION_AT[id]).toBeGreaterThan(PART_AT);
    expect(STATION_AT[id]).toBeLessThan(WAIT_AT);
  }
  expect(STATION_AT.intake).toBeLessThan(PART_AT);
  expect(WAIT_AT).toBeLessThan(MEET_AT);
  for (const id of CLOSING) expect(STATION_AT[id]).toBeGreaterThan(MEET_AT);
});

it('every gate stands just before the station it guards', () => {
  for (const gate of GATE_IDS) {
    const guarded = STATIONS.find((s) => s.gate === gate)!;
    const track = [TRACKS.stator, CLOSING].find((t) => t.includes(guarded.id))!;
    const before = track[track.indexOf(guarded.id) - 1]!;
    expect(GATE_AT[gate]).toBeLessThan(STATION_AT[guarded.id]);
    expect(GATE_AT[gate]).toBeGreaterThan(STATION_AT[before]);
  }
});

it('the rails part above and below the middle and stay inside the row', () => {
  const rails = railPaths(900, 34);
  expect(railY('stator', 34)).toBeLessThan(17);
  expect(railY('rotor', 34)).toBeGreaterThan(17);
  for (const d of Object.values(rails))
    for (const n of d.match(/-?\d+(\.\d+)?/g)!.map(Number)) expect(n >= 0 && n <= 900).toBe(true);
});
