/** An oven log as read in the worker; the newest question's answer is the one that counts. */
import type { LogAnswers } from '@norther/records';
import { useEffect, useRef, useState } from 'react';
import type { LogAnswer, LogQuestion } from './oven-log.worker.ts';

export function useOvenLog(csv: string | undefined, unit: string | undefined, time: string | undefined) {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<Extract<LogAnswer, { log: unknown }> | null>(null);
  const [id, setId] = useState(0);
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    const next = ++asked.current;
    setId(next);
    if (csv === undefined) return;
    worker.current ??= new Worker(new URL('./oven-log.worker.ts', import.meta.url), { type: 'module' });
    worker.current.onmessage = ({ data }: MessageEvent<LogAnswer>) => {
      if ('log' in data) setAnswer(data);
    };
    worker.current.postMessage({
      id: next,
      csv,
      answers: {
        unit: (unit || undefined) as LogAnswers['unit'],
        time: (time || undefined) as LogAnswers['time'],
      },
    } satisfies LogQuestion);
  }, [csv, unit, time]);
  const here = csv !== undefined && answer?.id === id;
  return { log: here ? answer.log : null, reading: csv !== undefined && !here };
}

/** A file that is longer is read in a worker, and only what was read comes back [bytes]. */
const LONG = 500_000;

/** The fields that a file fills: its text, or of a long one a short table that reads as the same. */
export async function fieldsOfFile(file: File): Promise<Record<string, string>> {
  if (file.size <= LONG) return { log: await file.text(), logNotes: '' };
  const worker = new Worker(new URL('./oven-log.worker.ts', import.meta.url), { type: 'module' });
  try {
    const { text, notes } = await new Promise<Extract<LogAnswer, { text: string }>>((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<LogAnswer>) => 'text' in data && resolve(data);
      worker.onerror = () => reject(new Error(`${file.name} could not be read.`));
      worker.postMessage({ id: 0, file } satisfies LogQuestion);
    });
    return { log: text, logNotes: notes };
  } finally {
    worker.terminate();
  }
}
