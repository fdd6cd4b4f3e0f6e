/** The stream of changes: the floor ends as the server has it, whatever order messages and answers come in. */
import { configureStore } from '@reduxjs/toolkit';
import type { FloorMotor } from '@norther/records';
import { byRushAndPlace } from '@norther/core';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from './api.ts';
import { LiveChanges, withRow } from './live-changes.ts';
import type { AppDispatch, RootState } from './store.ts';

const row = (id: string, more: Partial<FloorMotor['motor']> = {}): FloorMotor => ({
  motor: {
    ...{ id, number: id, kind: 'three-phase', route: 'ac-rewind', routeVersion: 1 },
    ...{ customer: '', machine: '', maker: '', serial: '', promisedAt: null, rush: false },
    ...{ givenTo: null, place: null },
    ...more,
  },
  recent: [],
  notes: [],
});

/** A server whose floor is what it is told, and which counts how often it is asked. */
function shop(first: readonly FloorMotor[]) {
  let rows = first;
  const asked: string[] = [];
  const waiting: (() => void)[] = [];
  let slow = false;
  vi.stubGlobal('fetch', async (request: Request) => {
    const path = new URL(request.url, 'http://shop').pathname;
    asked.push(path);
    const answer = path === '/api/floor' ? rows : { motor: { id: 'm1', number: path.split('/').at(-1) } };
    if (slow) await new Promise<void>((done) => waiting.push(done));
    return new Response(JSON.stringify(answer), { headers: { 'content-type': 'application/json' } });
  });
  const made = configureStore({
    reducer: { [api.reducerPath]: api.reducer, sheet: () => ({}), drafts: () => ({}) },
    middleware: (get) => get().concat(api.middleware),
  });
  const state = () => made.getState() as unknown as RootState;
  const dispatch = made.dispatch as unknown as AppDispatch;
  return {
    asked,
    state,
    dispatch,
    change: (now: readonly FloorMotor[]) => (rows = now),
    slowly: () => (slow = true),
    release: () => waiting.splice(0).forEach((go) => go()),
    ask: (number?: string) =>
      number === undefined
        ? made.dispatch(api.endpoints.floor.initiate())
        : made.dispatch(api.endpoints.motor.initiate(number)),
    floor: () => (api.endpoints.floor.select()(state()).data ?? []).map((r) => r.motor.id),
  };
}
const settled = () => new Promise((done) => setTimeout(done, 5));

beforeEach(
  () =>
    void vi.stubGlobal(
      'Request',
      class extends Request {
        constructor(input: string | URL | Request, init?: RequestInit) {
          super(typeof input === 'string' ? new URL(input, 'http://shop') : input, init);
        }
      },
    ),
);
afterEach(() => void vi.unstubAllGlobals());

describe('rows of the floor', () => {
  it('end in the order that the server gives them, however they come', () => {
    const motor = fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
      rush: fc.boolean(),
      promisedAt: fc.constantFrom(null, '2026-03-18T06:00:00.000Z', '2026-03-19T06:00:00.000Z'),
      off: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(motor, { maxLength: 12 }), (changes) => {
        let rows: FloorMotor[] = [];
        const truth = new Map<string, FloorMotor>();
        for (const { id, off, ...more } of changes) {
          const now = off ? null : row(id, more);
          if (now) truth.set(id, now);
          else truth.delete(id);
          rows = withRow(rows, id, now);
        }
        expect(rows).toEqual([...truth.values()].sort((a, b) => byRushAndPlace(a.motor, b.motor)));
      }),
    );
  });
});

describe('a tab that looks at the floor', () => {
  it('takes a changed row over and asks nothing', async () => {
    const s = shop([row('m1'), row('m2')]);
    await s.ask();
    const live = new LiveChanges(() => 'p:4');
    live.apply({ heard: 'p:4', changes: [] }, s.dispatch, s.state);
    live.apply(
      { heard: 'p:5', changes: [{ motor: 'm2', row: row('m2', { rush: true }) }] },
      s.dispatch,
      s.state,
    );
    live.apply({ heard: 'p:6', changes: [{ motor: 'm1', row: null }] }, s.dispatch, s.state);
    await settled();
    expect(s.floor()).toEqual(['m2']);
    expect(s.asked).toEqual(['/api/floor']);
  });

  it('asks when something changed before the stream began, and when the stream comes back after one was missed', async () => {
    const s = shop([row('m1')]);
    await s.ask();
    const live = new LiveChanges(() => 'p:4');
    live.apply({ heard: 'p:5', changes: [] }, s.dispatch, s.state);
    await settled();
    expect(s.asked).toHaveLength(2);
    live.apply({ heard: 'p:5', changes: [] }, s.dispatch, s.state);
    await settled();
    expect(s.asked).toHaveLength(2);
    // Another process counts for itself.
    live.apply({ heard: 'q:5', changes: [] }, s.dispatch, s.state);
    await settled();
    expect(s.asked).toHaveLength(3);
  });

  it('is not put back by an older answer that was under way', async () => {
    const s = shop([row('m1')]);
    s.slowly();
    const answer = s.ask();
    await settled();
    const live = new LiveChanges(() => 'p:4');
    s.change([row('m1'), row('m2')]);
    live.apply({ heard: 'p:5', changes: [{ motor: 'm2', row: row('m2') }] }, s.dispatch, s.state);
    s.release();
    await answer;
    await settled();
    s.release();
    await settled();
    expect(s.floor()).toEqual(['m1', 'm2']);
  });

  it('asks where the server could not say what changed', async () => {
    const s = shop([row('m1')]);
    await s.ask();
    const live = new LiveChanges(() => 'p:4');
    live.apply({ heard: 'p:5', changes: [{ motor: 'm1' }] }, s.dispatch, s.state);
    await settled();
    expect(s.asked).toHaveLength(2);
  });
});

describe('a tab that looks at a motor', () => {
  it('asks for it when it changed, not when another one did', async () => {
    const s = shop([]);
    await s.ask('3112');
    const live = new LiveChanges(() => 'p:4');
    live.apply({ heard: 'p:5', changes: [{ motor: 'other', row: null }] }, s.dispatch, s.state);
    await settled();
    expect(s.asked).toEqual(['/api/motors/3112']);
    live.apply({ heard: 'p:6', changes: [{ motor: 'm1', row: null }] }, s.dispatch, s.state);
    await settled();
    expect(s.asked).toEqual(['/api/motors/3112', '/api/motors/3112']);
  });
});
