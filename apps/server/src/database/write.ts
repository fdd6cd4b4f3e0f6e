/** A change: done once for its write id, in one transaction with its event. */
import { Injectable } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { Problem } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { Database, type Transaction } from './database.ts';
import { events, writes } from './schema.ts';
import { v7 as uuidV7 } from 'uuid';

export interface EventEntry {
  readonly motorId: string | null;
  readonly what: string;
  readonly before?: unknown;
  readonly after?: unknown;
  readonly why?: string;
}

/** What a write id was made for: used again for anything else it is a mistake of the client, and is refused. */
export interface WriteKey {
  readonly id: string;
  readonly address: string;
  readonly bodyHash: string;
}

export interface WriteContext {
  readonly tx: Transaction;
  readonly person: Person;
  readonly now: Date;
  /** Writes the event of the change into the same transaction. */
  readonly record: (entry: EventEntry) => Promise<void>;
}

@Injectable()
export class Writer {
  constructor(private readonly database: Database) {}

  /**
   * Runs `change` in a transaction. The same write again gives the first answer and changes nothing; two at the same
   * moment wait for each other. The same id with another person, address or body is refused with 422.
   */
  async once<T>(person: Person, key: WriteKey, change: (context: WriteContext) => Promise<T>): Promise<T> {
    return this.database.transaction(async (tx) => {
      const claimed = await tx
        .insert(writes)
        .values({
          shopId: person.shopId,
          writeId: key.id,
          personId: person.id,
          address: key.address,
          bodyHash: key.bodyHash,
          at: new Date(),
          answer: null,
        })
        .onConflictDoNothing()
        .returning({ writeId: writes.writeId });
      const mine = and(eq(writes.shopId, person.shopId), eq(writes.writeId, key.id));
      if (claimed.length === 0) {
        const [done] = await tx.select().from(writes).where(mine);
        if (done!.personId !== person.id || done!.address !== key.address || done!.bodyHash !== key.bodyHash)
          throw new Problem(
            422,
            'This write id was used for something else before. Nothing was changed: send it with an id of its own.',
          );
        return done!.answer as T;
      }
      const now = new Date();
      const answer = await change({
        tx,
        person,
        now,
        record: async (entry) => {
          await tx.insert(events).values({
            id: uuidV7(),
            shopId: person.shopId,
            motorId: entry.motorId,
            at: now,
            who: person.name,
            what: entry.what,
            before: entry.before ?? null,
            after: entry.after ?? null,
            why: entry.why ?? '',
            writeId: key.id,
          });
        },
      });
      await tx.update(writes).set({ answer }).where(mine);
      return answer;
    });
  }
}
