/** A browser's store for tests: in memory, and full when it is told to be. */
import type { TickStore } from './waiting-ticks.ts';

export class MemoryStore implements TickStore {
  private readonly kept = new Map<string, string>();

  constructor(private readonly most = Infinity) {}

  get length() {
    return this.kept.size;
  }
  key(index: number) {
    return [...this.kept.keys()][index] ?? null;
  }
  getItem(key: string) {
    return this.kept.get(key) ?? null;
  }
  setItem(key: string, value: string) {
    if (value.length > this.most) throw new Error('full');
    this.kept.set(key, value);
  }
  removeItem(key: string) {
    this.kept.delete(key);
  }
}
