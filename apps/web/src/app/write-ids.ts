/** Ids of writes whose answer has not come: the same write pressed again is the same write, not a second one. */

/** Answers after which a write is settled: done, or refused for good. */
export const settles = (status: number | string): boolean =>
  typeof status === 'number' && status < 500 && status !== 429;

export class WriteIds {
  private readonly open = new Map<string, string>();

  /** @param offered the id for a write that is not under way yet */
  idFor(write: string, offered: string): string {
    const known = this.open.get(write);
    if (known) return known;
    this.open.set(write, offered);
    return offered;
  }

  settled(write: string): void {
    this.open.delete(write);
  }
}
