import type { PhaseConnection } from '../../physics/electrical/index.ts';
import { describe, expect, it } from 'vitest';
import { connectionList, splitCircuits, validCircuits } from '../../index.ts';
import { lap } from '../../../test/lap.ts';

function list(slots: number, poles: number, pitch: number, circuits: number, connection: PhaseConnection) {
  const result = connectionList(lap(slots, poles, pitch), { circuits, connection });
  if (!result.ok) throw new Error(result.findings[0]!.message);
  return result.value;
}

describe('ends on a lead', () => {
  // Common practice, no source: a star lead carries c ends, a delta lead 2c; six poles, three circuits, delta: six ends.
  it.each([
    [54, 6, 8, 3, 'delta', 6, 0],
    [54, 6, 8, 6, 'star', 6, 18],
    [36, 4, 7, 2, 'star', 2, 6],
    [48, 4, 10, 4, 'delta', 8, 0],
  ] as const)(
    '%i slots, %i poles, 1-…, %i circuits %s',
    (slots, poles, pitch, circuits, connection, lead, star) => {
      const made = list(slots, poles, pitch, circuits, connection);
      expect(made.endsPerLead).toBe(lead);
      expect(made.endsAtStar).toBe(star);
      for (const joint of made.joints) {
        if (joint.kind === 'lead') expect(joint.ends).toHaveLength(lead);
        if (joint.kind === 'star') expect(joint.ends).toHaveLength(star);
      }
    },
  );

  // Common practice, no source: 48 slots, 4 poles, two layers make 48 coils in 12 groups of four.
  it('makes 48 coils in 12 groups of four from 48 slots and 4 poles', () => {
    const layout = lap(48, 4, 10);
    expect(layout.coils).toHaveLength(48);
    expect(layout.groups.map((g) => g.coils.length)).toEqual(Array(12).fill(4));
  });
});

describe('36 slots, 4 poles, two circuits in star', () => {
  // Drawn by hand: finish to finish from a north to the next south group of the phase.
  it('joins the groups as a winder would', () => {
    const made = list(36, 4, 7, 2, 'star');
    const said = made.joints.map((j) => `${j.kind} ${j.ends.map((e) => `${e.group}${e.end}`).join('-')}`);
    expect(said).toEqual([
      'jumper 1f-4f',
      'jumper 7f-10f',
      'jumper 3f-6f',
      'jumper 9f-12f',
      'jumper 2s-5s',
      'jumper 8s-11s',
      'lead 1s-7s',
      'lead 3s-9s',
      'lead 2f-8f',
      'star 4s-10s-6s-12s-5f-11f',
    ]);
  });
});

describe('circuits', () => {
  it.each([
    [36, 4, 7, [1, 2, 4]],
    [54, 6, 8, [1, 2, 3, 6]],
    [36, 8, 4, [1, 2, 4]],
    [12, 10, 1, [1, 2]],
    [9, 8, 1, [1]],
    [48, 6, 7, [1]],
  ])('%i slots, %i poles: %j work', (slots, poles, pitch, expected) => {
    expect(validCircuits(lap(slots, poles, pitch))).toEqual(expected);
  });

  it('says why four circuits fail on six poles, and what would work', () => {
    const split = splitCircuits(lap(54, 6, 8), 4);
    expect(split.sets).toBeNull();
    expect(split.reason!.message).toMatch(/3 or 6|2 or 3/);
  });

  it('tells circuits that are equal in size but shifted from each other', () => {
    // 54 slots, 8 poles: q = 9/4, the groups of a pole pair repeat only after the whole bore; four runs differ in angle.
    const split = splitCircuits(lap(54, 8, 6), 4);
    expect(split.sets).toBeNull();
    expect(split.reason!.code).toMatch(/^circuits\./);
  });
});
