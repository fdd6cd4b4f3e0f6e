/** Asks lines that report by themselves, every two seconds, and tells them which of their stations are stopped. */
import { Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { instrumentAddress } from '@norther/core';
import type { LineAnswer } from '@norther/records';
import { askLine, askLines } from '../bench/ask-lines.ts';
import { NamedItems } from '../named-items/named-items.module.ts';
import { STORE_THINGS } from '../stores/supplies.service.ts';
import { readRecords } from './series-line.ts';
import { SeriesRepository } from './series.repository.ts';
import { SeriesTaking } from './series-taking.ts';

const EVERY_MS = 2000;
/** Of one round, and rounds one after another while there is more: a line that was away has much to tell. */
const MOST = 400;
const ROUNDS = 10;
type Heard = LineAnswer['heard'];
const NONE: Heard = { state: 'none', at: null, words: '' };

@Injectable()
export class SeriesReader implements OnModuleInit, OnModuleDestroy {
  private readonly states = new Map<string, Heard>();
  private timer: NodeJS.Timeout | null = null;
  private reading = false;
  private readonly log = new Logger('series');

  constructor(
    private readonly repository: SeriesRepository,
    private readonly items: NamedItems,
    private readonly taking: SeriesTaking,
  ) {}

  onModuleInit() {
    this.timer = setInterval(() => void this.readAll(), EVERY_MS).unref();
  }
  onModuleDestroy() {
    if (this.timer) clearInterval(this.timer);
  }

  stateOf(batchId: string, instrument: string | null): Heard {
    return instrument === null ? NONE : (this.states.get(batchId) ?? { ...NONE, state: 'silent' });
  }

  /** One round; never two at once. */
  async readAll(): Promise<void> {
    if (this.reading) return;
    this.reading = true;
    try {
      await Promise.all((await this.repository.readable()).map((batch) => this.read(batch)));
    } catch (error) {
      this.log.warn(`lines were not read (${(error as Error).message})`);
    } finally {
      this.reading = false;
    }
  }

  private async read(batch: Awaited<ReturnType<SeriesRepository['readable']>>[number]) {
    const before = this.states.get(batch.id);
    try {
      const list = await this.items.list(STORE_THINGS.instruments, batch.shopId);
      const instrument = list.find((i) => i.id === batch.instrumentId && i.retiredAt === null);
      const address = instrument && instrumentAddress(instrument.typed);
      if (!address) throw new Error('The line has no address that can be asked.');
      const stopped = await this.repository.stoppedStations(batch.id);
      const answer = await askLine(address, `HOLD ${stopped.join(',') || '-'}`);
      if (answer !== 'OK') throw new Error(`It answered “${answer.slice(0, 60)}” to HOLD.`);
      let heardUpTo = batch.heardUpTo;
      for (let round = 0; round < ROUNDS; round++) {
        const records = readRecords(await askLines(address, `RECORDS ${heardUpTo} ${MOST}`));
        if (records.length === 0) break;
        const kept = await this.taking.fromLine(
          batch.shopId,
          batch.name,
          instrument.name,
          heardUpTo,
          records,
        );
        // Another process of this shop was first: it goes on from there.
        if (kept === null) break;
        heardUpTo = kept;
        if (records.length < MOST) break;
      }
      this.states.set(batch.id, { state: 'heard', at: new Date().toISOString(), words: '' });
    } catch (error) {
      this.states.set(batch.id, {
        state: 'silent',
        at: before?.at ?? null,
        words: (error as Error).message,
      });
    }
  }
}
