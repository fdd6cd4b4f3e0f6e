/** One listening connection a process; every event of the shop is passed on to the browsers of that shop. */
import { Inject, Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import pg from 'pg';
import { Observable, Subject, filter, interval, map, merge } from 'rxjs';

export const LISTEN_URL = Symbol('listen url');
const AGAIN_MS = 2000;
interface Change {
  readonly shop: string;
  readonly motor: string | null;
}

@Injectable()
export class LiveService implements OnModuleInit, OnModuleDestroy {
  private readonly changes = new Subject<Change>();
  private client: pg.Client | null = null;
  private stopped = false;
  private again: NodeJS.Timeout | null = null;
  private readonly log = new Logger('live');

  constructor(@Inject(LISTEN_URL) private readonly url: string) {}

  async onModuleInit() {
    await this.listen();
  }

  async onModuleDestroy() {
    this.stopped = true;
    this.changes.complete();
    await this.client?.end().catch(() => undefined);
  }

  changesOf(shopId: string): Observable<{ data: object }> {
    return merge(
      this.changes.pipe(
        filter((c) => c.shop === shopId),
        map((c) => ({ data: { motor: c.motor } })),
      ),
      // Keeps proxies from closing a quiet stream.
      interval(25_000).pipe(map(() => ({ data: { alive: true } }))),
    );
  }

  private async listen() {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', ({ payload }) => {
      if (payload) this.changes.next(JSON.parse(payload) as Change);
    });
    client.on('error', (error) => this.listenAgain(error));
    await client.connect();
    await client.query('listen norther');
    this.client = client;
  }

  /** Until it succeeds: a database may be away longer than two seconds. */
  private listenAgain(error: Error) {
    if (this.stopped || this.again) return;
    this.log.warn(`listening lost (${error.message}), again in ${AGAIN_MS / 1000} s`);
    this.again = setTimeout(() => {
      this.again = null;
      this.listen().catch((e: Error) => this.listenAgain(e));
    }, AGAIN_MS).unref();
  }
}
