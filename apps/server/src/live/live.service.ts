/** One listening connection a process; what changed is read once and passed on to all browsers of its shop. */
import { Inject, Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import type { LiveMessage } from '@norther/records';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import {
  auditTime,
  buffer,
  concatMap,
  defer,
  exhaustMap,
  filter,
  finalize,
  interval,
  map,
  merge,
  type Observable,
  of,
  share,
  Subject,
  takeUntil,
} from 'rxjs';
import { FloorService } from '../floor/floor.service.ts';
import { PeopleService } from '../people/people.service.ts';

export const LISTEN_URL = Symbol('listen url');
const AGAIN_MS = 2000;
/** How long a stream may outlive its session. */
const CHECK_MS = 5000;
const MOST_STREAMS = 12;
/** Changes that come within this time are told together [ms]. */
const TOGETHER_MS = 15;
interface Change {
  readonly shop: string;
  readonly motor: string | null;
}
/** Names this process: another one counts for itself. */
const PROCESS = randomUUID().slice(0, 8);

@Injectable()
export class LiveService implements OnModuleInit, OnModuleDestroy {
  private readonly changes = new Subject<Change & { readonly heard: string }>();
  private readonly shops = new Map<string, Observable<string>>();
  private count = 0;
  private client: pg.Client | null = null;
  private stopped = false;
  private again: NodeJS.Timeout | null = null;
  private readonly streams = new Map<string, Subject<void>[]>();
  private readonly log = new Logger('live');

  constructor(
    @Inject(LISTEN_URL) private readonly url: string,
    private readonly people: PeopleService,
    private readonly floor: FloorService,
  ) {}

  /** The last change that was heard of; equal texts are the same one. */
  get heard(): string {
    return `${PROCESS}:${this.count}`;
  }

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
  changesOf(shopId: string, sessionKey: string): Observable<{ data: string | object }> {
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
      // Whoever comes learns first whether anything changed since it asked for what it shows.
      defer(() => of({ data: { heard: this.heard, changes: [] } satisfies LiveMessage })),
      this.shop(shopId).pipe(map((data) => ({ data }))),
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

  /** Messages for everybody who looks at a shop, made once, in the order in which things happened. */
  private shop(shopId: string): Observable<string> {
    const known = this.shops.get(shopId);
    if (known) return known;
    const own = this.changes.pipe(filter((c) => c.shop === shopId));
    const made = own.pipe(
      buffer(own.pipe(auditTime(TOGETHER_MS))),
      filter((list) => list.length > 0),
      concatMap((list) => defer(() => this.message(shopId, list))),
      share(),
    );
    this.shops.set(shopId, made);
    return made;
  }

  private async message(
    shopId: string,
    list: readonly { readonly motor: string | null; readonly heard: string }[],
  ): Promise<string> {
    const changed = [...new Set(list.map((c) => c.motor))];
    const message: LiveMessage = {
      heard: list.at(-1)!.heard,
      changes: await Promise.all(
        changed.map(async (motor) =>
          motor === null ? { motor } : { motor, ...(await this.row(shopId, motor)) },
        ),
      ),
    };
    return JSON.stringify(message);
  }

  /** Nothing where the database is away: then the browsers ask when it is back. */
  private async row(shopId: string, motor: string) {
    try {
      return { row: await this.floor.motor(shopId, motor) };
    } catch (error) {
      this.log.warn(`a change was not read (${(error as Error).message})`);
      return {};
    }
  }

  private async listen() {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', ({ payload }) => {
      if (!payload) return;
      this.count++;
      this.changes.next({ ...(JSON.parse(payload) as Change), heard: this.heard });
    });
    client.on('error', (error) => this.listenAgain(error));
    await client.connect();
    await client.query('listen norther');
    // What happened while nobody listened was not heard: whatever was asked for before may be old.
    this.count++;
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
