/** Records of stations, taken into a line in one transaction under the lock of its batch: none lost, none twice. */
import { Injectable } from '@nestjs/common';
import { finding, SERIES_LINES, type TakenRecord } from '@norther/core';
import { readSeriesCsv, type SeriesEntry, type SeriesRecord, type TakenRecords } from '@norther/records';
import { Database, type Transaction } from '../database/database.ts';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, conflict, notFound, Problem } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import type { HeardRecord } from './series-line.ts';
import { keepBook, loadBook, takenBefore } from './keep-book.ts';
import { SeriesRepository } from './series.repository.ts';

interface ToTake {
  readonly entry: SeriesEntry;
  readonly sameAs: string | null;
}
/** Records of a file that are taken together; other requests come in between. */
const AT_ONCE = 500;
/** Refused by how the line stands, not by what was entered. */
const NOT_NOW: ReadonlySet<string> = new Set(['series.stopped', 'series.lot-stopped', 'series.held']);
/** Of a file's records so many that are not sound are told. */
const TOLD = 200;
/** Clocks of a line and a server differ a little. */
const SLACK_MS = 5 * 60_000;

@Injectable()
export class SeriesTaking {
  constructor(
    private readonly repository: SeriesRepository,
    private readonly database: Database,
    private readonly writer: Writer,
  ) {}

  /** Typed or scanned: all of them or none. */
  typed(
    person: Person,
    write: WriteKey,
    name: string,
    entries: readonly SeriesEntry[],
  ): Promise<TakenRecords> {
    return this.writer.once(person, write, ({ tx, now }) =>
      this.take(tx, person.shopId, name, now, { by: person.name, source: 'typed' }, [
        ...entries.map((entry) => ({ entry, sameAs: null })),
      ]),
    );
  }

  /** A row that was taken before, by unit, station and time, is not taken again: a file may be sent twice. */
  csv(person: Person, write: WriteKey, name: string, text: string): Promise<TakenRecords> {
    return this.writer.once(person, write, async ({ tx, now }) => {
      const batch = await this.open(tx, person.shopId, name);
      const read = readSeriesCsv(text, SERIES_LINES[batch.line]!);
      if (!read.ok) throw badInput(read.findings);
      let sum: TakenRecords = { count: 0, taken: [], known: 0, began: [] };
      for (let i = 0; i < read.value.length; i += AT_ONCE) {
        const part = read.value.slice(i, i + AT_ONCE).map((entry) => ({
          entry,
          sameAs: entry.at
            ? `csv ${entry.serial} ${entry.station} ${new Date(entry.at).toISOString()}`
            : null,
        }));
        const t = await this.take(tx, person.shopId, name, now, { by: person.name, source: 'csv' }, part, i);
        sum = {
          count: sum.count + t.count,
          taken: [...sum.taken, ...t.taken.filter((r) => r.verdict !== 'sound')].slice(0, TOLD),
          known: sum.known + t.known,
          began: [...sum.began, ...t.began],
        };
      }
      return sum;
    });
  }

  /**
   * What a line reported by itself.
   * @param after number of the last record that was kept when it was asked
   * @returns number of the last one that is kept now; null where another process kept them first
   */
  fromLine(
    shopId: string,
    name: string,
    by: string,
    after: number,
    records: readonly HeardRecord[],
  ): Promise<number | null> {
    return this.database.transaction(async (tx) => {
      const batch = await this.open(tx, shopId, name);
      if (batch.heardUpTo !== after) return null;
      const known = { by, source: 'line' as const };
      await this.take(
        tx,
        shopId,
        name,
        new Date(),
        known,
        records.map((r) => ({ entry: r.entry, sameAs: `line ${batch.instrumentId} ${r.number}` })),
      );
      const newest = records.at(-1)!.number;
      await this.repository.heardUpTo(tx, batch.id, newest);
      return newest;
    });
  }

  private async open(tx: Transaction, shopId: string, name: string) {
    const batch = await this.repository.batch(shopId, name, tx, true);
    if (!batch) throw notFound(`Batch ${name}`);
    if (batch.closedAt)
      throw conflict('series.closed', `Batch ${batch.name} is closed: nothing more is recorded.`);
    return batch;
  }

  private async take(
    tx: Transaction,
    shopId: string,
    name: string,
    now: Date,
    from: { readonly by: string; readonly source: SeriesRecord['source'] },
    records: readonly ToTake[],
    offset = 0,
  ): Promise<TakenRecords> {
    const batch = await this.open(tx, shopId, name);
    const known = await takenBefore(
      tx,
      batch.id,
      records.flatMap((r) => r.sameAs ?? []),
    );
    const book = await loadBook(
      tx,
      batch,
      records.map((r) => r.entry.serial),
    );
    const taken: (TakenRecord & { sameAs: string | null })[] = [];
    for (const [i, { entry, sameAs }] of records.entries()) {
      if (sameAs !== null) {
        if (known.has(sameAs)) continue;
        known.add(sameAs);
      }
      const at = timeOf(entry, now, from.source === 'line');
      const result = book.take(entry, at.toISOString(), from.source === 'line');
      if (result.ok) {
        taken.push({ ...result.value, sameAs });
        continue;
      }
      // A line that names a station nobody knows is no record: the sentence stands beside its silence.
      if (from.source === 'line') throw new Error(result.findings[0]!.message);
      const [first] = result.findings;
      const row = records.length > 1 || offset > 0 ? `Record ${offset + i + 1}: ` : '';
      throw new Problem(
        NOT_NOW.has(first!.code) ? 409 : 400,
        `${row}${first!.message}`,
        result.findings.map((f) => ({ ...f, message: `${row}${f.message}` })),
      );
    }
    await keepBook(tx, batch, book, taken, from);
    return {
      count: taken.length,
      taken: taken.map(({ sameAs: _, began: __, first: ___, ...t }) => ({ ...t, ...from })),
      known: records.length - taken.length,
      began: taken.flatMap((t) => t.began.map((b) => ({ ...b, serial: t.serial }))),
    };
  }
}

/** A hand does not report tomorrow; a line whose clock is ahead is kept at now. */
function timeOf({ at }: SeriesEntry, now: Date, byItself: boolean): Date {
  if (!at) return now;
  const time = new Date(at);
  if (time.getTime() <= now.getTime() + SLACK_MS) return time;
  if (byItself) return now;
  throw badInput([
    finding('stop', 'series.in-future', 'A record lies in the past: this time has not come yet.', ['at']),
  ]);
}
