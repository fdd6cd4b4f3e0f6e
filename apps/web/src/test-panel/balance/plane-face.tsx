/** Face of the plane in hand: its places, what is on, the heavy spot, and where the next weight goes. */
import { placeAngle, PLANES, type BalanceJob, type CorrectionPart, type PlaneName } from '@norther/core';
import { arcArrow, faceOf, placeOf } from './angles.ts';

const R = 112;

export function PlaneFace({
  job,
  plane,
  sense,
}: {
  readonly job: BalanceJob;
  readonly plane: PlaneName;
  readonly sense: 'with' | 'against';
}) {
  const view = faceOf(sense, plane);
  const p = PLANES.indexOf(plane);
  const heavy = job.now?.[p] ?? null;
  const on = job.kept.filter((w) => w.plane === plane);
  const { step } = job;
  const wanted: readonly CorrectionPart[] =
    step.kind === 'add' && step.plane === plane
      ? step.correction.parts
      : step.kind === 'trial' && step.plane === plane
        ? [{ massG: step.massG, angleDeg: step.angleDeg, place: step.place }]
        : [];
  const counts = arcArrow(R + 26, view.clockwise ? 22 : -22, view.clockwise ? 66 : -66);
  const turns = arcArrow(R + 26, view.turnsClockwise ? 110 : -110, view.turnsClockwise ? 160 : -160);
  const pins = job.positions ? Array.from({ length: job.positions.count }, (_, i) => i + 1) : [];
  return (
    <svg
      viewBox="-170 -158 340 330"
      role="img"
      aria-label={`Plane ${plane}, its face`}
      className="block w-full"
    >
      <circle r={R} fill="var(--tint)" stroke="var(--ink)" strokeWidth="1.5" />
      <circle r={R * 0.62} fill="var(--paper)" stroke="var(--hair)" />
      <circle r={R * 0.24} fill="var(--paper)" stroke="var(--ink)" />
      <path d="M-5 0H5M0 -5V5" stroke="var(--ink)" />
      {[0, 30, 60, 90, 120, 150, 180, 210, 240, 270, 300, 330].map((a) => {
        const [x, y] = placeOf(view, a, R + 12);
        return (
          <text
            key={a}
            x={x}
            y={y + 4}
            textAnchor="middle"
            fontSize="11"
            className="fig"
            fill="var(--graphite)"
          >
            {a}
          </text>
        );
      })}
      <path d={`M0 ${-R - 20}l-6 -10h12z`} fill="var(--ink)" />
      <path d={counts.arc} fill="none" stroke="var(--ink)" strokeWidth="1.25" />
      <path d={counts.head} fill="var(--ink)" />
      <path d={turns.arc} fill="none" stroke="var(--ink)" strokeWidth="3.5" />
      <path d={turns.head} fill="var(--ink)" stroke="var(--ink)" strokeWidth="3" />
      {pins.map((k) => {
        const a = placeAngle(k, job.positions!);
        const [x, y] = placeOf(view, a, R * 0.82);
        const [lx, ly] = placeOf(view, a, R * 0.5);
        const goes = wanted.find((w) => w.place === k);
        return (
          <g key={k}>
            <circle cx={x} cy={y} r="5.5" fill="var(--paper)" stroke="var(--ink)" />
            {(pins.length <= 24 || goes) && (
              <text
                x={lx}
                y={ly + 5}
                textAnchor="middle"
                fontSize={goes ? 17 : 13}
                fontWeight={goes ? 700 : 500}
                fill={goes ? 'var(--copper)' : 'var(--ink)'}
              >
                {k}
              </text>
            )}
          </g>
        );
      })}
      {on.map((w, i) => {
        const [x, y] = placeOf(view, w.angleDeg, R * 0.82);
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r="8"
            fill={w.massG > 0 ? 'var(--graphite)' : 'var(--paper)'}
            stroke="var(--ink)"
            strokeWidth="2"
          />
        );
      })}
      {heavy && heavy.magnitude > 0 && (
        <g>
          <path
            d={`M0 0L${placeOf(view, heavy.angleDeg, R).join(' ')}`}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <circle
            cx={placeOf(view, heavy.angleDeg, R)[0]}
            cy={placeOf(view, heavy.angleDeg, R)[1]}
            r="7"
            fill="var(--ink)"
          />
        </g>
      )}
      {wanted.map((w, i) => {
        const [x, y] = placeOf(view, w.angleDeg, R * 0.82);
        return (
          <g key={w.angleDeg}>
            <path
              d={`M0 0L${placeOf(view, w.angleDeg, R).join(' ')}`}
              stroke="var(--copper)"
              strokeDasharray="4 3"
            />
            <circle
              cx={x}
              cy={y}
              r="11"
              fill={i === 0 ? 'var(--copper)' : 'var(--paper)'}
              stroke="var(--copper)"
              strokeWidth="3"
            />
            <path
              d={`M${x - 6} ${y}h12M${x} ${y - 6}v12`}
              stroke={i === 0 ? 'var(--on-copper)' : 'var(--copper)'}
              strokeWidth="2.5"
            />
          </g>
        );
      })}
    </svg>
  );
}
