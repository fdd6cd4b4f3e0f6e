/** Each pulse against the one before it, phase beside phase, over the volts that were set. */
import { PULSE_LIMIT, SURGE_PHASES, type WaveAnalysis } from '@norther/core';
import { scaleBand, scaleLinear } from 'd3';
import { TickText } from '../../kit/tick-text.tsx';
import { useWidth } from '../../kit/use-width.ts';
import { PHASE_LINE } from './wave-chart.tsx';

const LEFT = 52;
const HEIGHT = 130;

export function PulseBars({ analysis }: { readonly analysis: WaveAnalysis }) {
  const [ref, width] = useWidth<HTMLDivElement>(620);
  const steps = SURGE_PHASES.flatMap((phase) => analysis.pulses[phase].map((s) => ({ phase, ...s })));
  const levels = [...new Set(steps.map((s) => s.setV))].sort((a, b) => a - b);
  if (levels.length === 0)
    return (
      <p ref={ref} className="text-[14px] text-graphite">
        One level only: pulse to pulse needs at least two.
      </p>
    );
  const x = scaleBand(levels.map(String), [LEFT, width - 12]).padding(0.35);
  const most = Math.max(1.4 * PULSE_LIMIT, ...steps.map((s) => s.percent)) * 1.3;
  const y = scaleLinear([0, most], [HEIGHT - 24, 10]);
  const bar = Math.min(16, x.bandwidth() / 3 - 2);
  const worst = steps.reduce((a, b) => (b.percent > a.percent ? b : a));
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label="Pulse to pulse over the test level"
        className="block"
      >
        {y.ticks(3).map((t) => (
          <TickText key={t} x={LEFT - 6} y={y(t) + 4} anchor="end">
            {t}
          </TickText>
        ))}
        <text x="6" y="14" fontSize="12" fill="var(--graphite)">
          %
        </text>
        <path d={`M${LEFT} ${y(PULSE_LIMIT)}H${width - 12}`} stroke="var(--carmine)" strokeWidth="1.5" />
        <text x={LEFT + 6} y={y(PULSE_LIMIT) - 5} fontSize="12" fontWeight="600" fill="var(--carmine)">
          limit {PULSE_LIMIT} %, common practice
        </text>
        <path d={`M${LEFT} ${HEIGHT - 24}H${width - 12}`} stroke="var(--ink)" strokeWidth="1.25" />
        {steps.map((s) => {
          const at =
            x(String(s.setV))! +
            x.bandwidth() / 2 +
            (SURGE_PHASES.indexOf(s.phase) - 1) * (bar + 2) -
            bar / 2;
          const out = s.percent > PULSE_LIMIT;
          return (
            <rect
              key={`${s.phase} ${s.setV}`}
              x={at}
              y={y(s.percent)}
              width={bar}
              height={Math.max(1, HEIGHT - 24 - y(s.percent))}
              fill={out ? 'var(--carmine)' : 'var(--paper)'}
              stroke={out ? 'var(--carmine)' : PHASE_LINE[s.phase].color}
              strokeWidth="1.5"
              strokeDasharray={s.phase === 'W' ? '3 2' : undefined}
            />
          );
        })}
        {worst.percent > PULSE_LIMIT && (
          <text
            x={x(String(worst.setV))! + x.bandwidth() / 2}
            y={y(worst.percent) - 5}
            textAnchor="middle"
            fontSize="14"
            fontWeight="650"
            fill="var(--carmine)"
          >
            {worst.phase} {worst.percent.toFixed(1)} %
          </text>
        )}
        {levels.map((v) => (
          <TickText key={v} x={x(String(v))! + x.bandwidth() / 2} y={HEIGHT - 6}>
            {v}
          </TickText>
        ))}
        <text x={LEFT - 6} y={HEIGHT - 6} fontSize="12" textAnchor="end" fill="var(--graphite)">
          V
        </text>
      </svg>
    </div>
  );
}
