/** The service worker: registered once the sheet is there, and emptied of records when a person leaves. */
import { RECORDS_CACHE } from './names.ts';

/** The first sight of a sheet is not shared with what is kept for later [ms]. */
const LATER = 2500;

export function registerServiceWorker(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  window.addEventListener('load', () => {
    setTimeout(() => {
      navigator.serviceWorker
        .register('/service-worker.js', { type: 'module' })
        // Without it everything works as long as there is a network.
        .catch(() => undefined);
    }, LATER);
  });
}

/** What the last person saw is not left to the next one. */
export async function forgetRecords(): Promise<void> {
  if ('caches' in window) await caches.delete(RECORDS_CACHE).catch(() => false);
}
