/** Reads what the floor shows: one query however many motors there are. */
import { Injectable } from '@nestjs/common';
import { byRushAndPlace } from '@norther/core';
import type { HoldRecord, ListedMotor } from '@norther/records';
import { and, asc, desc, eq, sql } from 'drizzle-orm';
import { Database, type Db } from '../database/database.ts';
import { motors } from '../database/schema.ts';
import { LISTED, MOST_ON_FLOOR, onTheFloor, stepOfList, STEPS, type ListedStep } from '../motors/listed.ts';
import { holdOfJson, type JsonRow } from '../motors/rows-from-json.ts';

export interface FloorRow {
  readonly motor: ListedMotor;
  /** Their instants as PostgreSQL writes them. */
  readonly steps: readonly ListedStep[];
  readonly holds: readonly HoldRecord[];
}

const columns = {
  ...LISTED,
  steps: STEPS,
  holds: sql<readonly JsonRow[]>`(select coalesce(json_agg(x), '[]')
    from holds x where x.motor_id = motors.id and x.cleared_at is null)`,
};
const inShop = onTheFloor(sql.placeholder('shopId'));

const floorQuery = (db: Db) =>
  db
    .select(columns)
    .from(motors)
    .where(and(...inShop))
    .orderBy(desc(motors.rush), sql`${motors.promisedAt} asc nulls last`, asc(motors.number))
    .limit(MOST_ON_FLOOR);

const motorQuery = (db: Db) =>
  db
    .select(columns)
    .from(motors)
    .where(and(...inShop, eq(motors.id, sql.placeholder('id'))));

type QueryRow = Awaited<ReturnType<typeof floorQuery>>[number];

const rowOf = ({ promisedAt, steps, holds, ...motor }: QueryRow): FloorRow => ({
  motor: { ...motor, promisedAt: promisedAt?.toISOString() ?? null },
  steps: steps.map(stepOfList),
  holds: holds.map(holdOfJson),
});

@Injectable()
export class FloorRepository {
  // Built once; named, so that PostgreSQL plans them once a connection.
  private readonly all;
  private readonly one;

  constructor(database: Database) {
    this.all = floorQuery(database.db).prepare('floor');
    this.one = motorQuery(database.db).prepare('floor_motor');
  }

  async floor(shopId: string): Promise<FloorRow[]> {
    const rows = (await this.all.execute({ shopId })).map(rowOf);
    return rows.sort((a, b) => byRushAndPlace(a.motor, b.motor));
  }

  /** @returns null when it is not on the floor */
  async motor(shopId: string, id: string): Promise<FloorRow | null> {
    const [row] = await this.one.execute({ shopId, id });
    return row ? rowOf(row) : null;
  }
}
