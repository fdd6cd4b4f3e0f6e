/** What goes into the ovens until tomorrow noon, in the order of the clock. */
import { showClock, showSoon } from '../kit/moments.ts';
import { NEW_MOTOR } from './plan-input.ts';
import type { PlanResult } from './plan.worker.ts';

/** Until noon of the day after; later loads are planned anew before they come. */
const AHEAD_MIN = 30 * 60;

export function Tonight({ result }: { readonly result: PlanResult }) {
  const ovens = new Map(result.machines.filter((m) => m.batches).map((m) => [m.id, m]));
  const clock = (minute: number) => {
    const at = new Date(result.now + minute * 60_000);
    return at.toDateString() === new Date(result.now).toDateString() ? showClock(at) : showSoon(at, 1);
  };
  /** Loads: what begins on one oven at one time is one. */
  const loads = new Map<
    string,
    { machine: string; from: number; end: number; parts: string[]; worker: string; title: string }
  >();
  for (const p of result.placed) {
    if (p.machine === null || !ovens.has(p.machine) || p.work.from > AHEAD_MIN || p.task.job === NEW_MOTOR)
      continue;
    const key = `${p.machine} ${p.work.from}`;
    const load = loads.get(key);
    if (load) load.parts.push(`${p.task.job} ${p.task.body}`);
    else
      loads.set(key, {
        machine: p.machine,
        from: p.work.from,
        end: p.end,
        parts: [`${p.task.job} ${p.task.body}`],
        worker: p.worker,
        title: p.task.title,
      });
  }
  const rows = [
    ...[...ovens.values()]
      .filter((m) => m.freeFrom > 0 && m.freeFrom < AHEAD_MIN)
      .map((m) => ({
        at: m.freeFrom,
        key: m.id,
        words: <span className="text-graphite">{m.name} can be emptied</span>,
      })),
    ...[...loads.values()].map((l) => ({
      at: l.from,
      key: `${l.machine} ${l.from}`,
      words: (
        <span>
          load {ovens.get(l.machine)!.name}: <b className="fig">{l.parts.join(', ')}</b>
          <span className="block text-[13px] text-graphite">
            {l.title.toLowerCase()}, {l.worker}; can be lifted {clock(l.end)}
          </span>
        </span>
      ),
    })),
  ].sort((a, b) => a.at - b.at);
  return (
    <>
      {rows.map((r) => (
        <p key={r.key} className="flex gap-3 border-b border-grid py-1 text-[15px]">
          <b className="fig w-[88px] shrink-0">{clock(r.at)}</b>
          {r.words}
        </p>
      ))}
      {rows.length === 0 && <p className="text-[15px]">Nothing is to be loaded until tomorrow noon.</p>}
    </>
  );
}
