/** Whether a card may be gone on with: what stops, what is to be taken next, what can wait. */
import type { CheckedCard } from '@norther/core';
import { VerdictMark } from '../kit/marks.tsx';

export function CardVerdict({ checked }: { readonly checked: CheckedCard }) {
  const stops = checked.findings.filter((f) => f.severity === 'stop').length;
  const next = checked.moments.find((m) => checked.missing.some((f) => f.moment === m.id));
  const ofNext = checked.missing.filter((f) => f.moment === next?.id);
  const later = checked.missing.length - ofNext.length;
  return (
    <div className="mb-2 flex items-center gap-3">
      <VerdictMark verdict={stops ? 'stop' : checked.missing.length ? 'to-come' : 'sound'} size={36} />
      <div className="leading-tight">
        <b className={`block text-[21px] ${stops ? 'text-carmine' : ''}`}>
          {stops
            ? 'Do not go on'
            : next
              ? `${ofNext.length} to take before ${next.name}`
              : 'Complete, nothing contradicts'}
        </b>
        <span className="text-[14px] text-graphite">
          {stops
            ? `${stops} to clear first`
            : ofNext
                .map((m) => m.label)
                .slice(0, 4)
                .join(', ') + (ofNext.length > 4 ? ' …' : '')}
        </span>
        {!stops && later > 0 && (
          <span className="block text-[14px] text-graphite">
            {checked.moments
              .filter((m) => m.id !== next?.id)
              .flatMap((m) => {
                const n = checked.missing.filter((f) => f.moment === m.id).length;
                return n > 0 ? [`${n} more before ${m.name}`] : [];
              })
              .join(', ')}
          </span>
        )}
      </div>
    </div>
  );
}
