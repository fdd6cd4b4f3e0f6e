/** Which units may be packed together: finished, not held, not scrapped. Source: none, a rule of this program. */
import { finding, good, refused, type Outcome } from '../../language/quantity/index.ts';
import { lastRail, seriesStation, type SeriesLine } from './line.ts';
import type { SeriesUnit } from './unit.ts';

export interface KeptUnit {
  readonly serial: number;
  readonly unit: SeriesUnit;
  /** Why it is held; null where it is not. */
  readonly held: string | null;
}

/** Why a unit may not go into the box, of one or of several; null where it may. @param kept undefined where nothing was recorded of it */
function notYet(line: SeriesLine, kept: KeptUnit | undefined): string | null {
  if (!kept) return 'nothing is recorded yet';
  const { unit, held } = kept;
  if (unit.state === 'scrapped') return 'scrapped';
  if (held !== null) return `held, ${held}`;
  if (unit.state === 'out') return null;
  if (unit.away !== null) return `away, sent from ${seriesStation(line, unit.away)!.title}`;
  const at = unit.next[lastRail(line)] ?? Object.values(unit.next).find((s) => s !== null);
  return `not finished${at ? `, ${seriesStation(line, at)!.title} is still to come` : ''}`;
}

/** @returns the units in their order; or what keeps the box open, units with the same reason together */
export function unitsToPack(
  line: SeriesLine,
  wanted: readonly number[],
  kept: readonly KeptUnit[],
): Outcome<readonly number[]> {
  const sorted = wanted.toSorted((a, b) => a - b);
  const open = new Map<string, number[]>();
  for (const serial of sorted) {
    const why = notYet(
      line,
      kept.find((k) => k.serial === serial),
    );
    if (why !== null) open.set(why, [...(open.get(why) ?? []), serial]);
  }
  if (open.size === 0) return good(sorted);
  return refused(
    [...open].map(([why, units]) =>
      finding(
        'stop',
        'series.not-to-pack',
        `${units.length === 1 ? 'Unit' : 'Units'} ${sayUnits(units)}: ${why}.`,
        ['units'],
      ),
    ),
  );
}

/** `1–4, 9, 12–13`: rows of units as they are said. @param sorted rising */
export function sayUnits(sorted: readonly number[]): string {
  const rows: [from: number, to: number][] = [];
  for (const n of sorted) {
    const last = rows.at(-1);
    if (last && n === last[1] + 1) last[1] = n;
    else rows.push([n, n]);
  }
  return rows.map(([from, to]) => (from === to ? String(from) : `${from}–${to}`)).join(', ');
}
