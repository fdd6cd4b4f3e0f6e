/** Runs a write and tells on the sheet how it went. */
import { useCallback } from 'react';
import { problemOf, type ProblemBody } from './api.ts';
import { showMessage } from './sheet-state.ts';
import { useAppDispatch } from './store.ts';

export function useAct() {
  const dispatch = useAppDispatch();
  return useCallback(
    async (call: Promise<unknown>, done: string): Promise<ProblemBody | null> => {
      try {
        await call;
        dispatch(showMessage({ text: done }));
        return null;
      } catch (error) {
        const problem = problemOf(error);
        dispatch(showMessage({ text: problem.title, bad: problem.waits !== true }));
        return problem;
      }
    },
    [dispatch],
  );
}

/** RTK Query's unwrap, for calls that must throw. */
export const unwrap = <T>(call: { unwrap: () => Promise<T> }): Promise<T> => call.unwrap();
