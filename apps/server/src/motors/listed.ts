/** What lists of motors read of each: floor and plan show the same motors, of the same columns. */
import type { StepRecord } from '@norther/records';
import { eq, isNull, sql, type Placeholder } from 'drizzle-orm';
import { motors } from '../database/schema.ts';
import { type FloorStep } from './rows-from-json.ts';

/** More than a shop has on its floor. */
export const MOST_ON_FLOOR = 400;

export const LISTED = {
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
  givenTo: motors.givenTo,
  place: motors.place,
  promisedAt: motors.promisedAt,
};

/** The steps of each as lists; `stepOfList` names them. */
export const STEPS = sql<readonly FloorStep[]>`(select coalesce(json_agg(json_build_array(
      x.station, x.taken_at, x.taken_by, x.signed_at, x.signed_by)), '[]')
    from steps x where x.motor_id = motors.id)`;

/** Instants as PostgreSQL writes them. */
export type ListedStep = Pick<StepRecord, 'station' | 'takenAt' | 'takenBy' | 'signedAt' | 'signedBy'>;

export const stepOfList = ([station, takenAt, takenBy, signedAt, signedBy]: FloorStep): ListedStep => ({
  station,
  takenAt,
  takenBy,
  signedAt,
  signedBy,
});

/** Not shipped, and not taken in by mistake. */
export const onTheFloor = (shopId: string | Placeholder) => [
  eq(motors.shopId, shopId),
  isNull(motors.shippedAt),
  isNull(motors.withdrawnAt),
];
