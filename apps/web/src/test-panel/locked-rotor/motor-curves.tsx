/** The motor's circuit from no-load run and locked rotor together, and its curves. */
import {
  circuitOfReadings,
  loadCurve,
  showNumber,
  speedCurve,
  type MachinePoint,
  type MotorCircuit,
} from '@norther/core';
import { line } from 'd3';
import { XyChart, type Place } from '../../kit/xy-chart.tsx';
import { valuesOf } from '../values-of.ts';
import type { TestViewProps } from '../views.ts';

export function MotorCurves(props: TestViewProps) {
  const { file, context } = props;
  const locked = valuesOf('locked-rotor', props);
  if (locked['power'] === undefined) return null;
  const found = circuitOfReadings(
    file.readings.filter((r) => !r.withdrawn),
    context,
    locked,
  );
  if (!found.ok)
    return <p className="mb-3 text-[15px] text-graphite">No circuit yet: {found.findings[0]!.message}</p>;
  return <Curves circuit={found.value} ratedKw={context.plate.powerKw ?? null} />;
}

function Curves({
  circuit: c,
  ratedKw,
}: {
  readonly circuit: MotorCircuit;
  readonly ratedKw: number | null;
}) {
  const speeds = speedCurve(c);
  const loads = ratedKw ? loadCurve(c, 1000 * ratedKw) : [];
  const synchronous = (120 * c.supply.frequencyHz) / c.supply.poles;
  const torque = (p: MachinePoint) => p.airGapTorqueNm;
  const most = 1.1 * Math.max(...speeds.map(torque));
  const amperes = 1.1 * Math.max(...speeds.map((p) => p.currentA));
  const path = (
    x: Place,
    y: Place,
    px: (p: MachinePoint) => number,
    py: (p: MachinePoint) => number,
    all: readonly MachinePoint[],
  ) =>
    line<MachinePoint>(
      (p) => x(px(p)),
      (p) => y(py(p)),
    )(all as MachinePoint[]) ?? '';
  return (
    <section aria-label="Circuit and curves" className="mb-3">
      {c.rated && (
        <p className="border-b-2 border-ink pb-1 text-[17px] font-[650]">
          At {showNumber(ratedKw!, 3)} kW:{' '}
          <span className="fig text-[30px] leading-none">{(100 * c.rated.efficiency!).toFixed(1)}</span> %,{' '}
          <span className="fig">{c.rated.currentA.toFixed(2)}</span> A, power factor{' '}
          <span className="fig">{c.rated.powerFactor.toFixed(2)}</span>,{' '}
          <span className="fig">{c.rated.speedRpm.toFixed(0)}</span> rpm
        </p>
      )}
      <h3 className="mt-2 text-[15px]">
        Torque and current over the speed{' '}
        <span className="font-normal text-graphite">
          pull-out <span className="fig">{showNumber(c.breakdown.torqueNm, 3)}</span> N·m at{' '}
          <span className="fig">{c.breakdown.speedRpm.toFixed(0)}</span> rpm
        </span>
      </h3>
      <XyChart
        label="Torque and current over the speed"
        x={{ from: 0, to: synchronous, unit: 'rpm' }}
        y={{ from: 0, to: most, unit: 'N·m' }}
        right={{ from: 0, to: amperes, unit: 'A' }}
        height={190}
      >
        {(x, y, y2) => (
          <>
            <path
              d={path(
                x,
                y2,
                (p) => p.speedRpm,
                (p) => p.currentA,
                speeds,
              )}
              fill="none"
              stroke="var(--ink)"
              strokeDasharray="6 4"
              strokeWidth="1.75"
            />
            <path
              d={path(x, y, (p) => p.speedRpm, torque, speeds)}
              fill="none"
              stroke="var(--copper)"
              strokeWidth="2.5"
            />
            <text x={x(0.04 * synchronous)} y={y2(speeds[0]!.currentA) - 6} fontSize="13" fill="var(--ink)">
              current
            </text>
            <text
              x={x(0.04 * synchronous)}
              y={y(torque(speeds[0]!)) - 14}
              fontSize="13"
              fontWeight="650"
              fill="var(--copper)"
            >
              torque
            </text>
          </>
        )}
      </XyChart>
      {loads.length > 1 && (
        <>
          <h3 className="mt-2 text-[15px]">Efficiency and power factor over the load</h3>
          <XyChart
            label="Efficiency and power factor over the load"
            x={{ from: 0, to: 1.25 * ratedKw!, unit: 'kW' }}
            y={{ from: 0, to: 100, unit: '%' }}
            height={170}
          >
            {(x, y) => (
              <>
                <path
                  d={`M${x(ratedKw!)} ${y(0)}V${y(100)}`}
                  stroke="var(--graphite)"
                  strokeDasharray="4 3"
                />
                <path
                  d={path(
                    x,
                    y,
                    (p) => p.shaftW / 1000,
                    (p) => 100 * p.powerFactor,
                    loads,
                  )}
                  fill="none"
                  stroke="var(--ink)"
                  strokeDasharray="6 4"
                  strokeWidth="1.75"
                />
                <path
                  d={path(
                    x,
                    y,
                    (p) => p.shaftW / 1000,
                    (p) => 100 * (p.efficiency ?? 0),
                    loads,
                  )}
                  fill="none"
                  stroke="var(--copper)"
                  strokeWidth="2.5"
                />
                <text
                  x={x(0.3 * ratedKw!)}
                  y={y(100 * (loads[9]?.efficiency ?? 0)) - 9}
                  fontSize="13"
                  fontWeight="650"
                  fill="var(--copper)"
                >
                  efficiency
                </text>
                <text
                  x={x(0.75 * ratedKw!)}
                  y={y(100 * (loads[23]?.powerFactor ?? 0)) + 18}
                  fontSize="13"
                  fill="var(--ink)"
                >
                  power factor
                </text>
              </>
            )}
          </XyChart>
        </>
      )}
      <CircuitTable circuit={c} />
    </section>
  );
}

