/** Data cards: saving what was typed, with what it reads as, and the event of every change. */
import { Injectable } from '@nestjs/common';
import { readDataCard } from '@norther/core';
import type { JointMarkEntry, JointMarkRecord, WindingChange, WindingRecord } from '@norther/records';
import { uuidV7 } from '../database/uuid-v7.ts';
import { Writer } from '../database/write.ts';
import { notFound, stale } from '../http/problem.ts';
import { MotorsRepository } from '../motors/motors.repository.ts';
import type { Person } from '../people/person.ts';
import { WindingsRepository } from './windings.repository.ts';

@Injectable()
export class WindingsService {
  constructor(
    private readonly windings: WindingsRepository,
    private readonly motors: MotorsRepository,
    private readonly writer: Writer,
  ) {}

  /** A half-filled or doubtful card is saved as it is: the gate judges it, not the save. */
  save(
    person: Person,
    writeId: string,
    number: string,
    role: WindingRecord['role'],
    change: WindingChange,
  ): Promise<WindingRecord> {
    const { card } = readDataCard(change.typed);
    const values = { ...card } as Record<string, unknown>;
    return this.writer.once(person, writeId, async ({ tx, now, record }) => {
      const motorId = await this.motors.idOf(person.shopId, number, tx);
      if (!motorId) throw notFound(`Motor ${number}`);
      const before = await this.windings.find(tx, motorId, role);
      const saved = await this.windings.save(tx, {
        id: before?.id ?? uuidV7(),
        shopId: person.shopId,
        motorId,
        role,
        typed: change.typed,
        values,
        version: change.version,
        changedAt: now,
        changedBy: person.name,
      });
      if (!saved) throw stale(await this.windings.find(tx, motorId, role), change);
      await record({
        motorId,
        what: SAVED[role],
        before: before?.typed ?? null,
        after: change.typed,
        why: change.why,
      });
      return saved;
    });
  }

  /** Marks are added, never changed: a joint that was opened again has both lines. */
  mark(person: Person, writeId: string, number: string, entry: JointMarkEntry): Promise<JointMarkRecord> {
    return this.writer.once(person, writeId, async ({ tx, now, record }) => {
      const motorId = await this.motors.idOf(person.shopId, number, tx);
      if (!motorId) throw notFound(`Motor ${number}`);
      const id = uuidV7();
      await this.windings.mark(tx, {
        ...entry,
        id,
        shopId: person.shopId,
        motorId,
        at: now,
        by: person.name,
      });
      await record({ motorId, what: `joint ${entry.joint} ${entry.mark}`, after: entry, why: entry.note });
      return { ...entry, id, at: now.toISOString(), by: person.name };
    });
  }
}

const SAVED: Readonly<Record<WindingRecord['role'], string>> = {
  'as-found': 'data card saved',
  proposed: 'proposed winding saved',
  'as-wound': 'winding as wound saved',
};
