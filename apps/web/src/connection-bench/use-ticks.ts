/** Ticking joints at the speed of a hand: each tick shows at once and is sent in its turn; none is lost or turned round. */
import { jointKey, planKey, standingMarks, type WindingAnalysis } from '@norther/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useMarkJointMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import {
  answer,
  turned,
  unseen,
  type PendingTick,
  type PendingTicks,
  type TickKind,
} from './pending-ticks.ts';
import { tickAnswered, tickWaits } from './waiting-ticks.ts';

const DONE: Readonly<Record<TickKind, string>> = {
  made: 'is made',
  wrong: 'is wrong',
  undone: 'is open again',
};

export function useTicks(
  file: MotorFile,
  { layout, connection }: WindingAnalysis,
  person: { readonly id: string; readonly name: string },
) {
  const saved = useMemo(
    () => standingMarks(layout, connection, file.jointMarks),
    [layout, connection, file.jointMarks],
  );
  const inRecord = useMemo(() => new Set(file.jointMarks.map((m) => m.id)), [file.jointMarks]);
  const [pending, setPending] = useState<PendingTicks>(new Map());
  const latest = useRef(pending);
  const queue = useRef(Promise.resolve());
  const [send] = useMarkJointMutation();
  const act = useAct();
  const put = useCallback((next: PendingTicks) => {
    latest.current = next;
    setPending(next);
  }, []);
  useEffect(() => put(unseen(latest.current, inRecord)), [put, inRecord]);
  const marks = useMemo(() => {
    const shown = new Map(saved);
    for (const [number, { mark, note }] of unseen(pending, inRecord)) {
      if (mark === 'undone') shown.delete(number);
      else
        shown.set(number, {
          plan: planKey(layout),
          joint: jointKey(connection.joints[number - 1]!),
          mark,
          note,
          at: new Date().toISOString(),
          by: person.name,
        });
    }
    return shown;
  }, [saved, pending, inRecord, layout, connection, person.name]);

  const tick = useCallback(
    (number: number, mark: TickKind, note = '') => {
      const pressed: PendingTick = { mark, note };
      put(new Map(latest.current).set(number, pressed));
      const entry = { plan: planKey(layout), joint: jointKey(connection.joints[number - 1]!), mark, note };
      const waiting = { writeId: crypto.randomUUID(), number: file.motor.number, entry };
      tickWaits(localStorage, person.id, waiting);
      queue.current = queue.current.then(async () => {
        let id: string | null = null;
        await act(
          unwrap(send(waiting)).then((record) => (id = record.id)),
          `Joint ${number} ${DONE[mark]}.`,
        );
        tickAnswered(localStorage, person.id, waiting.writeId);
        put(answer(latest.current, number, pressed, id));
      });
    },
    [act, send, put, person.id, file.motor.number, layout, connection],
  );
  /** Made becomes open, and open made: by what is shown, with ticks that are still under way. */
  const toggle = useCallback(
    (number: number): TickKind => {
      const next = turned(
        unseen(latest.current, inRecord).get(number)?.mark ?? saved.get(number)?.mark ?? 'undone',
      );
      tick(number, next);
      return next;
    },
    [saved, inRecord, tick],
  );
  return { marks, tick, toggle };
}
