/** Which readings still prove the winding as it is: a test proves the state at its time, a later change voids it. */
import type { Stage, TestKindId } from '../electrical-tests/index.ts';
import { stationOf, type StationId } from '../route/index.ts';
import type { Visit } from './visit.ts';

interface Proof {
  /** Signed before the reading, or there is nothing to prove yet. */
  readonly after: readonly StationId[];
  /** Void when a joint is made, found wrong or opened afterwards, or the plan becomes another winding. */
  readonly ofConnection?: true;
}

/**
 * Source: common practice, no source. The walk is done while the connection is in hand, so it counts from the winding;
 * insulation and resistance before varnish are those of the finished connection.
 */
function proofOf(kind: TestKindId, stage: Stage): Proof {
  switch (stage) {
    case 'incoming':
      return { after: [] };
    case 'bare':
      return { after: ['strip'] };
    case 'before-varnish':
      return { after: kind === 'polarity' ? ['wind'] : ['wind', 'connect'], ofConnection: true };
    case 'varnished':
      return { after: ['varnish'] };
    case 'final':
      return { after: kind === 'balance' ? ['inspect'] : ['assemble'] };
  }
}

export interface Voided {
  /** `too-early`: there was nothing to measure yet. `changed`: what it proved is not there any more. */
  readonly code: 'too-early' | 'changed';
  /** Why, in words that end a sentence. */
  readonly message: string;
}

/** @returns why the reading proves nothing of the winding as it is; null when it counts */
export function voidedBy(
  reading: { readonly kind: TestKindId; readonly stage: Stage; readonly order: number },
  visit: Pick<Visit, 'steps' | 'jointMarks' | 'windings'>,
): Voided | null {
  const { after, ofConnection } = proofOf(reading.kind, reading.stage);
  for (const id of after) {
    const signed = visit.steps.find((s) => s.station === id)?.signedOrder ?? null;
    const title = `“${stationOf(id).title}”`;
    if (signed === null)
      return { code: 'too-early', message: `${title} is not signed, so there is nothing to measure yet` };
    if (signed > reading.order)
      return { code: 'changed', message: `it was measured before ${title} was signed` };
  }
  if (!ofConnection) return null;
  const mark = visit.jointMarks.findLast((m) => m.order > reading.order);
  if (mark) return { code: 'changed', message: `afterwards a joint was ${WORK[mark.mark]} by ${mark.by}` };
  const changed = visit.windings.find((w) => w.role !== 'as-wound' && w.planOrder > reading.order);
  return changed ? { code: 'changed', message: 'afterwards the plan became another winding' } : null;
}

const WORK = { made: 'made', wrong: 'found wrong', undone: 'opened' } as const;
