/** Cards from a table into the library: each is a motor that was here and left; runs in a worker, as a file may be long. */
import { machineKind, newestRoute } from '@norther/core';
import {
  MOTOR_FORMAT,
  MOTOR_FORMAT_VERSION,
  readCardsCsv,
  type CardRow,
  type MotorDocument,
} from '@norther/records';
import { createHash } from 'node:crypto';
import { v7 as uuidV7 } from 'uuid';
import { Database, makePool } from '../database/database.ts';
import { Writer } from '../database/write.ts';
import { badInput, conflict } from '../http/problem.ts';
import { ExchangeRepository } from './exchange.repository.ts';
import type { ImportQuestion } from './import-document.ts';

/** All rows or none. */
export async function importCards(
  { databaseUrl, person, write }: Pick<ImportQuestion, 'databaseUrl' | 'person' | 'write'>,
  file: Uint8Array,
) {
  const cards = readCardsCsv(new TextDecoder().decode(file));
  if (!cards.ok) throw badInput(cards.findings);
  const hash = createHash('sha256').update(file).digest('hex');
  const pool = makePool(databaseUrl, 1);
  try {
    const exchange = new ExchangeRepository();
    return await new Writer(new Database(pool)).once(
      person,
      { ...write, bodyHash: hash },
      async ({ tx, now, record }) => {
        const imported = { by: person.name, at: now.toISOString(), file: hash };
        for (const { line, motor, card, takenOn } of cards.value) {
          const id = uuidV7();
          if (await exchange.known(tx, id, person.shopId, motor.number))
            throw conflict(
              'motor.known',
              `Line ${line}: motor ${motor.number} is in this shop already; nothing of this file was taken.`,
              ['number'],
            );
          const document = documentOf({ id, motor, card, at: takenOn ?? now.toISOString() }, person.name);
          await exchange.insert(tx, person.shopId, document, imported);
          await record({ motorId: id, what: 'card brought in from a file', after: card });
        }
        return { cards: cards.value.length };
      },
    );
  } finally {
    await pool.end();
  }
}

function documentOf(
  {
    id,
    motor: entry,
    card,
    at,
  }: Pick<CardRow, 'motor' | 'card'> & { readonly id: string; readonly at: string },
  by: string,
): MotorDocument {
  const machine = machineKind(entry.kind);
  const { id: route, version: routeVersion } = newestRoute(machine.route);
  return {
    format: MOTOR_FORMAT,
    version: MOTOR_FORMAT_VERSION,
    core: '',
    motor: {
      ...entry,
      id,
      route,
      routeVersion,
      givenTo: null,
      place: null,
      arrivedAt: at,
      // Off the floor: it was here once.
      shippedAt: at,
      withdrawnAt: null,
      version: 1,
    },
    route: null,
    windings: [
      {
        id: uuidV7(),
        role: 'as-found',
        typed: { ...card },
        values: { ...machine.values(card) },
        version: 1,
        changedAt: at,
        changedBy: by,
        planOrder: 1,
        releasedAt: null,
        releasedBy: null,
      },
    ],
    steps: [],
    attempts: [],
    parts: [],
    holds: [],
    gatePasses: [],
    readings: [],
    jointMarks: [],
    attachments: [],
    writeUps: [],
    history: [],
  };
}
