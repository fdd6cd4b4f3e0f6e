/** The three waves over each other, what parts them shaded, and the difference below on the same scale. */
import {
  SURGE_PHASES,
  type OddPhase,
  type SurgePhase,
  type SurgeWaves,
  type WaveAnalysis,
} from '@norther/core';
import { area, line, scaleLinear } from 'd3';
import { useMemo } from 'react';
import { PhaseBox } from '../../kit/marks.tsx';
import { TickText } from '../../kit/tick-text.tsx';
import { useWidth } from '../../kit/use-width.ts';

/** More samples than that are not drawn: a screen has fewer columns. */
const DRAWN = 700;
const LEFT = 52;

export const PHASE_LINE: Readonly<
  Record<SurgePhase, { readonly color: string; readonly dash?: string; readonly width: number }>
> = {
  U: { color: 'var(--ink)', width: 2 },
  V: { color: 'var(--blue)', width: 2 },
  W: { color: 'var(--teal)', dash: '7 4', width: 2.6 },
};

export function WaveChart({
  waves,
  analysis,
  odd,
}: {
  readonly waves: SurgeWaves;
  readonly analysis: WaveAnalysis;
  readonly odd: OddPhase | null;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(620);
  const shown = useMemo(() => drawnAt(waves, analysis.comparedV), [waves, analysis.comparedV]);
  const reference = SURGE_PHASES.find((p) => p !== odd?.phase && shown.has(p));
  // Below them stands the difference, where one phase is the odd one.
  const height = odd ? 330 : 274;
  const low = 246;
  const length = Math.max(0, ...[...shown.values()].map((v) => v.at(-1)![0]));
  const most = Math.max(1, ...[...shown.values()].flatMap((v) => v.map(([, volts]) => Math.abs(volts))));
  const x = scaleLinear([0, length], [LEFT, width - 12]);
  const y = scaleLinear([-most, most], [low - 8, 16]);
  const path = line<readonly [number, number]>(
    ([t]) => x(t),
    ([, v]) => y(v),
  );
  const own = odd ? shown.get(odd.phase) : undefined;
  const base = reference ? shown.get(reference) : undefined;
  const between =
    own && base
      ? area<readonly [number, number]>()
          .x(([t]) => x(t))
          .y0((_, i) => y(base[i]?.[1] ?? 0))
          .y1(([, v]) => y(v))([...own])
      : null;
  const half = (y(0) - y(most)) * 0.16;
  const rest =
    own && base
      ? area<readonly [number, number]>()
          .x(([t]) => x(t))
          .y0(low + half)
          .y1(([, v], i) => low + half - (v - (base[i]?.[1] ?? 0)) * ((y(0) - y(most)) / most))([...own])
      : null;
  const crossings = odd && reference ? lastCrossings(analysis, odd.phase, reference) : null;
  return (
    <div ref={ref}>
      <div className="mb-1 flex flex-wrap items-center justify-between gap-2 text-[14px]">
        <span>
          <b className="fig">{Math.round(analysis.comparedV)}</b> V peak, as they came, not normalised
        </span>
        <span className="flex items-center gap-3">
          {[...shown.keys()].map((p) => (
            <span key={p} className="flex items-center gap-1">
              <svg width="26" height="10" aria-hidden>
                <path
                  d="M0 5H26"
                  stroke={PHASE_LINE[p].color}
                  strokeWidth={PHASE_LINE[p].width}
                  strokeDasharray={PHASE_LINE[p].dash}
                />
                {p === 'V' && <path d="M0 5H26" stroke="var(--paper)" strokeWidth="0.8" />}
              </svg>
              <PhaseBox phase={p} />
            </span>
          ))}
        </span>
      </div>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Waves of ${[...shown.keys()].join(', ')} over each other`}
        className="block"
      >
        <defs>
          <pattern
            id="apart"
            width="5"
            height="5"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V5M0 0H5" stroke="var(--carmine)" strokeWidth="1" />
          </pattern>
        </defs>
        {y.ticks(4).map((t) => (
          <g key={t}>
            <path
              d={`M${LEFT} ${y(t)}H${width - 12}`}
              stroke={t === 0 ? 'var(--ink)' : 'var(--grid)'}
              strokeWidth={t === 0 ? 1 : 0.75}
            />
            <TickText x={LEFT - 6} y={y(t) + 4} anchor="end">
              {t}
            </TickText>
          </g>
        ))}
        <text x="6" y="12" fontSize="12" fill="var(--graphite)">
          V
        </text>
        {x.ticks(8).map((t) => (
          <g key={t}>
            <path d={`M${x(t)} ${height - 30}v5`} stroke="var(--ink)" />
            <TickText x={x(t)} y={height - 10}>
              {t}
            </TickText>
          </g>
        ))}
        <text x={LEFT - 6} y={height - 10} fontSize="12" textAnchor="end" fill="var(--graphite)">
          µs
        </text>
        <path d={`M${LEFT} ${height - 30}H${width - 12}`} stroke="var(--ink)" strokeWidth="1.25" />
        {between && <path d={between} fill="url(#apart)" opacity="0.55" />}
        {[...shown].map(([p, v]) => (
          <g key={p}>
            <path
              d={path([...v]) ?? ''}
              fill="none"
              stroke={PHASE_LINE[p].color}
              strokeWidth={PHASE_LINE[p].width}
              strokeDasharray={PHASE_LINE[p].dash}
            />
            {p === 'V' && <path d={path([...v]) ?? ''} fill="none" stroke="var(--paper)" strokeWidth="0.7" />}
          </g>
        ))}
        {rest && (
          <>
            <path d={rest} fill="url(#apart)" stroke="var(--carmine)" strokeWidth="1" />
            <path d={`M${LEFT} ${low + half}H${width - 12}`} stroke="var(--hair)" />
            <text x={LEFT + 4} y={low + 2 * half + 8} fontSize="12" fill="var(--carmine)" fontWeight="600">
              {odd!.phase} less {reference}, same scale
            </text>
          </>
        )}
        {crossings && (
          <g>
            {[crossings.own, crossings.other].map((t, i) => (
              <path
                key={t}
                d={`M${x(t)} ${y(most * 0.55)}V${low - 8}`}
                stroke={i === 0 ? PHASE_LINE[odd!.phase].color : 'var(--ink)'}
                strokeDasharray="4 3"
              />
            ))}
            <text
              x={Math.min(x(crossings.own), width - 250)}
              y={y(most * 0.62)}
              fontSize="14"
              fontWeight="650"
              fill="var(--ink)"
              stroke="var(--paper)"
              strokeWidth="4"
              paintOrder="stroke"
            >
              {odd!.phase} {Math.abs(crossings.own - crossings.other).toFixed(1)} µs{' '}
              {crossings.own < crossings.other ? 'early' : 'late'} at crossing {crossings.number}
            </text>
          </g>
        )}
      </svg>
    </div>
  );
}

function drawnAt(waves: SurgeWaves, setV: number) {
  const found = new Map<SurgePhase, readonly (readonly [number, number])[]>();
  for (const phase of SURGE_PHASES) {
    const wave = waves.waves.find((w) => w.phase === phase && w.setV === setV);
    if (!wave) continue;
    const stride = Math.max(1, Math.ceil(wave.samples.length / DRAWN));
    found.set(
      phase,
      wave.samples.flatMap((v, i) => (i % stride === 0 ? [[i * waves.stepUs, v] as const] : [])),
    );
  }
  return found;
}

/** The last zero crossing that both have, where a difference in frequency is largest. */
function lastCrossings(a: WaveAnalysis, odd: SurgePhase, reference: SurgePhase) {
  const [own, other] = [a.crossingsUs[odd], a.crossingsUs[reference]];
  const n = Math.min(own.length, other.length, 6);
  return n > 0 ? { own: own[n - 1]!, other: other[n - 1]!, number: n } : null;
}
