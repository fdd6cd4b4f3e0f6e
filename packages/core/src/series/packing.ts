/** Which units may be packed together: finished, not held, not scrapped. Source: none, a rule of this program. */
import { finding, good, refused, type Outcome } from '../quantity/index.ts';
import { lastRail, seriesStation, type SeriesLine } from './line.ts';
import type { SeriesUnit } from './unit.ts';

export interface KeptUnit {
  readonly serial: number;
  readonly unit: SeriesUnit;
  /** Why it is held; null where it is not. */
  readonly held: string | null;
}

/** Why a unit may not go into the box; null where it may. @param kept undefined where nothing was recorded of it */
function notYet(line: SeriesLine, serial: number, kept: KeptUnit | undefined): string | null {
  if (!kept) return `Unit ${serial}: nothing is recorded of it.`;
  const { unit, held } = kept;
  if (unit.state === 'scrapped') return `Unit ${serial} was scrapped.`;
  if (held !== null) return `Unit ${serial} is held: ${held}`;
  if (unit.state === 'out') return null;
  if (unit.away !== null)
    return `Unit ${serial} is away, sent from ${seriesStation(line, unit.away)!.title}.`;
  const at = unit.next[lastRail(line)] ?? Object.values(unit.next).find((s) => s !== null);
  return `Unit ${serial} is not finished${at ? `: ${seriesStation(line, at)!.title} is still to come` : ''}.`;
}

/** @returns the units in their order, or every one that keeps the box open and why */
export function unitsToPack(
  line: SeriesLine,
  wanted: readonly number[],
  kept: readonly KeptUnit[],
): Outcome<readonly number[]> {
  const reasons = wanted.flatMap((serial) => {
    const why = notYet(
      line,
      serial,
      kept.find((k) => k.serial === serial),
    );
    return why === null ? [] : [finding('stop', 'series.not-to-pack', why, ['units'])];
  });
  return reasons.length > 0 ? refused(reasons) : good(wanted.toSorted((a, b) => a - b));
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
