/** A device that nobody touches is signed out, so that the next hand does not sign with another's name. */
import { useIdleTimer } from 'react-idle-timer';
import { useLeave } from './use-leave.ts';

export function IdleSignOut({ minutes }: { readonly minutes: number }) {
  const leave = useLeave();
  // Tabs of one device count as one: work in any of them keeps all signed in.
  const timer = useIdleTimer({
    timeout: minutes * 60_000,
    crossTab: true,
    throttle: 500,
    onIdle: () => {
      void leave(true);
      // Without a network nobody can be signed out: it is tried again after as long.
      timer.start();
    },
  });
  return null;
}
