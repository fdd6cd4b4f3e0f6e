/** What the first sheet will show is asked for while its script is still on the way. */
import { api } from './api.ts';
import type { AppDispatch } from './store.ts';

/** @param path of the page that was opened */
export function askEarly(dispatch: AppDispatch, path: string) {
  dispatch(api.util.prefetch('session', undefined, {}));
  const number = /^\/motor\/([^/]+)/.exec(path)?.[1];
  if (path === '/') {
    dispatch(api.util.prefetch('floor', undefined, {}));
    dispatch(api.util.prefetch('routes', undefined, {}));
  } else if (number) dispatch(api.util.prefetch('motor', decodeURIComponent(number), {}));
}
