/** Ticking joints at the speed of a hand: each tick shows at once and is sent in its turn; none is lost or turned round. */
import { jointKey, standingMarks, type Plan } from '@norther/core';
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import type { MotorFile } from '../app/api.ts';
import { useTickOutbox } from '../app/tick-outbox-context.ts';
import { turned, unseen, type TickKind, type TickOutbox } from './tick-outbox.ts';

export function useTicks(
  file: MotorFile,
  { key: plan, joints }: Pick<Plan, 'key' | 'joints'>,
  person: { readonly name: string },
) {
  const outbox = useTickOutbox();
  const ticks = useSyncExternalStore(outbox.subscribe, outbox.list);
  const saved = useMemo(() => standingMarks(plan, joints, file.jointMarks), [plan, joints, file.jointMarks]);
  const inRecord = useMemo(() => new Set(file.jointMarks.map((m) => m.id)), [file.jointMarks]);
  useEffect(() => outbox.saw(inRecord), [outbox, inRecord]);
  const number = file.motor.number;
  /** The newest tick of each joint that the record does not show yet. */
  const pending = useCallback(
    (all: ReturnType<TickOutbox['list']>) =>
      new Map(
        unseen(all, inRecord)
          .filter((t) => t.number === number && t.entry.plan === plan)
          .map((t) => [t.entry.joint, { ...t.entry, at: t.at ?? '' }]),
      ),
    [inRecord, number, plan],
  );
  const marks = useMemo(() => {
    const shown = new Map(saved);
    const waiting = pending(ticks);
    for (const joint of joints) {
      const entry = waiting.get(jointKey(joint));
      if (entry?.mark === 'undone') shown.delete(joint.number);
      else if (entry)
        shown.set(joint.number, {
          ...entry,
          by: person.name,
        });
    }
    return shown;
  }, [saved, pending, ticks, joints, person.name]);

  const tick = useCallback(
    (joint: number, mark: TickKind, note = '') =>
      outbox.add({
        writeId: crypto.randomUUID(),
        at: new Date().toISOString(),
        number,
        jointNumber: joint,
        entry: { plan, joint: jointKey(joints[joint - 1]!), mark, note },
      }),
    [outbox, number, plan, joints],
  );
  /** Made becomes open, and open made: by what is shown, with ticks that are still under way. */
  const toggle = useCallback(
    (joint: number): TickKind => {
      const waiting = pending(outbox.list()).get(jointKey(joints[joint - 1]!));
      const next = turned(waiting?.mark ?? saved.get(joint)?.mark);
      tick(joint, next);
      return next;
    },
    [saved, pending, outbox, joints, tick],
  );
  const unsent = ticks.filter((t) => t.number === number && t.answered === undefined).length;
  return { marks, unsent, tick, toggle };
}
