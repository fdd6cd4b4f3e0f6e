/** A record from outside may be damaged by hand: what nobody can have done is refused, what may have happened is not. */
import * as core from '@norther/core';
import type { StationId } from '@norther/core';
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { impossibleIn, type MotorDocument } from '../src/index.ts';

const ROUTE = core.newestRoute('ac-rewind');
const STATIONS = core.stationsOf(ROUTE);
const stationOf = (station: StationId) => core.stationOf(ROUTE, station);
const requiredBefore = (station: StationId) => core.requiredBefore(ROUTE, station);

const now = Date.parse('2026-03-20T12:00:00.000Z');
const at = '2026-03-18T06:00:00.000Z';
const later = '2026-03-21T06:00:00.000Z';
let ids = 1;
const id = () => `019aa000-0000-7000-8000-${String(ids++).padStart(12, '0')}`;

const step = (station: StationId, signedOrder: number | null): MotorDocument['steps'][number] => ({
  id: id(),
  station,
  typed: {},
  takenAt: at,
  takenBy: 'Olav',
  takenOrder: 1,
  signedAt: signedOrder === null ? null : at,
  signedBy: signedOrder === null ? null : 'Olav',
  signedOrder,
  reopenedOrder: null,
  version: 1,
});
/** Every station of the route in an order that its rules allow. */
const order = STATIONS.map((s) => s.id);
const upTo = (n: number) => order.slice(0, n).map((station, i) => step(station, 10 + i));

const document = (change: Partial<MotorDocument> = {}, motor: object = {}): MotorDocument => ({
  format: 'norther.motor',
  version: 9,
  core: '0.3.0',
  motor: {
    id: id(),
    number: '4001',
    kind: 'three-phase',
    route: 'ac-rewind',
    routeVersion: 1,
    customer: 'Nordlund Quarry',
    machine: 'Crusher',
    maker: '',
    serial: '',
    plate: {},
    promisedAt: later,
    rush: false,
    arrivedAt: at,
    shippedAt: null,
    withdrawnAt: null,
    givenTo: null,
    place: null,
    version: 1,
    ...motor,
  },
  route: null,
  attempts: [],
  parts: [],
  writeUps: [],
  windings: [],
  steps: [],
  holds: [],
  gatePasses: [],
  readings: [],
  jointMarks: [],
  attachments: [],
  history: [],
  ...change,
});
const codes = (d: MotorDocument) => impossibleIn(d, now).map((f) => f.code);

describe('a record from outside', () => {
  it('is taken as it is wherever the work stands, and a promise may lie ahead', () => {
    for (let n = 0; n < order.length; n++)
      expect(codes(document({ steps: upTo(n) })), `${n} stations`).toEqual([]);
    expect(codes(document({ steps: upTo(order.length) }, { shippedAt: at }))).toEqual([]);
  });

  it('may lack a station that the route has grown since, and no other', () => {
    const without = (id: string) => upTo(order.length).filter((s) => s.station !== id);
    for (const id of order) {
      const found = codes(document({ steps: without(id) }, { shippedAt: at }));
      if (stationOf(id).addedLater) expect(found, id).toEqual([]);
      else expect(found, id).not.toEqual([]);
    }
  });

  it('allows for clocks that differ by minutes, not by more', () => {
    const ahead = (minutes: number) =>
      codes(document({}, { arrivedAt: new Date(now + minutes * 60_000).toISOString() }));
    expect(ahead(9)).toEqual([]);
    expect(ahead(11)).toEqual(['file.future']);
  });

  it.each<[string, Partial<MotorDocument>, object?]>([
    ['a signature', { steps: [{ ...step('intake', 4), signedAt: later }] }],
    ['taking a station', { steps: [{ ...step('intake', null), takenAt: later }] }],
    [
      'a hold',
      {
        holds: [{ id: id(), body: 'rotor', reason: 'x', raisedAt: later } as MotorDocument['holds'][number]],
      },
    ],
    ['shipping', { steps: upTo(order.length) }, { shippedAt: later }],
  ])('refuses %s in the future, and names the place', (_name, change, motor) => {
    const found = impossibleIn(document(change, motor), now);
    expect(found.map((f) => f.code)).toEqual(['file.future']);
    expect(found[0]!.message).toContain(found[0]!.fields[0]);
    expect(found[0]!.message).toContain(later);
  });

  it('refuses every station that is signed before what it rests on, and only those', () => {
    const places = fc.shuffledSubarray([...order], { minLength: 1 });
    fc.assert(
      fc.property(places, (signed) => {
        const restsOn = (s: StationId) =>
          requiredBefore(s).flatMap((b) =>
            stationOf(b).addedLater && !signed.includes(b) ? requiredBefore(b) : [b],
          );
        const steps = signed.map((station, i) => step(station, i + 1));
        const wrong = signed.filter((station, i) =>
          restsOn(station).some((b) => !signed.slice(0, i).includes(b)),
        );
        const found = codes(document({ steps }, { shippedAt: signed.includes('ship') ? at : null }));
        const expected = Math.min(
          12,
          signed.flatMap((s, i) => restsOn(s).filter((b) => !signed.slice(0, i).includes(b))).length,
        );
        return found.length === expected && (wrong.length === 0) === (found.length === 0);
      }),
    );
  });

  it('refuses half a signature, shipping that nobody signed, and what is told twice', () => {
    expect(codes(document({ steps: [{ ...step('intake', 4), signedBy: null }] }))).toContain(
      'file.half-signed',
    );
    expect(codes(document({}, { shippedAt: at }))).toEqual(['file.shipped-unsigned']);
    expect(codes(document({ steps: upTo(order.length) }))).toEqual(['file.shipped-unsigned']);
    expect(codes(document({ steps: [step('intake', 4), step('intake', 5)] }))).toEqual(['file.twice']);
    const one = step('intake', 4);
    expect(codes(document({ steps: [one, { ...step('data', 5), id: one.id }] }))).toEqual(['file.twice']);
  });

  it('refuses a photo of a station or a reading that the file does not have', () => {
    const photo = (place: string) =>
      ({
        id: id(),
        place,
        addedAt: at,
        order: 1,
        hash: 'a'.repeat(64),
      }) as MotorDocument['attachments'][number];
    const of = (place: string) => codes(document({ attachments: [photo(place)] }));
    for (const place of ['motor', 'part/rotor', 'station/saw']) expect(of(place)).toEqual([]);
    // A station of another route, a reading that is not there, what is no place at all.
    for (const place of ['station/starting-gear', `reading/${id()}`, 'motor/saw', 'part/lid', '../..'])
      expect(of(place)).toEqual(['file.no-such-place']);
  });

  it('stops counting at a dozen: a file that is all wrong is not read aloud', () => {
    const history = Array.from(
      { length: 400 },
      () => ({ id: id(), at: later }) as MotorDocument['history'][number],
    );
    expect(codes(document({ history }))).toHaveLength(12);
  });
});
