/** Finds windings by the cores they were taken from or wound in. */
import { Injectable } from '@nestjs/common';
import { distanceBetween, likenessOf, LIKENESS_IDS, type CoreLikeness } from '@norther/core';
import type { LibraryEntry, LibraryQuestion } from '@norther/records';
import { sql, type SQL } from 'drizzle-orm';
import { Database } from '../database/database.ts';

/** Wider than all there is, and narrower than any difference [logarithm]. */
const ANYTHING = 30;
const NOTHING = 1e-9;
/** A motor has at most two windings in the library, as found and as wound. */
const EACH = 2;

interface Row extends Record<string, unknown> {
  number: string;
  customer: string;
  machine: string;
  maker: string;
  arrived: string;
  plate: Record<string, string>;
  role: LibraryEntry['role'];
  typed: Record<string, string>;
  values: Record<string, unknown>;
}

const list = (each: readonly number[]) =>
  sql`array[${sql.join(
    each.map((v) => sql`${v}::float8`),
    sql`, `,
  )}]`;

/**
 * By all four measures the index gives the nearest one after another. Where one is missing, slots and poles have to be
 * equal: of those there are few enough to be put in order by what is known.
 */
function nearest(core: CoreLikeness): { readonly where: SQL; readonly order: SQL } {
  const measured = LIKENESS_IDS.map((id) => core[id]);
  const known = measured.flatMap((v, i) => (v === undefined ? [] : [{ at: i + 1, log: Math.log(v) }]));
  const logs = list(known.map((k) => k.log));
  if (known.length === measured.length)
    return { where: sql`w.core is not null`, order: sql`w.core <-> cube(${logs})` };
  const edge = (slack: number, far: number) =>
    list(measured.map((v, i) => (i < 2 && v !== undefined ? Math.log(v) + slack : far)));
  const places = sql`array[${sql.join(
    known.map((k) => sql`${k.at}::int`),
    sql`, `,
  )}]`;
  return {
    where: sql`w.core <@ cube(${edge(-NOTHING, -ANYTHING)}, ${edge(NOTHING, ANYTHING)})`,
    order: sql`cube_subset(w.core, ${places}) <-> cube(${logs}), w.changed_at desc`,
  };
}

@Injectable()
export class LibraryRepository {
  constructor(private readonly database: Database) {}

  /** Nearest first, one a motor: the winding as wound where both are on record. */
  async sisters(
    shopId: string,
    { kind, except = '', limit, ...core }: LibraryQuestion,
  ): Promise<LibraryEntry[]> {
    const { where, order } = nearest(core);
    const { rows } = await this.database.db.execute<Row>(sql`
      select m.number, m.customer, m.machine, m.maker, to_json(m.arrived_at) as arrived, m.plate,
        w.role, w.typed, w.values
      from windings w join motors m on m.id = w.motor_id
      where w.role <> 'proposed' and ${where} and w.shop_id = ${shopId} and m.kind = ${kind}
        and m.withdrawn_at is null and m.number <> ${except}
      order by ${order} limit ${EACH * limit}`);
    const found = new Map<string, LibraryEntry>();
    for (const row of rows) {
      const before = found.get(row.number);
      if (before && before.role === 'as-wound') continue;
      if (before && row.role !== 'as-wound') continue;
      found.set(row.number, {
        number: row.number,
        customer: row.customer,
        machine: row.machine,
        maker: row.maker,
        arrivedAt: new Date(row.arrived).toISOString(),
        plate: row.plate,
        role: row.role,
        card: row.typed,
        distance: distanceBetween(core, likenessOf(row.values))?.total ?? 0,
      });
    }
    return [...found.values()].sort((a, b) => a.distance - b.distance).slice(0, limit);
  }

  /** How many there are, and how many of them have no measured core. */
  async size(shopId: string): Promise<{ readonly windings: number; readonly unmeasured: number }> {
    const { rows } = await this.database.db.execute<{ windings: number; unmeasured: number }>(sql`
      select count(*)::int as windings, count(*) filter (where core is null)::int as unmeasured
      from windings where shop_id = ${shopId} and role <> 'proposed'`);
    return rows[0]!;
  }
}
