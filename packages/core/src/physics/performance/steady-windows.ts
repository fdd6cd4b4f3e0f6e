/** A dynamometer's log: where it stood still long enough to be a point of a load test, and what it read there. */
import { finding, good, refuse, type Finding, type Outcome } from '../../language/quantity/index.ts';

/** One figure a sample in each; NaN where nothing was read. */
export interface RunLog {
  readonly timeS: Float64Array;
  readonly currentA: Float64Array;
  readonly inputW: Float64Array;
  readonly torqueNm: Float64Array;
  readonly speedRpm: Float64Array;
  readonly voltageV: Float64Array | null;
  readonly windingC: Float64Array | null;
}

export interface SteadyWindow {
  readonly fromS: number;
  readonly toS: number;
  readonly samples: number;
  readonly currentA: number;
  readonly inputW: number;
  readonly torqueNm: number;
  readonly speedRpm: number;
  readonly voltageV: number | null;
  readonly windingC: number | null;
  /** Standard deviation of the torque within it, as a share of its mean. */
  readonly torqueScatter: number;
}

export interface SteadyOptions {
  /** Shorter is no point [s]. */
  readonly leastS: number;
  /** Means of a second may differ by so much within a window. */
  readonly share: number;
  /** Left out at the beginning of each window, while it settles [s]. */
  readonly settleS: number;
}
export const STEADY: SteadyOptions = { leastS: 8, share: 0.015, settleS: 2 };

/** Of seconds: sums to take means of. */
interface Block {
  readonly first: number;
  readonly end: number;
  readonly torque: number;
  readonly watts: number;
  readonly speed: number;
}

/**
 * Parts the log into seconds, joins neighbouring seconds whose torque, watts and speed agree, keeps what is long enough.
 * Source: none, a rule of this program; that a point is read when torque and speed stand still is IEEE 112's (from memory).
 */
export function steadyWindows(
  log: RunLog,
  options: SteadyOptions = STEADY,
): Outcome<readonly SteadyWindow[]> {
  const { timeS } = log;
  const n = timeS.length;
  if (n < 2) return refuse('log.short', 'The log has no two rows.', 'log');
  for (let i = 1; i < n; i++)
    if (!(timeS[i]! > timeS[i - 1]!))
      return refuse(
        'log.time-runs-back',
        `The time does not rise at row ${i + 1}: two runs in one file, or a clock that was set.`,
        'log',
      );
  const findings: Finding[] = [];
  const dead = countDead(log);
  if (dead > 0)
    findings.push(
      finding(
        'watch',
        'log.dropouts',
        `${dead} of ${n} rows miss a figure and are left out.`,
        ['log'],
        'Look at the cable, and at whether a point lost its beginning.',
      ),
    );
  const gaps = countGaps(timeS);
  if (gaps > 0)
    findings.push(
      finding('watch', 'log.gaps', `${gaps} gaps in the time: no window reaches over one.`, ['log']),
    );
  const blocks = secondsOf(log);
  const most = blocks.reduce((a, b) => Math.max(a, Math.abs(b.torque)), 0);
  const mostW = blocks.reduce((a, b) => Math.max(a, b.watts), 0);
  const near = (a: number, b: number, floor: number) =>
    Math.abs(a - b) <= options.share * Math.max(Math.abs(b), floor);
  const found: SteadyWindow[] = [];
  let start = 0;
  for (let k = 1; k <= blocks.length; k++) {
    const [first, before, now] = [blocks[start]!, blocks[k - 1]!, blocks[k]];
    // Against the first of the run too, so that a slow drift ends it.
    const goesOn =
      now !== undefined &&
      timeS[now.first]! - timeS[before.end - 1]! < 1.5 &&
      [first, before].every(
        (b) =>
          near(now.torque, b.torque, 0.1 * most) &&
          near(now.watts, b.watts, 0.1 * mostW) &&
          near(now.speed, b.speed, 0),
      );
    if (goesOn) continue;
    const window = windowOf(log, first.first, before.end, options);
    if (window) found.push(window);
    start = k;
  }
  if (found.length === 0)
    return refuse(
      'log.nothing-steady',
      `Nowhere do torque, watts and speed stand still for ${options.leastS} s: hold each load longer.`,
      'log',
    );
  return good(found, findings);
}

