/** A device's store for tests: in memory, and full when it is told to be. */
export class MemoryStore {
  readonly entries = new Map<string, string>();
  full = false;

  /** @param most signs that an entry may have */
  constructor(private readonly most = Infinity) {}

  get length() {
    return this.entries.size;
  }
  key(index: number) {
    return [...this.entries.keys()][index] ?? null;
  }
  getItem(key: string) {
    return this.entries.get(key) ?? null;
  }
  setItem(key: string, value: string) {
    if (this.full || value.length > this.most) throw new DOMException('full', 'QuotaExceededError');
    this.entries.set(key, value);
  }
  removeItem(key: string) {
    this.entries.delete(key);
  }
}
