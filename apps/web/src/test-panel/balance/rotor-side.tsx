/** The rotor from the side, to scale along its shaft: bearings, planes, centre of gravity. */
import type { BalanceReading } from '@norther/core';
import { extent, scaleLinear } from 'd3';
import { useWidth } from '../../kit/use-width.ts';

const HEIGHT = 128;

export function RotorSide({ r }: { readonly r: BalanceReading }) {
  const [ref, width] = useWidth<HTMLDivElement>(540);
  const { bearingSpan: span, centreFromDrive: centre, planeAAt: a, planeBAt: b } = r;
  if (span === undefined || centre === undefined) return <div ref={ref} />;
  const places = [0, span, centre, a, b].filter((p) => p !== undefined);
  const [low, high] = extent(places) as [number, number];
  const x = scaleLinear([low - 0.12 * (high - low), high + 0.12 * (high - low)], [8, width - 8]);
  const middle = 52;
  const body = [a ?? low, b ?? high].sort((p, q) => p - q) as [number, number];
  const marks = [
    { at: 0, name: 'bearing, drive end' },
    ...(a === undefined ? [] : [{ at: a, name: 'A' }]),
    { at: centre, name: '' },
    ...(b === undefined ? [] : [{ at: b, name: 'B' }]),
    { at: span, name: 'bearing' },
  ].sort((p, q) => p.at - q.at);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label="Rotor from the side, to scale"
        className="block"
      >
        <path d={`M8 ${middle}H${width - 8}`} stroke="var(--hair)" strokeDasharray="10 3 2 3" />
        <rect
          x={x.range()[0]}
          y={middle - 9}
          width={width - 16}
          height="18"
          fill="none"
          stroke="var(--ink)"
        />
        {b !== undefined && a !== undefined && (
          <rect
            x={x(body[0])}
            y={middle - 34}
            width={Math.max(2, x(body[1]) - x(body[0]))}
            height="68"
            fill="var(--tint)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        )}
        {[0, span].map((p) => (
          <g key={p}>
            <rect
              x={x(p) - 9}
              y={middle - 20}
              width="18"
              height="40"
              fill="var(--paper)"
              stroke="var(--ink)"
            />
            <path
              d={`M${x(p) - 9} ${middle - 20}l18 40M${x(p) + 9} ${middle - 20}l-18 40`}
              stroke="var(--ink)"
            />
          </g>
        ))}
        {[
          ['A', a],
          ['B', b],
        ].map(([name, p]) =>
          typeof p === 'number' ? (
            <g key={name as string}>
              <path
                d={`M${x(p)} ${middle - 40}V${middle + 40}`}
                stroke="var(--ink)"
                strokeDasharray="8 2 2 2"
              />
              <rect x={x(p) - 9} y="0" width="18" height="17" fill="var(--paper)" stroke="var(--ink)" />
              <text x={x(p)} y="13" textAnchor="middle" fontSize="13" fontWeight="650" fill="var(--ink)">
                {name}
              </text>
            </g>
          ) : null,
        )}
        <g transform={`translate(${x(centre)} ${middle})`}>
          <circle r="8" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.5" />
          <path d="M0 0V-8A8 8 0 0 1 8 0ZM0 0V8A8 8 0 0 1 -8 0Z" fill="var(--ink)" />
        </g>
        {marks.slice(1).map((m, i) => {
          const from = marks[i]!;
          const y = HEIGHT - 14;
          return (
            <g key={m.at}>
              <path
                d={`M${x(from.at)} ${y - 8}v12M${x(m.at)} ${y - 8}v12M${x(from.at)} ${y}H${x(m.at)}`}
                stroke="var(--graphite)"
                fill="none"
              />
              {x(m.at) - x(from.at) > 34 && (
                <text
                  x={(x(from.at) + x(m.at)) / 2}
                  y={y + 4}
                  textAnchor="middle"
                  fontSize="13"
                  className="fig"
                  fill="var(--ink)"
                  stroke="var(--paper)"
                  strokeWidth="5"
                  paintOrder="stroke"
                >
                  {Number((m.at - from.at).toFixed(1))}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
