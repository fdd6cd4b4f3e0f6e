/** When: the one time that is waited for, where the part is now, and the steps to it. */
import { HOT_SURFACE, sayCaution, showMinutes, showNumber, showShort, type Expected } from '@norther/core';
import type { LoadRecord } from '@norther/records';
import { useState } from 'react';
import { Link } from 'react-router';
import { unwrap, useAct } from '../app/use-act.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { Caution, FootKeys, Key } from '../kit/key.tsx';
import { showClock, showSoon } from '../kit/moments.ts';
import { useTakeOutMutation } from './heat-api.ts';
import { timeOf, type Handling, type LoadStory } from './load-story.ts';
import type { OvenNow } from './oven-lanes.tsx';
import { ReadingByHand } from './reading-by-hand.tsx';

const PHASE: Readonly<Record<LoadStory['state']['phase'], string>> = {
  'no-readings': 'No reading yet',
  heating: 'Heats',
  'at-temperature': 'At temperature',
  done: 'Done',
  'cooling-early': 'Cools before it is done',
};

export function When({
  oven,
  load,
  story,
  handling,
  touch,
  now,
}: {
  readonly oven: OvenNow['oven'];
  readonly load: LoadRecord;
  readonly story: LoadStory;
  readonly handling: Handling;
  readonly touch: string;
  readonly now: number;
}) {
  const { state, ahead, programme } = story;
  const clock = (minute: number) => {
    const at = timeOf(load, minute);
    const days = Math.round((at.getTime() - now) / 86_400_000);
    return at.toDateString() === new Date(now).toDateString() ? showClock(at) : showSoon(at, days);
  };
  const between = ({ early, late }: Expected) => `${clock(early)} to ${clock(late)}, two times in three`;
  const gloves = ahead?.colder[0]?.at ?? null;
  const [takeOut, { isLoading }] = useTakeOutMutation();
  const [byHand, setByHand] = useState(false);
  const act = useAct();
  const out = (note: string) =>
    act(
      unwrap(takeOut({ writeId: crypto.randomUUID(), id: load.id, version: load.version, note })),
      `${oven.name} is empty; its log stands with the motors that were in it.`,
    );
  const steps = [
    { at: 0, words: 'into the oven', done: true },
    ...(state.reachedAt !== null
      ? [{ at: state.reachedAt, words: 'part at temperature, the clock starts', done: true }]
      : ahead?.atTemperature
        ? [{ at: ahead.atTemperature.likely, words: 'part at temperature, the clock starts', done: false }]
        : []),
    ...(ahead?.done && state.owedMin > 0 ? [{ at: ahead.done.likely, words: 'done', done: false }] : []),
    ...(ahead?.colder ?? []).flatMap(({ belowC, at }, i) =>
      at
        ? [
            {
              at: at.likely,
              words: `${['lift with gloves', 'touch it', 'cold enough to test'][i]}, under ${showShort(belowC, 3)} °C`,
              done: false,
            },
          ]
        : [],
    ),
  ];
  return (
    <div className="flex min-h-full flex-col gap-3">
      {load.outAt ? (
        <div>
          <b className="text-[17px]">Out since</b>
          <p className="fig text-[44px] leading-none">{showClock(new Date(load.outAt))}</p>
          <p className="text-[14px] text-graphite">
            by {load.outBy}
            {load.note && `: ${load.note}`}
          </p>
        </div>
      ) : (
        <div>
          <b className="text-[17px]">
            {state.phase === 'done' ? 'It is done: can be lifted at' : 'Can be lifted'}
          </b>
          <p className="fig text-[64px] leading-[0.95]">{gloves ? clock(gloves.likely) : '–'}</p>
          <p className="text-[14px]">
            {gloves
              ? `with heat gloves, part under ${showShort(handling.glovesC, 3)} °C; ${between(gloves)}`
              : 'Nobody can say: it does not come to temperature in this oven.'}
          </p>
        </div>
      )}
      <div className="grid grid-cols-2 border-y-2 border-ink py-2">
        <p>
          <b className="block text-[14px] text-copper">Part</b>
          <span className="fig text-[30px] leading-none">
            {state.partC === null ? '–' : showNumber(state.partC, 4)}
          </span>{' '}
          <span className="text-[14px] text-graphite">°C</span>
        </p>
        <p className="border-l border-hair pl-3">
          <b className="block text-[14px]">Air</b>
          <span className="fig text-[30px] leading-none">
            {state.airC === null ? '–' : showNumber(state.airC, 4)}
          </span>{' '}
          <span className="text-[14px] text-graphite">°C</span>
        </p>
      </div>
      <div>
        <p className="flex items-baseline justify-between text-[14px]">
          <b>{PHASE[state.phase]}</b>
          <span className="fig text-[16px]">
            {showMinutes(state.countedMin)} of {showMinutes(programme.minutes)}
          </span>
        </p>
        <span className="mt-1 block h-3 border-[1.5px] border-ink">
          <span
            className="block h-full bg-copper"
            style={{ width: `${Math.min(100, (100 * state.countedMin) / programme.minutes)}%` }}
          />
        </span>
        <p className="mt-1 text-[13px] text-graphite">
          {state.equivalentMin === null
            ? `longest time at ${showShort(programme.targetC - programme.toleranceK, 4)} °C or more`
            : `by equivalence with the two lines of the sheet; ${showMinutes(state.heldMin)} at ${showShort(programme.targetC - programme.toleranceK, 4)} °C or more`}
        </p>
      </div>
      <ol className="border-l-2 border-ink pl-3">
        {steps.map((s, i) => (
          <li key={i} className={`flex items-baseline gap-2 text-[14px] ${s.done ? '' : 'text-graphite'}`}>
            <span className={`fig min-w-[52px] shrink-0 text-[15px] ${s.done ? 'font-bold' : ''}`}>
              {clock(s.at)}
            </span>
            {s.words}
          </li>
        ))}
      </ol>
      <p className="flex flex-wrap items-baseline gap-x-3 text-[14px]">
        {load.parts.map((p) => (
          <Link
            key={`${p.number}${p.body}`}
            className="underline"
            to={`/motor/${encodeURIComponent(p.number)}/traveller`}
          >
            <span className="fig">{p.number}</span> {p.body}, {showShort(p.massKg, 3)} kg
          </Link>
        ))}
        {ahead && (
          <span className="text-[13px] text-graphite">
            lags by {Math.round(ahead.tau)} min, from {ahead.from}
          </span>
        )}
      </p>
      {oven.controller.words && !load.outAt && (
        <p className="text-[14px] font-[650] text-carmine">{oven.controller.words}</p>
      )}
      <FindingList findings={state.findings.filter((f) => f.severity !== 'note')} />
      {!load.outAt && (state.partC === null || state.partC > handling.touchC) && (
        <Caution
          {...sayCaution({ name: 'Hot part', text: `${HOT_SURFACE} Vapour: fan on, no flame.` }, touch)}
        />
      )}
      {!load.outAt && (
        <FootKeys className="mt-auto">
          <Key primary={state.phase === 'done'} disabled={isLoading} onClick={() => void out('')}>
            {state.phase === 'done' ? 'Take it out' : `Take it out, ${showMinutes(state.owedMin)} short`}
          </Key>
          {oven.controller.state === 'none' && <Key onClick={() => setByHand(true)}>Write a reading</Key>}
        </FootKeys>
      )}
      <ReadingByHand load={load} open={byHand} onOpen={setByHand} />
    </div>
  );
}
