/** Temperature over time: the programme, the air, the part as it was, and as it will probably be. */
import { showMinutes, showShort } from '@norther/core';
import type { LoadRecord } from '@norther/records';
import { extent, line, scaleLinear, scaleTime, timeFormat } from 'd3';
import { showClock } from '../kit/moments.ts';
import { TickText } from '../kit/tick-text.tsx';
import { timeOf, type Handling, type LoadStory } from './load-story.ts';

const [LEFT, RIGHT, TOP, BOTTOM] = [46, 44, 34, 26];
const fahrenheit = (c: number) => (c * 9) / 5 + 32;

export function CourseChart({
  load,
  story,
  handling,
  width,
  height,
  now,
}: {
  readonly load: Pick<LoadRecord, 'startedAt' | 'outAt'>;
  readonly story: LoadStory;
  readonly handling: Handling;
  readonly width: number;
  readonly height: number;
  readonly now: number;
}) {
  const { programme, log, state, ahead } = story;
  const course = ahead?.course ?? [];
  const last = Math.max(log.at(-1)?.minute ?? 0, course.at(-1)?.minute ?? 0, 60);
  const all = [...log, ...course];
  const [, high = 100] = extent(all, (p) => Math.max(p.partC, p.airC ?? -Infinity)) as [number?, number?];
  const top = Math.max(high, programme.targetC, programme.mostC ?? 0) * 1.08;
  const x = scaleTime([timeOf(load, 0), timeOf(load, last)], [LEFT, width - RIGHT]);
  const y = scaleLinear([0, top], [height - BOTTOM, TOP]).nice(6);
  const at = (minute: number) => x(timeOf(load, minute));
  const draw = (points: readonly { readonly minute: number }[], of: (p: never) => number) =>
    line<{ readonly minute: number }>(
      (p) => at(p.minute),
      (p) => y(of(p as never)),
    )(points as { readonly minute: number }[]) ?? undefined;
  const withAir = log.filter((p) => p.airC !== undefined);
  const threshold = programme.targetC - programme.toleranceK;
  const reached = state.reachedAt ?? ahead?.atTemperature?.likely ?? null;
  const done = ahead?.done?.likely ?? null;
  const nowX = x(new Date(now));
  const airThere = withAir.find((p) => p.airC! >= threshold)?.minute ?? null;
  const heats = handling;
  const lines: readonly (readonly [number, string])[] = [
    [heats.glovesC, `gloves, under ${showShort(heats.glovesC, 3)} °C`],
    [heats.testedC, `to test, under ${showShort(heats.testedC, 3)} °C`],
  ];
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${programme.name}: part ${state.partC === null ? 'not read yet' : `${showShort(state.partC, 4)} °C`}`}
      className="block"
    >
      {x.ticks(Math.max(4, Math.floor(width / 75))).map((t) => (
        <g key={t.getTime()}>
          <path d={`M${x(t)} ${TOP}V${height - BOTTOM}`} stroke="var(--grid)" />
          <TickText x={x(t)} y={height - 8}>
            {t.getHours() === 0 && t.getMinutes() === 0 ? timeFormat('%a %d')(t) : timeFormat('%H:%M')(t)}
          </TickText>
        </g>
      ))}
      {y.ticks(6).map((t) => (
        <g key={t}>
          <path d={`M${LEFT} ${y(t)}H${width - RIGHT}`} stroke="var(--grid)" />
          <TickText x={LEFT - 6} y={y(t) + 4} anchor="end">
            {t}
          </TickText>
          <TickText x={width - RIGHT + 6} y={y(t) + 4} anchor="start">
            {Math.round(fahrenheit(t))}
          </TickText>
        </g>
      ))}
      <TickText x={LEFT - 6} y={TOP - 12} anchor="end">
        °C
      </TickText>
      <TickText x={width - RIGHT + 6} y={TOP - 12} anchor="start">
        °F
      </TickText>
      {reached !== null && (
        <rect
          x={at(reached)}
          y={y(programme.targetC + programme.toleranceK)}
          width={Math.max(0, at(done ?? last) - at(reached))}
          height={y(threshold) - y(programme.targetC + programme.toleranceK)}
          fill="var(--band)"
        />
      )}
      <path
        d={`M${LEFT} ${y(programme.targetC)}H${width - RIGHT}`}
        stroke="var(--ink)"
        strokeDasharray="12 3 2 3"
        fill="none"
      />
      <text
        x={width - RIGHT - 4}
        y={y(programme.targetC) - 7}
        fontSize="13"
        textAnchor="end"
        fill="var(--graphite)"
      >
        {programme.name}: {showShort(programme.targetC, 4)} °C = {Math.round(fahrenheit(programme.targetC))}{' '}
        °F
      </text>
      {programme.mostC !== null && (
        <g>
          <path
            d={`M${LEFT} ${y(programme.mostC)}H${width - RIGHT}`}
            stroke="var(--carmine)"
            strokeWidth="1.5"
          />
          <text x={LEFT + 6} y={y(programme.mostC) - 5} fontSize="13" fill="var(--carmine)">
            limit of the part {showShort(programme.mostC, 3)} °C
          </text>
        </g>
      )}
      {lines.map(([celsius, words]) => (
        <g key={words}>
          <path
            d={`M${LEFT} ${y(celsius)}H${width - RIGHT}`}
            stroke="var(--graphite)"
            strokeDasharray="2 4"
          />
          <text
            x={(LEFT + width) / 2}
            y={y(celsius) - 4}
            fontSize="13"
            textAnchor="middle"
            fill="var(--graphite)"
          >
            {words}
          </text>
        </g>
      ))}
      {airThere !== null && state.reachedAt !== null && state.reachedAt - airThere > 5 && (
        <g>
          <path
            d={`M${at(airThere)} ${y(14)}H${at(state.reachedAt)}M${at(airThere)} ${y(14) - 6}v12M${at(state.reachedAt)} ${y(14) - 6}v12`}
            stroke="var(--carmine)"
            fill="none"
          />
          <text x={at(airThere) + 5} y={y(14) - 6} fontSize="13" fill="var(--carmine)">
            the air is ahead by {showMinutes(state.reachedAt - airThere)}
          </text>
        </g>
      )}
      <path
        d={draw(withAir, (p: { airC: number }) => p.airC)}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <path
        d={draw(
          course.filter((p) => p.airC !== undefined),
          (p: { airC: number }) => p.airC,
        )}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1"
        strokeDasharray="5 4"
      />
      <path
        d={draw(log, (p: { partC: number }) => p.partC)}
        fill="none"
        stroke="var(--copper)"
        strokeWidth="3.4"
      />
      <path
        d={draw(course, (p: { partC: number }) => p.partC)}
        fill="none"
        stroke="var(--copper)"
        strokeWidth="2.2"
        strokeDasharray="7 5"
      />
      {withAir.length > 3 && (
        <text
          x={at(withAir[Math.floor(withAir.length / 8)]!.minute) + 4}
          y={y(withAir[Math.floor(withAir.length / 8)]!.airC!) - 8}
          fontSize="13"
          fontWeight="650"
          fill="var(--ink)"
        >
          air
        </text>
      )}
      {log.length > 3 && (
        <text
          x={at(log[Math.floor(log.length / 3)]!.minute) + 8}
          y={y(log[Math.floor(log.length / 3)]!.partC) + 16}
          fontSize="14"
          fontWeight="650"
          fill="var(--copper)"
        >
          part, {showShort(story.massKg, 3)} kg
        </text>
      )}
      {(ahead?.colder ?? []).map(({ belowC, at: when }) =>
        when === null || belowC === heats.touchC ? null : (
          <g key={belowC}>
            <path
              d={`M${at(when.likely)} ${y(belowC)}V${height - BOTTOM}`}
              stroke="var(--ink)"
              strokeWidth="1"
            />
            <circle
              cx={at(when.likely)}
              cy={y(belowC)}
              r="5"
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth="2"
            />
            <text
              x={at(when.likely) + (at(when.likely) > width - RIGHT - 50 ? -8 : 6)}
              textAnchor={at(when.likely) > width - RIGHT - 50 ? 'end' : 'start'}
              y={y(belowC) - 9}
              fontSize="15"
              fontWeight="700"
              className="font-fig"
              fill="var(--ink)"
            >
              {showClock(timeOf(load, when.likely))}
            </text>
          </g>
        ),
      )}
      {!load.outAt && nowX <= width - RIGHT && (
        <g>
          <path d={`M${nowX} ${TOP - 4}V${height - BOTTOM}`} stroke="var(--copper)" strokeWidth="2" />
          <rect x={nowX - 24} y={TOP - 24} width="48" height="20" fill="var(--copper)" />
          <text
            x={nowX}
            y={TOP - 9}
            fontSize="14"
            fontWeight="700"
            textAnchor="middle"
            className="font-fig"
            fill="var(--on-copper)"
          >
            {showClock(new Date(now))}
          </text>
        </g>
      )}
    </svg>
  );
}
