/** Ticks of joints on their way to the shop: one after the other in the order of the hand, until each is answered. */
import type { JointMark } from '@norther/core';
import type { JointMarkRecord } from '@norther/records';
import type { KeptTicks, WaitingTick } from './waiting-ticks.ts';

export type TickKind = JointMark['mark'];

/** What became of one sending. `later`: nobody answered, or somebody must sign in first; it is sent again. */
export type Sent = { readonly id: JointMarkRecord['id'] } | 'refused' | 'later';

interface Tick extends WaitingTick {
  /** The id the shop answered with. Answered is not yet seen: the record is fetched anew a moment later. */
  readonly answered?: string;
}

/** What a press turns the joint into: by what is shown, not by what the record says. */
export const turned = (shown: TickKind | undefined): TickKind =>
  (shown ?? 'undone') === 'undone' ? 'made' : 'undone';

/** Without the ticks whose own marks are in the record. */
export const unseen = (ticks: readonly Tick[], recordIds: ReadonlySet<string>): readonly Tick[] =>
  ticks.filter((t) => t.answered === undefined || !recordIds.has(t.answered));

export class TickOutbox {
  private ticks: readonly Tick[];
  private sending = false;
  private readonly listeners = new Set<() => void>();

  /** @param send sends one tick; the same tick sent twice is done once, by its write id */
  constructor(
    private readonly kept: KeptTicks,
    private readonly send: (tick: WaitingTick) => Promise<Sent>,
  ) {
    this.ticks = kept.list();
  }

  /** The ticks that may not be in the record yet, oldest first. The same list until something changes. */
  readonly list = (): readonly Tick[] => this.ticks;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  add(tick: WaitingTick): void {
    this.kept.keep(tick);
    this.put([...this.ticks, tick]);
    void this.resume();
  }

  /** Forgets what the record shows by now. */
  saw(recordIds: ReadonlySet<string>): void {
    const rest = unseen(this.ticks, recordIds);
    if (rest.length < this.ticks.length) this.put(rest);
  }

  /** Sends what waits; ends when nothing waits, or at the first that must be sent later, so that the order stays. */
  async resume(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      for (;;) {
        const next = this.ticks.find((t) => t.answered === undefined);
        if (!next) return;
        const sent = await this.send(next);
        if (sent === 'later') return;
        this.kept.remove(next.writeId);
        this.put(
          sent === 'refused'
            ? this.ticks.filter((t) => t !== next)
            : this.ticks.map((t) => (t === next ? { ...t, answered: sent.id } : t)),
        );
      }
    } finally {
      this.sending = false;
    }
  }

  private put(ticks: readonly Tick[]) {
    this.ticks = ticks;
    for (const listener of this.listeners) listener();
  }
}
