/** The winding in one line: what is written can be read again, and nothing is guessed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readShorthand, readWires, showWires, writeShorthand } from '../../index.ts';

const card = fc.record({
  slots: fc.integer({ min: 6, max: 288 }).map(String),
  poles: fc.integer({ min: 1, max: 48 }).map((p) => String(2 * p)),
  span: fc.integer({ min: 2, max: 40 }).map((n) => `1-${n}`),
  turns: fc.integer({ min: 1, max: 400 }).map(String),
  wires: fc.constantFrom('1x0.95', '3x0.95+1x0.90', '2x#18', '2x#17.5+1x#18', '1x0.95/1.04', '12x1.18'),
  circuits: fc.integer({ min: 1, max: 12 }).map(String),
  connection: fc.constantFrom('star', 'delta'),
});

describe('a card written as one line', () => {
  it('reads back as the same card, in any order of its tokens and in either case', () => {
    fc.assert(
      fc.property(
        card,
        fc.array(fc.nat(), { minLength: 6, maxLength: 6 }),
        fc.boolean(),
        (typed, keys, big) => {
          const line = writeShorthand(typed);
          const tokens = line.split(' ');
          expect(tokens).toHaveLength(6);
          const shuffled = tokens
            .map((t, i) => ({ t, k: keys[i]! }))
            .sort((a, b) => a.k - b.k)
            .map(({ t }) => (big ? t.toUpperCase() : t.toLowerCase()))
            .join('  ');
          const read = readShorthand(shuffled);
          expect(read.tokens.filter((t) => t.problem)).toEqual([]);
          expect({ ...read.fills, wires: read.fills['wires']!.toLowerCase() }).toEqual({ ...typed });
        },
      ),
    );
  });
  it('leaves out what is not on the card yet', () => {
    expect(writeShorthand({})).toBe('');
    expect(writeShorthand({ slots: '36', turns: ' 12 ' })).toBe('36s T12');
    // Circuits without star or delta say nothing that can be read back, so they wait.
    expect(writeShorthand({ circuits: '2' })).toBe('');
    expect(writeShorthand({ circuits: '2', connection: 'delta' })).toBe('2D');
  });
});

describe('what is typed is never dropped', () => {
  it('every token comes back in its place, understood or not', () => {
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[0-9a-zA-Z+.#x/-]{1,9}$/), { maxLength: 8 }), (tokens) => {
        const read = readShorthand(tokens.join(' '));
        expect(read.tokens.map((t) => t.text)).toEqual(tokens);
        for (const t of read.tokens)
          if (t.problem) expect(t.fills).toEqual({});
          else expect(Object.keys(t.fills).length).toBeGreaterThan(0);
      }),
    );
  });
  it.each([
    ['48', 'not in the shorthand'],
    ['9-1', 'span'],
    ['0x0.9', 'wires'],
    ['3x', 'wires'],
  ])('%s is said to be unreadable', (token) => {
    const [read] = readShorthand(`36s ${token} 4p`).tokens.slice(1);
    expect(read!.problem).toBeTruthy();
  });
  it('the last of two tokens for one field wins, as the line is read', () => {
    expect(readShorthand('36s 48s').fills).toEqual({ slots: '48' });
  });
});

describe('wires in hand', () => {
  const strand = fc.record({
    count: fc.integer({ min: 1, max: 40 }),
    bareDiameterMm: fc.integer({ min: 20, max: 500 }).map((n) => n / 100),
  });
  it('shown and read again, they are the same copper', () => {
    fc.assert(
      fc.property(fc.array(strand, { minLength: 1, maxLength: 3 }), (wires) => {
        const again = readWires(showWires(wires));
        expect(again.ok).toBe(true);
        if (!again.ok) return;
        expect(again.wires.map((w) => [w.count, w.bareDiameterMm])).toEqual(
          wires.map((w) => [w.count, w.bareDiameterMm]),
        );
      }),
    );
  });
  it('never throws, whatever stands in the field', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (text) => {
        const read = readWires(text);
        if (read.ok) for (const w of read.wires) expect(w.count * w.bareDiameterMm).toBeGreaterThan(0);
        else expect(read.message.length).toBeGreaterThan(10);
      }),
    );
  });
});
