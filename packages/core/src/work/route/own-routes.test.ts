/** Routes that a shop makes of its own: every edit leaves a route that can be worked by, or the check says what is wrong. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  changedStation,
  checkRoute,
  checkStationRecord,
  copyOfRoute,
  gateBefore,
  gateOf,
  movedStation,
  newStationId,
  placeOf,
  quantity,
  requiredBefore,
  ROUTES,
  standingOf,
  stationOf,
  stationsOf,
  STRETCHES,
  stretchOf,
  withoutStation,
  withStation,
  type Route,
  type Station,
} from '../../index.ts';

const stops = (route: Route, model: Route | null = null) =>
  checkRoute(route, model)
    .filter((f) => f.severity === 'stop')
    .map((f) => f.code);
const watches = (route: Route, model: Route) =>
  checkRoute(route, model)
    .filter((f) => f.severity === 'watch')
    .map((f) => f.code);

const OWN: Station = {
  id: 'photo',
  body: 'motor',
  name: 'Photo',
  title: 'Photograph the lead exit',
  todo: ['From the connection end.'],
  record: [],
  tests: [],
};

describe.each(ROUTES.map((r) => [r.id, r] as const))('a copy of %s', (_id, model) => {
  const copy = copyOfRoute(model, 'own', 'Ours');
  it('can be worked by, goes without nothing, and has no station that was grown later', () => {
    expect(checkRoute(model, null)).toEqual([]);
    expect(checkRoute(copy, model)).toEqual([]);
    expect(copy.basedOn).toEqual({ id: model.id, version: model.version });
    expect(stationsOf(copy).some((s) => s.addedLater)).toBe(false);
  });
  it('can be walked to its end whatever is moved, left out and added, as long as the check does not stop it', () => {
    const edit = fc.record({ what: fc.nat(2), pick: fc.nat(), to: fc.nat(20) });
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
        let route = copy;
        for (const { what, pick, to } of edits) {
          const stations = stationsOf(route);
          const station = stations[pick % stations.length]!;
          const before = JSON.parse(JSON.stringify(route)) as Route;
          const next =
            what === 0
              ? movedStation(route, station.id, to)
              : what === 1
                ? withoutStation(route, station.id)
                : withStation(route, STRETCHES[pick % 4]!, to, { ...OWN, id: newStationId(route, 'Photo') });
          expect(route).toEqual(before);
          route = next;
        }
        expect(new Set(stationsOf(route).map((s) => s.id)).size).toBe(stationsOf(route).length);
        const codes = stops(route);
        const end = stretchOf(route, 'closing').at(-1)?.ends === 'visit';
        expect(codes.includes('route.no-end')).toBe(!end);
        if (codes.some((c) => c !== 'route.name-twice')) return;
        // Sign whatever may be signed until nothing is left: the motor leaves.
        const done = new Set<string>();
        for (let i = 0; i <= stationsOf(route).length; i++)
          for (const s of stationsOf(route))
            if (requiredBefore(route, s.id).every((id) => done.has(id))) done.add(s.id);
        const steps = [...done].map((station) => ({
          station,
          takenAt: 'x',
          takenBy: 'x',
          signedAt: 'x',
          signedBy: 'x',
        }));
        expect(standingOf(route, steps, []).phase).toBe('gone');
      }),
    );
  });
  it('says every station, test and gate it goes without', () => {
    for (const station of stationsOf(model)) {
      const less = withoutStation(copy, station.id);
      expect(watches(less, model)).toContain('route.station-left-out');
      if (station.gate) expect(watches(less, model)).toContain('route.gate-left-out');
      if (station.caution)
        expect(watches(changedStation(copy, station.id, { caution: undefined }), model)).toContain(
          'route.caution-left-out',
        );
    }
  });
  it('stops a gate that could never open: its test is asked for at no station before it', () => {
    for (const gate of model.gates)
      for (const want of gate.wants) {
        if (!('test' in want)) continue;
        let route = copy;
        for (const s of stationsOf(copy))
          route = changedStation(route, s.id, {
            tests: s.tests.filter((t) => t.kind !== want.test || t.stage !== want.stage),
          });
        expect(stops(route)).toContain('route.gate-never-open');
      }
  });
});

describe('an edit', () => {
  const copy = copyOfRoute(ROUTES[0]!, 'own', 'Ours');
  it('takes a gate away with its station, and puts one before another in the order of the route', () => {
    const less = withoutStation(copy, 'saw');
    expect(gateOf(less, 'before-stripping')).toBeNull();
    const again = gateBefore(less, 'strip', gateOf(copy, 'before-stripping'));
    expect(stationOf(again, 'strip').gate).toBe('before-stripping');
    // The gate that stood there before stands nowhere, so it is gone.
    expect(gateOf(again, 'before-burn-off')).toBeNull();
    const first = gateBefore(copy, 'data', { id: 'g', title: 'Gate', wants: [{ card: 'stripping' }] });
    expect(first.gates[0]!.id).toBe('g');
  });
  it.each([
    ['no title', { ...copy, title: ' ' }, 'route.no-title'],
    ['two stations of one name', changedStation(copy, 'saw', { name: 'data' }), 'route.name-twice'],
    ['nothing to do', changedStation(copy, 'saw', { todo: [' '] }), 'route.station-incomplete'],
    ['nobody to sign', changedStation(copy, 'saw', { signedBy: [] }), 'route.station-incomplete'],
    [
      'a gate without a question',
      gateBefore(copy, 'data', { id: 'g', title: 'G', wants: [] }),
      'route.gate-empty',
    ],
    ['a gate that is not there', changedStation(copy, 'data', { gate: 'nowhere' }), 'route.gate-unknown'],
    [
      'a moment that the card does not know',
      gateBefore(copy, 'data', { id: 'g', title: 'G', wants: [{ card: 'tomorrow' as 'winding' }] }),
      'route.gate-moment',
    ],
    ['one gate twice', changedStation(copy, 'data', { gate: 'before-varnish' }), 'route.gate-place'],
    ['an end in the middle', movedStation(copy, stationsOf(copy).at(-1)!.id, 0), 'route.no-end'],
    [
      'a least that is not below its most',
      changedStation(copy, 'saw', { record: [quantity('x', 'X', 'length', 5, 5)] }),
      'route.station-incomplete',
    ],
  ])('with %s is stopped', (_what, route, code) => {
    expect(stops(route)).toContain(code);
  });
  it('moves nothing where there is no such place, and never has a station twice', () => {
    expect(movedStation(copy, 'saw', -1)).toBe(copy);
    expect(movedStation(copy, 'saw', 99)).toBe(copy);
    expect(movedStation(copy, 'nothing', 0)).toBe(copy);
    expect(withStation(copy, 'stator', 0, stationOf(copy, 'saw'))).toBe(copy);
    expect(placeOf(movedStation(copy, 'saw', 0), 'saw')).toEqual({ stretch: 'stator', at: 0 });
    expect(newStationId(copy, 'Säge 2!')).toBe('sage-2');
    expect(newStationId(copy, 'saw')).toBe('saw-2');
    expect(newStationId(copy, '7')).toBe('station');
  });
});

describe('a figure that the shop calls usual', () => {
  const station: Station = {
    ...OWN,
    record: [{ ...quantity('gap', 'Gap', 'length', 0, 10), usual: { least: 0.4, most: 0.6 } }],
  };
  it.each([
    ['0.4', []],
    ['0.6', []],
    ['0.61', ['station.unusual']],
    ['0.39', ['station.unusual']],
    ['2 in', ['field.out-of-range']],
  ])('%s gives %j', (typed, codes) => {
    expect(checkStationRecord(station, { gap: typed }, '1').findings.map((f) => f.code)).toEqual(codes);
  });
});
