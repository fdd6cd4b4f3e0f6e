/** Takes over what the server says has changed, and asks for everything once it is back after it was away. */
import { useEffect } from 'react';
import type { LiveMessage } from '@norther/records';
import { api } from './api.ts';
import { heardAtFirst } from './base-query.ts';
import { LiveChanges } from './live-changes.ts';
import { serverAway } from './sheet-state.ts';
import { store, useAppDispatch, useAppSelector } from './store.ts';

const ASK_AGAIN = 2000;

export function useLive() {
  const dispatch = useAppDispatch();
  const away = useAppSelector((s) => s.sheet.away);
  useEffect(() => {
    let source: EventSource | null = null;
    let stopped = false;
    const live = new LiveChanges(heardAtFirst);
    const open = () => {
      if (stopped) return;
      source = new EventSource('/api/live');
      source.onmessage = (message: MessageEvent<string>) => {
        const heard = JSON.parse(message.data) as LiveMessage | { readonly alive: true };
        if ('changes' in heard) live.apply(heard, dispatch, () => store.getState());
      };
      source.onerror = () => {
        // Refused for good, such as after signing out, or by a server that is not ready: asked again later.
        if (source?.readyState !== EventSource.CLOSED) return;
        source.close();
        window.setTimeout(open, 5000);
      };
    };
    open();
    return () => {
      stopped = true;
      source?.close();
    };
  }, [dispatch]);
  useEffect(() => {
    if (!away) return;
    const timer = window.setInterval(() => {
      void fetch('/api/ready')
        .then((answer) => {
          if (!answer.ok) return;
          dispatch(serverAway(false));
          dispatch(api.util.invalidateTags(['Session', 'Floor', 'Motor', 'Shop', 'People']));
        })
        .catch(() => undefined);
    }, ASK_AGAIN);
    return () => clearInterval(timer);
  }, [away, dispatch]);
}
