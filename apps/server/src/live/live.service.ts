/** One listening connection a process; every event of the shop is passed on to the browsers of that shop. */
import { Inject, Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import pg from 'pg';
import { exhaustMap, filter, finalize, interval, map, merge, Observable, Subject, takeUntil } from 'rxjs';
import { PeopleService } from '../people/people.service.ts';

export const LISTEN_URL = Symbol('listen url');
const AGAIN_MS = 2000;
/** How long a stream may outlive its session. */
const CHECK_MS = 5000;
const MOST_STREAMS = 12;
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
  private readonly streams = new Map<string, Subject<void>[]>();
  private readonly log = new Logger('live');

  constructor(
    @Inject(LISTEN_URL) private readonly url: string,
    private readonly people: PeopleService,
  ) {}

  onModuleInit() {
    // A database that is away when the server starts comes later; the server is there to say so.
    this.listen().catch((e: Error) => this.listenAgain(e));
  }

  async onModuleDestroy() {
    this.stopped = true;
    if (this.again) clearTimeout(this.again);
    this.changes.complete();
    await this.client?.end().catch(() => undefined);
  }

  /**
   * Changes of a shop, for as long as the session lasts. A session has a few streams at most: the oldest ends when one
   * more is opened, as a tab that was left behind.
   */
  changesOf(shopId: string, sessionKey: string): Observable<{ data: object }> {
    const end = new Subject<void>();
    const streams = this.streams.get(sessionKey) ?? [];
    streams.push(end);
    this.streams.set(sessionKey, streams);
    if (streams.length > MOST_STREAMS) streams.shift()!.next();
    const ended = interval(CHECK_MS).pipe(
      exhaustMap(() => this.people.lives(sessionKey).catch(() => true)),
      filter((lives) => !lives),
    );
    return merge(
      this.changes.pipe(
        filter((c) => c.shop === shopId),
        map((c) => ({ data: { motor: c.motor } })),
      ),
      // Keeps proxies from closing a quiet stream.
      interval(25_000).pipe(map(() => ({ data: { alive: true } }))),
    ).pipe(
      takeUntil(merge(end, ended)),
      finalize(() => {
        const left = (this.streams.get(sessionKey) ?? []).filter((s) => s !== end);
        if (left.length > 0) this.streams.set(sessionKey, left);
        else this.streams.delete(sessionKey);
      }),
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
