/** The limit scale: bands told by hatching, limits by name, where this motor stands by a needle. */
import { showShort, type LimitScale as Scale } from '@norther/core';
import { scaleLinear, scaleLog } from 'd3';

const FILL = { sound: 'var(--band)', watch: 'url(#hatch-watch)', stop: 'url(#hatch-stop)' };

export function LimitScale({
  scale,
  value,
  before,
  past,
  width = 240,
  small = false,
}: {
  readonly scale: Scale;
  readonly value: number | null;
  /** Open needle: as found, before the work, or as the card has it. */
  readonly before?: number | null;
  /** Open needle with a dashed edge: the machine's visit before this one. */
  readonly past?: number | null;
  readonly width?: number;
  readonly small?: boolean;
}) {
  const pad = small ? 5 : 14;
  const from = scale.kind === 'log' ? Math.max(scale.from, 1e-6) : scale.from;
  const x = (scale.kind === 'log' ? scaleLog() : scaleLinear())
    .domain([from, scale.to])
    .range([pad, width - pad])
    .clamp(true);
  const top = small ? 8 : 22;
  const height = small ? 6 : 10;
  const base = top + height;
  const ticks = scale.kind === 'log' ? decades(from, scale.to) : x.ticks(5);
  /** A limit's name stands on the side where neither the scale's end nor the needle is in its way. */
  const leftOf = (limit: number) =>
    x(limit) > width * 0.6 ||
    [value, before, past].some((v) => v != null && x(v) >= x(limit) - 4 && x(v) - x(limit) < 60);
  const needle = (v: number, which: 'now' | 'before' | 'past') => {
    const open = which !== 'now';
    const past = v < scale.from ? -1 : v > scale.to ? 1 : 0;
    const s = small ? 5 : 7;
    return (
      // A table's needles follow a hand that drags; on the way they would only lag.
      <g className={small ? '' : 'needle'} style={{ transform: `translateX(${x(v)}px)` }} key={which}>
        {!open && <path d={`M0 ${top - 2}V${base}`} stroke="var(--copper)" strokeWidth="2" />}
        {past === 0 ? (
          <path
            d={`M${-s} ${top - s - 3}H${s}L0 ${top + 1}Z`}
            fill={open ? 'var(--paper)' : 'var(--copper)'}
            stroke={open ? 'var(--graphite)' : 'none'}
            strokeWidth="1.4"
            strokeDasharray={which === 'past' ? '2 2' : undefined}
          />
        ) : (
          <path
            d={`M${-past * s} ${top - s - 3}L${past * s} ${top - s / 2 - 1}L${-past * s} ${top + 2}Z`}
            fill={open ? 'var(--paper)' : 'var(--copper)'}
            stroke={open ? 'var(--graphite)' : 'none'}
          />
        )}
      </g>
    );
  };
  return (
    <svg
      width={width}
      height={small ? base + 3 : base + 20}
      viewBox={`0 0 ${width} ${small ? base + 3 : base + 20}`}
      className="block max-w-full"
      aria-hidden="true"
    >
      {scale.bands.map((b, i) => (
        <rect
          key={i}
          x={x(b.from)}
          y={top}
          width={Math.max(0, x(b.to) - x(b.from))}
          height={height}
          fill={FILL[b.verdict]}
        />
      ))}
      <path d={`M${pad} ${base}H${width - pad}`} stroke="var(--ink)" strokeWidth="1.25" />
      {scale.limits.map((l, i) => (
        <g key={i}>
          <path d={`M${x(l.at)} ${top - 5}V${base + 3}`} stroke="var(--carmine)" strokeWidth="1.8" />
          {!small && (
            <text
              x={x(l.at) + (leftOf(l.at) ? -3 : 3)}
              y={top - 10}
              fontSize="12"
              fontWeight="600"
              fill="var(--carmine)"
              textAnchor={leftOf(l.at) ? 'end' : 'start'}
            >
              {l.name}
            </text>
          )}
        </g>
      ))}
      {!small &&
        ticks.map((t) => (
          <g key={t}>
            <path d={`M${x(t)} ${base}v5`} stroke="var(--ink)" strokeWidth="1" />
            <text
              x={x(t)}
              y={base + 17}
              fontSize="12"
              textAnchor="middle"
              fill="var(--graphite)"
              className="font-fig"
            >
              {t >= 1000 ? `${t / 1000}k` : showShort(t, 3).replace('-', '−')}
            </text>
          </g>
        ))}
      {past != null && needle(past, 'past')}
      {before != null && needle(before, 'before')}
      {value !== null && needle(value, 'now')}
    </svg>
  );
}

function decades(from: number, to: number): number[] {
  const list: number[] = [];
  for (let d = 10 ** Math.ceil(Math.log10(from)); d <= to * 1.0001; d *= 10) list.push(d);
  return list;
}
