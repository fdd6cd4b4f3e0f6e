/** A search in the worker: start, stop, how far it is. */
import type { SearchSpace, SearchState } from '@norther/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { FromWorker, ToWorker } from './search.worker.ts';

export interface Progress extends SearchState {
  readonly milliseconds: number;
}

export function useSearch() {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [running, setRunning] = useState(false);
  useEffect(() => () => worker.current?.terminate(), []);
  const start = useCallback((space: SearchSpace) => {
    if (!worker.current) {
      worker.current = new Worker(new URL('./search.worker.ts', import.meta.url), { type: 'module' });
      worker.current.onmessage = ({ data }: MessageEvent<FromWorker>) => {
        setProgress({ ...data.state, milliseconds: data.milliseconds });
        if (data.state.done) setRunning(false);
      };
    }
    setProgress(null);
    setRunning(true);
    worker.current.postMessage({ start: space } satisfies ToWorker);
  }, []);
  const cancel = useCallback(() => {
    worker.current?.postMessage({ cancel: true } satisfies ToWorker);
    setRunning(false);
  }, []);
  return { progress, running, start, cancel };
}
