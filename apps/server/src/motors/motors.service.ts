/** Motors: taking them in, changing their plate and promise, finding and opening them. */
import { Injectable } from '@nestjs/common';
import { readForm, IDENTITY_FIELDS, readNameplate } from '@norther/core';
import type { MotorChange, MotorEntry, MotorRecord } from '@norther/records';
import { uuidV7 } from '../database/uuid-v7.ts';
import { Writer } from '../database/write.ts';
import { badInput, conflict, notFound, stale } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { judgeMotor, type JudgedMotor } from './motor-file.ts';
import { MotorsRepository, type FloorRow } from './motors.repository.ts';
import { openNotes, type FloorNote } from './floor-notes.ts';
import { isoOf } from './rows-from-json.ts';
import { shareNext } from './share-next.ts';

export interface FloorMotor {
  readonly motor: FloorRow['motor'];
  /** Ovens, panel and balancer, in hand or signed within the last day: what the line of today shows. */
  readonly recent: FloorRow['steps'];
  readonly notes: readonly FloorNote[];
}

const DAY = 86_400_000;
const ON_THE_LINE = new Set(['strip', 'varnish', 'cure', 'check', 'test', 'balance']);

@Injectable()
export class MotorsService {
  /** Everybody's first view, asked anew by every screen with every change. */
  readonly floor: (shopId: string) => Promise<FloorMotor[]>;

  constructor(
    private readonly motors: MotorsRepository,
    private readonly writer: Writer,
  ) {
    this.floor = shareNext(async (shopId) => floorOf(await this.motors.floor(shopId)));
  }

  find(person: Person, words: string, after: string | null, limit: number) {
    return this.motors.find(person.shopId, words, after, limit);
  }

  async open(person: Person, number: string, working = false): Promise<JudgedMotor> {
    const rows = await this.motors.rows(person.shopId, number);
    if (!rows) throw notFound(`Motor ${number}`);
    return judgeMotor(rows, working);
  }

  async history(person: Person, number: string) {
    const id = await this.motors.idOf(person.shopId, number);
    if (!id) throw notFound(`Motor ${number}`);
    return this.motors.history(id);
  }

  takeIn(person: Person, writeId: string, entry: MotorEntry): Promise<MotorRecord> {
    refuseWrongPlate(entry);
    return this.writer.once(person, writeId, async ({ tx, now, record }) => {
      if (await this.motors.idOf(person.shopId, entry.number, tx))
        throw conflict(
          'motor.number-taken',
          `There is a motor ${entry.number} already; open it, or give this one another number.`,
          ['number'],
        );
      const motor = await this.motors.insert(tx, person.shopId, uuidV7(), entry, now);
      await record({ motorId: motor.id, what: 'motor taken in', after: entry });
      return motor;
    });
  }

  change(person: Person, writeId: string, number: string, change: MotorChange): Promise<MotorRecord> {
    const { version, why, ...entry } = change;
    refuseWrongPlate({ ...entry, number });
    return this.writer.once(person, writeId, async ({ tx, record }) => {
      const rows = await this.motors.rows(person.shopId, number, tx);
      if (!rows) throw notFound(`Motor ${number}`);
      const before = rows.motor;
      const after = await this.motors.update(tx, before.id, version, entry, number);
      if (!after) throw stale(before, change);
      await record({ motorId: before.id, what: 'motor changed', before, after, why });
      return after;
    });
  }
}

function floorOf(rows: readonly FloorRow[]): FloorMotor[] {
  const since = Date.now() - DAY;
  return rows.map((row) => ({
    motor: row.motor,
    recent: row.steps
      .filter(
        (s) =>
          ON_THE_LINE.has(s.station) && s.takenAt && (!s.signedAt || new Date(s.signedAt).getTime() > since),
      )
      .map((s) => ({ ...s, takenAt: isoOf(s.takenAt), signedAt: isoOf(s.signedAt) })),
    notes: openNotes(row),
  }));
}

function refuseWrongPlate(entry: MotorEntry) {
  const findings = [
    ...readForm(IDENTITY_FIELDS, entry as unknown as Record<string, string>).findings,
    ...readNameplate(entry.plate).findings,
  ].filter((f) => f.severity === 'stop');
  if (findings.length > 0) throw badInput(findings);
}
