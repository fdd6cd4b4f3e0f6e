import { ROUTES, stationsOf, stretchesOf, type Route, type Station } from '@norther/core';
import { expect, it } from 'vitest';
import { MEET_AT, PART_AT, railPaths, railsOf, railY, WAIT_AT } from './rails.ts';

const each = ROUTES.map((route) => [`${route.id} ${route.version}`, route] as const);

it.each(each)('%s: stations lie in the order of the work, between parting and meeting', (_, route: Route) => {
  const { stationAt } = railsOf(route);
  const rising = (stations: readonly Station[]) =>
    stations.every((s, i) => i === 0 || stationAt(s.id) > stationAt(stations[i - 1]!.id));
  for (const stretch of stretchesOf(route)) expect(rising(stretch)).toBe(true);
  for (const { id } of [...route.tracks.stator, ...route.tracks.rotor]) {
    expect(stationAt(id)).toBeGreaterThan(PART_AT);
    expect(stationAt(id)).toBeLessThan(WAIT_AT);
  }
  for (const { id } of route.opening) expect(stationAt(id)).toBeLessThan(PART_AT);
  expect(WAIT_AT).toBeLessThan(MEET_AT);
  for (const { id } of route.closing) expect(stationAt(id)).toBeGreaterThan(MEET_AT);
});

it.each(each)('%s: every gate stands just before the station it guards', (_, route: Route) => {
  const { gates, stationAt } = railsOf(route);
  expect(gates.map(([gate]) => gate).sort()).toEqual(route.gates.map((g) => g.id).sort());
  for (const [gate, at] of gates) {
    const guarded = stationsOf(route).find((s) => s.gate === gate)!;
    const track = stretchesOf(route).find((t) => t.includes(guarded))!;
    const before = track[track.indexOf(guarded) - 1];
    expect(at).toBeLessThan(stationAt(guarded.id));
    // The first after the two have met has none before it on its own stretch.
    expect(at).toBeGreaterThan(before ? stationAt(before.id) : WAIT_AT);
  }
});

it('the rails part above and below the middle and stay inside the row', () => {
  const rails = railPaths(railsOf(ROUTES[0]!), 900, 34);
  expect(railY('stator', 34)).toBeLessThan(17);
  expect(railY('rotor', 34)).toBeGreaterThan(17);
  for (const d of Object.values(rails))
    for (const n of d.match(/-?\d+(\.\d+)?/g)!.map(Number)) expect(n >= 0 && n <= 900).toBe(true);
});
