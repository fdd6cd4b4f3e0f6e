/** Data cards: saving what was typed, with what it reads as, and the event of every change. */
import { Injectable } from '@nestjs/common';
import { readDataCard } from '@norther/core';
import type { WindingChange, WindingRecord } from '@norther/records';
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
        what: role === 'as-found' ? 'data card saved' : 'proposed winding saved',
        before: before?.typed ?? null,
        after: change.typed,
        why: change.why,
      });
      return saved;
    });
  }
}
