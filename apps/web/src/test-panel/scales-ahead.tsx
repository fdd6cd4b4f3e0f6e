/** The scales of a test before it is measured: its limits, what the plan expects, what was read at the stage and the visit before. */
import { showShort, type ScaleAhead } from '@norther/core';
import { LimitScale } from '../kit/limit-scale.tsx';

/** What was read of the same figures at an earlier stage. */
export interface Earlier {
  readonly values: ReadonlyMap<string, number>;
  readonly label: string;
}

export function ScalesAhead({
  scales,
  earlier,
  lastVisit,
}: {
  readonly scales: readonly ScaleAhead[];
  readonly earlier: Earlier | null;
  readonly lastVisit: Earlier | null;
}) {
  const expected = scales.some((s) => s.expected !== null);
  return (
    <section className="mt-4" aria-label="Limits, before it is measured">
      <div className="mb-1 flex items-baseline justify-between border-b-2 border-ink">
        <h2 className="text-[17px]">Before it is measured</h2>
        <span className="text-[13px] text-graphite">
          {earlier
            ? `open needle: ${earlier.label}`
            : expected
              ? 'open needle: what is expected'
              : 'the limits it will be held against'}
          {lastVisit && `; dashed: ${lastVisit.label}`}
        </span>
      </div>
      {scales.map(({ figure, scale, expected: value }) => {
        const read = earlier?.values.get(figure.id) ?? null;
        const past = lastVisit?.values.get(figure.id) ?? null;
        return (
          <div key={figure.id} className="border-b border-grid py-2">
            <b className="text-[15px] text-graphite">{figure.name}</b>
            <div className="flex flex-wrap items-center gap-x-4">
              <span className="min-w-[150px] text-[14px] text-graphite">
                {read !== null ? (
                  <>
                    {earlier!.label} <Value value={read} unit={figure.unit} />
                  </>
                ) : value !== null ? (
                  <>
                    expected <Value value={value} unit={figure.unit} />
                  </>
                ) : (
                  past === null && 'to come'
                )}
                {past !== null && (
                  <span className="block">
                    {lastVisit!.label} <Value value={past} unit={figure.unit} />
                  </span>
                )}
              </span>
              <LimitScale scale={scale} value={null} before={read ?? value} past={past} width={300} />
            </div>
            <p className="text-[13px] text-graphite">Limit: {scale.source}.</p>
          </div>
        );
      })}
    </section>
  );
}

function Value({ value, unit }: { readonly value: number; readonly unit: string }) {
  return (
    <span className="fig text-[17px] text-ink">
      {showShort(Math.abs(value) < 1e-4 ? 0 : value, 3).replace('-', '−')}
      {unit && <span className="text-[13px] text-graphite"> {unit}</span>}
    </span>
  );
}
