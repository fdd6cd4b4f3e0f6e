/** Findings in order of weight: mark, sentence, what it is concluded from. */
import type { Finding } from '@norther/core';
import { VerdictMark, type MarkKind } from './marks.tsx';

const MARK: Readonly<Record<Finding['severity'], MarkKind>> = { stop: 'stop', watch: 'watch', note: 'sound' };
const ORDER = { stop: 0, watch: 1, note: 2 };

export function FindingList({
  findings,
  onPick,
}: {
  readonly findings: readonly Finding[];
  /** Goes to the field to look at. */
  readonly onPick?: (field: string) => void;
}) {
  const sorted = findings.slice().sort((a, b) => ORDER[a.severity] - ORDER[b.severity]);
  return (
    <ul className="space-y-2.5">
      {sorted.map((f, i) => {
        const words = (
          <span className="min-w-0 text-left">
            <span className={`text-[14.5px] leading-snug ${f.severity === 'stop' ? 'font-[620]' : ''}`}>
              {f.message}
            </span>
            {f.because && <span className="block text-[13px] leading-snug text-graphite">{f.because}</span>}
          </span>
        );
        return (
          <li key={`${f.code}-${i}`}>
            {onPick && f.fields[0] ? (
              <button className="flex w-full gap-2.5" onClick={() => onPick(f.fields[0]!)} type="button">
                <VerdictMark verdict={MARK[f.severity]} size={18} />
                {words}
              </button>
            ) : (
              <span className="flex gap-2.5">
                <VerdictMark verdict={MARK[f.severity]} size={18} />
                {words}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
