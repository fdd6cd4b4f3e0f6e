/** Ticking joints at the speed of a hand: each tick shows at once and is sent in its turn; none is lost or turned round. */
import { jointKey, planKey, standingMarks, type JointMark, type WindingAnalysis } from '@norther/core';
import { useCallback, useMemo, useRef, useState } from 'react';
import { useMarkJointMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';

type Kind = JointMark['mark'];
const DONE: Readonly<Record<Kind, string>> = { made: 'is made', wrong: 'is wrong', undone: 'is open again' };

export function useTicks(file: MotorFile, { layout, connection }: WindingAnalysis, by: string) {
  const saved = useMemo(
    () => standingMarks(layout, connection, file.jointMarks),
    [layout, connection, file.jointMarks],
  );
  const [under, setUnder] = useState<ReadonlyMap<number, { readonly mark: Kind; readonly note: string }>>(
    new Map(),
  );
  const latest = useRef(under);
  const queue = useRef(Promise.resolve());
  const [send] = useMarkJointMutation();
  const act = useAct();
  const put = useCallback((next: ReadonlyMap<number, { readonly mark: Kind; readonly note: string }>) => {
    latest.current = next;
    setUnder(next);
  }, []);
  const marks = useMemo(() => {
    const shown = new Map(saved);
    for (const [number, { mark, note }] of under) {
      if (mark === 'undone') shown.delete(number);
      else
        shown.set(number, {
          plan: planKey(layout),
          joint: jointKey(connection.joints[number - 1]!),
          mark,
          note,
          at: new Date().toISOString(),
          by,
        });
    }
    return shown;
  }, [saved, under, layout, connection, by]);

  const tick = useCallback(
    (number: number, mark: Kind, note = '') => {
      put(new Map(latest.current).set(number, { mark, note }));
      const entry = { plan: planKey(layout), joint: jointKey(connection.joints[number - 1]!), mark, note };
      queue.current = queue.current.then(async () => {
        await act(
          unwrap(send({ writeId: crypto.randomUUID(), number: file.motor.number, entry })),
          `Joint ${number} ${DONE[mark]}.`,
        );
        // Answered: what the shop has is shown from now on, unless it was ticked again meanwhile.
        if (latest.current.get(number)?.mark === mark) {
          const rest = new Map(latest.current);
          rest.delete(number);
          put(rest);
        }
      });
    },
    [act, send, put, file.motor.number, layout, connection],
  );
  /** Made becomes open, and open made: by what is shown, with ticks that are still under way. */
  const toggle = useCallback(
    (number: number): Kind => {
      const now = latest.current.get(number)?.mark ?? saved.get(number)?.mark ?? 'undone';
      const next = now === 'undone' ? 'made' : 'undone';
      tick(number, next);
      return next;
    },
    [saved, tick],
  );
  return { marks, tick, toggle };
}
