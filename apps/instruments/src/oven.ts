/**
 * An oven that is not there: air that is heated and leaks, and parts whose surface follows the air and whose middle follows
 * the surface. Two lumps, not one, so that whoever expects a simple lag is tested by it.
 */

export const FAULTS = ['none', 'dead-sensor', 'door', 'power', 'runaway'] as const;
export type Fault = (typeof FAULTS)[number];

export interface OvenState {
  readonly channel: number;
  /** What it is set to; null while it is off [°C]. */
  readonly setC: number | null;
  /** Heaviest part in it; null while it is empty [kg]. */
  readonly massKg: number | null;
  readonly airC: number;
  readonly surfaceC: number;
  readonly middleC: number;
  readonly fault: Fault;
  /** Of the state [ms since 1970]. */
  readonly at: number;
}

const ROOM_C = 21;
/** How fast the heater moves the air [K/min], and how fast an empty oven loses it [1/min]. */
const HEATS = 5;
const LEAKS = 1 / 150;
const LEAKS_OPEN = 1 / 12;
const RUNAWAY_C = 90;
/** Steps of the simulation, and the longest time that is caught up with [s]. */
const STEP_S = 5;
const LONGEST_S = 7 * 86_400;

export const coldOven = (channel: number, now: number): OvenState => ({
  channel,
  setC: null,
  massKg: null,
  airC: ROOM_C,
  surfaceC: ROOM_C,
  middleC: ROOM_C,
  fault: 'none',
  at: now,
});

/** The same oven at a later time. @param pace simulated seconds a second */
export function ovenAt(oven: OvenState, now: number, pace = 1): OvenState {
  const seconds = Math.min(LONGEST_S, ((now - oven.at) / 1000) * pace);
  if (seconds < STEP_S) return oven;
  let { airC, surfaceC, middleC } = oven;
  const size = Math.cbrt(oven.massKg ?? 1);
  const [outer, inner] = [7.5 * size, 3 * size];
  const wanted =
    oven.setC === null || oven.fault === 'power'
      ? null
      : oven.setC + (oven.fault === 'runaway' ? RUNAWAY_C : 0);
  const leak = oven.fault === 'door' ? LEAKS_OPEN : LEAKS;
  const minutes = STEP_S / 60;
  const steps = Math.floor(seconds / STEP_S);
  for (let i = 0; i < steps; i++) {
    const heater =
      wanted === null ? 0 : Math.max(0, Math.min(HEATS, (wanted - airC) * 0.5 + (airC - ROOM_C) * leak));
    airC += minutes * (heater - (airC - ROOM_C) * leak);
    if (oven.massKg === null) continue;
    surfaceC += minutes * ((airC - surfaceC) / outer + (middleC - surfaceC) / (2 * inner));
    middleC += (minutes * (surfaceC - middleC)) / inner;
  }
  return { ...oven, airC, surfaceC, middleC, at: oven.at + (steps * STEP_S * 1000) / pace };
}

/** What the display of its controller says; a sensor wanders by a tenth or two. */
export function readingOf(oven: OvenState, now: number): string {
  const wander = (k: number) => 0.15 * Math.sin(now / 7000 + k * 2.1);
  const show = (celsius: number, k: number) => `${(celsius + wander(k)).toFixed(1)}C`;
  const sensors =
    oven.massKg === null
      ? []
      : [
          `tc1=${oven.fault === 'dead-sensor' ? 'OPEN' : show(oven.middleC, 1)}`,
          `tc2=${show(oven.surfaceC, 2)}`,
        ];
  return [
    'READ',
    oven.channel,
    `air=${show(oven.airC, 0)}`,
    ...sensors,
    ...(oven.setC === null ? [] : [`set=${oven.setC.toFixed(1)}C`]),
    `door=${oven.fault === 'door' ? 'open' : 'shut'}`,
    `heat=${oven.setC === null || oven.fault === 'power' ? 'off' : 'on'}`,
  ].join(' ');
}
