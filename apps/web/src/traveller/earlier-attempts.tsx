/** How a station was done before it was opened again, and why it was: what the hand must know that does it anew. */
import { routeOf, recordedAt, sayTyped, stationOf, type Station } from '@norther/core';
import type { MotorFile } from '../app/api.ts';
import { VerdictMark } from '../kit/marks.tsx';
import { ageOf, ordinal } from '../kit/time.ts';

export function EarlierAttempts({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const earlier = file.attempts.filter((a) => a.station === station.id);
  const last = earlier.at(-1);
  if (!last) return null;
  const route = routeOf(file.motor, file.ownRoute);
  const recorded = recordedAt(route, station, last.typed).filter((f) => last.typed[f.id]);
  return (
    <section aria-label="Done before" className="mb-4 border-l-[3px] border-ink pl-3">
      <p className="flex gap-2 text-[17px]">
        <VerdictMark verdict="stop" size={20} />
        <span>
          <b className="font-[650]">The {ordinal(earlier.length + 1)} time:</b> {last.reason}
        </span>
      </p>
      <p className="text-[14px] text-graphite">
        {last.endedBy}, {ageOf(last.endedAt)} ago
        {last.from !== station.id &&
          `, when ${stationOf(route, last.from).title.toLowerCase()} was opened again`}
        {last.signedBy && `; signed before by ${last.signedBy}`}
      </p>
      {recorded.length > 0 && (
        <p className="text-[14px]">
          {recorded.map((f) => `${f.label}: ${sayTyped(f, last.typed[f.id]!)}`).join('; ')}
        </p>
      )}
    </section>
  );
}
