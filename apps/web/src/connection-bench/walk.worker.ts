/** Looks for what explains a wrong walk, beside the page: the more readings are wrong, the longer it takes. */
import {
  judgeWalk,
  type ConnectionList,
  type Phase,
  type WalkReading,
  type WindingLayout,
} from '@norther/core';
import { expose } from 'comlink';

let plan: { readonly layout: WindingLayout; readonly list: ConnectionList } | null = null;

const walker = {
  /** What is walked from now on; sent once, not with every reading. */
  of(layout: WindingLayout, list: ConnectionList) {
    plan = { layout, list };
  },
  judge(phase: Phase | 'all', readings: readonly WalkReading[]) {
    return plan && judgeWalk(plan.layout, plan.list, phase, readings);
  },
};
export type Walker = typeof walker;

expose(walker);
