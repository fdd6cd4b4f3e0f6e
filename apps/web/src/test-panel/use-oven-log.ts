/** An oven log as read in the worker; the newest question's answer is the one that counts. */
import type { LogAnswers } from '@norther/records';
import { useEffect, useRef, useState } from 'react';
import type { LogAnswer, LogQuestion } from './oven-log.worker.ts';

export function useOvenLog(csv: string | undefined, unit: string | undefined, time: string | undefined) {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<LogAnswer | null>(null);
  const [id, setId] = useState(0);
  useEffect(() => () => worker.current?.terminate(), []);
  useEffect(() => {
    const next = ++asked.current;
    setId(next);
    if (csv === undefined) return;
    worker.current ??= new Worker(new URL('./oven-log.worker.ts', import.meta.url), { type: 'module' });
    worker.current.onmessage = ({ data }: MessageEvent<LogAnswer>) => setAnswer(data);
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
