import { Injectable } from '@nestjs/common';
import type { PartRecord } from '@norther/records';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Database, type Transaction } from '../database/database.ts';
import { motors, parts } from '../database/schema.ts';

type Row = typeof parts.$inferSelect;

const partOf = (r: Row): PartRecord => ({
  id: r.id,
  kind: r.kind as PartRecord['kind'],
  tag: r.tag,
  note: r.note,
  addedAt: r.addedAt.toISOString(),
  addedBy: r.addedBy,
  backAt: r.backAt?.toISOString() ?? null,
  backBy: r.backBy,
  withdrawn: r.withdrawn ?? null,
  version: r.version,
});

export interface TaggedPart {
  readonly number: string;
  readonly kind: string;
  readonly tag: string;
}

@Injectable()
export class PartsRepository {
  constructor(private readonly database: Database) {}

  /** Which motors in the shop have a part with this tag; one, unless a tag was given twice. */
  async withTag(shopId: string, tag: string, tx: Transaction | null = null): Promise<TaggedPart[]> {
    return (tx ?? this.database.db)
      .select({ number: motors.number, kind: parts.kind, tag: parts.tag })
      .from(parts)
      .innerJoin(motors, eq(motors.id, parts.motorId))
      .where(
        and(
          eq(parts.shopId, shopId),
          eq(sql`lower(${parts.tag})`, tag.toLowerCase()),
          isNull(parts.withdrawn),
          isNull(motors.shippedAt),
          isNull(motors.withdrawnAt),
        ),
      )
      .limit(5);
  }

  async add(tx: Transaction, row: typeof parts.$inferInsert): Promise<PartRecord> {
    const [added] = await tx.insert(parts).values(row).returning();
    return partOf(added!);
  }

  /** @returns null when the stored version is another */
  async change(
    tx: Transaction,
    id: string,
    version: number,
    next: Partial<Pick<Row, 'kind' | 'tag' | 'note' | 'backAt' | 'backBy' | 'withdrawn'>>,
  ): Promise<PartRecord | null> {
    const [row] = await tx
      .update(parts)
      .set({ ...next, version: version + 1 })
      .where(and(eq(parts.id, id), eq(parts.version, version)))
      .returning();
    return row ? partOf(row) : null;
  }
}
