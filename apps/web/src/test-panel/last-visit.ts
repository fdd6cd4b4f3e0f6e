/** What the same test read when the machine was here before, for the dashed needles. */
import type { Stage, TestKindId } from '@norther/core';
import { usePastQuery } from '../trends/trends-api.ts';
import type { Earlier } from './scales-ahead.tsx';

export function useLastVisit(number: string, kind: TestKindId, stage: Stage): Earlier | null {
  const { currentData } = usePastQuery(number);
  const values = new Map<string, number>();
  let visit: string | null = null;
  for (const figure of currentData ?? []) {
    if (figure.kind !== kind || figure.stage !== stage) continue;
    const last = figure.readings.filter((r) => !r.sister && r.number !== number).at(-1);
    if (!last) continue;
    values.set(figure.id, last.value);
    visit = last.number;
  }
  return visit === null ? null : { values, label: `visit ${visit}` };
}
