/** A motor out of the shop as one file, and into a shop that does not have it. */
import { Inject, Injectable } from '@nestjs/common';
import { DATABASE_URL } from '../database/database.ts';
import type { WriteKey } from '../database/write.ts';
import { Heavy } from '../heavy/heavy.ts';
import { forbidden, notFound } from '../http/problem.ts';
import { MotorsRepository } from '../motors/motors.repository.ts';
import type { Person } from '../people/person.ts';
import { exportDocument } from './export-document.ts';

@Injectable()
export class ExchangeService {
  constructor(
    private readonly motors: MotorsRepository,
    private readonly heavy: Heavy,
    @Inject(DATABASE_URL) private readonly databaseUrl: string,
  ) {}

  async export(person: Person, number: string): Promise<AsyncGenerator<string>> {
    const rows = await this.motors.rows(person.shopId, number);
    if (!rows) throw notFound(`Motor ${number}`);
    const { id } = rows.motor;
    return exportDocument(
      rows,
      await this.motors.historyOrders(id),
      (reading) => this.motors.log(person.shopId, number, reading),
      (after, limit) => this.motors.historyAfter(id, after, limit),
    );
  }

  /** Whoever imports says that it is so: a lead, and the record says who. */
  import(person: Person, write: WriteKey, file: Uint8Array) {
    if (person.role !== 'lead')
      throw forbidden('A record is imported by a lead: it brings signatures that were given elsewhere.');
    return this.heavy.import({ databaseUrl: this.databaseUrl, person, write, file });
  }
}
