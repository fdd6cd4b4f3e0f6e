/** The coming days as lines of time: people, ovens, what else there is one of; promises as flags, the picked motor in copper. */
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import type { Placed } from '@norther/core';
import { workingScale } from '@norther/drawings';
import { useMemo } from 'react';
import { showClock } from '../kit/moments.ts';
import { TickText } from '../kit/tick-text.tsx';
import { NEW_MOTOR } from './plan-input.ts';
import type { PlanResult } from './plan.worker.ts';

const [LEFT, LANE, TOP] = [104, 30, 64];
const MINUTE = 60_000;
/** A block narrower than that says nothing, one a little wider its number alone [px]. */
const ROOM = { upright: 13, number: 34, title: 78 };
/** Numbers of flags nearer to each other than that would cover one another [px]. */
const FLAG_ROOM = 34;

export interface Moved {
  readonly placed: Placed;
  /** Lane it was dropped on, where it is a person's. */
  readonly worker: string | null;
  /** Instant its left edge was dropped at [ms]. */
  readonly at: number;
  readonly sideways: boolean;
}

interface TimelineProps {
  readonly result: PlanResult;
  readonly width: number;
  readonly from: number;
  readonly days: number;
  readonly picked: string | null;
  readonly rush: ReadonlySet<string>;
  readonly onPick: (motor: string | null) => void;
  readonly onMove: (moved: Moved) => void;
}

const nameOf = (job: string) => (job === NEW_MOTOR ? 'new' : job);

