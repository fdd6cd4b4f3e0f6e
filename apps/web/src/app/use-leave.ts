/** Signing out: at the server first, then what this device kept of the person. */
import { useCallback } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { leaveOutbox } from '../offline/own-outbox.ts';
import { forgetRecords } from '../offline/register.ts';
import { api, problemOf, useSignOutMutation } from './api.ts';
import { showMessage } from './sheet-state.ts';
import { useAppDispatch } from './store.ts';

/** @returns signs out; `untouched` leads the next who signs in here back to the sheet that lay open */
export function useLeave(): (untouched?: boolean) => Promise<void> {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  const [signOut] = useSignOutMutation();
  return useCallback(
    async (untouched = false) => {
      try {
        await signOut().unwrap();
      } catch (error) {
        // Who cannot be signed out stays signed in, and is told. Another tab may have done it already.
        if (problemOf(error).status !== 401) {
          dispatch(showMessage({ text: `Not signed out. ${problemOf(error).title}`, bad: true }));
          return;
        }
      }
      leaveOutbox();
      await forgetRecords();
      await navigate('/sign-in', untouched ? { state: { from: pathname + search } } : {});
      dispatch(api.util.resetApiState());
    },
    [dispatch, navigate, pathname, search, signOut],
  );
}
