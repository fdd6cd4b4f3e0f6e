/** How far a connection is: joints made, and what the last walk in the record showed. */
import { lastWalk, standingMarks, type Plan } from '@norther/core';
import type { JointState } from '@norther/drawings';
import type { MotorFile } from '../app/api.ts';

export function asConnected(plan: Plan, file: MotorFile) {
  const marks = standingMarks(plan.key, plan.joints, file.jointMarks);
  const states = new Map<number, JointState>(
    [...marks].map(([joint, m]) => [joint, m.mark === 'wrong' ? 'wrong' : 'made']),
  );
  const last = lastWalk(file.readings, plan);
  if (!last) return { states };
  for (const joint of last.walk.explanations[0]?.joints ?? []) states.set(joint, 'wrong');
  return { states, readings: last.readings, wrongGroups: last.walk.wrongGroups };
}
