/** The plan as an iCalendar file: a person's steps, or when each motor is ready. Source: RFC 5545, by its library. */
import { createEvents, type EventAttributes } from 'ics';
import { NEW_MOTOR } from './plan-input.ts';
import type { PlanResult } from './plan.worker.ts';

/** @param worker their steps; null for the motors that are ready */
export function calendarFile(result: PlanResult, worker: string | null): string {
  const at = (minute: number) => result.now + minute * 60_000;
  const own = result.placed.filter(
    (p) => p.task.job !== NEW_MOTOR && (worker === null || p.worker === worker),
  );
  const events: EventAttributes[] =
    worker === null
      ? [...result.ends]
          .filter(([job]) => job !== NEW_MOTOR)
          .map(([job, end]) => ({
            uid: `${job}@norther`,
            title: `Motor ${job} ready`,
            start: at(end),
            duration: { minutes: 15 },
          }))
      : own.map((p) => ({
          uid: `${p.task.id.replaceAll('/', '-')}@norther`,
          title: `${p.task.job} ${p.task.title}`,
          start: at(p.work.from),
          end: at(p.work.to),
          ...(p.machine ? { location: result.machines.find((m) => m.id === p.machine)?.name ?? '' } : {}),
        }));
  const { error, value } = createEvents(
    events.map((e) => ({
      productId: 'norther',
      startInputType: 'utc',
      startOutputType: 'utc',
      endInputType: 'utc',
      endOutputType: 'utc',
      ...e,
    })),
    { productId: 'norther', calName: worker ?? 'Motors ready' },
  );
  if (error) throw error;
  return value ?? '';
}
