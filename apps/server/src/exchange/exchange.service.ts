/** A motor out of the shop as one file, and into a shop that does not have it. */
import { Injectable } from '@nestjs/common';
import { CORE_VERSION } from '@norther/core';
import { MOTOR_FORMAT, MOTOR_FORMAT_VERSION, openMotorDocument, type MotorDocument } from '@norther/records';
import { Writer } from '../database/write.ts';
import { badInput, conflict, notFound } from '../http/problem.ts';
import { MotorsRepository } from '../motors/motors.repository.ts';
import type { Person } from '../people/person.ts';
import { ExchangeRepository } from './exchange.repository.ts';

@Injectable()
export class ExchangeService {
  constructor(
    private readonly motors: MotorsRepository,
    private readonly exchange: ExchangeRepository,
    private readonly writer: Writer,
  ) {}

  async export(person: Person, number: string): Promise<MotorDocument> {
    const rows = await this.motors.rows(person.shopId, number);
    if (!rows) throw notFound(`Motor ${number}`);
    return {
      format: MOTOR_FORMAT,
      version: MOTOR_FORMAT_VERSION,
      core: CORE_VERSION,
      motor: rows.motor,
      windings: [...rows.windings],
      steps: [...rows.steps],
      holds: [...rows.holds],
      gatePasses: [...rows.gatePasses],
      readings: [...rows.readings],
      jointMarks: [...rows.jointMarks],
      history: await this.motors.history(rows.motor.id),
    };
  }

  /** All of it or nothing. The import itself is an event of the shop, so that the motor's own history stays as it was. */
  import(person: Person, writeId: string, data: unknown) {
    const opened = openMotorDocument(data);
    if (!opened.ok) throw badInput(opened.findings);
    const document = opened.value;
    return this.writer.once(person, writeId, async ({ tx, record }) => {
      if (await this.exchange.known(tx, document.motor.id, person.shopId, document.motor.number))
        throw conflict(
          'motor.known',
          `Motor ${document.motor.number} is in this shop already; an import never overwrites.`,
          ['number'],
        );
      await this.exchange.insert(tx, person.shopId, document);
      await record({
        motorId: null,
        what: `motor ${document.motor.number} imported`,
        after: { id: document.motor.id, writtenBy: document.core },
      });
      return { number: document.motor.number };
    });
  }
}
