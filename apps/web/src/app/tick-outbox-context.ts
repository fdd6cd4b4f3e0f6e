/** The one outbox of ticks that all sheets of a signed-in person share. */
import { createContext, useContext, useEffect, useMemo } from 'react';
import { TickOutbox, type Sent } from '../connection-bench/tick-outbox.ts';
import { KeptTicks } from '../connection-bench/waiting-ticks.ts';
import { api, problemOf } from './api.ts';
import { showMessage } from './sheet-state.ts';
import { useAppDispatch, useAppSelector } from './store.ts';
import { settles } from './write-ids.ts';

export const TickOutboxContext = createContext<TickOutbox | null>(null);

export function useTickOutbox(): TickOutbox {
  const outbox = useContext(TickOutboxContext);
  if (!outbox) throw new Error('Ticks are made on the sheets of the shop only.');
  return outbox;
}

const DONE = { made: 'is made', wrong: 'is wrong', undone: 'is open again' } as const;
const ASK_AGAIN = 3000;

/** Sends what an earlier page of this person could not send any more, too, and goes on when the server is back. */
export function useOwnTickOutbox(person: string): TickOutbox {
  const dispatch = useAppDispatch();
  const away = useAppSelector((s) => s.sheet.away);
  const outbox = useMemo(
    () =>
      new TickOutbox(new KeptTicks(localStorage, person), async (tick): Promise<Sent> => {
        try {
          const { id } = await dispatch(api.endpoints.markJoint.initiate(tick)).unwrap();
          dispatch(showMessage({ text: `Joint ${tick.jointNumber} ${DONE[tick.entry.mark]}.` }));
          return { id };
        } catch (error) {
          const problem = problemOf(error);
          if (!settles(problem.status) || problem.status === 0 || problem.status === 401) return 'later';
          dispatch(
            showMessage({
              text: `Joint ${tick.jointNumber} of motor ${tick.number} was not taken. ${problem.title}`,
              bad: true,
            }),
          );
          return 'refused';
        }
      }),
    [dispatch, person],
  );
  useEffect(() => {
    if (away) return;
    void outbox.resume();
    // An answer that was lost without the server being away, such as "too many at once".
    const timer = setInterval(() => void outbox.resume(), ASK_AGAIN);
    return () => clearInterval(timer);
  }, [away, outbox]);
  return outbox;
}
