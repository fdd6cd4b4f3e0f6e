/** Putting parts into an oven: what waits for it, by which programme, and when it would be ready. */
import {
  fitsOven,
  forecast,
  lagOfOven,
  quantity,
  readField,
  readOven,
  readProgramme,
  showShort,
  stationOf,
} from '@norther/core';
import type { HeatAnswer, LoadPart } from '@norther/records';
import { useMemo, useState } from 'react';
import { useFloorQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useRoutesHere } from '../app/use-route-of.ts';
import { Choice } from '../kit/choice.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { LineField } from '../kit/line-field.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { showClock, showSoon } from '../kit/moments.ts';
import { useStartLoadMutation } from './heat-api.ts';
import type { Handling } from './load-story.ts';

const MASS = quantity('mass', 'Mass', 'mass', 0.05, 50_000);
const ROOM_C = 21;
/** When somebody is there to take it out again. */
const MORNING = 7;

interface Ticked {
  readonly mass: string;
}

/** What is ticked for an oven, and what would become of it. @param item null where no empty oven is shown */
export function usePutIn(
  heat: HeatAnswer | undefined,
  item: HeatAnswer['ovens'][number] | null,
  handling: Handling,
) {
  const { data: floor = [] } = useFloorQuery();
  const routes = useRoutesHere();
  const oven = useMemo(() => (item ? readOven(item.typed).oven : null), [item]);
  const programmes = (heat?.programmes ?? []).filter((p) => p.retiredAt === null);
  const fitting = programmes.filter((p) => {
    const { programme } = readProgramme(p.typed);
    return programme && oven && fitsOven(oven, programme, []).length === 0;
  });
  const [chosen, setChosen] = useState<string | null>(null);
  const programmeItem = fitting.find((p) => p.id === chosen) ?? fitting[0] ?? null;
  const programme = programmeItem && readProgramme(programmeItem.typed).programme;
  const [ticked, setTicked] = useState<Readonly<Record<string, Ticked>>>({});
  const [other, setOther] = useState('');
  const inOvens = new Set(
    (heat?.loads ?? []).filter((l) => !l.outAt).flatMap((l) => l.parts.map((p) => `${p.number} ${p.body}`)),
  );
  /** What it weighed when it was in an oven before. */
  const weighed = (number: string) =>
    (heat?.loads ?? []).flatMap((l) => l.parts).find((p) => p.number === number)?.massKg;
  const waiting = useMemo(
    () =>
      floor.flatMap(({ motor, notes }) => {
        const route = routes.of(motor);
        return notes.flatMap((n) =>
          route &&
          oven &&
          n.station &&
          n.body !== 'motor' &&
          stationOf(route, n.station).equipment === oven.occupies
            ? [
                {
                  number: motor.number,
                  body: n.body,
                  machine: motor.machine,
                  held: n.state === 'held',
                  rush: motor.rush,
                },
              ]
            : [],
        );
      }),
    [floor, routes, oven],
  );
  const rows = [
    ...waiting.filter((w) => !inOvens.has(`${w.number} ${w.body}`)),
    ...(other.trim() !== '' && !waiting.some((w) => w.number === other.trim())
      ? [
          {
            number: other.trim(),
            body: 'stator' as const,
            machine: 'typed by hand',
            held: false,
            rush: false,
          },
        ]
      : []),
  ];
  const massOf = (number: string) => ticked[number]?.mass ?? '';
  const parts = rows.flatMap((r): LoadPart[] => {
    const read = readField(MASS, massOf(r.number));
    return r.number in ticked && read.state === 'read'
      ? [{ number: r.number, body: r.body, massKg: read.value }]
      : [];
  });
  const unweighed = rows.some(
    (r) => r.number in ticked && readField(MASS, massOf(r.number)).state !== 'read',
  );
  const findings =
    oven && programme
      ? fitsOven(
          oven,
          programme,
          parts.map((p) => ({ ...p, name: p.number })),
        )
      : [];
  const heaviest = Math.max(0, ...parts.map((p) => p.massKg));
  const ahead =
    programme && oven && item && heaviest > 0
      ? forecast(
          programme,
          { rate: oven.rate, roomC: ROOM_C, lag: lagOfOven(item.pasts) },
          heaviest,
          { minute: 0, partC: ROOM_C, airC: ROOM_C },
          [],
          { owedMin: programme.minutes },
          [handling.glovesC],
        )
      : null;
  return {
    item,
    oven,
    fitting,
    programmeItem,
    programme,
    choose: setChosen,
    rows,
    parts,
    unweighed,
    findings,
    ahead,
    heaviest,
    other,
    setOther,
    ticked,
    massOf,
    tick: (number: string, on: boolean) =>
      setTicked((before) => {
        const { [number]: _gone, ...rest } = before;
        const known = weighed(number);
        return on ? { ...rest, [number]: { mass: known ? String(known) : '' } } : rest;
      }),
    weigh: (number: string, mass: string) => setTicked((before) => ({ ...before, [number]: { mass } })),
  };
}

