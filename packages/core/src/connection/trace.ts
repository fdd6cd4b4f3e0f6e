/** Follows a direct current through the joints alone, to prove a connection list without trusting how it was made. */
import { PHASES, type LapLayout } from '../winding/index.ts';
import type { ConnectionList, GroupEnd } from './connection-list.ts';

const key = (e: GroupEnd) => `${e.group}${e.end}`;
const other = (e: GroupEnd): GroupEnd => ({ group: e.group, end: e.end === 's' ? 'f' : 's' });

/**
 * Direct current in at each phase's start (all three at once, as in the compass test), through jumpers only, until a
 * lead or the star point is reached.
 * @returns polarity shown by every group, and the paths walked; a group never reached is missing
 */
export function tracePolarity(layout: LapLayout, list: ConnectionList) {
  const jumperOf = new Map<string, GroupEnd>();
  for (const joint of list.joints) {
    if (joint.kind !== 'jumper') continue;
    const [a, b] = joint.ends as readonly [GroupEnd, GroupEnd];
    jumperOf.set(key(a), b);
    jumperOf.set(key(b), a);
  }
  const polarity = new Map<number, 'N' | 'S'>();
  const walked: number[][] = [];
  for (const phase of PHASES) {
    const lead = list.joints.find((j) => j.kind === 'lead' && j.phase === phase)!;
    for (const start of lead.ends) {
      if (layout.groups[start.group - 1]!.phase !== phase) continue; // the other phase's finish, in delta
      const path: number[] = [];
      let at: GroupEnd | undefined = start;
      while (at && path.length <= layout.groups.length) {
        polarity.set(at.group, at.end === 's' ? 'N' : 'S');
        path.push(at.group);
        at = jumperOf.get(key(other(at)));
      }
      walked.push(path);
    }
  }
  return { polarity, walked };
}
