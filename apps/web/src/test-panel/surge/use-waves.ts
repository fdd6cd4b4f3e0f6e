/** Waves as the worker reads them; the newest question's answer is the one that counts. */
import type { SurgeWaves } from '@norther/core';
import type { WaveTimeUnit } from '@norther/records';
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

/** A file, or waves of the tester, read once. */
export async function readWavesOnce(
  from: { readonly csv: string; readonly time: string | undefined } | { readonly waves: SurgeWaves },
): Promise<WavesAnswer> {
  const worker = spawn();
  try {
    return await new Promise<WavesAnswer>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<WavesAnswer>) => resolve(data);
      worker.onerror = () => reject(new Error('The waves could not be read.'));
      const question: WavesQuestion =
        'csv' in from
          ? { id: 0, csv: from.csv, time: (from.time || undefined) as WaveTimeUnit | undefined }
          : { id: 0, waves: from.waves };
      worker.postMessage(question);
    });
  } finally {
    worker.terminate();
  }
}
