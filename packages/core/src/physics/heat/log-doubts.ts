/** What in a log cannot be, or leaves something unknown. Source: what sensors do when they fail; common practice, no source. */
import { showMinutes, showNumber } from '../../language/units/index.ts';
import { LONGEST_GAP, type LogPoint } from './heat-log.ts';

export interface LogDoubt {
  readonly code: string;
  readonly reason: string;
  readonly verdict: 'watch' | 'stop';
}

/** @param targetC temperature that the part is to have [°C] */
export function doubtsOfLog(log: readonly LogPoint[], targetC: number): LogDoubt[] {
  const found: LogDoubt[] = [];
  const add = (verdict: LogDoubt['verdict'], code: string, reason: string) =>
    found.push({ verdict, code, reason });
  let [least, most, gap] = [Infinity, -Infinity, 0];
  for (const [i, { partC, minute }] of log.entries()) {
    least = Math.min(least, partC);
    most = Math.max(most, partC);
    if (i > 0) gap = Math.max(gap, minute - log[i - 1]!.minute);
  }
  const hours = log.length > 1 ? log.at(-1)!.minute - log[0]!.minute : 0;
  if (log.length >= 5 && hours > 10 && most - least < 0.05)
    add(
      'stop',
      'log.sensor-stuck',
      `The part's sensor says ${showNumber(most, 3)} °C from beginning to end: stuck, or not in the part.`,
    );
  else if (log.length > 0 && log[0]!.partC > targetC - 30)
    add('watch', 'log.begins-hot', 'The log begins with a hot part: how it got there is not in it.');
  if (gap > LONGEST_GAP)
    add(
      'watch',
      'log.gap',
      `No reading for ${showMinutes(gap)}: that time is not counted, nobody knows what the part did.`,
    );
  const near = targetC - 20;
  const there = log.find((p) => p.partC >= near)?.minute ?? Infinity;
  let [ahead, heating] = [0, 0];
  for (const p of log) {
    if (p.airC === undefined || p.partC >= near || p.partC >= most - 20 || p.minute > there) continue;
    ahead += p.partC - p.airC;
    heating++;
  }
  if (heating >= 3 && ahead / heating > 3)
    add(
      'stop',
      'log.sensors-swapped',
      'The part is hotter than the air that heats it: part and air are changed over, in the log or at the sensors.',
    );
  return found;
}
