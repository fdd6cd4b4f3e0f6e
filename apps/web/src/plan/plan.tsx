/** The plan: who does what when, which promises hold, when a new motor could be ready, what goes into the ovens tonight. */
import { keptBy, machineKind, MACHINE_KIND_IDS, quantity, readField, showMinutes } from '@norther/core';
import type { WishEntry } from '@norther/records';
import { useEffect, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { problemOf, useSessionQuery } from '../app/api.ts';
import { showMessage } from '../app/sheet-state.ts';
import { useAppDispatch } from '../app/store.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Choice } from '../kit/choice.tsx';
import { TypedField } from '../kit/fields.tsx';
import { isTyping } from '../kit/is-typing.ts';
import { Key } from '../kit/key.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import { showClock, showSoon } from '../kit/moments.ts';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { useWidth } from '../kit/use-width.ts';
import { useTakeBackWishMutation, useWishMutation } from './plan-api.ts';
import type { Weighed } from './plan.worker.ts';
import { Spread } from './spread.tsx';
import { Timeline, type Moved } from './timeline.tsx';
import { Tonight } from './tonight.tsx';
import { usePlan } from './use-plan.ts';

const POWER = quantity('newPower', 'Power', 'power', 0.05, 5000);
const KINDS = MACHINE_KIND_IDS.map((id) => ({ value: id, label: machineKind(id).name }));
const DAY = 86_400_000;
const MINUTE = 60_000;

interface Asked {
  readonly entry: WishEntry;
  readonly weighed: Weighed;
}

export function Plan() {
  const [address, setAddress] = useSearchParams();
  const [typedPower, setTypedPower] = useState('11');
  const [kind, setKind] = useState(KINDS[0]!.value);
  const read = readField(POWER, typedPower);
  const powerKw = read.state === 'read' ? read.value : null;
  const newMotor = useMemo(() => (powerKw === null ? null : { kind, powerKw }), [kind, powerKw]);
  const { result, share, cancel, weigh, error, wishes, motors } = usePlan(newMotor);
  const [ref, width] = useWidth<HTMLDivElement>(1240, 1030);
  const { data: session } = useSessionQuery();
  const [asked, setAsked] = useState<Asked | null>(null);
  const [send] = useWishMutation();
  const [takeBack] = useTakeBackWishMutation();
  const act = useAct();
  const dispatch = useAppDispatch();
  const shift = Number(address.get('day') ?? 0) || 0;
  const picked = address.get('motor');
  const put = (key: string, value: string | null) =>
    setAddress(
      (before) => {
        if (value === null) before.delete(key);
        else before.set(key, value);
        return before;
      },
      { replace: true },
    );
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e.target) || e.ctrlKey || e.altKey || e.metaKey) return;
      if (e.key !== '[' && e.key !== ']') return;
      setAddress(
        (before) => {
          before.set(
            'day',
            String(Math.max(0, (Number(before.get('day') ?? 0) || 0) + (e.key === ']' ? 1 : -1))),
          );
          return before;
        },
        { replace: true },
      );
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [setAddress]);
  const rush = useMemo(
    () => new Set(motors.filter((m) => m.motor.rush).map((m) => m.motor.number)),
    [motors],
  );
  const [opened] = useState(() => Date.now());
  const now = result?.now ?? opened;
  const from = useMemo(() => {
    const start = new Date(now + shift * DAY);
    start.setHours(6, 0, 0, 0);
    return shift === 0 ? Math.min(start.getTime(), now) : start.getTime();
  }, [now, shift]);
  const clock = (minute: number) => {
    const at = new Date(now + minute * MINUTE);
    const days = Math.round((at.getTime() - now) / DAY);
    return at.toDateString() === new Date(now).toDateString() ? showClock(at) : showSoon(at, days);
  };
  const keep = (entry: WishEntry, insisted: boolean) =>
    act(
      unwrap(send({ writeId: crypto.randomUUID(), entry: { ...entry, insisted } })),
      'The wish is in the plan.',
    ).then(() => setAsked(null));
  const moved = async ({ placed, worker, at, sideways }: Moved) => {
    const { task } = placed;
    if (task.job === 'new') return;
    const other = worker !== null && worker !== placed.worker ? worker : null;
    if (other === null && !sideways) return;
    const entry: WishEntry = {
      motor: task.job,
      station: task.station,
      worker: other,
      notBefore: sideways ? new Date(Math.max(now, at)).toISOString() : null,
      why: '',
      insisted: false,
    };
    const weighed = await weigh({
      motor: entry.motor,
      station: entry.station,
      worker: entry.worker,
      notBefore: entry.notBefore,
    });
    if (weighed.possible) void keep(entry, false);
    else if (weighed.delays.length === 0) dispatch(showMessage({ text: weighed.reason, bad: true }));
    else setAsked({ entry, weighed });
  };
  const late = result
    ? [...result.due].flatMap(([job, due]) => {
        const end = result.ends.get(job);
        return end !== undefined && end > due ? [{ job, by: end - due }] : [];
      })
    : [];
  const likely = keptBy(result?.newMotor ?? [], 0.9);
  const half = keptBy(result?.newMotor ?? [], 0.5);
  const pickedEnd = picked ? result?.ends.get(picked) : undefined;
  const pickedDue = picked ? result?.due.get(picked) : undefined;
  const save = async (worker: string | null) => {
    if (!result) return;
    try {
      const { calendarFile } = await import('./calendar-file.ts');
      const url = URL.createObjectURL(new Blob([calendarFile(result, worker)], { type: 'text/calendar' }));
      const link = document.createElement('a');
      link.href = url;
      link.download = `${worker ? worker.replaceAll(' ', '-') : 'motors-ready'}.ics`;
      link.click();
      // A slow browser reads it after the click; taken away at once it would save nothing.
      setTimeout(() => URL.revokeObjectURL(url), 60_000);
    } catch (error) {
      dispatch(showMessage({ text: `The calendar could not be made: ${String(error)}`, bad: true }));
    }
  };
  return (
    <Sheet
      columns="4fr 4fr 4fr"
      title={
        picked ? (
          <>
            <SheetName name={`Motor ${picked === 'new' ? 'that comes now' : picked}`}>
              {pickedEnd === undefined ? 'not in the plan to its end' : `ready ${clock(pickedEnd)}`}
              {pickedDue === undefined ? ', nothing promised' : `, promised ${clock(pickedDue)}`}
              {pickedEnd !== undefined && pickedDue !== undefined
                ? pickedEnd > pickedDue
                  ? `: ${showMinutes(pickedEnd - pickedDue)} late`
                  : `: ${showMinutes(pickedDue - pickedEnd)} in hand`
                : ''}
            </SheetName>
            {picked !== 'new' && (
              <span className="no-print ml-auto flex items-center gap-2 px-3">
                <Link
                  to={`/motor/${encodeURIComponent(picked)}`}
                  className="border-[1.5px] border-ink px-3 py-2 font-[650]"
                >
                  Open {picked}
                </Link>
              </span>
            )}
          </>
        ) : (
          <SheetName name="Plan">who does what when, and which promises hold</SheetName>
        )
      }
      head={
        <section data-view="A" aria-label="The coming days" tabIndex={-1} className="outline-none">
          <h1 className="flex min-h-[20px] items-center gap-3 px-3 text-[13px] leading-none font-[650]">
            <span className="fig font-bold">A</span>The coming days
            <span className="font-medium text-graphite">
              {share !== null
                ? `planning, ${Math.round(100 * share)} %`
                : result
                  ? `planned for ${showClock(new Date(now))}`
                  : ''}
            </span>
            {share !== null && (
              <button type="button" className="underline" onClick={cancel}>
                stop
              </button>
            )}
            <span className="ml-auto flex gap-3 font-medium">
              <button
                type="button"
                className="underline"
                disabled={shift === 0}
                onClick={() => put('day', String(Math.max(0, shift - 1)))}
              >
                a day back <kbd className="fig">[</kbd>
              </button>
              <button type="button" className="underline" onClick={() => put('day', String(shift + 1))}>
                a day on <kbd className="fig">]</kbd>
              </button>
            </span>
          </h1>
          <div ref={ref} className="overflow-x-auto px-2">
            {error && !result && <p className="p-3 text-carmine">{problemOf(error).title}</p>}
            {result ? (
              <Timeline
                result={result}
                width={Math.max(760, width - 16)}
                from={from}
                days={5}
                picked={picked}
                rush={rush}
                onPick={(motor) => put('motor', motor)}
                onMove={(m) => void moved(m)}
              />
            ) : (
              <p className="p-4 text-[15px]">Making the plan …</p>
            )}
          </div>
        </section>
      }
    >
      <View letter="B" name="A motor that comes now" className="overflow-auto p-3">
        <p className="text-[14px]">It can be ready, nine times in ten, by</p>
        <p className="fig text-[44px] leading-none">{likely === null ? '–' : clock(likely)}</p>
        {half !== null && result?.newMotor && (
          <>
            <p className="text-[13px] text-graphite">
              half the time by {clock(half)}; by the shop’s own times
            </p>
            <Spread ends={result.newMotor} now={now} />
          </>
        )}
        <div className="mt-2 grid grid-cols-2 gap-3" data-form="">
          <TypedField field={POWER} value={typedPower} onType={setTypedPower} />
          <div>
            <label htmlFor="new-kind" className="block text-[13px] text-graphite">
              Kind
            </label>
            <div className="flex h-9 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field max-xl:h-12">
              <Choice
                id="new-kind"
                name="newKind"
                value={kind}
                options={KINDS}
                onChoose={setKind}
                className="flex-1"
              />
            </div>
          </div>
        </div>
      </View>
      <View
        letter="C"
        name="Tonight in the ovens"
        note="what to load, in order"
        className="overflow-auto p-3"
      >
        {result && <Tonight result={result} />}
      </View>
      <View letter="D" name="Promises and wishes" className="overflow-auto p-3">
        {asked && (
          <section aria-label="A wish that is refused" className="mb-3 border-l-[3px] border-carmine pl-3">
            <p className="text-[15px]">
              <b>
                {asked.entry.motor} {asked.entry.station}
              </b>{' '}
              refused: {asked.weighed.reason}
            </p>
            <p className="text-[13px] text-graphite">
              {asked.weighed.delays.map((d) => `${d.number} +${showMinutes(d.by)}`).join(', ')}
            </p>
            <p className="mt-1 flex gap-2">
              {session?.role === 'lead' && (
                <Key onClick={() => void keep(asked.entry, true)}>Do it all the same</Key>
              )}
              <Key onClick={() => setAsked(null)}>Leave it</Key>
            </p>
          </section>
        )}
        {late.length === 0 && result && (
          <p className="flex items-center gap-2 text-[15px]">
            <VerdictMark verdict="sound" size={18} /> Every promise holds.
          </p>
        )}
        {late
          .toSorted((a, b) => b.by - a.by)
          .map(({ job, by }) => (
            <p key={job} className="flex items-center gap-2 border-b border-grid py-1 text-[15px]">
              <VerdictMark verdict="stop" size={18} />
              <button type="button" className="fig underline" onClick={() => put('motor', job)}>
                {job}
              </button>
              {showMinutes(by)} later than promised
            </p>
          ))}
        {result?.rush && result.rush.delays.length > 0 && (
          <p className="mt-1 text-[14px]">
            Rush <b className="fig">{result.rush.number}</b> pushes back{' '}
            {result.rush.delays.slice(0, 4).map((d, i) => (
              <span key={d.number} className={d.breaks ? 'text-carmine' : ''}>
                {i > 0 && ', '}
                <span className="fig">{d.number}</span> by {showMinutes(d.by)}
              </span>
            ))}
            .
          </p>
        )}
        {result?.stuck.map((s) => (
          <p key={s.number} className="text-[14px] text-carmine">
            <span className="fig">{s.number}</span> cannot be planned: nobody’s list under People has{' '}
            {s.station} and may sign it, or no equipment holds it.
          </p>
        ))}
        {result && result.held.length > 0 && (
          <p className="mt-1 text-[14px] text-graphite">
            Held, so not in it: {result.held.map((h) => `${h.number} (${h.reason})`).join('; ')}.
          </p>
        )}
        {wishes.map((w) => (
          <p key={w.id} className="flex items-center gap-2 border-b border-grid py-1 text-[14px]">
            <VerdictMark verdict={w.insisted ? 'watch' : 'sound'} size={16} />
            <span>
              <b className="fig">{w.motor}</b> {w.station}
              {w.worker && ` by ${w.worker}`}
              {w.notBefore && ` not before ${clock((Date.parse(w.notBefore) - now) / MINUTE)}`}
              <span className="text-graphite">
                , {w.by}
                {w.insisted && ', insisted'}
              </span>
            </span>
            <button
              type="button"
              className="ml-auto underline"
              onClick={() =>
                void act(
                  unwrap(takeBack({ writeId: crypto.randomUUID(), id: w.id })),
                  'The wish is taken back.',
                )
              }
            >
              take back
            </button>
          </p>
        ))}
        {wishes.length === 0 && (
          <p className="mt-2 text-[13px] text-graphite">
            Drag a step to another person or a later hour, or press Space on it and use the arrows.
          </p>
        )}
        <p className="mt-3 flex flex-wrap gap-x-4 text-[14px]">
          <button type="button" className="underline" disabled={!result} onClick={() => void save(null)}>
            Motors ready, as iCalendar
          </button>
          {session && result?.workers.some((w) => w.id === session.name) && (
            <button type="button" className="underline" onClick={() => void save(session.name)}>
              My steps, as iCalendar
            </button>
          )}
        </p>
      </View>
    </Sheet>
  );
}
