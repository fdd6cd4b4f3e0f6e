/** A motor's record into a shop that does not have it; runs in a worker, since a file may be large. */
import { finding } from '@norther/core';
import { impossibleIn, openMotorDocument, type MotorDocument } from '@norther/records';
import { createHash } from 'node:crypto';
import { Database, makePool } from '../database/database.ts';
import { Writer, type WriteKey } from '../database/write.ts';
import { readJson } from '../http/read-json.ts';
import { badInput, conflict } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { ExchangeRepository } from './exchange.repository.ts';

export interface ImportQuestion {
  readonly databaseUrl: string;
  readonly person: Person;
  readonly write: WriteKey;
  readonly file: Uint8Array;
}

/** All of it or nothing, and marked as what it is: its history says what others wrote elsewhere. */
export async function importDocument({ databaseUrl, person, write, file }: ImportQuestion) {
  const hash = createHash('sha256').update(file).digest('hex');
  const document = readDocument(file);
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
        await exchange.insert(tx, person.shopId, document, {
          by: person.name,
          at: now.toISOString(),
          file: hash,
        });
        await record({
          motorId: motor.id,
          what: 'record imported',
          after: { file: `sha256 ${hash}`, writtenBy: `core ${document.core}` },
          why: 'Everything above this line was written in another shop.',
        });
        return { number: motor.number };
      },
    );
  } finally {
    await pool.end();
  }
}

function readDocument(file: Uint8Array): MotorDocument {
  const data = readJson(Buffer.from(file.buffer, file.byteOffset, file.byteLength), MOST_VALUES);
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
