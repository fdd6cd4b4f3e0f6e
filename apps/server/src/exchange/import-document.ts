/** A motor's record into a shop that does not have it; runs in a worker, since a file may be large. */
import { finding } from '@norther/core';
import {
  impossibleIn,
  MOST_FILE_BYTES,
  openMotorDocument,
  routeOfShape,
  type MotorDocument,
} from '@norther/records';
import { createHash } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { FileStore } from '../attachments/file-store.ts';
import { Database, makePool } from '../database/database.ts';
import { Writer, type WriteKey } from '../database/write.ts';
import { readJson } from '../http/read-json.ts';
import { badInput, conflict } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { Bundle } from './bundle.ts';
import { importCards } from './import-cards.ts';
import { ExchangeRepository, type FileOfRecord } from './exchange.repository.ts';

export interface ImportQuestion {
  readonly databaseUrl: string;
  readonly person: Person;
  readonly write: WriteKey;
  readonly filesFolder: string;
  /** A record as bytes, a table of cards, or a bundle that lies on the disk, with the sum of its content. */
  readonly from:
    | { readonly record: Uint8Array }
    | { readonly cards: Uint8Array }
    | { readonly bundle: string; readonly hash: string };
}

/** All of it or nothing, and marked as what it is: its history says what others wrote elsewhere. */
export async function importDocument(question: ImportQuestion) {
  const { from } = question;
  if ('cards' in from) return importCards(question, from.cards);
  if ('record' in from) {
    const hash = createHash('sha256').update(from.record).digest('hex');
    return insertDocument(question, readDocument(from.record), hash, []);
  }
  const store = new FileStore(question.filesFolder);
  const bundle = await Bundle.open(from.bundle);
  const received: (FileOfRecord & { readonly path: string })[] = [];
  try {
    const document = readDocument(await bundle.record());
    for (const file of filesOf(document)) {
      if (!bundle.has(file)) continue;
      const { path, bytes } = await bundle.receive(file, store, MOST_FILE_BYTES);
      received.push({ ...file, bytes, path });
    }
    // In their places before the record says so.
    for (const file of received) await store.keep(file.path, store.pathOf(file.hash, file.media));
    return await insertDocument(question, document, from.hash, received);
  } finally {
    bundle.close();
    await Promise.all(received.map(({ path }) => rm(path, { force: true })));
  }
}

/** Every file that a record names, once. */
function filesOf({ attachments }: MotorDocument): readonly FileOfRecord[] {
  const files = attachments.map(({ hash, media, bytes }) => ({ hash, media, bytes }));
  return [...new Map(files.map((f) => [`${f.hash} ${f.media}`, f])).values()];
}

async function insertDocument(
  { databaseUrl, person, write }: ImportQuestion,
  document: MotorDocument,
  hash: string,
  files: readonly FileOfRecord[],
) {
  const pool = makePool(databaseUrl, 1);
  try {
    const exchange = new ExchangeRepository();
    return await new Writer(new Database(pool)).once(
      person,
      { ...write, bodyHash: hash },
      async ({ tx, now, record }) => {
        const { motor } = document;
        if (await exchange.known(tx, motor.id, person.shopId, motor.number))
          throw conflict(
            'motor.known',
            `Motor ${motor.number} is in this shop already; an import never overwrites.`,
            ['number'],
          );
        if (document.route && !(await exchange.takeRoute(tx, person, now, routeOfShape(document.route))))
          throw conflict(
            'route.differs',
            `Version ${motor.routeVersion} of the route ${document.route.title} in the file is not the one that this shop has.`,
            ['route'],
          );
        await exchange.insert(
          tx,
          person.shopId,
          document,
          { by: person.name, at: now.toISOString(), file: hash },
          files,
        );
        await record({
          motorId: motor.id,
          what: 'record imported',
          after: { file: `sha256 ${hash}`, writtenBy: `core ${document.core}` },
          why: 'Everything above this line was written in another shop.',
        });
        const missing = filesOf(document).length - files.length;
        return { number: motor.number, ...(missing > 0 ? { filesMissing: missing } : {}) };
      },
    );
  } finally {
    await pool.end();
  }
}

function readDocument(file: Uint8Array): MotorDocument {
  const data = readJson(Buffer.from(file.buffer, file.byteOffset, file.byteLength), MOST_VALUES, 'This file');
  const opened = openMotorDocument(data);
  if (!opened.ok) throw badInput(opened.findings);
  const impossible = impossibleIn(opened.value, Date.now());
  if (impossible.length > 0) throw badInput(impossible);
  const points = opened.value.readings.reduce((n, r) => n + (r.log?.length ?? 0), 0);
  if (points > MOST_POINTS)
    throw badInput([
      finding('stop', 'file.too-many-points', `${points} points of logs are more than ${MOST_POINTS}.`, [
        'readings',
      ]),
    ]);
  return opened.value;
}

/** What one motor's logs may come to; some forty bakes of a day each. */
export const MOST_POINTS = 400_000;
const MOST_VALUES = 3_000_000;
