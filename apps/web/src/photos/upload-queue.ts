/** Files on their way to the server: one after the other, each with one write id however often it is sent. */
import type { ProblemBody } from '../app/api.ts';

export type UploadState =
  | { readonly kind: 'waiting' | 'sending' }
  /** The server cannot be reached: sent again by itself. */
  | { readonly kind: 'away' }
  | { readonly kind: 'refused'; readonly why: string };

export interface Upload {
  readonly writeId: string;
  readonly number: string;
  readonly place: string;
  readonly file: File;
  readonly state: UploadState;
}

/** @returns null when it is kept, or what stood against it; a status of 0 where nobody answered */
export type Send = (upload: Upload) => Promise<Pick<ProblemBody, 'status' | 'title'> | null>;

/** Answers after which the same is worth sending again. */
const comesBack = (status: number) => status === 0 || status === 429 || status >= 500;
const FULL = 507;

export class UploadQueue {
  private uploads: readonly Upload[] = [];
  private readonly listeners = new Set<() => void>();
  private running = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly send: Send,
    private readonly againAfterMs = 10_000,
  ) {}

  /** Everything that is not kept yet. */
  readonly all = () => this.uploads;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  add(number: string, place: string, files: readonly File[]) {
    const made = files.map((file): Upload => ({
      writeId: crypto.randomUUID(),
      ...{ number, place, file },
      state: { kind: 'waiting' },
    }));
    this.change([...this.uploads, ...made]);
    void this.run();
  }

  /** Sends what waits for the network now. */
  again() {
    clearTimeout(this.timer);
    this.change(
      this.uploads.map((u) => (u.state.kind === 'away' ? { ...u, state: { kind: 'waiting' } } : u)),
    );
    void this.run();
  }

  /** Not to be sent any more: it was refused, or is not wanted. */
  forget(writeId: string) {
    this.change(this.uploads.filter((u) => u.writeId !== writeId || u.state.kind === 'sending'));
  }

  private async run() {
    if (this.running) return;
    this.running = true;
    for (let next = this.waiting(); next; next = this.waiting()) {
      this.set(next.writeId, { kind: 'sending' });
      const problem = await this.send(next);
      if (problem === null) this.change(this.uploads.filter((u) => u.writeId !== next!.writeId));
      else if (comesBack(problem.status) && problem.status !== FULL) {
        // The others would fare no better.
        this.change(
          this.uploads.map((u) => (u.state.kind === 'refused' ? u : { ...u, state: { kind: 'away' } })),
        );
        clearTimeout(this.timer);
        this.timer = setTimeout(() => this.again(), this.againAfterMs);
      } else this.set(next.writeId, { kind: 'refused', why: problem.title });
    }
    this.running = false;
  }

  private waiting = () => this.uploads.find((u) => u.state.kind === 'waiting');

  private set(writeId: string, state: UploadState) {
    this.change(this.uploads.map((u) => (u.writeId === writeId ? { ...u, state } : u)));
  }

  private change(uploads: readonly Upload[]) {
    this.uploads = uploads;
    for (const listener of this.listeners) listener();
  }
}
