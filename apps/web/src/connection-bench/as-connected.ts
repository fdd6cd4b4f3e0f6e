/** How far a connection is: joints made, and what the last walk in the record showed. */
import { readWalk, standingMarks, type Plan } from '@norther/core';
import type { JointState } from '@norther/drawings';
import type { MotorFile } from '../app/api.ts';

export function asConnected(plan: Plan, file: MotorFile) {
  const marks = standingMarks(plan.key, plan.joints, file.jointMarks);
  const states = new Map<number, JointState>(
    [...marks].map(([joint, m]) => [joint, m.mark === 'wrong' ? 'wrong' : 'made']),
  );
  const last = file.readings.findLast((r) => r.kind === 'polarity');
  const readings = readWalk(last?.typed['sequence'] ?? '');
  if (readings.length !== plan.groups.length) return { states };
  const walk = plan.walk.judge(readings, true);
  for (const joint of walk.explanations[0]?.joints ?? []) states.set(joint, 'wrong');
  return { states, readings, wrongGroups: walk.wrongGroups };
}
