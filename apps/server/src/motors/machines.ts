/** The machine that a visit is of: the same serial number of the same maker is the same thing. */
import { and, eq, ne, or, sql } from 'drizzle-orm';
import { v7 as uuidV7 } from 'uuid';
import type { Transaction } from '../database/database.ts';
import { oneAtATime } from '../database/one-at-a-time.ts';
import { machines, motors } from '../database/schema.ts';

/** What tells a machine from others. */
export interface Identity {
  readonly maker: string;
  readonly serial: string;
}

const lower = (text: string) => text.trim().toLowerCase();

/**
 * The machine's id; a new one where none is known, or where it cannot be told which of several it is.
 * A machine without a serial number is nobody else's.
 */
export async function machineOf(
  tx: Transaction,
  shopId: string,
  { maker, serial }: Identity,
): Promise<string> {
  const known = lower(serial) === '' ? [] : await withSerial(tx, shopId, { maker, serial });
  const same = known.filter((m) => lower(m.maker) === lower(maker));
  // Where one of the two says no maker, the number alone has to do, if it is only one machine's.
  const [only, more] = same.length > 0 ? same : known;
  if (only && more === undefined) return only.id;
  const id = uuidV7();
  await tx.insert(machines).values({ id, shopId, maker: maker.trim(), serial: serial.trim() });
  return id;
}

/** Two visits of a machine that are taken in at once wait for one another: else it would be two machines for ever. */
async function withSerial(tx: Transaction, shopId: string, { maker, serial }: Identity) {
  await oneAtATime(tx, shopId, `serial number ${lower(serial)}`);
  return tx
    .select()
    .from(machines)
    .where(
      and(
        eq(machines.shopId, shopId),
        eq(sql`lower(${machines.serial})`, lower(serial)),
        lower(maker) === ''
          ? undefined
          : or(eq(sql`lower(${machines.maker})`, lower(maker)), eq(machines.maker, '')),
      ),
    );
}

/**
 * What the plate of a visit says was corrected: the machine is corrected with it, unless it was here at other times as
 * what it was called before.
 */
export async function machineCorrected(
  tx: Transaction,
  shopId: string,
  visit: string,
  machine: string,
  identity: Identity,
): Promise<string> {
  const [other] = await tx
    .select({ id: motors.id })
    .from(motors)
    .where(and(eq(motors.machineId, machine), ne(motors.id, visit)))
    .limit(1);
  const known = lower(identity.serial) === '' ? [] : await withSerial(tx, shopId, identity);
  if (other || known.some((m) => m.id !== machine)) return machineOf(tx, shopId, identity);
  await tx
    .update(machines)
    .set({ maker: identity.maker.trim(), serial: identity.serial.trim() })
    .where(eq(machines.id, machine));
  return machine;
}
