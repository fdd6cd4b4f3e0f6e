/**
 * Which readings still prove the winding as it is: a test proves the state at its time, a later change voids it.
 * Source: common practice, no source.
 */
import { measuredAfter, stationOf } from '../route/index.ts';
import { PROVES_CONNECTION, TEST_KINDS, type Stage, type TestKindId } from '../../test-kinds/index.ts';
import type { Visit } from './visit.ts';

export interface Voided {
  /** `too-early`: there was nothing to measure yet. `changed`: what it proved is not there any more. */
  readonly code: 'too-early' | 'changed';
  /** Why, in words that end a sentence. */
  readonly message: string;
}

/** @returns why the reading proves nothing of the winding as it is; null when it counts */
export function voidedBy(
  reading: { readonly kind: TestKindId; readonly stage: Stage; readonly order: number },
  visit: Pick<Visit, 'steps' | 'jointMarks' | 'windings' | 'route'>,
): Voided | null {
  const { body, leftToShop } = TEST_KINDS[reading.kind];
  for (const id of measuredAfter(visit.route, reading.kind, reading.stage)) {
    // A rotor that no station sends to this test is measured on its own, before it comes together or after.
    if (leftToShop && body === 'rotor' && stationOf(visit.route, id).body === 'motor') continue;
    const signed = visit.steps.find((s) => s.station === id)?.signedOrder ?? null;
    const title = `“${stationOf(visit.route, id).title}”`;
    if (signed === null)
      return { code: 'too-early', message: `${title} is not signed, so there is nothing to measure yet` };
    if (signed > reading.order)
      return { code: 'changed', message: `it was measured before ${title} was signed` };
  }
  if (!PROVES_CONNECTION.has(reading.stage)) return null;
  const mark = visit.jointMarks.findLast((m) => m.order > reading.order);
  if (mark) return { code: 'changed', message: `afterwards a joint was ${WORK[mark.mark]} by ${mark.by}` };
  const changed = visit.windings.find((w) => w.role !== 'as-wound' && w.planOrder > reading.order);
  return changed ? { code: 'changed', message: 'afterwards the plan became another winding' } : null;
}

const WORK = { made: 'made', wrong: 'found wrong', undone: 'opened' } as const;
