/** Fits on the test panel: the field of tolerance of every seat against its nominal size, with what was measured. */
import { fitsOf, type MeasuredFit } from '@norther/core';
import { XyChart } from '../../kit/xy-chart.tsx';
import { valuesOf } from '../values-of.ts';
import type { TestViewProps } from '../views.ts';

export function FitsAbove(props: TestViewProps) {
  const fits = fitsOf(valuesOf('shaft-fits', props) as Parameters<typeof fitsOf>[0]);
  if (fits.length === 0) return null;
  const all = fits.flatMap((f) => [f.lowerUm, f.upperUm, f.offUm ?? 0]);
  const [least, most] = [Math.min(0, ...all), Math.max(0, ...all)];
  const room = 0.2 * Math.max(10, most - least);
  return (
    <section aria-label="Fits" className="mb-3">
      <XyChart
        label="Limits of size and what was measured"
        x={{ from: 0, to: fits.length, unit: '', ticks: 0 }}
        y={{ from: least - room, to: most + room, unit: 'µm off nominal', ticks: 5 }}
        height={210}
      >
        {(x, y) => (
          <>
            <path d={`M${x(0)} ${y(0)}H${x(fits.length)}`} stroke="var(--ink)" strokeWidth="1.5" />
            {fits.map((f, i) => (
              <Field key={f.place} fit={f} left={x(i + 0.18)} right={x(i + 0.62)} y={y} />
            ))}
            {fits.map((f, i) => (
              <text
                key={f.place}
                x={x(i + 0.4)}
                y={y(least - room) + 18}
                fontSize="12"
                textAnchor="middle"
                fill="var(--ink)"
              >
                {f.name}
              </text>
            ))}
          </>
        )}
      </XyChart>
      <p className="text-[13px] text-graphite">
        Box: where the fit has it. Needle: measured. The line at 0 is the nominal size.
      </p>
    </section>
  );
}

function Field({
  fit: f,
  left,
  right,
  y,
}: {
  readonly fit: MeasuredFit;
  readonly left: number;
  readonly right: number;
  readonly y: (um: number) => number;
}) {
  const out = f.offUm !== null && (f.offUm < f.lowerUm || f.offUm > f.upperUm);
  return (
    <g>
      <rect
        x={left}
        y={y(f.upperUm)}
        width={right - left}
        height={Math.max(1, y(f.lowerUm) - y(f.upperUm))}
        fill="var(--wash)"
        stroke="var(--ink)"
      />
      <text
        x={(left + right) / 2}
        y={y(f.upperUm) - 5}
        fontSize="13"
        fontWeight="650"
        textAnchor="middle"
        className="font-fig"
        fill="var(--ink)"
      >
        {f.nominalMm} {f.tolerance}
      </text>
      {f.offUm !== null && (
        <>
          <path
            d={`M${left - 6} ${y(f.offUm)}H${right + 6}`}
            stroke={out ? 'var(--carmine)' : 'var(--copper)'}
            strokeWidth="3"
          />
          <text
            x={right + 10}
            y={y(f.offUm) + 5}
            fontSize="14"
            className="font-fig"
            fill={out ? 'var(--carmine)' : 'var(--copper)'}
            fontWeight="650"
          >
            {f.offUm < 0 ? '−' : '+'}
            {Math.abs(f.offUm)}
          </text>
        </>
      )}
    </g>
  );
}
