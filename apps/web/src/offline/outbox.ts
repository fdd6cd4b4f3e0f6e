/** Entries made without a network: kept on the device in their order, sent one after the other, each exactly once. */
import type { ProblemBody } from '../app/api.ts';

export interface Waiting {
  /** The id of the write: the shop does it once, however often it is sent. */
  readonly writeId: string;
  readonly method: string;
  readonly url: string;
  readonly body: unknown;
  /** Motor that it is about. */
  readonly motor: string;
  readonly what: string;
  readonly at: string;
  /** The shop said no: it waits for somebody to look, and what follows on the same motor waits behind it. */
  readonly refused?: ProblemBody;
}

/** Keeps the list of one person between two sittings. */
export interface WaitingStore {
  load(): Promise<readonly Waiting[]>;
  save(list: readonly Waiting[]): Promise<void>;
}

/** What became of one sending: done, refused with the shop's words, or not answered. */
export type Answered = { readonly done: true } | { readonly refused: ProblemBody } | 'away' | 'sign-in';

export class Outbox {
  private list: readonly Waiting[] = [];
  private sending: Promise<void> | null = null;
  private loaded: Promise<void>;
  private readonly listeners = new Set<() => void>();
  /** Somebody has to sign in before the rest can be sent. */
  needsSignIn = false;

  constructor(
    private readonly store: WaitingStore,
    private readonly send: (entry: Waiting) => Promise<Answered>,
    private readonly sent: (entry: Waiting) => void,
  ) {
    this.loaded = store
      .load()
      .then((list) => this.put([...list, ...this.list], false))
      .catch(() => undefined);
  }

  readonly entries = (): readonly Waiting[] => this.list;
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  holds(motor: string): boolean {
    return this.list.some((w) => w.motor === motor);
  }

  /** Another try at the same thing takes the place of the one before, where that one was. */
  async add(entry: Waiting): Promise<void> {
    await this.loaded;
    const at = this.list.findIndex((w) => w.url === entry.url && w.method === entry.method && !w.refused);
    await this.put(at < 0 ? [...this.list, entry] : this.list.map((w, i) => (i === at ? entry : w)));
  }

  async leaveOut(writeId: string): Promise<void> {
    await this.put(this.list.filter((w) => w.writeId !== writeId));
    void this.resume();
  }

  /** Sends what waits, in its order; ends at the first that nobody answers. Two at a time are one. */
  resume(): Promise<void> {
    this.sending ??= this.run().finally(() => {
      this.sending = null;
    });
    return this.sending;
  }

  private async run(): Promise<void> {
    await this.loaded;
    const blocked = new Set(this.list.filter((w) => w.refused).map((w) => w.motor));
    for (;;) {
      const next = this.list.find((w) => !w.refused && !blocked.has(w.motor));
      if (!next) return;
      const answer = await this.send(next);
      this.needsSignIn = answer === 'sign-in';
      if (answer === 'away' || answer === 'sign-in') {
        this.tell();
        return;
      }
      // It was typed anew while it was on its way: the newer one is sent as well.
      const same = (w: Waiting) => w.writeId === next.writeId;
      if ('done' in answer) {
        await this.put(this.list.filter((w) => !same(w)));
        this.sent(next);
      } else {
        blocked.add(next.motor);
        await this.put(this.list.map((w) => (same(w) ? { ...w, refused: answer.refused } : w)));
      }
    }
  }

  private async put(list: readonly Waiting[], save = true): Promise<void> {
    this.list = list;
    if (save) await this.store.save(list).catch(() => undefined);
    this.tell();
  }

  private tell() {
    for (const listener of this.listeners) listener();
  }
}
