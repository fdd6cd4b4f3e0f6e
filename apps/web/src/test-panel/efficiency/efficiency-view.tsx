/** Load test on the test panel: efficiency over load, and the line that the stray loss is taken from. */
import {
  classEfficiencyPercent,
  loadTestOf,
  TEST_KINDS,
  type EfficiencyClass,
  type LoadTestResult,
} from '@norther/core';
import { curveMonotoneX, line } from 'd3';
import { XyChart } from '../../kit/xy-chart.tsx';
import { RunLogDrop } from './run-log-drop.tsx';
import type { TestViewProps } from '../views.ts';

export function EfficiencyAbove(props: TestViewProps) {
  const { typed: draft, latest, open, context } = props;
  const { plate } = context;
  const r = TEST_KINDS.efficiency.read(open ? draft : (latest?.typed ?? {}), context).values;
  const result = loadTestOf(r, plate);
  const { rated } = result ?? {};
  const ieClass = r['class'] as EfficiencyClass | undefined;
  return (
    <section aria-label="Load test" className="mb-3">
      {rated && (
        <p className="border-b-2 border-ink pb-1 text-[20px] font-[700]">
          <span className="fig text-[44px] leading-none">{(100 * rated.efficiency).toFixed(1)}</span> % at
          rated load{' '}
          <span className="text-[15px] font-medium text-graphite">
            ± {(100 * rated.plusMinus).toFixed(2)} % by scatter;{' '}
            <span className="fig">{rated.currentA.toFixed(1)}</span> A,{' '}
            <span className="fig">{rated.speedRpm.toFixed(0)}</span> rpm
          </span>
        </p>
      )}
      <EfficiencyCurve
        result={result}
        ratedKw={plate.powerKw ?? null}
        ieClass={ieClass}
        frequencyHz={plate.frequencyHz ?? null}
      />
      {result && <StrayLine result={result} />}
      {!result && (
        <p className="text-[15px]">
          Six points from five quarters of the load downwards, one after the other: amperes, watts in, torque,
          speed, resistance from lead to lead, temperature of the winding. Friction and core loss come from
          the no-load test.
        </p>
      )}
      <RunLogDrop {...props} />
    </section>
  );
}

function EfficiencyCurve({
  result,
  ratedKw,
  ieClass,
  frequencyHz,
}: {
  readonly result: LoadTestResult | null;
  readonly ratedKw: number | null;
  readonly ieClass: EfficiencyClass | undefined;
  readonly frequencyHz: number | null;
}) {
  const points = (result?.points ?? [])
    .map((p, i) => ({
      kw: p.outputAtW / 1000,
      percent: 100 * p.efficiency,
      direct: 100 * p.efficiencyDirect,
      n: i + 1,
    }))
    .sort((a, b) => a.kw - b.kw);
  const most = Math.max(1.3 * (ratedKw ?? 1), ...points.map((p) => p.kw));
  const least = Math.min(80, ...points.map((p) => p.percent));
  const wanted =
    ieClass && ratedKw && frequencyHz && result
      ? classEfficiencyPercent(ieClass, result.poles, ratedKw, frequencyHz)
      : null;
  return (
    <div className="mt-2">
      <XyChart
        label="Efficiency over load"
        x={{ from: 0, to: most, unit: 'kW' }}
        y={{ from: Math.floor(least / 10) * 10, to: 100, unit: '%', ticks: 5 }}
        height={220}
      >
        {(x, y) => (
          <>
            {ratedKw && (
              <g>
                <path
                  d={`M${x(ratedKw)} 12V${y(y.domain()[0]!)}`}
                  stroke="var(--graphite)"
                  strokeDasharray="4 3"
                />
                <text
                  x={x(ratedKw) - 5}
                  y={y(y.domain()[0]!) - 8}
                  textAnchor="end"
                  fontSize="12"
                  fill="var(--graphite)"
                >
                  rated
                </text>
              </g>
            )}
            {wanted?.ok && (
              <g>
                <path
                  d={`M${x(ratedKw! * 0.85)} ${y(wanted.value)}H${x(Math.min(most, ratedKw! * 1.15))}`}
                  stroke="var(--carmine)"
                  strokeWidth="2.5"
                />
                <text
                  x={x(Math.min(most, ratedKw! * 1.15)) + 4}
                  y={y(wanted.value) + 4}
                  fontSize="12"
                  fontWeight="650"
                  fill="var(--carmine)"
                >
                  {ieClass} {wanted.value.toFixed(1)}
                </text>
              </g>
            )}
            <path
              d={
                line<(typeof points)[number]>(
                  (p) => x(p.kw),
                  (p) => y(p.percent),
                ).curve(curveMonotoneX)(points) ?? ''
              }
              fill="none"
              stroke="var(--copper)"
              strokeWidth="2.5"
            />
            {points.map((p) => (
              <g key={p.n}>
                <circle cx={x(p.kw)} cy={y(p.direct)} r="3.5" fill="var(--paper)" stroke="var(--graphite)" />
                <circle cx={x(p.kw)} cy={y(p.percent)} r="4.5" fill="var(--copper)" />
              </g>
            ))}
          </>
        )}
      </XyChart>
      <p className="text-[13px] text-graphite">
        Filled: by segregated losses at the stated temperature. Open: shaft power over input, as read.
      </p>
    </div>
  );
}

function StrayLine({ result }: { readonly result: LoadTestResult }) {
  const { stray } = result;
  const points = result.points.map((p, i) => ({
    x: result.read[i]!.torqueNm ** 2,
    w: p.residualW,
    out: stray.dropped === i,
  }));
  const most = Math.max(...points.map((p) => p.x)) * 1.05;
  const all = [0, ...points.map((p) => p.w), stray.bW, stray.bW + stray.aWPerNm2 * most];
  return (
    <div className="mt-3">
      <h3 className="text-[15px]">
        Residual loss over torque squared{' '}
        <span className="font-normal text-graphite">
          correlation <span className="fig">{stray.correlation?.toFixed(3) ?? '–'}</span>
        </span>
      </h3>
      <XyChart
        label="Residual loss over the square of the torque"
        x={{ from: 0, to: most, unit: '(N·m)²', ticks: 5 }}
        y={{ from: Math.min(...all), to: Math.max(...all) * 1.1, unit: 'W' }}
        height={180}
      >
        {(x, y) => (
          <>
            <path
              d={`M${x(0)} ${y(stray.bW)}L${x(most)} ${y(stray.bW + stray.aWPerNm2 * most)}`}
              stroke={stray.valid ? 'var(--ink)' : 'var(--carmine)'}
              strokeWidth="2"
            />
            {points.map((p, i) => (
              <circle
                key={i}
                cx={x(p.x)}
                cy={y(p.w)}
                r="4.5"
                fill={p.out ? 'var(--paper)' : 'var(--copper)'}
                stroke={p.out ? 'var(--carmine)' : 'none'}
                strokeWidth="2"
              />
            ))}
          </>
        )}
      </XyChart>
    </div>
  );
}
