/** The joints of a bench: which is chosen, which are made, and ticking them. */
import { marksElsewhere, type JointMark, type Plan } from '@norther/core';
import type { JointState } from '@norther/drawings';
import { useMemo, useState } from 'react';
import { useSessionQuery, type MotorFile } from '../app/api.ts';
import { useTicks } from './use-ticks.ts';

/** Until the session is known; nobody ticks before. */
const NOBODY = { id: '', name: '' };

/** Joints as they are drawn: made, recorded wrong, or to be opened by what a walk found. */
export const jointStates = (marks: ReadonlyMap<number, JointMark>, toOpen: readonly number[]) =>
  new Map<number, JointState>([
    ...[...marks].map(([n, m]) => [n, m.mark === 'wrong' ? 'wrong' : 'made'] as const),
    ...toOpen.map((n) => [n, 'wrong'] as const),
  ]);

export function useJoints(file: MotorFile, plan: Plan, toOpen: readonly number[]) {
  const { data: session } = useSessionQuery();
  const { marks, unsent, tick, toggle: turn } = useTicks(file, plan, session ?? NOBODY);
  const count = plan.joints.length;
  const [chosen, choose] = useState<number>(() => plan.joints.find((j) => !marks.has(j.number))?.number ?? 1);
  const states = useMemo(() => jointStates(marks, toOpen), [marks, toOpen]);
  const others = useMemo(
    () => marksElsewhere(plan.key, plan.joints, file.jointMarks),
    [plan, file.jointMarks],
  );
  return {
    plan,
    toOpen,
    marks,
    /** Ticks on their way to the server. */
    unsent,
    tick,
    /** Opens or makes a joint, and goes on to the next when it was made. */
    toggle: (number: number) => {
      if (turn(number) === 'made' && number < count) choose(number + 1);
    },
    count,
    made: [...marks.values()].filter((m) => m.mark === 'made').length,
    chosen,
    choose,
    states,
    /** How many marks stand on joints that this plan does not have. */
    others,
  };
}
export type Joints = ReturnType<typeof useJoints>;