function countDead(log: RunLog): number {
  let dead = 0;
  for (let i = 0; i < log.timeS.length; i++) if (!isWhole(log, i)) dead++;
  return dead;
}
const isWhole = ({ currentA, inputW, torqueNm, speedRpm }: RunLog, i: number) =>
  // NaN makes the sum NaN, and Infinity is no reading either.
  Number.isFinite(currentA[i]! + inputW[i]! + torqueNm[i]! + speedRpm[i]!);

/** Ten times the usual step is a gap. */
function countGaps(timeS: Float64Array): number {
  const usual = (timeS[timeS.length - 1]! - timeS[0]!) / (timeS.length - 1);
  let gaps = 0;
  for (let i = 1; i < timeS.length; i++) if (timeS[i]! - timeS[i - 1]! > Math.max(1.5, 10 * usual)) gaps++;
  return gaps;
}

function secondsOf(log: RunLog): Block[] {
  const { timeS, torqueNm, inputW, speedRpm } = log;
  const blocks: Block[] = [];
  for (let first = 0; first < timeS.length;) {
    let end = first;
    let [torque, watts, speed, count] = [0, 0, 0, 0];
    for (; end < timeS.length && timeS[end]! < timeS[first]! + 1; end++) {
      if (!isWhole(log, end)) continue;
      torque += torqueNm[end]!;
      watts += inputW[end]!;
      speed += speedRpm[end]!;
      count++;
    }
    if (count > 0)
      blocks.push({ first, end, torque: torque / count, watts: watts / count, speed: speed / count });
    first = end;
  }
  return blocks;
}

function windowOf(
  log: RunLog,
  from: number,
  end: number,
  { leastS, settleS }: SteadyOptions,
): SteadyWindow | null {
  const { timeS } = log;
  if (timeS[end - 1]! - timeS[from]! < leastS) return null;
  let first = from;
  while (timeS[first]! < timeS[from]! + settleS) first++;
  const sums = { currentA: 0, inputW: 0, torqueNm: 0, speedRpm: 0, voltageV: 0, windingC: 0, squares: 0 };
  let [samples, volts, warm] = [0, 0, 0];
  for (let i = first; i < end; i++) {
    if (!isWhole(log, i)) continue;
    samples++;
    sums.currentA += log.currentA[i]!;
    sums.inputW += log.inputW[i]!;
    sums.torqueNm += log.torqueNm[i]!;
    sums.speedRpm += log.speedRpm[i]!;
    sums.squares += log.torqueNm[i]! ** 2;
    if (log.voltageV && Number.isFinite(log.voltageV[i]!)) {
      sums.voltageV += log.voltageV[i]!;
      volts++;
    }
    if (log.windingC && Number.isFinite(log.windingC[i]!)) {
      sums.windingC += log.windingC[i]!;
      warm++;
    }
  }
  if (samples === 0) return null;
  const torqueNm = sums.torqueNm / samples;
  return {
    fromS: timeS[first]!,
    toS: timeS[end - 1]!,
    samples,
    currentA: sums.currentA / samples,
    inputW: sums.inputW / samples,
    torqueNm,
    speedRpm: sums.speedRpm / samples,
    voltageV: volts > 0 ? sums.voltageV / volts : null,
    windingC: warm > 0 ? sums.windingC / warm : null,
    torqueScatter:
      torqueNm === 0
        ? 0
        : Math.sqrt(Math.max(0, sums.squares / samples - torqueNm ** 2)) / Math.abs(torqueNm),
  };
}
