/** Fetches again what the server says has changed. */
import { useEffect } from 'react';
import { api } from './api.ts';
import { useAppDispatch } from './store.ts';

export function useLive() {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const source = new EventSource('/api/live');
    let timer: number | undefined;
    source.onmessage = (message: MessageEvent<string>) => {
      if ((JSON.parse(message.data) as { alive?: boolean }).alive) return;
      // Several events of one write arrive together: one refresh serves them.
      clearTimeout(timer);
      timer = window.setTimeout(() => dispatch(api.util.invalidateTags(['Floor', 'Motor'])), 120);
    };
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [dispatch]);
}
