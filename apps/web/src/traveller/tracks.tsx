/** Both tracks of a motor on the traveller; each station is the key to itself. */
import { machineKind, routeOf, type Station, type StationId } from '@norther/core';
import type { MotorFile } from '../app/api.ts';

/** The two tracks with this motor's stations; a station is also the key to it. */
export function Tracks({
  file,
  station,
  onChoose,
}: {
  file: MotorFile;
  station: Station;
  onChoose: (id: StationId) => void;
}) {
  const route = routeOf(file.motor, file.ownRoute);
  const { bodies } = machineKind(route.machine);
  const row = (stations: readonly Station[], label: string, ofTrack = false) => (
    <div className="flex min-w-0 items-stretch" role="group" aria-label={label}>
      <span className={`w-16 shrink-0 self-center text-[13px] text-graphite ${ofTrack ? '' : 'xl:hidden'}`}>
        {label}
      </span>
      {stations.map(({ id, name }) => {
        const step = file.steps.find((s) => s.station === id);
        const signed = step?.signedAt;
        const working = step?.takenAt && !signed;
        const current = station.id === id;
        return (
          <button
            key={id}
            type="button"
            onClick={() => onChoose(id)}
            aria-current={current ? 'step' : undefined}
            className={`relative min-h-12 min-w-12 flex-1 px-0.5 pt-5 text-[13px] leading-tight -outline-offset-2 xl:min-h-[38px] xl:pt-[18px] ${current ? 'font-[700] text-copper' : signed ? '' : 'text-graphite'}`}
          >
            <svg className="absolute top-1 left-0 h-4 w-full" aria-hidden="true" preserveAspectRatio="none">
              <path
                d="M0 8H4000"
                stroke={signed ? 'var(--ink)' : 'var(--hair)'}
                strokeWidth={signed ? 3 : 1}
              />
            </svg>
            <svg
              className="absolute top-0.5 left-1/2 -translate-x-1/2"
              width="18"
              height="18"
              aria-hidden="true"
            >
              {working || current ? (
                <circle
                  cx="9"
                  cy="9"
                  r="5.5"
                  fill="var(--paper)"
                  stroke={working ? 'var(--copper)' : 'var(--ink)'}
                  strokeWidth={working ? 3.4 : 2}
                />
              ) : (
                <path d="M9 5v8" stroke={signed ? 'var(--ink)' : 'var(--hair)'} strokeWidth="1.6" />
              )}
            </svg>
            {name}
            <span className="sr-only">{signed ? ', signed' : working ? ', in hand' : ''}</span>
          </button>
        );
      })}
    </div>
  );
  return (
    <nav
      aria-label="Stations"
      className="shrink-0 border-b-2 border-ink px-4 py-1 xl:grid xl:grid-cols-[90px_1fr_290px] xl:gap-x-2"
    >
      <div className="xl:self-center">{row(route.opening, 'motor')}</div>
      <div>
        {row(route.tracks.stator, bodies.stator, true)}
        {row(route.tracks.rotor, bodies.rotor, true)}
      </div>
      <div className="xl:self-center">{row(route.closing, 'motor')}</div>
    </nav>
  );
}
