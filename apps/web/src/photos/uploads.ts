/** The one queue of this tab: turning to another sheet does not stop what is being sent. */
import { useEffect, useSyncExternalStore } from 'react';
import { problemOf } from '../app/api.ts';
import { store } from '../app/store.ts';
import { photosApi } from './photos-api.ts';
import { UploadQueue } from './upload-queue.ts';

export const uploads = new UploadQueue(async ({ writeId, number, place, file }) => {
  const sent = store.dispatch(
    photosApi.endpoints.addAttachment.initiate({ writeId, number, place, file }, { track: false }),
  );
  try {
    await sent.unwrap();
    return null;
  } catch (error) {
    return problemOf(error);
  }
});

/** What is on its way to one place of a motor. */
export function useUploads(number: string, place: string | null) {
  const all = useSyncExternalStore(uploads.subscribe, uploads.all);
  const unsent = all.some((u) => u.state.kind !== 'refused');
  useEffect(() => {
    if (!unsent) return;
    // The browser asks before the tab is closed over them.
    const ask = (e: BeforeUnloadEvent) => e.preventDefault();
    const back = () => uploads.again();
    window.addEventListener('beforeunload', ask);
    window.addEventListener('online', back);
    return () => {
      window.removeEventListener('beforeunload', ask);
      window.removeEventListener('online', back);
    };
  }, [unsent]);
  return all.filter((u) => u.number === number && (place === null || u.place === place));
}
