/**
 * Runs of a balancing job as they are written down, a line a run: `900; 12.7@50; 8.3@210; A 8@180, B 5#3`.
 * Source: none; the way of writing is this program's own, and places are evenly spaced.
 */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { turn, type Vector } from './vectors.ts';

export const PLANES = ['A', 'B'] as const;
export type PlaneName = (typeof PLANES)[number];

/** What is on the rotor in a run, as mass at the radius of its plane; below nothing for material taken away [g]. */
export interface FittedWeight {
  readonly plane: PlaneName;
  readonly massG: number;
  readonly angleDeg: number;
}

export interface BalanceRun {
  readonly speedRpm: number;
  /** A reading a plane, in the unit of the job. */
  readonly readings: readonly Vector[];
  readonly weights: readonly FittedWeight[];
}

/** Even places for weights; none where they go anywhere. */
export interface Positions {
  readonly count: number;
  readonly firstDeg: number;
}

const NUMBER = String.raw`-?\d+(?:[.,]\d+)?`;
const READING = new RegExp(`^(${NUMBER})\\s*@\\s*(${NUMBER})°?$`);
const WEIGHT = new RegExp(`^([AB])\\s*(${NUMBER})\\s*g?\\s*(?:@\\s*(${NUMBER})°?|#\\s*(\\d+))$`, 'i');
const number = (text: string) => Number(text.replace(',', '.'));

export const MOST_RUNS = 40;

/** @param planes one reading a run, or two */
export function readRuns(text: string, planes: 1 | 2, positions: Positions | null): Outcome<BalanceRun[]> {
  const lines = text
    .split('\n')
    .map((l) => l.trim())
    .filter((l) => l !== '');
  if (lines.length > MOST_RUNS)
    return refuse('balance.too-many-runs', `At most ${MOST_RUNS} runs a job.`, 'runs');
  const runs: BalanceRun[] = [];
  for (const [i, line] of lines.entries()) {
    const read = readRun(line, planes, positions);
    if (typeof read === 'string')
      return refuse('balance.run-unreadable', `Run ${i + 1}, “${line.slice(0, 60)}”: ${read}`, 'runs');
    runs.push(read);
  }
  return good(runs);
}

function readRun(line: string, planes: 1 | 2, positions: Positions | null): BalanceRun | string {
  const [speed, ...rest] = line.split(';').map((p) => p.trim());
  const speedRpm = number((speed ?? '').replace(/\s*rpm$/i, ''));
  if (!(speedRpm > 0)) return 'it begins with its speed in rpm.';
  const readings: Vector[] = [];
  for (let p = 0; p < planes; p++) {
    const m = READING.exec(rest[p] ?? '');
    if (!m) return `a reading and its angle such as 12.7@50 are needed for plane ${PLANES[p]}.`;
    const magnitude = number(m[1]!);
    if (magnitude < 0) return 'a reading is not below nothing.';
    readings.push({ magnitude, angleDeg: turn(number(m[2]!)) });
  }
  const weights: FittedWeight[] = [];
  for (const part of (rest[planes] ?? '').split(/,(?!\d)|\+/).map((w) => w.trim())) {
    if (part === '') continue;
    const m = WEIGHT.exec(part);
    if (!m) return `“${part}” is no weight: it is written A 8@180, or A 8#3 at the third place.`;
    const plane = m[1]!.toUpperCase() as PlaneName;
    if (planes === 1 && plane === 'B') return 'this rotor has one plane, A.';
    const place = m[4] === undefined ? null : Number(m[4]);
    if (place !== null && (!positions || place < 1 || place > positions.count))
      return positions
        ? `there is no place ${place}: they count from 1 to ${positions.count}.`
        : 'the places are not given.';
    const angleDeg = place === null ? turn(number(m[3]!)) : placeAngle(place, positions!);
    weights.push({ plane, massG: number(m[2]!), angleDeg });
  }
  if (rest.length > planes + 1) return 'there is too much in it.';
  return { speedRpm, readings, weights };
}

/** @param place from 1 */
export const placeAngle = (place: number, { count, firstDeg }: Positions): number =>
  turn(firstDeg + ((place - 1) * 360) / count);

const short = (value: number) => String(Number(value.toFixed(2)));

/** The same as a line. */
export function writeRun(run: BalanceRun): string {
  const weights = run.weights.map((w) => `${w.plane} ${short(w.massG)}@${short(w.angleDeg)}`).join(', ');
  return [
    short(run.speedRpm),
    ...run.readings.map((v) => `${short(v.magnitude)}@${short(v.angleDeg)}`),
    ...(weights ? [weights] : []),
  ].join('; ');
}