function CircuitTable({ circuit: c }: { readonly circuit: MotorCircuit }) {
  const parts = [
    ['R₁', c.circuit.r1Ohm],
    ['X₁', c.circuit.x1Ohm],
    ['R₂', c.circuit.r2Ohm],
    ['X₂', c.circuit.x2Ohm],
    ['Xₘ', c.circuit.xmOhm],
    ...(c.circuit.rfeOhm === null ? [] : [['R core', c.circuit.rfeOhm] as const]),
  ] as const;
  return (
    <>
      <h3 className="mt-2 text-[15px]">
        Circuit, one phase of the star{' '}
        <span className="font-normal text-graphite">Ω at the leads’ frequency</span>
      </h3>
      <dl className="grid grid-cols-6 border-y border-hair">
        {parts.map(([name, ohm]) => (
          <div key={name} className="py-1">
            <dt className="text-[13px] text-graphite">{name}</dt>
            <dd className="fig text-[17px]">{showNumber(ohm, 4)}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-[13px] text-graphite">
        {sayResiduals(c)} <b>Assumed</b>: {c.assumed.join('; ')}.
      </p>
    </>
  );
}

/** What the circuit leaves of the two tests; below a thousandth of a unit it is arithmetic. */
function sayResiduals({ residuals: r }: MotorCircuit): string {
  const said = (
    [
      ['no-load current', r.noLoadCurrentA, 'A'],
      ['no-load power', r.noLoadPowerW, 'W'],
      ['locked current', r.lockedCurrentA, 'A'],
      ['locked power', r.lockedPowerW, 'W'],
    ] as const
  ).filter(([, left]) => Math.abs(left) >= 0.001);
  return said.length === 0
    ? 'Both tests are reproduced to the last digit.'
    : `Left unexplained: ${said.map(([name, left, unit]) => `${name} ${showNumber(left, 2)} ${unit}`).join(', ')}.`;
}
