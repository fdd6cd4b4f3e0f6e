/** A promise as it is made, held against the plan: what cannot be kept is said before it is given. */
import { keptBy, showMinutes } from '@norther/core';
import { showClock, showSoon } from '../kit/moments.ts';
import { VerdictMark } from '../kit/marks.tsx';
import { usePlan } from './use-plan.ts';

/** So sure a promise should be. */
const SURE = 0.9;

export default function PromiseCheck({
  promisedAt,
  number,
  kind,
  powerKw,
}: {
  /** ISO instant. */
  readonly promisedAt: string;
  /** The motor that it is promised of; null for one that comes now. */
  readonly number: string | null;
  readonly kind: string;
  readonly powerKw: number | null;
}) {
  const { result } = usePlan(number === null && powerKw !== null ? { kind, powerKw } : null);
  if (!result) return <p className="text-[13px] text-graphite">Held against the plan …</p>;
  const end = number === null ? keptBy(result.newMotor ?? [], SURE) : (result.ends.get(number) ?? null);
  if (end === null) return null;
  const at = new Date(result.now + end * 60_000);
  const days = Math.round((at.getTime() - result.now) / 86_400_000);
  const when = days < 1 ? showClock(at) : showSoon(at, days);
  const late = (at.getTime() - Date.parse(promisedAt)) / 60_000;
  return (
    <p className="mt-1 flex items-start gap-2 text-[14px] leading-snug" aria-live="polite">
      <VerdictMark verdict={late > 0 ? 'watch' : 'sound'} size={17} />
      {late > 0 ? (
        <span>
          <b>Earlier than the plan can keep</b>: ready {number === null ? 'nine times in ten by' : 'about'}{' '}
          <b className="fig">{when}</b>, {showMinutes(late)} later.
        </span>
      ) : (
        <span>
          The plan keeps it: ready {number === null ? 'nine times in ten by' : 'about'}{' '}
          <b className="fig">{when}</b>.
        </span>
      )}
    </p>
  );
}
