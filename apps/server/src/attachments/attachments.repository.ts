import { Injectable } from '@nestjs/common';
import type { AttachmentMedia, PhotoMark } from '@norther/records';
import { and, eq } from 'drizzle-orm';
import { Database, type Transaction } from '../database/database.ts';
import { attachments, files, motors } from '../database/schema.ts';

@Injectable()
export class AttachmentsRepository {
  constructor(private readonly database: Database) {}

  /** @returns its place in the order of all that happened */
  async insert(tx: Transaction, row: typeof attachments.$inferInsert, at: Date): Promise<number> {
    const { shopId, hash, media, bytes } = row;
    await tx.insert(files).values({ shopId, hash, media, bytes, keptAt: at }).onConflictDoNothing();
    const [saved] = await tx.insert(attachments).values(row).returning({ order: attachments.order });
    return saved!.order;
  }

  /** Where the content of an attachment lies; null where there is none, or where it did not come along. */
  async fileOf(shopId: string, number: string, id: string) {
    const [row] = await this.database.db
      .select({ hash: files.hash, media: attachments.media, name: attachments.name, bytes: files.bytes })
      .from(attachments)
      .innerJoin(motors, eq(motors.id, attachments.motorId))
      .innerJoin(files, and(eq(files.shopId, attachments.shopId), eq(files.hash, attachments.hash)))
      .where(and(eq(motors.shopId, shopId), eq(motors.number, number), eq(attachments.id, id)));
    return row ? { ...row, media: row.media as AttachmentMedia } : null;
  }

  async withdraw(tx: Transaction, id: string, withdrawn: { reason: string; at: string; by: string }) {
    await tx.update(attachments).set({ withdrawn }).where(eq(attachments.id, id));
  }

  async mark(tx: Transaction, id: string, marks: PhotoMark[]) {
    await tx.update(attachments).set({ marks }).where(eq(attachments.id, id));
  }

  async note(tx: Transaction, id: string, note: string) {
    await tx.update(attachments).set({ note }).where(eq(attachments.id, id));
  }
}
