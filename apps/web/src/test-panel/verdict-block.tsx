/** What a reading is judged: the verdict, why, what was assumed, and what to do next. */
import type { Judgement } from '@norther/core';
import { VerdictMark } from '../kit/marks.tsx';

const ORDER = { stop: 'Stop', watch: 'Watch', sound: 'Sound' } as const;

export function VerdictBlock({ judgement }: { judgement: Judgement }) {
  const bad = judgement.verdict === 'stop';
  return (
    <section aria-label="Verdict">
      <div className="flex items-center gap-4 border-b-2 border-ink pb-3">
        <VerdictMark verdict={judgement.verdict} size={56} />
        <b className={`text-[36px] leading-none ${bad ? 'text-carmine' : ''}`}>{ORDER[judgement.verdict]}</b>
      </div>
      <ol className="mt-3 space-y-2 text-[16px] leading-snug">
        {judgement.reasons.slice(0, 4).map((r, i) => (
          <li key={r} className="flex gap-3">
            <span className="fig text-graphite">{i + 1}</span>
            {r}
          </li>
        ))}
      </ol>
      {judgement.assumed && judgement.assumed.length > 0 && (
        <p className="mt-3 text-[14px] text-graphite">
          <b>Assumed</b>, since nobody typed it: {judgement.assumed.join('; ')}.
        </p>
      )}
      <div className="mt-4 border-l-[3px] border-copper pl-3">
        <b className="block text-[15px]">Next</b>
        <p className="text-[16px] leading-snug">{judgement.next}</p>
      </div>
    </section>
  );
}
