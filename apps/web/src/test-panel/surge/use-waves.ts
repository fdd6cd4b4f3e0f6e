/** Waves as the worker reads them; the newest question's answer is the one that counts. */
import type { SurgeWaves } from '@norther/core';
import { useEffect, useRef, useState } from 'react';
import type { WavesAnswer, WavesQuestion } from './waves.worker.ts';

const spawn = () => new Worker(new URL('./waves.worker.ts', import.meta.url), { type: 'module' });

/** @returns what they say; null while that is not known */
export function useAnalysedWaves(waves: SurgeWaves | null): WavesAnswer['read'] {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<WavesAnswer | null>(null);
  const [id, setId] = useState(0);
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    const next = ++asked.current;
    setId(next);
    if (!waves) return;
    worker.current ??= spawn();
    worker.current.onmessage = ({ data }: MessageEvent<WavesAnswer>) => setAnswer(data);
    worker.current.postMessage({ id: next, waves } satisfies WavesQuestion);
  }, [waves]);
  return waves && answer?.id === id ? answer.read : null;
}

/** A file read once. */
export async function readWavesFile(csv: string, time: string | undefined): Promise<WavesAnswer> {
  const worker = spawn();
  try {
    return await new Promise<WavesAnswer>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<WavesAnswer>) => resolve(data);
      worker.onerror = () => reject(new Error('The file could not be read.'));
      worker.postMessage({ id: 0, csv, time: (time || undefined) as never } satisfies WavesQuestion);
    });
  } finally {
    worker.terminate();
  }
}
