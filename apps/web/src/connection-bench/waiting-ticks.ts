/** Ticks of joints kept on this device until they are answered: a page that is closed meanwhile loses none. */
import type { JointMarkEntry } from '@norther/records';

export interface WaitingTick {
  readonly writeId: string;
  /** When it was ticked; a tick kept by an earlier version has none. */
  readonly at?: string;
  readonly number: string;
  /** The number the joint has on the sheet, to tell of it. */
  readonly jointNumber: number;
  readonly entry: JointMarkEntry;
}

export type TickStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

let kept = 0;

/** Every tick has an entry of its own, so that two pages of one person cannot overwrite each other's. */
export class KeptTicks {
  private readonly prefix: string;

  constructor(
    private readonly store: TickStore,
    person: string,
  ) {
    this.prefix = `norther.tick.${person}.`;
  }

  /** In the order of the hand. */
  list(): WaitingTick[] {
    const keys = Array.from({ length: this.store.length }, (_, i) => this.store.key(i) ?? '');
    return keys
      .filter((key) => key.startsWith(this.prefix))
      .sort()
      .flatMap((key) => {
        try {
          return [JSON.parse(this.store.getItem(key) ?? '') as WaitingTick];
        } catch {
          // Damaged by hand: nothing can be sent of it.
          this.store.removeItem(key);
          return [];
        }
      });
  }

  keep(tick: WaitingTick): void {
    const turn = `${String(Date.now()).padStart(15, '0')}.${String(kept++).padStart(6, '0')}`;
    try {
      this.store.setItem(`${this.prefix}${turn}.${tick.writeId}`, JSON.stringify(tick));
    } catch {
      // A full store: the tick lives in this page only, and is sent from it.
    }
  }

  remove(writeId: string): void {
    for (let i = this.store.length - 1; i >= 0; i--) {
      const key = this.store.key(i);
      if (key?.startsWith(this.prefix) && key.endsWith(`.${writeId}`)) this.store.removeItem(key);
    }
  }
}
