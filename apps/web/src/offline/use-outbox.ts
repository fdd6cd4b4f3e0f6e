/** The outbox of who is here: sent again when the network is back, and seen on every sheet. */
import { useEffect, useSyncExternalStore } from 'react';
import { api } from '../app/api.ts';
import { draftDropped } from '../app/drafts.ts';
import { store, useAppSelector } from '../app/store.ts';
import type { Waiting } from './outbox.ts';
import { outboxOf } from './own-outbox.ts';

const AGAIN = 5000;

function arrived(entry: Waiting) {
  const { drafts } = store.getState();
  // What was typed since has another id, and stays.
  for (const [form, draft] of Object.entries(drafts))
    if (draft.writeId === entry.writeId) store.dispatch(draftDropped(form));
  store.dispatch(api.util.invalidateTags([{ type: 'Motor', id: entry.motor }, 'Floor', 'Plan']));
}

export function useOutbox(person: string) {
  const outbox = outboxOf(person, arrived);
  const entries = useSyncExternalStore(outbox.subscribe, outbox.entries);
  const away = useAppSelector((s) => s.sheet.away);
  const waits = entries.some((w) => !w.refused);
  useEffect(() => {
    if (!waits) return;
    if (!away) void outbox.resume();
    const again = () => void outbox.resume();
    const timer = setInterval(again, AGAIN);
    window.addEventListener('online', again);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
    };
  }, [outbox, waits, away]);
  return { outbox, entries };
}
