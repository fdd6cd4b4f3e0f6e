/** How far a search is, and how many windings lie within the limits. */
import type { Progress } from './use-search.ts';

export function HowFar({
  progress,
  running,
}: {
  readonly progress: Progress | null;
  readonly running: boolean;
}) {
  if (!progress)
    return <span className="text-graphite">{running ? 'Searching …' : 'Nothing searched yet'}</span>;
  return (
    <>
      <span role="status">
        <b className="fig text-[17px]">{progress.within.toLocaleString('en-GB')}</b> of{' '}
        <span className="fig">{progress.considered.toLocaleString('en-GB')}</span> within the limits
        {progress.done ? '' : running ? ' so far' : ', stopped'}
        <span className="text-graphite">
          {' '}
          in{' '}
          {progress.milliseconds < 950
            ? `${Math.round(progress.milliseconds)} ms`
            : `${(progress.milliseconds / 1000).toFixed(1)} s`}
        </span>
      </span>
      <span
        role="progressbar"
        aria-label="How far the search is"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round((100 * progress.considered) / Math.max(1, progress.total))}
        className="block h-2 w-32 border border-pencil"
      >
        <span
          className="block h-full bg-ink"
          style={{ width: `${(100 * progress.considered) / Math.max(1, progress.total)}%` }}
        />
      </span>
    </>
  );
}
