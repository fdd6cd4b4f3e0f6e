/** A direct current from one lead to another: which groups it passes, which way, and what a bridge would read. */
import { showShort, type Traced, type WindingAnalysis } from '@norther/core';
import { Choice } from '../kit/choice.tsx';
import { useEffect } from 'react';

export function TracePanel({
  analysis,
  feed,
  onFeed,
  traced,
}: {
  readonly analysis: WindingAnalysis;
  readonly feed: readonly [string, string] | null;
  readonly onFeed: (feed: readonly [string, string]) => void;
  readonly traced: Traced | null;
}) {
  const { layout, connection, figures } = analysis;
  const leads = connection.joints.flatMap((j) => (j.lead ? [j.lead] : []));
  const ends = [...leads, ...(connection.endsAtStar ? ['star'] : [])];
  useEffect(() => {
    if (!feed) onFeed([leads[0]!, leads[1]!]);
  });
  const coils = layout.coils.length / 3;
  const parallel = analysis.winding.circuits;
  // One coil's share of the phase: n coils in a circuits of n / a each.
  const ohmsPerCoil = figures.phaseResistance20
    ? (figures.phaseResistance20.value * parallel ** 2) / coils
    : null;
  const chosen = feed ?? [leads[0]!, leads[1]!];
  const pick = (k: 0 | 1, label: string) => (
    <label className="min-w-0 flex-1 text-[13px] text-graphite">
      {label}
      <Choice
        name={k === 0 ? 'traceInto' : 'traceOut'}
        value={chosen[k]}
        options={ends.map((e) => ({ value: e, label: e === 'star' ? 'star point' : e }))}
        onChoose={(e) => onFeed(k === 0 ? [e, chosen[1]] : [chosen[0], e])}
        className="fig h-9 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[16px] text-ink max-xl:h-12"
      />
    </label>
  );
  return (
    <section aria-label="Trace">
      <div className="flex gap-3">
        {pick(0, 'current in at')}
        {pick(1, 'out at')}
      </div>
      {traced && (
        <>
          <p className="mt-2 text-[15px]" role="status">
            {traced.live.length === 0
              ? 'Nothing joins these two: no current flows.'
              : `${traced.live.length} of ${layout.groups.length} groups carry current.`}
          </p>
          {traced.live.length > 0 && (
            <>
              <p className="text-[14px]">
                As <b className="fig">{showShort(traced.resistanceCoils, 4)}</b> coils in series
                {ohmsPerCoil !== null && (
                  <>
                    , <b className="fig">{showShort(traced.resistanceCoils * ohmsPerCoil, 4)} Ω</b> at 20 °C
                  </>
                )}
                .
              </p>
              <table className="mt-2 w-full text-[14px]">
                <thead>
                  <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
                    <th className="font-medium">group</th>
                    <th className="font-medium">enters at</th>
                    <th className="text-right font-medium">share</th>
                    <th className="text-right font-medium">shows</th>
                  </tr>
                </thead>
                <tbody className="fig">
                  {traced.live.map((n) => {
                    const i = traced.current[n - 1]!;
                    return (
                      <tr key={n} className="border-b border-grid">
                        <td>{layout.groups[n - 1]!.name}</td>
                        <td>{i > 0 ? 's, start' : 'f, finish'}</td>
                        <td className="text-right">{Math.abs(i).toFixed(3)}</td>
                        <td className="text-right font-bold">{i > 0 ? 'N' : 'S'}</td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </>
          )}
        </>
      )}
    </section>
  );
}
