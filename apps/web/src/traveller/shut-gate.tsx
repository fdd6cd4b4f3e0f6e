/** A gate that is shut before this step: why, where to mend it, and the lead's way past it. */
import type { GateState } from '@norther/core';
import { Link } from 'react-router';
import { FindingList } from '../kit/finding-list.tsx';
import { Key } from '../kit/key.tsx';
import { VerdictMark } from '../kit/marks.tsx';

/** More would push the record off the sheet; the motor's own sheet has them all. */
const MOST = 8;

export function ShutGate({
  number,
  gate,
  ofTheCard,
  onPass,
}: {
  readonly number: string;
  readonly gate: GateState;
  /** It asks the data card, not a test. */
  readonly ofTheCard: boolean;
  /** Null for who may not pass it. */
  readonly onPass: (() => void) | null;
}) {
  return (
    <section className="mb-3 border-2 border-carmine p-3">
      <h3 className="mb-2 flex items-center gap-2 text-[19px] text-carmine">
        <VerdictMark verdict="stop" /> {gate.title} is shut
      </h3>
      <FindingList findings={gate.findings.filter((f) => f.severity === 'stop').slice(0, MOST)} />
      <div className="mt-3 flex flex-wrap gap-3">
        <Link
          className="inline-flex min-h-12 items-center border-[1.5px] border-ink px-4 font-[650]"
          to={`/motor/${encodeURIComponent(number)}/${ofTheCard ? 'card' : 'tests'}`}
        >
          {ofTheCard ? 'To the data card' : 'To the tests'}
        </Link>
        {onPass && (
          <Key className="min-h-12" onClick={onPass}>
            Pass, with reason
          </Key>
        )}
      </div>
    </section>
  );
}
