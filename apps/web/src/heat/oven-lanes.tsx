/** The ovens today, one under the other: what is in each, how far it is, when it can be taken. */
import { HEAT_KINDS, readProgramme, showNumber } from '@norther/core';
import type { HeatAnswer, LoadRecord } from '@norther/records';
import { scaleTime } from 'd3';
import { TickText } from '../kit/tick-text.tsx';
import type { LoadStory } from './load-story.ts';

const [LEFT, LANE, TOP] = [138, 46, 22];

export interface OvenNow {
  readonly oven: HeatAnswer['ovens'][number];
  readonly load: LoadRecord | null;
  readonly story: LoadStory | null;
}

export function OvenLanes({
  ovens,
  loads,
  chosen,
  onChoose,
  onLoad,
  width,
  now,
}: {
  readonly ovens: readonly OvenNow[];
  readonly loads: readonly LoadRecord[];
  readonly chosen: string | null;
  readonly onChoose: (loadId: string) => void;
  readonly onLoad: (ovenId: string) => void;
  readonly width: number;
  readonly now: number;
}) {
  const from = new Date(now - 9 * 3_600_000);
  const to = new Date(now + 15 * 3_600_000);
  const x = scaleTime([from, to], [LEFT, width - 8]).clamp(true);
  const height = TOP + ovens.length * LANE + 4;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="block"
      role="group"
      aria-label="Ovens today"
    >
      {x.ticks(12).map((t) => (
        <g key={t.getTime()}>
          <path d={`M${x(t)} ${TOP - 4}V${height}`} stroke="var(--grid)" />
          <TickText x={x(t)} y={13}>
            {String(t.getHours()).padStart(2, '0')}
          </TickText>
        </g>
      ))}
      {ovens.map(({ oven, load, story }, i) => {
        const y = TOP + i * LANE;
        const own = loads.filter(
          (l) => l.oven === oven.id && Date.parse(l.outAt ?? to.toISOString()) > from.getTime(),
        );
        return (
          <g key={oven.id}>
            <path d={`M0 ${y + LANE - 2}H${width}`} stroke="var(--hair)" />
            <text x={4} y={y + 15} fontSize="15" fontWeight="650" fill="var(--ink)">
              {oven.name}
            </text>
            <text
              x={4}
              y={y + 31}
              fontSize="13"
              fill={
                oven.controller.state === 'silent' && load
                  ? 'var(--carmine)'
                  : story?.state.partC != null
                    ? 'var(--copper)'
                    : 'var(--graphite)'
              }
              fontWeight={story?.state.partC != null ? 650 : 400}
            >
              {!load
                ? 'empty'
                : story?.state.partC != null
                  ? `part ${showNumber(story.state.partC, 3)} °C`
                  : oven.controller.state === 'silent'
                    ? 'controller silent'
                    : 'no reading yet'}
            </text>
            {!load && (
              <g
                role="button"
                tabIndex={0}
                aria-label={`Load ${oven.name}`}
                className="cursor-pointer outline-offset-2"
                onClick={() => onLoad(oven.id)}
                onKeyDown={(e) => {
                  if (e.key === 'Enter' || e.key === ' ') {
                    e.preventDefault();
                    onLoad(oven.id);
                  }
                }}
              >
                <rect
                  x={x(new Date(now)) + 8}
                  y={y + 5}
                  width="104"
                  height={LANE - 14}
                  fill="var(--paper)"
                  stroke="var(--ink)"
                  strokeDasharray="5 4"
                />
                <text x={x(new Date(now)) + 18} y={y + 25} fontSize="14" fontWeight="650" fill="var(--ink)">
                  Load {oven.name}
                </text>
              </g>
            )}
            {own.map((l) => {
              const done = l.id === load?.id ? story?.ahead?.done?.likely : null;
              const cold = l.id === load?.id ? story?.ahead?.colder[0]?.at?.likely : null;
              const start = Date.parse(l.startedAt);
              const doneX = done != null ? x(new Date(start + done * 60_000)) : null;
              const endX = l.outAt
                ? x(new Date(l.outAt))
                : cold != null
                  ? x(new Date(start + cold * 60_000))
                  : (doneX ?? x(to));
              const x0 = x(new Date(start));
              const past = Math.min(x(new Date(now)), endX);
              const { programme } = readProgramme(l.programme);
              return (
                <g
                  key={l.id}
                  role="button"
                  tabIndex={0}
                  aria-pressed={l.id === chosen}
                  aria-label={`${oven.name}: ${l.parts.map((p) => p.number).join(', ')}`}
                  className="cursor-pointer outline-offset-2"
                  onClick={() => onChoose(l.id)}
                  onKeyDown={(e) => {
                    if (e.key === 'Enter' || e.key === ' ') {
                      e.preventDefault();
                      onChoose(l.id);
                    }
                  }}
                >
                  <rect
                    x={x0}
                    y={y + 3}
                    width={Math.max(2, past - x0)}
                    height={LANE - 10}
                    fill="var(--band)"
                  />
                  {doneX !== null && endX > doneX && (
                    <rect
                      x={doneX}
                      y={y + LANE - 14}
                      width={endX - doneX}
                      height="7"
                      fill="url(#hatch-cool)"
                    />
                  )}
                  <rect
                    x={x0}
                    y={y + 3}
                    width={Math.max(2, endX - x0)}
                    height={LANE - 10}
                    fill="none"
                    stroke={l.id === chosen ? 'var(--copper)' : 'var(--ink)'}
                    strokeWidth={l.id === chosen ? 2.4 : 1.2}
                    strokeDasharray={l.outAt || l.id === load?.id ? undefined : '5 4'}
                  />
                  {doneX !== null && (
                    <path d={`M${doneX} ${y + 3}v${LANE - 10}`} stroke="var(--ink)" strokeWidth="1.2" />
                  )}
                  {endX - x0 > 60 && (
                    <text x={x0 + 7} y={y + 18} fontSize="14" fill="var(--ink)">
                      <tspan className="font-fig" fontWeight="700">
                        {l.parts.map((p) => p.number).join(' ')}
                      </tspan>
                      {endX - x0 > 150 && programme && (
                        <tspan fill="var(--graphite)"> {HEAT_KINDS[programme.kind]}</tspan>
                      )}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
      <path d={`M${x(new Date(now))} ${TOP - 4}V${height}`} stroke="var(--copper)" strokeWidth="2" />
    </svg>
  );
}
