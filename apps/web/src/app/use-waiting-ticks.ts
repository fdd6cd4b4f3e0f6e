/** Sends what an earlier page of this person ticked and could not send any more; the same write is never done twice. */
import { useEffect } from 'react';
import { tickAnswered, waitingTicks } from '../connection-bench/waiting-ticks.ts';
import { api, problemOf, useSessionQuery } from './api.ts';
import { isAway } from './base-query.ts';
import { said } from './sheet-state.ts';
import { useAppDispatch } from './store.ts';

export function useWaitingTicks() {
  const dispatch = useAppDispatch();
  const { data: session } = useSessionQuery();
  const person = session?.id;
  useEffect(() => {
    if (!person) return;
    const send = async () => {
      for (const tick of waitingTicks(localStorage, person)) {
        try {
          await dispatch(api.endpoints.markJoint.initiate(tick)).unwrap();
        } catch (error) {
          const problem = problemOf(error);
          // Kept for the next time, when the server is there.
          if (isAway(problem.status)) return;
          dispatch(said({ text: `A joint ticked earlier was not taken. ${problem.title}`, bad: true }));
        }
        tickAnswered(localStorage, person, tick.writeId);
      }
    };
    void send();
  }, [dispatch, person]);
}
