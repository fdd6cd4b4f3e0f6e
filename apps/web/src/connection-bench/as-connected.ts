/** How far a connection is: joints made, and what the last walk in the record showed. */
import { lastWalk, standingMarks, type Plan } from '@norther/core';
import type { MotorFile } from '../app/api.ts';
import { jointStates } from './use-joints.ts';

export function asConnected(plan: Plan, file: MotorFile) {
  const marks = standingMarks(plan.key, plan.joints, file.jointMarks);
  const last = lastWalk(file.readings, plan);
  const states = jointStates(marks, last?.walk.explanations[0]?.joints ?? []);
  return last ? { states, readings: last.readings, wrongGroups: last.walk.wrongGroups } : { states };
}
