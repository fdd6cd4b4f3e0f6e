/** Ticks that the shop's record does not show yet: each stands in front of the record until its own mark is in it. */
import type { JointMark } from '@norther/core';

export type TickKind = JointMark['mark'];

export interface PendingTick {
  readonly mark: TickKind;
  readonly note: string;
  /** The id the shop answered with. Answered is not yet seen: the record is fetched anew a moment later. */
  readonly answered?: string;
}

export type PendingTicks = ReadonlyMap<number, PendingTick>;

/** Without the ticks whose own marks are in the record. */
export function unseen(pending: PendingTicks, recordIds: ReadonlySet<string>): PendingTicks {
  const rest = [...pending].filter(([, t]) => t.answered === undefined || !recordIds.has(t.answered));
  return rest.length === pending.size ? pending : new Map(rest);
}

/** Notes the answer to one tick, unless the joint was ticked again meanwhile; a refused tick is taken back. */
export function answer(
  pending: PendingTicks,
  number: number,
  tick: PendingTick,
  id: string | null,
): PendingTicks {
  if (pending.get(number) !== tick) return pending;
  const next = new Map(pending);
  if (id === null) next.delete(number);
  else next.set(number, { ...tick, answered: id });
  return next;
}

/** What a press turns the joint into: by what is shown, not by what the record says. */
export const turned = (shown: TickKind | undefined): TickKind =>
  (shown ?? 'undone') === 'undone' ? 'made' : 'undone';
