/** The batch of drive motors that the demo shop has on its line: its past, and the line that goes on with it. */
import { PRACTICE_BATCH, PRACTICE_CYCLES, practiceLineAt, usualLimits } from '@norther/core';
import { eq } from 'drizzle-orm';
import { v7 as uuidV7 } from 'uuid';
import type { Transaction } from '../database/database.ts';
import { instruments } from '../database/schema.ts';
import { seriesBatches } from '../database/series-schema.ts';
import { keepBook, loadBook } from '../series/keep-book.ts';

const AT_ONCE = 400;
const HOUR = 3_600_000;
export const DEMO_LINE = 'Line B';

export async function loadDemoSeries(tx: Transaction, shopId: string, now: number): Promise<void> {
  const practice = practiceLineAt(PRACTICE_CYCLES, now);
  const [instrument] = await tx
    .select({ id: instruments.id })
    .from(instruments)
    .where(eq(instruments.name, DEMO_LINE));
  const [batch] = await tx
    .insert(seriesBatches)
    .values({
      id: uuidV7(),
      shopId,
      name: 'B7',
      line: PRACTICE_BATCH.line.id,
      customer: 'Hjulby Cargo Cycles',
      product: 'Drive motor HC 250, 36 V',
      planned: PRACTICE_BATCH.planned,
      promisedAt: new Date(now + 22 * HOUR),
      quietRun: 40,
      school: 'runs',
      limitsTyped: {},
      limits: usualLimits(PRACTICE_BATCH.line),
      instrumentId: instrument?.id ?? null,
      heardUpTo: practice.records.length,
      createdAt: new Date(practice.records[0]!.at),
    })
    .returning();
  for (let i = 0; i < practice.records.length; i += AT_ONCE) {
    const part = practice.records.slice(i, i + AT_ONCE);
    const book = await loadBook(
      tx,
      batch!,
      part.map((r) => r.serial),
    );
    const taken = part.flatMap((r) => {
      const t = book.take(r, r.at, true);
      return t.ok ? [{ ...t.value, sameAs: `line ${batch!.instrumentId} ${r.number}` }] : [];
    });
    await keepBook(tx, batch!, book, taken, { by: DEMO_LINE, source: 'line' });
  }
}
