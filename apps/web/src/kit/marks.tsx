/** Small signs: verdicts, phases, bodies, hatching. Always beside a word or a letter. */
import type { Phase, Verdict } from '@norther/core';

/** Hatches of watch and stop, once a page. */
export function Hatches() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        <pattern id="hatch-watch" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="var(--lemon)" />
          <path d="M-1 7L7 -1M-1 1L1 -1M5 7L7 5" stroke="var(--on-lemon)" strokeWidth="1" />
        </pattern>
        <pattern id="hatch-stop" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="var(--carmine-wash)" />
          <path d="M0 0L6 6M6 0L0 6" stroke="var(--carmine)" strokeWidth="0.8" />
        </pattern>
        <pattern id="hatch-cool" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M-1 7L7 -1" stroke="var(--graphite)" strokeWidth="0.6" />
        </pattern>
      </defs>
    </svg>
  );
}

export type MarkKind = Verdict | 'to-come';
export const VERDICT_WORD: Readonly<Record<MarkKind, string>> = {
  sound: 'sound',
  watch: 'watch',
  stop: 'stop',
  'to-come': 'to come',
};

/** Ring with tick, triangle with stroke, square with cross, dashed ring. */
export function VerdictMark({ verdict, size = 22 }: { verdict: MarkKind; size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      className="shrink-0"
      role="img"
      aria-label={VERDICT_WORD[verdict]}
    >
      {verdict === 'sound' && (
        <g fill="none" stroke="var(--ink)" strokeWidth="2.2">
          <circle cx="12" cy="12" r="10" />
          <path d="M7 12.5l3.5 3.5L17 8.5" />
        </g>
      )}
      {verdict === 'watch' && (
        <g>
          <path d="M12 2L23 22H1Z" fill="var(--lemon)" stroke="var(--ink)" strokeWidth="1.8" />
          <path d="M12 9v6.5M12 17.5v2.3" stroke="var(--on-lemon)" strokeWidth="2.6" />
        </g>
      )}
      {verdict === 'stop' && (
        <g>
          <rect x="1" y="1" width="22" height="22" fill="var(--carmine)" />
          <path d="M7 7l10 10M17 7L7 17" stroke="var(--paper)" strokeWidth="3.2" />
        </g>
      )}
      {verdict === 'to-come' && (
        <circle
          cx="12"
          cy="12"
          r="10"
          fill="none"
          stroke="var(--pencil)"
          strokeWidth="2"
          strokeDasharray="4 3"
        />
      )}
    </svg>
  );
}

export function PhaseBox({ phase, size = 20 }: { phase: Phase; size?: number }) {
  const ink = { U: 'var(--ink)', V: 'var(--blue)', W: 'var(--teal)' }[phase];
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 20 20"
      className="shrink-0"
      role="img"
      aria-label={`phase ${phase}`}
    >
      <rect
        x="1"
        y="1"
        width="18"
        height="18"
        fill={phase === 'U' ? ink : 'var(--paper)'}
        stroke={ink}
        strokeWidth="1.6"
        strokeDasharray={phase === 'W' ? '3.5 2' : undefined}
      />
      {phase === 'V' && <rect x="4" y="4" width="12" height="12" fill="none" stroke={ink} strokeWidth="1" />}
      <text
        x="10"
        y="14"
        textAnchor="middle"
        fontSize="11.5"
        fontWeight="700"
        className="font-fig"
        fill={phase === 'U' ? 'var(--paper)' : ink}
      >
        {phase}
      </text>
    </svg>
  );
}

/** Ring: stator. Disc: rotor. Disc in a ring: the whole motor. */
export function BodyMark({
  body,
  state,
  size = 14,
}: {
  body: 'stator' | 'rotor' | 'motor';
  state: 'working' | 'waiting' | 'held' | 'done';
  size?: number;
}) {
  const ink = state === 'working' ? 'var(--copper)' : state === 'held' ? 'var(--carmine)' : 'var(--ink)';
  const heavy = state === 'working';
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      className="shrink-0"
      role="img"
      aria-label={`${body}, ${state}`}
    >
      <BodyShape body={body} ink={ink} r={heavy ? 6.5 : 5} x={8} y={8} width={heavy ? 3 : 2} />
    </svg>
  );
}

export function BodyShape({
  body,
  ink,
  x,
  y,
  r,
  width,
}: {
  body: 'stator' | 'rotor' | 'motor';
  ink: string;
  x: number;
  y: number;
  r: number;
  width: number;
}) {
  if (body === 'rotor') return <circle cx={x} cy={y} r={r} fill={ink} />;
  return (
    <>
      <circle cx={x} cy={y} r={r} fill="var(--paper)" stroke={ink} strokeWidth={width} />
      {body === 'motor' && <circle cx={x} cy={y} r={r * 0.42} fill={ink} />}
    </>
  );
}
