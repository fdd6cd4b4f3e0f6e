/** Which lane round the groups each joint runs in, so that no two lie on one another and all go the shorter way. */
import type { GroupEnd, Joint } from '@norther/core';

export const TURN = 2 * Math.PI;

export interface Run {
  readonly joint: Joint;
  readonly from: number;
  readonly to: number;
  lane: number;
}

/** Inner lanes for jumpers, then star points, then leads out to where they leave. */
export function laneRuns(
  joints: readonly Joint[],
  angleOf: (end: GroupEnd) => number,
  exitOf: (joint: Joint) => number,
): { readonly runs: readonly Run[]; readonly lanes: number } {
  const runs = joints.map((joint): Run => ({ joint, ...spanOf(joint, angleOf, exitOf), lane: 0 }));
  let lanes = 0;
  for (const kinds of [['jumper'], ['star', 'corner'], ['lead']])
    lanes += placeLanes(
      runs.filter((r) => kinds.includes(r.joint.kind)),
      lanes,
    );
  return { runs, lanes };
}

/** The shortest stretch of the circle that holds every end of a joint, and the exit for a lead. */
function spanOf(joint: Joint, angleOf: (end: GroupEnd) => number, exitOf: (joint: Joint) => number) {
  const angles = joint.ends.map(angleOf);
  if (joint.kind === 'lead') angles.push(exitOf(joint));
  const sorted = angles.map((a) => ((a % TURN) + TURN) % TURN).sort((a, b) => a - b);
  let widest = 0;
  let after = 0;
  sorted.forEach((a, i) => {
    const next = i + 1 < sorted.length ? sorted[i + 1]! : sorted[0]! + TURN;
    if (next - a > widest) {
      widest = next - a;
      after = i + 1;
    }
  });
  const from = sorted[after % sorted.length]!;
  return { from, to: from + TURN - widest };
}

/** @returns lanes used */
function placeLanes(runs: Run[], first: number): number {
  const lanes: Run[][] = [];
  const overlaps = (a: Run, b: Run) =>
    [-TURN, 0, TURN].some((t) => a.from - 0.06 < b.to + t && b.from + t < a.to + 0.06);
  for (const run of runs.sort((a, b) => a.to - a.from - (b.to - b.from))) {
    const lane = lanes.findIndex((l) => l.every((other) => !overlaps(run, other)));
    if (lane >= 0) {
      run.lane = first + lane;
      lanes[lane]!.push(run);
    } else {
      run.lane = first + lanes.length;
      lanes.push([run]);
    }
  }
  return lanes.length;
}
