/** Tells a scanner from a hand: signs that follow one another faster than fingers can, and end with Enter. */

/** No hand types that evenly and that fast [ms from sign to sign]. */
const FASTEST_HAND = 35;
const SHORTEST = 3;
const MODIFIERS: ReadonlySet<string> = new Set(['Shift', 'CapsLock', 'AltGraph']);

export class ScanBurst {
  private text = '';
  private last = -Infinity;

  /** @param at when [ms] @returns the scanned text when Enter ends a burst, else null */
  key(key: string, at: number): string | null {
    const quick = at - this.last <= FASTEST_HAND;
    this.last = at;
    if (key === 'Enter') {
      const text = quick ? this.text : '';
      this.text = '';
      return text.length >= SHORTEST ? text : null;
    }
    if (key.length !== 1) {
      // A scanner may hold Shift between two signs; Tab, an arrow or Backspace is a hand's.
      if (!quick || !MODIFIERS.has(key)) this.text = '';
      return null;
    }
    this.text = quick ? this.text + key : key;
    return null;
  }

  get length(): number {
    return this.text.length;
  }
}
