/** Cure judged by the time of the part at temperature, not of the oven's air. */
import { quantity } from '../fields/index.ts';
import {
  derive,
  finding,
  given,
  type Finding,
  type LimitScale,
  judgeFigure,
  type Judgement,
} from '../quantity/index.ts';
import { showMinutes, showNumber } from '../units/index.ts';

export const CURE_FIELDS = [
  quantity('target', 'Bake at', 'temperature', 60, 260, 'from the varnish data sheet'),
  quantity('minutes', 'for', 'duration', 5, 2880, 'such as 6 h'),
  quantity('tolerance', 'Counts from this much below', 'temperature-difference', 0, 30),
] as const;

export interface LogPoint {
  readonly minute: number;
  readonly partC: number;
  readonly airC?: number;
}

/**
 * Minutes a logged temperature spends at or above a threshold, straight lines between readings.
 * @param points rising minutes [min]
 * @returns total and longest unbroken stretch [min]
 * Source: geometry; the part's clock starts when the part is there: common practice, no source.
 */
export function minutesAbove(
  points: readonly { readonly minute: number; readonly value: number }[],
  threshold: number,
): { readonly total: number; readonly longest: number } {
  let total = 0;
  let longest = 0;
  let current = 0;
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!;
    const b = points[i]!;
    const span = b.minute - a.minute;
    const cross = (threshold - a.value) / (b.value - a.value);
    if (a.value >= threshold && b.value >= threshold) {
      total += span;
      current += span;
    } else if (a.value < threshold && b.value >= threshold) {
      current = span * (1 - cross);
      total += current;
    } else if (a.value >= threshold) {
      total += span * cross;
      current += span * cross;
      longest = Math.max(longest, current);
      current = 0;
    }
    longest = Math.max(longest, current);
  }
  return { total, longest };
}

/** Refuses a log that cannot be judged: too short, or time running backwards. */
export function checkCureLog(points: readonly LogPoint[]): Finding[] {
  if (points.length < 2)
    return [finding('stop', 'cure.log-too-short', 'The log needs at least two readings.', ['log'])];
  const back = points.findIndex((p, i) => i > 0 && p.minute <= points[i - 1]!.minute);
  return back > 0
    ? [
        finding(
          'stop',
          'cure.time-runs-back',
          `Reading ${back + 1} of the log is not later than the one before it.`,
          ['log'],
        ),
      ]
    : [];
}

/** `longest` judged against what the data sheet asks. */
export function judgeCure(
  n: Readonly<Record<string, number>>,
  _t: Readonly<Record<string, string>>,
  context: { readonly log?: readonly LogPoint[] },
): Judgement {
  const log = context.log ?? [];
  const tolerance = n['tolerance'] ?? 5;
  const threshold = n['target']! - tolerance;
  const wanted = n['minutes']!;
  const part = minutesAbove(
    log.map((p) => ({ minute: p.minute, value: p.partC })),
    threshold,
  );
  const withAir = log.filter((p) => p.airC !== undefined);
  const air =
    withAir.length > 1
      ? minutesAbove(
          withAir.map((p) => ({ minute: p.minute, value: p.airC! })),
          threshold,
        ).total
      : null;
  const cured = derive(
    {
      id: 'curedMinutes',
      name: 'Part at temperature, unbroken',
      symbol: 't',
      unit: 'min',
      formula: 't = longest time with θ_part ≥ θ_bake − Δ, straight between readings',
      source: `${'data sheet of the varnish'}; counting from Δ below: common practice, no published source`,
      inputs: {
        bake: given('θ_bake', n['target']!, '°C', 'data sheet'),
        d: given('Δ', tolerance, 'K', n['tolerance'] === undefined ? 'shop setting' : 'typed'),
        readings: given('n', log.length, 'readings', 'log'),
      },
      value: () => part.longest,
    },
    true,
  );
  const scale: LimitScale = {
    from: 0,
    to: 1.5 * wanted,
    kind: 'linear',
    bands: [
      { from: 0, to: 0.95 * wanted, verdict: 'stop' },
      { from: 0.95 * wanted, to: wanted, verdict: 'watch' },
      { from: wanted, to: 1.5 * wanted, verdict: 'sound' },
    ],
    limits: [{ at: wanted, name: `wanted ${showMinutes(wanted)}` }],
    source: 'data sheet of the varnish; watch from 95 %: common practice',
  };
  const judged = judgeFigure(cured, scale);
  const hottest = Math.max(...log.map((p) => p.partC));
  const reasons = [
    `The part was at ${showNumber(threshold, 3)} °C or more for ${showMinutes(part.longest)} of ${showMinutes(wanted)}${part.total - part.longest > 1 ? `, ${showMinutes(part.total)} with breaks` : ''}.`,
  ];
  if (air !== null && air - part.longest > 5)
    reasons.push(
      `The oven's air was there for ${showMinutes(air)}: its clock runs ${showMinutes(air - part.longest)} ahead of the part.`,
    );
  if (hottest > n['target']! + 20)
    reasons.push(`The part reached ${showNumber(hottest, 3)} °C, well over the programme.`);
  const short = wanted - part.longest;
  return {
    verdict: judged.verdict!,
    figures: [judged],
    reasons,
    next:
      judged.verdict === 'sound'
        ? 'Cool, then measure insulation and resistance again.'
        : `Bake again: at least ${showMinutes(short)} more at ${showNumber(n['target']!, 4)} °C, counted from the part's thermocouple.`,
  };
}
