/** Which joints of a plan are made: marks are kept by the joint's own ends, so that they survive a change of order. */
import type { WindingLayout } from '../layout/index.ts';
import type { GroupEnd, Joint } from './connection-list.ts';

export interface JointMark {
  readonly plan: string;
  readonly joint: string;
  readonly mark: 'made' | 'wrong' | 'undone';
  readonly note: string;
  readonly at: string;
  readonly by: string;
}

/** The joint by its ends, such as `1f 4f`; the same whatever its number. */
export const jointKey = (joint: { readonly ends: readonly GroupEnd[] }): string =>
  joint.ends
    .map((e) => `${e.group}${e.end}`)
    .toSorted()
    .join(' ');

/**
 * A short name of a plan: equal plans have equal names, and another coil in another slot gives another one.
 * FNV-1a over every coil's slots and group; it names, it does not secure.
 * Source: G. Fowler, L. C. Noll, K.-P. Vo, FNV-1a with 32 bits (from memory).
 */
export function planKey(layout: WindingLayout): string {
  let hash = 0x811c9dc5;
  const words = layout.coils.map((c) => `${c.topSlot}-${c.bottomSlot}${c.phase}${c.sign}g${c.group}`).join();
  for (const ch of `${layout.slots}/${layout.poles}:${words}`) {
    hash ^= ch.codePointAt(0)!;
    hash = Math.imul(hash, 0x01000193) >>> 0;
  }
  return `${layout.slots}s ${layout.poles}p ${hash.toString(16).padStart(8, '0')}`;
}

/** The newest mark of every joint, by plan and joint; an undone one is as if it had never been made. */
function newestMarks(marks: readonly JointMark[]): JointMark[] {
  const newest = new Map<string, JointMark>();
  for (const mark of marks) newest.set(`${mark.plan} ${mark.joint}`, mark);
  return [...newest.values()].filter((m) => m.mark !== 'undone');
}

/** The marks that stand, of the joints of this plan, by joint number. */
export function standingMarks(
  plan: string,
  joints: readonly Joint<string>[],
  marks: readonly JointMark[],
): ReadonlyMap<number, JointMark> {
  const byJoint = new Map(newestMarks(marks).flatMap((m) => (m.plan === plan ? [[m.joint, m]] : [])));
  return new Map(
    joints.flatMap((joint) => {
      const mark = byJoint.get(jointKey(joint));
      return mark ? [[joint.number, mark]] : [];
    }),
  );
}

/** How many marks stand on joints that this list does not have: of another winding, or of another way of joining it. */
export function marksElsewhere(
  plan: string,
  joints: readonly Joint<string>[],
  marks: readonly JointMark[],
): number {
  const here = new Set(joints.map(jointKey));
  return newestMarks(marks).filter((m) => m.plan !== plan || !here.has(m.joint)).length;
}