export function PutIn({
  putIn: p,
  now,
  onStarted,
}: {
  readonly putIn: ReturnType<typeof usePutIn>;
  readonly now: number;
  readonly onStarted: (loadId: string) => void;
}) {
  const { item, oven, programmeItem, parts, ahead, findings, unweighed } = p;
  const [startLoad, { isLoading }] = useStartLoadMutation();
  const act = useAct();
  const lifted = ahead?.colder[0]?.at ?? null;
  const clock = (at: number) => {
    const day = new Date(at);
    return day.toDateString() === new Date(now).toDateString() ? showClock(day) : showSoon(day, 1);
  };
  const morning = new Date(now);
  morning.setHours(MORNING, 0, 0, 0);
  if (morning.getTime() < now) morning.setDate(morning.getDate() + 1);
  const latest = lifted ? morning.getTime() - lifted.late * 60_000 : null;
  const start = async () => {
    if (!item || !programmeItem || parts.length === 0) return;
    let id: string | null = null;
    const problem = await act(
      unwrap(
        startLoad({
          writeId: crypto.randomUUID(),
          entry: { oven: item.id, programme: programmeItem.id, parts, startedAt: null },
        }),
      ).then((load) => (id = load.id)),
      `In ${item.name} since ${showClock(new Date())}.`,
    );
    if (!problem && id) onStarted(id);
  };
  return (
    <div className="flex min-h-full flex-col gap-3" data-form="">
      <p>
        <b className="text-[17px]">{item?.name} is empty</b>
        <span className="block text-[14px] text-graphite">
          to {oven ? showShort(oven.hottestC, 3) : '–'} °C
          {oven?.massKg ? `, ${showShort(oven.massKg, 3)} kg` : ''}; stations that occupy {oven?.occupies}
        </span>
      </p>
      <div>
        <label htmlFor="put-in-programme" className="block text-[13px] text-graphite">
          Programme
        </label>
        <div className="flex h-9 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field max-xl:h-12">
          <Choice
            id="put-in-programme"
            name="programme"
            value={programmeItem?.id ?? ''}
            options={p.fitting.map((p) => ({ value: p.id, label: p.name }))}
            onChoose={p.choose}
            className="flex-1"
          />
        </div>
      </div>
      <ul>
        {p.rows.map((r) => (
          <li
            key={r.number}
            className="grid grid-cols-[1fr_110px] items-end gap-2 border-b border-grid py-1.5"
          >
            <label className="flex min-h-10 items-center gap-2 text-[15px]">
              <input
                type="checkbox"
                className="size-5 accent-(--copper)"
                checked={r.number in p.ticked}
                onChange={(e) => p.tick(r.number, e.target.checked)}
              />
              <span className="leading-tight">
                <b className="fig text-[17px]">{r.number}</b> {r.body}
                {r.rush && <b className="ml-1 text-copper">RUSH</b>}
                <span className="block text-[13px] text-graphite">
                  {r.machine}
                  {r.held ? ', held' : ''}
                </span>
              </span>
            </label>
            {r.number in p.ticked && (
              <TypedField
                field={MASS}
                value={p.massOf(r.number)}
                missing
                onType={(mass) => p.weigh(r.number, mass)}
              />
            )}
          </li>
        ))}
        {p.rows.length === 0 && <li className="text-[15px]">Nothing on the floor waits for this oven.</li>}
      </ul>
      <LineField label="Another motor, by its number" name="other" value={p.other} onType={p.setOther} scan />
      {lifted && ahead?.done && (
        <p className="border-l-[3px] border-copper pl-3 text-[14px]">
          In now: done <b className="fig">{clock(now + ahead.done.likely * 60_000)}</b>, lifted with gloves{' '}
          <b className="fig">{clock(now + lifted.likely * 60_000)}</b>.
          {latest !== null && latest > now && (
            <span className="block text-graphite">
              Ready at {showClock(morning)} when it goes in by <b className="fig text-ink">{clock(latest)}</b>
              .
            </span>
          )}
        </p>
      )}
      <FindingList findings={findings} />
      <FootKeys className="mt-auto">
        <Key
          primary
          disabled={
            parts.length === 0 || unweighed || isLoading || findings.some((f) => f.severity === 'stop')
          }
          onClick={() => void start()}
        >
          {unweighed ? 'Weigh it first' : 'In the oven now'}
        </Key>
      </FootKeys>
    </div>
  );
}
