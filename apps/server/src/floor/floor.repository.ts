/** Reads what the floor shows: one query however many motors there are. */
import { Injectable } from '@nestjs/common';
import { byRushAndPromise } from '@norther/core';
import type { HoldRecord, ListedMotor, StepRecord } from '@norther/records';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { Database, type Db } from '../database/database.ts';
import { motors } from '../database/schema.ts';
import { holdOfJson, type FloorStep, type JsonRow } from '../motors/rows-from-json.ts';

export interface FloorRow {
  readonly motor: ListedMotor;
  /** Their instants as PostgreSQL writes them. */
  readonly steps: readonly Pick<StepRecord, 'station' | 'takenAt' | 'takenBy' | 'signedAt' | 'signedBy'>[];
  readonly holds: readonly HoldRecord[];
}

const MOST_MOTORS = 400;

const columns = {
  id: motors.id,
  number: motors.number,
  kind: motors.kind,
  route: motors.route,
  routeVersion: motors.routeVersion,
  customer: motors.customer,
  machine: motors.machine,
  maker: motors.maker,
  serial: motors.serial,
  rush: motors.rush,
  promisedAt: motors.promisedAt,
  steps: sql<readonly FloorStep[]>`(select coalesce(json_agg(json_build_array(
      x.station, x.taken_at, x.taken_by, x.signed_at, x.signed_by)), '[]')
    from steps x where x.motor_id = motors.id)`,
  holds: sql<readonly JsonRow[]>`(select coalesce(json_agg(x), '[]')
    from holds x where x.motor_id = motors.id and x.cleared_at is null)`,
};
/** Not shipped, and not taken in by mistake. */
const onTheFloor = [
  eq(motors.shopId, sql.placeholder('shopId')),
  isNull(motors.shippedAt),
  isNull(motors.withdrawnAt),
];

const floorQuery = (db: Db) =>
  db
    .select(columns)
    .from(motors)
    .where(and(...onTheFloor))
    .orderBy(desc(motors.rush), sql`${motors.promisedAt} asc nulls last`, asc(motors.number))
    .limit(MOST_MOTORS);

const motorQuery = (db: Db) =>
  db
    .select(columns)
    .from(motors)
    .where(and(...onTheFloor, eq(motors.id, sql.placeholder('id'))));

type QueryRow = Awaited<ReturnType<typeof floorQuery>>[number];

const rowOf = ({ promisedAt, steps, holds, ...motor }: QueryRow): FloorRow => ({
  motor: { ...motor, promisedAt: promisedAt?.toISOString() ?? null },
  steps: steps.map(([station, takenAt, takenBy, signedAt, signedBy]) => ({
    station,
    takenAt,
    takenBy,
    signedAt,
    signedBy,
  })),
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
    return rows.sort((a, b) => byRushAndPromise(a.motor, b.motor));
  }

  /** @returns null when it is not on the floor */
  async motor(shopId: string, id: string): Promise<FloorRow | null> {
    const [row] = await this.one.execute({ shopId, id });
    return row ? rowOf(row) : null;
  }
}
