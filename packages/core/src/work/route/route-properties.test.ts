/** Where a motor stands, for every order in which people may sign: laws that hold whatever happened. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type HoldRecord, type StationId, type StepRecord } from '../../index.ts';
import { CLOSING, OPENING, requiredBefore, standingOf, STATIONS, TRACKS } from '../../../test/ac-rewind.ts';

const at = (minute: number) => new Date(Date.UTC(2026, 0, 5, 6, minute)).toISOString();

/** Signs stations in an order that the rules allow, chosen by the given numbers. */
function work(picks: readonly number[]): StepRecord[] {
  const steps: StepRecord[] = [];
  const done = new Set<StationId>();
  for (const [minute, pick] of picks.entries()) {
    const open = STATIONS.map((s) => s.id).filter(
      (id) => !done.has(id) && requiredBefore(id).every((before) => done.has(before)),
    );
    if (open.length === 0) break;
    const station = open[pick % open.length]!;
    done.add(station);
    steps.push({
      station,
      takenAt: at(minute),
      takenBy: 'Olav Tindal',
      signedAt: at(minute),
      signedBy: 'Olav Tindal',
      takenOrder: 2 * minute + 1,
      signedOrder: 2 * minute + 2,
      reopenedOrder: null,
    });
  }
  return steps;
}
const picks = fc.array(fc.nat(), { maxLength: 20 });
const hold = (body: HoldRecord['body'], clearedAt: string | null = null): HoldRecord => ({
  body,
  reason: 'bearing seat worn',
  raisedAt: at(500),
  raisedBy: 'Jon Rie',
  clearedAt,
});

describe('for every order of work', () => {
  it('there is one standing before opening and after meeting, two between', () => {
    fc.assert(
      fc.property(picks, (p) => {
        const steps = work(p);
        const { phase, standings } = standingOf(steps, []);
        const signed = new Set(steps.map((s) => s.station));
        const all = (ids: readonly StationId[]) => ids.every((id) => signed.has(id));
        const expected = !all(OPENING)
          ? 'opening'
          : !all([...TRACKS.stator, ...TRACKS.rotor])
            ? 'apart'
            : !all(CLOSING)
              ? 'together'
              : 'gone';
        expect(phase).toBe(expected);
        expect(standings.map((s) => s.body)).toEqual(phase === 'apart' ? ['stator', 'rotor'] : ['motor']);
      }),
    );
  });
  it('the station a body stands at is the first one of its track not yet signed', () => {
    fc.assert(
      fc.property(picks, (p) => {
        const steps = work(p);
        const signed = new Set(steps.map((s) => s.station));
        for (const s of standingOf(steps, []).standings) {
          if (s.station === null) continue;
          expect(signed.has(s.station)).toBe(false);
          for (const before of requiredBefore(s.station)) expect(signed.has(before)).toBe(true);
        }
      }),
    );
  });
  it('since when: never before the last thing that happened to that body', () => {
    fc.assert(
      fc.property(picks, (p) => {
        const steps = work(p);
        for (const s of standingOf(steps, []).standings) {
          const own = s.body === 'motor' ? [] : TRACKS[s.body];
          const last = steps
            .filter((x) => (own as readonly string[]).includes(x.station))
            .map((x) => x.signedAt!)
            .sort()
            .at(-1);
          if (last) expect(s.since! >= last).toBe(true);
        }
      }),
    );
  });
  it('all the work can be done, in twenty picks or fewer, and nothing is open twice', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(), { minLength: STATIONS.length, maxLength: STATIONS.length }), (p) => {
        const steps = work(p);
        expect(new Set(steps.map((s) => s.station)).size).toBe(STATIONS.length);
        expect(standingOf(steps, []).phase).toBe('gone');
      }),
    );
  });
});

describe('holds', () => {
  it('a hold on one body leaves the other free; on the motor it holds both; a cleared one holds nothing', () => {
    fc.assert(
      fc.property(picks, (p) => {
        const steps = work(p);
        const held = (h: HoldRecord) =>
          standingOf(steps, [h])
            .standings.filter((s) => s.state === 'held')
            .map((s) => s.body);
        const { phase } = standingOf(steps, []);
        if (phase === 'apart') {
          expect(held(hold('stator'))).toEqual(['stator']);
          expect(held(hold('rotor'))).toEqual(['rotor']);
          expect(held(hold('motor'))).toEqual(['stator', 'rotor']);
        } else
          for (const body of ['stator', 'rotor', 'motor'] as const)
            expect(held(hold(body))).toEqual(['motor']);
        expect(held(hold('motor', at(600)))).toEqual([]);
      }),
    );
  });
});

it('each station follows the one before it on its own track, and the closing ones follow both tracks', () => {
  expect(requiredBefore('intake')).toEqual([]);
  for (const track of [TRACKS.stator, TRACKS.rotor]) {
    expect(requiredBefore(track[0]!)).toEqual(['intake']);
    for (let i = 1; i < track.length; i++) expect(requiredBefore(track[i]!)).toEqual([track[i - 1]]);
  }
  expect(requiredBefore('match')).toEqual([TRACKS.stator.at(-1), TRACKS.rotor.at(-1)]);
  expect(new Set([...OPENING, ...TRACKS.stator, ...TRACKS.rotor, ...CLOSING])).toEqual(
    new Set(STATIONS.map((s) => s.id)),
  );
});
