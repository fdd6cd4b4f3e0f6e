/** Fetches again what the server says has changed, and everything once it is back after it was away. */
import { useEffect } from 'react';
import { api } from './api.ts';
import { serverAway } from './sheet-state.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

const ASK_AGAIN = 2000;

export function useLive() {
  const dispatch = useAppDispatch();
  const away = useAppSelector((s) => s.sheet.away);
  useEffect(() => {
    let timer: number | undefined;
    let source: EventSource | null = null;
    let stopped = false;
    const changed = () => {
      // Several events of one write arrive together: one refresh serves them.
      clearTimeout(timer);
      timer = window.setTimeout(() => dispatch(api.util.invalidateTags(['Floor', 'Motor'])), 120);
    };
    const open = () => {
      if (stopped) return;
      source = new EventSource('/api/live');
      source.onmessage = (message: MessageEvent<string>) => {
        if (!(JSON.parse(message.data) as { alive?: boolean }).alive) changed();
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
      clearTimeout(timer);
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
