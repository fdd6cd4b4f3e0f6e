/** A walk judged at once; what explains it comes from a worker, so that no tap waits for it. */
import {
  judgeWalk,
  type ConnectionList,
  type Phase,
  type WalkJudgement,
  type WalkReading,
  type WindingLayout,
} from '@norther/core';
import { wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { newestOnly } from './newest-only.ts';
import type { Walker } from './walk.worker.ts';

interface Walked {
  readonly layout: WindingLayout;
  readonly list: ConnectionList;
  readonly fed: Phase | 'all';
  readonly readings: readonly WalkReading[];
}

/** A worker that is made when it is first needed, and told of a plan once. */
function explainer(tell: (judged: WalkJudgement | null, walked: Walked) => void) {
  let worker: Worker | null = null;
  let remote: Remote<Walker> | null = null;
  let knows: Pick<Walked, 'layout' | 'list'> | null = null;
  const asker = newestOnly(async (walked: Walked) => {
    worker ??= new Worker(new URL('./walk.worker.ts', import.meta.url), { type: 'module' });
    remote ??= wrap<Walker>(worker);
    if (knows?.layout !== walked.layout || knows.list !== walked.list) {
      knows = walked;
      await remote.of(walked.layout, walked.list);
    }
    return remote.judge(walked.fed, walked.readings);
  }, tell);
  return {
    ...asker,
    end() {
      asker.forget();
      worker?.terminate();
      worker = remote = knows = null;
    },
  };
}

/** @returns `looking` while what explains a wrong walk is not found yet */
export function useWalkJudgement(
  layout: WindingLayout,
  list: ConnectionList,
  fed: Phase | 'all',
  readings: readonly WalkReading[],
): WalkJudgement & { readonly looking: boolean } {
  const [explained, setExplained] = useState<{ judged: WalkJudgement; walked: Walked } | null>(null);
  const [look] = useState(() => explainer((judged, walked) => judged && setExplained({ judged, walked })));
  const quick = useMemo(() => judgeWalk(layout, list, fed, readings, false), [layout, list, fed, readings]);
  const wrong = quick.state === 'wrong';
  useEffect(() => {
    if (wrong) look.ask({ layout, list, fed, readings });
    else look.forget();
  }, [look, wrong, layout, list, fed, readings]);
  useEffect(() => () => look.end(), [look]);
  return useMemo(() => {
    const of = explained?.walked;
    const found =
      wrong && of?.layout === layout && of.list === list && of.fed === fed && of.readings === readings;
    return found ? { ...explained!.judged, looking: false } : { ...quick, looking: wrong };
  }, [explained, quick, wrong, layout, list, fed, readings]);
}
