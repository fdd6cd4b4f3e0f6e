/** Reads and writes ovens, programmes, loads and what their thermocouples said. */
import { Injectable } from '@nestjs/common';
import type { LogPoint, OvenPast } from '@norther/core';
import type { NamedItem, LoadPart, LoadRecord } from '@norther/records';
import { and, asc, desc, eq, gt, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { Database, type Db, type Transaction } from '../database/database.ts';
import { equipment, loadPoints, loads, motors } from '../database/schema.ts';

/** Loads that are still shown after they came out [ms]. */
const SHOWN_AFTER = 48 * 3_600_000;
/** So many of its last loads tell how an oven heats. */
const LEARNED_FROM = 40;
/** Of one load, at most about so many are read. */
const MOST_READINGS = 4000;

const loadOf = (r: (typeof loads)['$inferSelect']): LoadRecord => ({
  id: r.id,
  oven: r.equipmentId,
  programme: r.programme,
  parts: [...r.parts],
  startedAt: r.startedAt.toISOString(),
  startedBy: r.startedBy,
  outAt: r.outAt?.toISOString() ?? null,
  outBy: r.outBy,
  note: r.note,
  tau: r.tau,
  version: r.version,
});

export interface OpenLoad {
  readonly id: string;
  readonly shopId: string;
  readonly ovenId: string;
  readonly controller: string;
  readonly startedAt: Date;
  /** Its last reading. */
  readonly newest: Date | null;
}

@Injectable()
export class HeatRepository {
  constructor(private readonly database: Database) {}

  async loads(shopId: string): Promise<LoadRecord[]> {
    const rows = await this.database.db
      .select()
      .from(loads)
      .where(
        and(
          eq(loads.shopId, shopId),
          or(isNull(loads.outAt), gt(loads.outAt, new Date(Date.now() - SHOWN_AFTER))),
        ),
      )
      .orderBy(asc(loads.startedAt));
    return rows.map(loadOf);
  }

  /** Loads that a motor's stator or rotor was in, newest first. */
  async loadsOf(shopId: string, number: string): Promise<LoadRecord[]> {
    const rows = await this.database.db
      .select()
      .from(loads)
      .where(and(eq(loads.shopId, shopId), sql`${loads.parts} @> ${JSON.stringify([{ number }])}::jsonb`))
      .orderBy(desc(loads.startedAt))
      .limit(20);
    return rows.map(loadOf);
  }

  async load(
    shopId: string,
    id: string,
    db: Db | Transaction = this.database.db,
  ): Promise<LoadRecord | null> {
    const [row] = await db
      .select()
      .from(loads)
      .where(and(eq(loads.shopId, shopId), eq(loads.id, id)));
    return row ? loadOf(row) : null;
  }

  /** @returns null when the oven has a load already */
  async start(
    tx: Transaction,
    row: {
      id: string;
      shopId: string;
      equipmentId: string;
      programme: NamedItem['typed'];
      parts: readonly LoadPart[];
      startedAt: Date;
      startedBy: string;
    },
  ): Promise<LoadRecord | null> {
    const [added] = await tx.insert(loads).values(row).onConflictDoNothing().returning();
    return added ? loadOf(added) : null;
  }

  /** @returns null when the stored version is another */
  async out(
    tx: Transaction,
    shopId: string,
    id: string,
    version: number,
    set: { outAt: Date; outBy: string; note: string; tau: number | null },
  ): Promise<LoadRecord | null> {
    const [row] = await tx
      .update(loads)
      .set({ ...set, version: version + 1 })
      .where(and(eq(loads.shopId, shopId), eq(loads.id, id), eq(loads.version, version)))
      .returning();
    return row ? loadOf(row) : null;
  }

  /** Of every oven what its last loads have shown; the heaviest part is the one that lags most. */
  async pasts(shopId: string): Promise<Map<string, OvenPast[]>> {
    const rows = await this.database.db
      .select({ oven: loads.equipmentId, parts: loads.parts, tau: loads.tau })
      .from(loads)
      .where(and(eq(loads.shopId, shopId), isNotNull(loads.tau)))
      .orderBy(desc(loads.startedAt))
      .limit(20 * LEARNED_FROM);
    const found = new Map<string, OvenPast[]>();
    for (const { oven, parts, tau } of rows) {
      const list = found.get(oven) ?? [];
      if (list.length < LEARNED_FROM)
        list.push({ massKg: Math.max(...parts.map((p) => p.massKg)), tau: tau! });
      found.set(oven, list);
    }
    return found;
  }

  /** Which of these numbers stand for a motor that is in the shop. */
  async known(tx: Transaction, shopId: string, numbers: readonly string[]): Promise<Map<string, string>> {
    const rows = await tx
      .select({ id: motors.id, number: motors.number })
      .from(motors)
      .where(
        and(
          eq(motors.shopId, shopId),
          isNull(motors.shippedAt),
          isNull(motors.withdrawnAt),
          sql`${motors.number} = any(${sql.param([...numbers])})`,
        ),
      );
    return new Map(rows.map((r) => [r.number, r.id]));
  }

  /** Loads whose oven has a controller that can be asked. */
  async readable(): Promise<OpenLoad[]> {
    const rows = await this.database.db
      .select({
        id: loads.id,
        shopId: loads.shopId,
        ovenId: equipment.id,
        controller: sql<string>`${equipment.typed} ->> 'controller'`,
        startedAt: loads.startedAt,
        newest: sql<string | null>`(select max(p.at) from load_points p where p.load_id = ${loads.id})`,
      })
      .from(loads)
      .innerJoin(equipment, eq(equipment.id, loads.equipmentId))
      .where(and(isNull(loads.outAt), sql`coalesce(${equipment.typed} ->> 'controller', '') <> ''`));
    return rows.map((r) => ({ ...r, newest: r.newest === null ? null : new Date(r.newest) }));
  }

  /** A reading that is there already stays as it was. */
  async addPoints(
    shopId: string,
    loadId: string,
    points: readonly {
      readonly at: Date;
      readonly parts: readonly (number | null)[];
      readonly airC: number | null;
    }[],
    db: Db | Transaction = this.database.db,
  ) {
    const rows = points.map((p) => ({ shopId, loadId, ...p }));
    for (let i = 0; i < rows.length; i += 500)
      await db
        .insert(loadPoints)
        .values(rows.slice(i, i + 500))
        .onConflictDoNothing();
  }

  /**
   * The log, the coldest sensor at each reading; a reading without any sensor of the part says nothing. Of a load of days not
   * every ten seconds: a part does not change so fast, and nobody waits for twenty thousand readings.
   */
  async log(
    load: Pick<LoadRecord, 'id' | 'startedAt' | 'outAt'>,
    db: Db | Transaction = this.database.db,
  ): Promise<{ readonly points: LogPoint[]; readonly open: number[] }> {
    const start = Date.parse(load.startedAt);
    const end = load.outAt ? Date.parse(load.outAt) : Date.now();
    const every = Math.max(1, Math.round((end - start) / 1000 / MOST_READINGS));
    // A number of this program's own, written out: a value apart would not be the same expression in both places.
    const slot = sql`floor(extract(epoch from ${loadPoints.at}) / ${sql.raw(String(every))})`;
    const rows = await db
      .selectDistinctOn([slot as never], {
        at: loadPoints.at,
        parts: loadPoints.parts,
        airC: loadPoints.airC,
      })
      .from(loadPoints)
      .where(eq(loadPoints.loadId, load.id))
      .orderBy(slot, desc(loadPoints.at));
    const points = rows.flatMap(({ at, parts, airC }): LogPoint[] => {
      const read = parts.filter((p) => p !== null);
      if (read.length === 0) return [];
      const minute = (at.getTime() - start) / 60_000;
      return [{ minute, partC: Math.min(...read), ...(airC === null ? {} : { airC }) }];
    });
    const open = rows.at(-1)?.parts.flatMap((p, i) => (p === null ? [i + 1] : [])) ?? [];
    return { points, open };
  }
}
