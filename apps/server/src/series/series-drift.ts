/** Where a figure of a line began to move, what changed there, what moved with it, and how long it holds. */
import { Injectable } from '@nestjs/common';
import {
  driftOf,
  figureOf,
  movedTogether,
  sayDrift,
  SERIES_LINES,
  whatMoved,
  within,
  withoutLate,
} from '@norther/core';
import type { ChartAnswer } from '@norther/records';
import type { BatchRow } from './keep-book.ts';
import { SeriesRepository } from './series.repository.ts';

/** A drift is looked for among so many of the last units. */
const LOOK_BACK = 80;
/** Times between units of which the pace is taken. */
const PACE_OF = 20;
/** Signals of other figures that began within so many units belong together. */
const TOGETHER = 3;

@Injectable()
export class SeriesDrift {
  constructor(private readonly repository: SeriesRepository) {}

  /** @returns null where nothing lasting is seen */
  async of(
    batch: BatchRow,
    figure: string,
    limits: { readonly centre: number; readonly sigma: number },
  ): Promise<ChartAnswer['drift']> {
    const line = SERIES_LINES[batch.line]!;
    const of = figureOf(line, figure)!;
    const latest = withoutLate(await this.repository.latest(batch.id, figure, LOOK_BACK, true));
    const process = batch.limits[figure]!;
    const drift = driftOf(
      latest.map((v) => v.value),
      limits,
      process,
    );
    if (!drift) return null;
    const [records, near, times] = await Promise.all([
      this.repository.recordsOf(
        batch.id,
        latest.map((v) => v.serial),
      ),
      this.repository.signalsNear(batch.id, latest[drift.onset]!.serial - TOGETHER, latest.at(-1)!.serial),
      this.repository.latestTimes(batch.id, of.station.id, PACE_OF),
    ]);
    const rail = line.stations.filter((s) => s.rail === of.station.rail);
    const upTo = new Set(rail.slice(0, rail.indexOf(of.station) + 1).map((s) => s.id));
    const { moved, same } = whatMoved(
      latest.map(({ serial }) => {
        const own = records.filter((r) => r.serial === serial && upTo.has(r.station));
        const here = own.find((r) => r.station === of.station.id);
        return {
          serial,
          circumstances: {
            ...Object.assign({}, ...own.map((r) => r.lots)),
            ...(here?.hand ? { hand: here.hand } : {}),
            ...(here?.program ? { program: here.program } : {}),
          } as Record<string, string>,
        };
      }),
      drift.onset,
      drift.onsetBetween,
    );
    const since = latest.slice(drift.onset);
    const onsetSerial = latest[drift.onset]!.serial;
    const newestSerial = latest.at(-1)!.serial;
    const withIt = (
      await Promise.all(
        [...new Set(near.map((s) => s.figure))].map(async (key) => {
          const other = key === figure ? null : figureOf(line, key);
          if (!other) return [];
          // A sign by itself may be chance: it moved only if its readings say so on both sides.
          const readings = await this.repository.latest(batch.id, key, LOOK_BACK, true);
          return movedTogether(readings, onsetSerial)
            ? [`${other.station.title}, ${other.figure.title}`]
            : [];
        }),
      )
    ).flat();
    return {
      ...drift,
      onsetSerial,
      newestSerial,
      moved: moved.map(({ what, to, serial }) => ({ what, to, serial })),
      paceS: paceOf(times),
      words: sayDrift({
        ...of,
        drift,
        onsetSerial,
        newestSerial,
        moved,
        same,
        withIt,
        outside: since.filter((v) => !within(v.value, process)).length,
        since: since.length,
      }),
    };
  }
}

/** The middle of the times between one and the next [s]; a pause is no pace. */
function paceOf(newestFirst: readonly Date[]): number | null {
  const steps = newestFirst
    .slice(1)
    .map((t, i) => (newestFirst[i]!.getTime() - t.getTime()) / 1000)
    .filter((s) => s > 0)
    .toSorted((a, b) => a - b);
  return steps.length < 3 ? null : steps[Math.floor(steps.length / 2)]!;
}