export function Timeline({ result, width, from, days, picked, rush, onPick, onMove }: TimelineProps) {
  const to = useMemo(() => {
    const end = new Date(from);
    // So many working days, whatever lies between.
    for (let left = days - (end.getDay() % 6 === 0 ? 0 : 1); left > 0;) {
      end.setDate(end.getDate() + 1);
      if (end.getDay() % 6 !== 0) left--;
    }
    end.setDate(end.getDate() + 1);
    return end.setHours(0, 0, 0, 0);
  }, [from, days]);
  const at = (minute: number) => result.now + minute * MINUTE;
  const busy = useMemo(() => {
    const list: number[] = [];
    const day = new Date(from);
    for (; day.getTime() < to; day.setDate(day.getDate() + 1))
      if (day.getDay() % 6 !== 0) list.push(day.getTime());
    return list;
  }, [from, to]);
  const scale = useMemo(() => workingScale(from, to, LEFT, width - 8, busy), [from, to, width, busy]);
  const lanes = [
    ...result.workers.map((w) => ({ id: w.id, name: w.name, kind: 'person' as const })),
    ...result.machines.map((m) => ({
      id: m.id,
      name: m.name,
      kind: m.batches ? ('oven' as const) : ('single' as const),
    })),
  ];
  const laneAt = new Map(lanes.map((l, i) => [l.id, TOP + i * LANE]));
  const height = TOP + lanes.length * LANE + 4;
  const seen = (a: number, b: number) => at(b) > from && at(a) < to;
  const flags = [...result.due].filter(([, due]) => seen(due, due + 1)).sort((a, b) => a[1] - b[1]);
  const named = new Set<string>();
  flags.reduce((free, [job, due]) => {
    const x = scale.x(at(due));
    if (x < free && job !== picked) return free;
    named.add(job);
    return x + FLAG_ROOM;
  }, 0);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      // A quarter of an hour, or a lane, with each arrow.
      coordinateGetter: (event, { currentCoordinates: c }) => {
        const quarter = Math.max(4, scale.x(from + 12 * 60 * MINUTE) - scale.x(from + 11.75 * 60 * MINUTE));
        if (event.code === 'ArrowRight') return { ...c, x: c.x + quarter };
        if (event.code === 'ArrowLeft') return { ...c, x: c.x - quarter };
        if (event.code === 'ArrowDown') return { ...c, y: c.y + LANE };
        if (event.code === 'ArrowUp') return { ...c, y: c.y - LANE };
        return undefined;
      },
    }),
  );
  const timeAt = (x: number) => {
    let [low, high] = [from, to];
    while (high - low > MINUTE) {
      const middle = (low + high) / 2;
      if (scale.x(middle) < x) low = middle;
      else high = middle;
    }
    return high;
  };
  const dropped = ({ active, delta }: DragEndEvent) => {
    const placed = result.placed.find((p) => p.task.id === active.id);
    if (!placed || Math.abs(delta.x) + Math.abs(delta.y) < 4) return;
    const lane = Math.round((laneAt.get(placed.worker)! - TOP + delta.y) / LANE);
    const worker = lanes[lane]?.kind === 'person' ? lanes[lane].id : null;
    const sideways = Math.abs(delta.x) > 3;
    onMove({ placed, worker, at: timeAt(scale.x(at(placed.work.from)) + delta.x), sideways });
  };
  return (
    <div className="relative" style={{ width, height }}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        className="absolute inset-0"
        aria-hidden="true"
      >
        {scale.nights.map(([a, b]) => (
          <rect
            key={a}
            x={scale.x(a)}
            y={TOP}
            width={Math.max(0, scale.x(b) - scale.x(a))}
            height={height - TOP}
            fill="var(--tint)"
          />
        ))}
        {scale.days
          .filter((d) => !d.empty)
          .map((d) => (
            <text key={d.at} x={scale.x(d.at) + 4} y={14} fontSize="14" fontWeight="650" fill="var(--ink)">
              {new Date(d.at).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' })}
            </text>
          ))}
        {scale.hours.map((h) => (
          <g key={h}>
            <path d={`M${scale.x(h)} ${TOP - 4}V${height}`} stroke="var(--grid)" />
            <TickText x={scale.x(h)} y={TOP - 32}>
              {String(new Date(h).getHours()).padStart(2, '0')}
            </TickText>
          </g>
        ))}
        {lanes.map((l, i) => (
          <g key={l.id}>
            <path
              d={`M0 ${TOP + (i + 1) * LANE}H${width}`}
              stroke={lanes[i + 1]?.kind !== l.kind ? 'var(--ink)' : 'var(--hair)'}
            />
            <text
              x={4}
              y={TOP + i * LANE + 20}
              fontSize="14"
              fontWeight={l.kind === 'person' ? 650 : 500}
              fill="var(--ink)"
            >
              {l.name}
            </text>
          </g>
        ))}
        {flags.map(([job, due]) => {
          const late = (result.ends.get(job) ?? Infinity) > due;
          const x = scale.x(at(due));
          return (
            <g key={job}>
              {late && job === picked && result.ends.has(job) && (
                <path
                  d={`M${x} ${TOP - 8}H${Math.min(width - 8, scale.x(at(result.ends.get(job)!)))}`}
                  stroke="var(--carmine)"
                  strokeWidth="4"
                />
              )}
              {named.has(job) && (
                <text
                  x={x}
                  y={TOP - 15}
                  fontSize="12"
                  fontWeight="650"
                  textAnchor="middle"
                  className="font-fig"
                  fill={late ? 'var(--carmine)' : picked === job ? 'var(--copper)' : 'var(--ink)'}
                >
                  {job}
                </text>
              )}
              <path
                d={`M${x - 5} ${TOP - 12}h10l-5 7z`}
                fill={late ? 'var(--carmine)' : picked === job ? 'var(--copper)' : 'var(--ink)'}
              />
            </g>
          );
        })}
        {result.machines
          .filter((m) => m.freeFrom > 0)
          .map((m) => (
            <rect
              key={m.id}
              x={scale.x(Math.max(from, result.now))}
              y={laneAt.get(m.id)! + 5}
              width={Math.max(2, scale.x(at(m.freeFrom)) - scale.x(Math.max(from, result.now)))}
              height={LANE - 10}
              fill="var(--band)"
              stroke="var(--ink)"
              strokeDasharray="2 3"
            />
          ))}
        {result.placed
          .filter((p) => p.machine !== null && seen(p.work.from, p.end))
          .map((p) => {
            const y = laneAt.get(p.machine!)! + 5;
            const [a, b] = [scale.x(at(p.work.from)), scale.x(at(p.end))];
            const here = p.task.job === picked;
            return (
              <g key={`${p.task.id} on`}>
                <path
                  d={
                    p.task.alone > 0
                      ? `M${a} ${y + LANE - 10}Q${a + 4} ${y} ${a + Math.min(20, (b - a) / 3)} ${y}H${b - Math.min(20, (b - a) / 3)}Q${b - 4} ${y + LANE - 14} ${b} ${y + LANE - 10}Z`
                      : `M${a} ${y}H${b}V${y + LANE - 10}H${a}Z`
                  }
                  fill={here ? 'var(--wash)' : 'var(--paper)'}
                  stroke={here ? 'var(--copper)' : 'var(--ink)'}
                  strokeWidth={here ? 2 : 1.1}
                />
                {b - a > ROOM.number && (
                  <text
                    x={(a + b) / 2}
                    y={y + 15}
                    fontSize="13"
                    fontWeight="650"
                    textAnchor="middle"
                    className="font-fig"
                    fill={here ? 'var(--copper)' : 'var(--ink)'}
                  >
                    {nameOf(p.task.job)}
                  </text>
                )}
              </g>
            );
          })}
        {result.now > from && (
          <g>
            <path d={`M${scale.x(result.now)} ${TOP - 6}V${height}`} stroke="var(--copper)" strokeWidth="2" />
            <rect x={scale.x(result.now) - 2} y={TOP - 46} width="46" height="18" fill="var(--copper)" />
            <text
              x={scale.x(result.now) + 21}
              y={TOP - 32}
              fontSize="13"
              fontWeight="700"
              textAnchor="middle"
              className="font-fig"
              fill="var(--on-copper)"
            >
              {showClock(new Date(result.now))}
            </text>
          </g>
        )}
      </svg>
      <DndContext sensors={sensors} onDragEnd={dropped} accessibility={{ screenReaderInstructions: HOW }}>
        {result.placed
          .filter((p) => seen(p.work.from, p.work.to) && laneAt.has(p.worker))
          .map((p) => (
            <Block
              key={p.task.id}
              placed={p}
              left={scale.x(Math.max(from, at(p.work.from)))}
              right={scale.x(Math.min(to, at(p.work.to)))}
              top={laneAt.get(p.worker)! + 4}
              picked={p.task.job === picked}
              rush={rush.has(p.task.job)}
              words={`${nameOf(p.task.job)} ${p.task.title}, ${p.worker}, ${when(at(p.work.from))} to ${when(at(p.work.to))}`}
              onPick={() => onPick(p.task.job === picked ? null : p.task.job)}
            />
          ))}
      </DndContext>
    </div>
  );
}

