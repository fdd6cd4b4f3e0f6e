/** A motor out of the shop as one file or bundle, and into a shop that does not have it. */
import { Inject, Injectable } from '@nestjs/common';
import { rm } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { FILES_FOLDER, FileStore } from '../attachments/file-store.ts';
import { DATABASE_URL } from '../database/database.ts';
import type { WriteKey } from '../database/write.ts';
import { Heavy } from '../heavy/heavy.ts';
import { forbidden, notFound } from '../http/problem.ts';
import type { MotorRows } from '../motors/motor-file.ts';
import { MotorsRepository } from '../motors/motors.repository.ts';
import type { Person } from '../people/person.ts';
import { MOST_BUNDLE, writeBundle } from './bundle.ts';
import { exportDocument } from './export-document.ts';

@Injectable()
export class ExchangeService {
  constructor(
    private readonly motors: MotorsRepository,
    private readonly heavy: Heavy,
    private readonly store: FileStore,
    @Inject(DATABASE_URL) private readonly databaseUrl: string,
    @Inject(FILES_FOLDER) private readonly filesFolder: string,
  ) {}

  async export(person: Person, number: string): Promise<AsyncGenerator<string>> {
    return this.document(person, await this.rows(person, number));
  }

  /** The same with every file that is here, as a ZIP. */
  async bundle(person: Person, number: string): Promise<Readable> {
    const rows = await this.rows(person, number);
    const here = new Map(rows.attachments.filter((a) => a.here).map((a) => [`${a.hash} ${a.media}`, a]));
    return writeBundle(
      await this.document(person, rows),
      [...here.values()].map(({ hash, media }) => ({ hash, media, path: this.store.pathOf(hash, media) })),
    );
  }

  private async rows(person: Person, number: string): Promise<MotorRows> {
    const rows = await this.motors.rows(person.shopId, number);
    if (!rows) throw notFound(`Motor ${number}`);
    return rows;
  }

  private async document(person: Person, rows: MotorRows) {
    const { id, number } = rows.motor;
    return exportDocument(
      rows,
      await this.motors.historyOrders(id),
      (reading) => this.motors.log(person.shopId, number, reading),
      (reading) => this.motors.waves(person.shopId, number, reading),
      (after, limit) => this.motors.historyAfter(id, after, limit),
    );
  }

  /** Whoever imports says that it is so: a lead, and the record says who. */
  import(person: Person, write: WriteKey, record: Uint8Array) {
    refuseOthers(person);
    return this.heavy.import({ ...this.where, person, write, from: { record } });
  }

  /** A table of cards for the library. */
  importCards(person: Person, write: WriteKey, cards: Uint8Array) {
    refuseOthers(person);
    return this.heavy.import({ ...this.where, person, write, from: { cards } });
  }

  /** @param bundle a ZIP, as it comes in */
  async importBundle(person: Person, write: WriteKey, bundle: NodeJS.ReadableStream) {
    refuseOthers(person);
    const { path, hash } = await this.store.receive(bundle, MOST_BUNDLE);
    try {
      return await this.heavy.import({ ...this.where, person, write, from: { bundle: path, hash } });
    } finally {
      await rm(path, { force: true });
    }
  }

  private get where() {
    return { databaseUrl: this.databaseUrl, filesFolder: this.filesFolder };
  }
}

function refuseOthers(person: Person) {
  if (person.role !== 'lead')
    throw forbidden('A record is imported by a lead: it brings signatures that were given elsewhere.');
}
