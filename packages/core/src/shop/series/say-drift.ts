/** What is said of a figure that moves: how, since when, what changed there, and what to do next. */
import { showNumber } from '../../language/units/index.ts';
import type { Drift } from './drift.ts';
import type { SeriesFigure, SeriesStation } from './line.ts';
import type { Moved } from './what-moved.ts';

export interface DriftWords {
  readonly title: string;
  readonly reasons: readonly string[];
  readonly next: string;
}

export interface DriftCase {
  readonly station: SeriesStation;
  readonly figure: SeriesFigure;
  readonly drift: Drift;
  /** Number of the unit where it began, and of the newest. */
  readonly onsetSerial: number;
  readonly newestSerial: number;
  readonly moved: readonly Moved[];
  readonly same: readonly string[];
  /** How many readings since then lie outside the process limits. */
  readonly outside: number;
  readonly since: number;
  /** Other figures that began to move at about the same unit, by title. */
  readonly withIt: readonly string[];
}

export function sayDrift(c: DriftCase): DriftWords {
  const { drift: d, figure: f } = c;
  const up = d.kind === 'slope' ? d.slope > 0 : d.now > d.start - 1e-12;
  const unit = f.dimension === 'temperature' ? 'K' : f.unit;
  const amount = (v: number) => `${v > 0 ? '+' : '−'}${showNumber(Math.abs(v), 2)} ${unit}`.trimEnd();
  const reasons = [
    d.kind === 'slope'
      ? `${amount(d.slope)} a unit since unit ${c.onsetSerial}: a slope, not a step.`
      : `It stands at ${showNumber(d.now, 4)} ${f.unit} since unit ${c.onsetSerial}: a step, not a slope.`,
    ...(c.moved.length > 0
      ? c.moved.map((m, i) => {
          const alone = i === 0 && c.moved.length === 1 ? 'Only ' : '';
          return `${alone}${m.what} changed there: ${m.to} from unit ${m.serial}, ${m.from} before.`;
        })
      : [
          `Nothing that is recorded changed there${c.same.length > 0 ? `: ${c.same.join(', ')} are as before` : ''}.`,
        ]),
    ...(c.withIt.length > 0 ? [`With it moved ${c.withIt.join(', ')}.`] : []),
    c.outside > 0
      ? `${c.outside} of ${c.since} since then lie outside the limits.`
      : `All ${c.since} since then lie inside the limits.`,
  ];
  const lot = c.moved.find((m) => c.station.lots.includes(m.what)) ?? c.moved[0];
  const left = d.unitsLeft;
  return {
    title:
      c.outside > 0
        ? 'Stop: units are out'
        : d.kind === 'slope'
          ? `Watch: it ${up ? 'climbs' : 'falls'}`
          : 'Watch: it jumped',
    reasons,
    next:
      c.outside > 0 || (left !== null && left <= 20)
        ? `Stop after unit ${c.newestSerial}${lot ? `, go back to ${lot.from} or try ${lot.to} on three pieces` : ''}, and look at ${f.title} of the next.`
        : `Look at ${f.title} of the next units${lot ? `; ${lot.what} ${lot.to} is what changed` : ''}.`,
  };
}