const HOW = {
  draggable:
    'Space takes the step; arrows move it by a quarter of an hour or to somebody else; Space wishes it there, Escape leaves it.',
};
const when = (ms: number) =>
  `${new Date(ms).toLocaleDateString('en-GB', { weekday: 'short' })} ${showClock(new Date(ms))}`;

function Block({
  placed,
  left,
  right,
  top,
  picked,
  rush,
  words,
  onPick,
}: {
  readonly placed: Placed;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly picked: boolean;
  readonly rush: boolean;
  readonly words: string;
  readonly onPick: () => void;
}) {
  const { task } = placed;
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({
    id: task.id,
    disabled: task.inHand,
  });
  const width = Math.max(4, right - left);
  const look = picked
    ? 'border-copper bg-copper text-on-copper'
    : task.job === NEW_MOTOR
      ? 'border-dashed border-ink bg-paper'
      : task.inHand
        ? 'border-ink bg-band'
        : 'border-ink bg-paper';
  return (
    <button
      ref={setNodeRef}
      type="button"
      title={words}
      {...attributes}
      {...listeners}
      aria-label={words}
      aria-pressed={picked}
      onClick={onPick}
      className={`absolute flex touch-none flex-col justify-center overflow-hidden border text-left leading-none ${look} ${rush ? 'border-l-[4px]' : ''} ${isDragging ? 'z-20 opacity-80' : ''}`}
      style={{
        left,
        top,
        width,
        height: LANE - 8,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
      }}
    >
      {width > ROOM.number ? (
        <span className="truncate px-0.5 text-[12px]">
          <b className="fig text-[13px]">{nameOf(task.job)}</b>
          {width > ROOM.title && ` ${task.title}`}
        </span>
      ) : (
        width > ROOM.upright && (
          <span className="fig self-center text-[10px] leading-none [writing-mode:vertical-rl]">
            {nameOf(task.job)}
          </span>
        )
      )}
    </button>
  );
}
