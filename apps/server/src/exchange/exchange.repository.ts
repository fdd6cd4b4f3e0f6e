/** All rows of an imported record, in batches. */
import { judgeTest, CORE_VERSION, type Route, type Stage } from '@norther/core';
import { ordersOf, withOrders, type AttachmentRecord, type MotorDocument } from '@norther/records';
import { and, eq, or, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from '../database/database.ts';
import { oneAtATime } from '../database/one-at-a-time.ts';
import {
  attachments,
  attempts,
  curves,
  events,
  files as filesTable,
  gatePasses,
  holds,
  jointMarks,
  motors,
  parts,
  readings,
  recordedWaves,
  routes,
  routeVersions,
  steps,
  windings,
  writeUps,
  withdrawals,
} from '../database/schema.ts';
import { machineOf } from '../motors/machines.ts';
import { wordsOf } from '../motors/motors.repository.ts';
import type { Person } from '../people/person.ts';
import { versionOf } from '../routes/routes.repository.ts';

/** The content of an attachment that is in its place. */
export type FileOfRecord = Pick<AttachmentRecord, 'hash' | 'media' | 'bytes'>;

const date = (iso: string | null) => (iso ? new Date(iso) : null);
const BATCH = 500;

export class ExchangeRepository {
  async known(tx: Transaction, id: string, shopId: string, number: string): Promise<boolean> {
    const rows = await tx
      .select({ id: motors.id })
      .from(motors)
      .where(or(eq(motors.id, id), and(eq(motors.shopId, shopId), eq(motors.number, number))));
    return rows.length > 0;
  }

  /**
   * A route that came with a motor: gone by here from now on, and not changed.
   * @returns false where what the shop has of this route does not agree with it
   */
  async takeRoute(tx: Transaction, person: Person, now: Date, route: Route): Promise<boolean> {
    const { shopId } = person;
    // Two motors of it may come in at once.
    await oneAtATime(tx, shopId, `foreign route ${route.id}`);
    const known = await versionOf(tx, shopId, route.id, route.version);
    if (known) return isDeepStrictEqual(known, route);
    const [head] = await tx
      .select()
      .from(routes)
      .where(and(eq(routes.shopId, shopId), eq(routes.id, route.id)));
    // A version of this shop's own route that this shop never published.
    if (head && !head.imported) return false;
    await tx
      .insert(routes)
      .values({ shopId, id: route.id, kind: route.machine, imported: true })
      .onConflictDoNothing();
    await tx.insert(routeVersions).values({
      shopId,
      route: route.id,
      version: route.version,
      document: route,
      publishedAt: now,
      publishedBy: person.name,
      why: 'it came with a motor from another shop',
    });
    return true;
  }

  async insert(
    tx: Transaction,
    shopId: string,
    document: MotorDocument,
    imported: { readonly by: string; readonly at: string; readonly file: string } | null,
    files: readonly FileOfRecord[] = [],
  ) {
    const d = await this.placed(tx, document);
    const of = { shopId, motorId: d.motor.id };
    await tx.insert(motors).values({
      ...d.motor,
      shopId,
      machineId: await machineOf(tx, shopId, d.motor),
      imported,
      promisedAt: date(d.motor.promisedAt),
      arrivedAt: new Date(d.motor.arrivedAt),
      shippedAt: date(d.motor.shippedAt),
      withdrawnAt: date(d.motor.withdrawnAt),
      words: wordsOf(d.motor),
    });
    await inBatches(
      tx,
      windings,
      d.windings.map((w) => ({
        ...w,
        ...of,
        changedAt: new Date(w.changedAt),
        releasedAt: date(w.releasedAt),
      })),
    );
    await inBatches(
      tx,
      steps,
      d.steps.map((s) => ({ ...s, ...of, takenAt: date(s.takenAt), signedAt: date(s.signedAt) })),
    );
    await inBatches(
      tx,
      attempts,
      d.attempts.map((a) => ({
        ...a,
        ...of,
        takenAt: date(a.takenAt),
        signedAt: date(a.signedAt),
        endedAt: new Date(a.endedAt),
      })),
    );
    await inBatches(
      tx,
      parts,
      d.parts.map((p) => ({ ...p, ...of, addedAt: new Date(p.addedAt), backAt: date(p.backAt) })),
    );
    await inBatches(
      tx,
      holds,
      d.holds.map((h) => ({ ...h, ...of, raisedAt: new Date(h.raisedAt), clearedAt: date(h.clearedAt) })),
    );
    await inBatches(
      tx,
      gatePasses,
      d.gatePasses.map((g) => ({ ...g, ...of, at: new Date(g.at) })),
    );
    await inBatches(
      tx,
      readings,
      d.readings.map(({ log, waves, withdrawn: _w, ...r }) => ({
        ...r,
        ...of,
        logPoints: log?.length ?? 0,
        waveCount: waves?.waves.length ?? 0,
        kept: log
          ? {
              core: CORE_VERSION,
              // A log is judged by itself, whatever the winding.
              outcome: judgeTest(r.kind, r.typed, { plate: {}, log }),
            }
          : null,
        stage: r.stage as Stage,
        takenAt: new Date(r.takenAt),
      })),
    );
    for (const r of d.readings) {
      if (r.waves) await tx.insert(recordedWaves).values({ readingId: r.id, shopId, waves: r.waves });
      if (r.log) await tx.insert(curves).values({ readingId: r.id, shopId, points: r.log });
    }
    await inBatches(
      tx,
      withdrawals,
      d.readings.flatMap((r) =>
        r.withdrawn ? [{ ...of, ...r.withdrawn, readingId: r.id, at: new Date(r.withdrawn.at) }] : [],
      ),
    );
    await inBatches(
      tx,
      jointMarks,
      d.jointMarks.map((m) => ({ ...m, ...of, at: new Date(m.at) })),
    );
    await inBatches(
      tx,
      writeUps,
      d.writeUps.map((w) => ({ ...w, ...of, changedAt: new Date(w.changedAt) })),
    );
    const keptAt = new Date();
    if (files.length > 0)
      await tx
        .insert(filesTable)
        .values(files.map((f) => ({ ...f, shopId, keptAt })))
        .onConflictDoNothing();
    await inBatches(
      tx,
      attachments,
      d.attachments.map((a) => ({ ...a, ...of, addedAt: new Date(a.addedAt) })),
    );
    await inBatches(
      tx,
      events,
      d.history.map((e) => ({ ...e, ...of, at: new Date(e.at), writeId: '' })),
    );
  }

  /** The file's places in this shop's own order: after everything that happened here, among themselves as they were. */
  private async placed(tx: Transaction, document: MotorDocument): Promise<MotorDocument> {
    const places = [...new Set(ordersOf(document))].filter((o) => o > 0).sort((a, b) => a - b);
    if (places.length === 0) return document;
    const { rows } = await tx.execute<{ n: string }>(
      sql`select nextval('happened') as n from generate_series(1, ${places.length})`,
    );
    const own = rows.map((r) => Number(r.n)).sort((a, b) => a - b);
    const map = new Map(places.map((place, i) => [place, own[i]!]));
    return withOrders(document, (o) => map.get(o) ?? 0);
  }
}

async function inBatches<T extends PgTable>(tx: Transaction, table: T, rows: T['$inferInsert'][]) {
  for (let i = 0; i < rows.length; i += BATCH)
    await tx.insert(table).values(rows.slice(i, i + BATCH) as never);
}
