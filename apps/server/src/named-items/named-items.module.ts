/** Keeps what a shop names, fills in as a form and retires, whatever it is: ovens, programmes, supplies, instruments. */
import { Injectable, Module } from '@nestjs/common';
import type { Finding } from '@norther/core';
import type { NamedItem } from '@norther/records';
import { and, asc, eq } from 'drizzle-orm';
import { v7 as uuidV7 } from 'uuid';
import { Database, type Db, type Transaction } from '../database/database.ts';
import type {
  criteriaSets,
  equipment,
  instruments,
  programmes,
  supplies,
  treatments,
} from '../database/schema.ts';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound, stale } from '../http/problem.ts';
import type { Person } from '../people/person.ts';

/** Tables of such things have the same columns (`namedInShop`). */
type NamedTable =
  | typeof criteriaSets
  | typeof equipment
  | typeof programmes
  | typeof supplies
  | typeof instruments
  | typeof treatments;

export interface NamedThing {
  readonly table: NamedTable;
  /** As it is called in a sentence: `oven`. */
  readonly word: string;
  readonly plural: string;
  readonly check: (typed: NamedItem['typed']) => readonly Finding[];
  /** Whether only a lead enters and changes them. */
  readonly leadsOnly: boolean;
}

const itemOf = (r: (typeof equipment)['$inferSelect']): NamedItem => ({
  id: r.id,
  name: r.name,
  typed: r.typed,
  retiredAt: r.retiredAt?.toISOString() ?? null,
  version: r.version,
});

@Injectable()
export class NamedItems {
  constructor(
    private readonly database: Database,
    private readonly writer: Writer,
  ) {}

  /** By name, those retired among them. */
  async list(
    { table }: Pick<NamedThing, 'table'>,
    shopId: string,
    db: Db | Transaction = this.database.db,
  ): Promise<NamedItem[]> {
    const rows = await db.select().from(table).where(eq(table.shopId, shopId)).orderBy(asc(table.name));
    return rows.map(itemOf);
  }

  add(person: Person, write: WriteKey, thing: NamedThing, typed: NamedItem['typed']): Promise<NamedItem> {
    this.refuse(person, thing, typed);
    const { table, word } = thing;
    return this.writer.once(person, write, async ({ tx, record }) => {
      const name = typed['name']!.trim();
      const [added] = await tx
        .insert(table)
        .values({ id: uuidV7(), shopId: person.shopId, name, typed })
        .onConflictDoNothing()
        .returning();
      if (!added) throw taken(word, name);
      await record({ motorId: null, what: `${word} ${name} added`, after: typed });
      return itemOf(added);
    });
  }

  change(
    person: Person,
    write: WriteKey,
    thing: NamedThing,
    id: string,
    { typed, version }: { readonly typed: NamedItem['typed']; readonly version: number },
  ): Promise<NamedItem> {
    this.refuse(person, thing, typed);
    const { word } = thing;
    return this.writer.once(person, write, async ({ tx, record }) => {
      const all = await this.list(thing, person.shopId, tx);
      const before = all.find((x) => x.id === id);
      if (!before) throw notFound(`This ${word}`);
      const name = typed['name']!.trim();
      if (all.some((x) => x.id !== id && x.name.toLowerCase() === name.toLowerCase()))
        throw taken(word, name);
      const after = await this.set(tx, thing, person.shopId, id, version, { typed, name });
      if (!after) throw stale(before, { typed });
      await record({ motorId: null, what: `${word} ${name} changed`, before: before.typed, after: typed });
      return after;
    });
  }

  retire(
    person: Person,
    write: WriteKey,
    thing: NamedThing,
    id: string,
    version: number,
    retire: boolean,
  ): Promise<NamedItem> {
    refuseOthers(person, thing);
    const { word } = thing;
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const before = (await this.list(thing, person.shopId, tx)).find((x) => x.id === id);
      if (!before) throw notFound(`This ${word}`);
      const after = await this.set(tx, thing, person.shopId, id, version, { retiredAt: retire ? now : null });
      if (!after) throw stale(before, { version });
      await record({
        motorId: null,
        what: `${word} ${before.name} ${retire ? 'retired' : 'brought back'}`,
        before,
        after,
      });
      return after;
    });
  }

  private refuse(person: Person, thing: NamedThing, typed: NamedItem['typed']) {
    refuseOthers(person, thing);
    const wrong = thing.check(typed).filter((f) => f.severity === 'stop');
    if (wrong.length > 0) throw badInput(wrong);
  }

  /** @returns null when the stored version is another */
  private async set(
    tx: Transaction,
    { table }: NamedThing,
    shopId: string,
    id: string,
    version: number,
    set: Partial<{ name: string; typed: NamedItem['typed']; retiredAt: Date | null }>,
  ): Promise<NamedItem | null> {
    const [row] = await tx
      .update(table)
      .set({ ...set, version: version + 1 })
      .where(and(eq(table.shopId, shopId), eq(table.id, id), eq(table.version, version)))
      .returning();
    return row ? itemOf(row) : null;
  }
}

function refuseOthers(person: Person, { leadsOnly, plural }: NamedThing) {
  if (leadsOnly && person.role !== 'lead') throw forbidden(`A lead enters and changes ${plural}.`);
}
const taken = (word: string, name: string) =>
  conflict(
    'item.name-taken',
    `Another ${word}, in use or retired, is called ${name}: give this one another name, or bring that one back.`,
    ['name'],
  );

@Module({ providers: [NamedItems], exports: [NamedItems] })
export class NamedItemsModule {}
