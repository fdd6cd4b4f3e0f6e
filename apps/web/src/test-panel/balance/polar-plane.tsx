/** Heavy spots of one plane, run by run, on its polar sheet; the ring is its share of the tolerance, true to scale. */
import type { Vector } from '@norther/core';
import { scaleLinear } from 'd3';
import { TickText } from '../../kit/tick-text.tsx';
import { placeOf, type FaceView } from './angles.ts';

const R = 96;
const SIZE = 2 * R + 46;

export function PolarPlane({
  name,
  heavy,
  limitGmm,
  most,
  view,
}: {
  readonly name: string;
  readonly heavy: readonly Vector[];
  readonly limitGmm: number;
  /** Both planes on one scale [g·mm]. */
  readonly most: number;
  readonly view: FaceView;
}) {
  const r = scaleLinear([0, most], [0, R]).nice(4);
  const at = (v: Vector) => placeOf(view, v.angleDeg, r(v.magnitude));
  const now = heavy.at(-1);
  const times = now ? now.magnitude / limitGmm : null;
  return (
    <figure className="min-w-0">
      <figcaption className="text-[15px]">
        <b>Plane {name}</b>
        {times !== null && (
          <span className={`ml-2 ${times > 1 ? 'font-[650] text-carmine' : ''}`}>
            now <span className="fig">{times.toFixed(1)}</span> × its tolerance
          </span>
        )}
      </figcaption>
      <svg
        viewBox={`${-SIZE / 2} ${-SIZE / 2} ${SIZE} ${SIZE}`}
        role="img"
        aria-label={`Heavy spots of plane ${name}`}
        className="block w-full"
      >
        {r.ticks(3).map((t) => (
          <circle key={t} r={r(t)} fill="none" stroke="var(--grid)" />
        ))}
        <circle r={R} fill="none" stroke="var(--ink)" />
        <path d={`M${-R} 0H${R}M0 ${-R}V${R}`} stroke="var(--grid)" />
        {[0, 90, 180, 270].map((a) => {
          const [x, y] = placeOf(view, a, R + 14);
          return (
            <TickText key={a} x={x} y={y + 4}>
              {a}
            </TickText>
          );
        })}
        {r
          .ticks(3)
          .slice(1)
          .map((t) => (
            <TickText key={t} x={r(t) * 0.7 + 4} y={-r(t) * 0.7} anchor="start">
              {t}
            </TickText>
          ))}
        <circle
          r={Math.max(2, r(limitGmm))}
          fill="var(--wash)"
          fillOpacity="0.6"
          stroke="var(--carmine)"
          strokeWidth="2"
        />
        <path
          d={heavy.map((v, i) => `${i ? 'L' : 'M'}${at(v).join(' ')}`).join('')}
          fill="none"
          stroke="var(--hair)"
          strokeDasharray="3 3"
        />
        {heavy.map((v, i) => {
          const [x, y] = at(v);
          const last = i === heavy.length - 1;
          const out = Math.hypot(x, y) || 1;
          return (
            <g key={i}>
              {last && <path d={`M${x} ${y}L0 0`} stroke="var(--copper)" strokeWidth="2.5" />}
              <circle cx={x} cy={y} r="3.5" fill={last ? 'var(--copper)' : 'var(--ink)'} />
              <circle
                cx={x + (16 * x) / out}
                cy={y + (16 * y) / out}
                r="9"
                fill={last ? 'var(--paper)' : 'var(--graphite)'}
                stroke={last ? 'var(--copper)' : 'none'}
                strokeWidth="2.5"
              />
              <text
                x={x + (16 * x) / out}
                y={y + (16 * y) / out + 4.5}
                textAnchor="middle"
                fontSize="13"
                fontWeight="650"
                fill={last ? 'var(--copper)' : 'var(--paper)'}
              >
                {i + 1}
              </text>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
