/** Tables of cards as a person's spreadsheet writes them, and what is wrong with them by line. */
import { describe, expect, it } from 'vitest';
import { MOST_CARDS, readCardsCsv } from '../src/index.ts';

const HEAD = 'Motor number;For;Rated power;Slots;Poles;Coil span, 1 to;turns;wires;date';
const ROW = 'A-17;Mill;15 hp;48;4;1-11;14,14,12;2x#18;2011-05-30';
const codes = (text: string) => readCardsCsv(text).findings.map((f) => f.code);

describe('a table of cards', () => {
  it('is read by labels or ids, with any separator, blank lines and a byte order mark', () => {
    const read = readCardsCsv(`\uFEFF${HEAD}\r\n\r\n${ROW}\r\n`);
    expect(read.ok && read.value).toMatchObject([
      {
        motor: { number: 'A-17', customer: 'Mill', kind: 'three-phase', plate: { power: '15 hp' } },
        card: { slots: '48', poles: '4', span: '1-11', turns: '14,14,12', wires: '2x#18' },
        takenOn: '2011-05-30T12:00:00.000Z',
      },
    ]);
    const single = readCardsCsv('kind,number,slots\nsingle-phase,S-1,36\n');
    expect(single.ok && single.value[0]!.motor).toMatchObject({
      kind: 'single-phase',
      customer: 'from a card',
    });
  });
  it('takes a card that contradicts itself as it was written, and refuses what cannot be read', () => {
    expect(readCardsCsv('number,slots,poles,coils counted\n1,48,4,47\n').ok).toBe(true);
    expect(codes('number,slots\n1,forty\n')).toEqual(['field.not-a-number']);
    expect(readCardsCsv('number,slots\n1,forty\n').findings[0]!.message).toMatch(/^Line 2: Slots/);
  });
  it.each([
    ['nothing', '', 'cards.empty'],
    ['a heading alone', HEAD, 'cards.empty'],
    ['a column that no field is called by', 'number,colour\n1,red\n', 'cards.column'],
    ['a column twice', 'number,Slots,slots\n1,48,48\n', 'cards.column-twice'],
    ['a number twice', 'number\n1\n1\n', 'cards.number-twice'],
    ['no number', 'For,slots\nMill,48\n', 'cards.motor'],
    ['a day that is none', 'number,date\n1,2011-02-30x\n', 'cards.date'],
    ['another kind', 'kind,number\nturbine,1\n', 'cards.kind'],
  ])('refuses %s', (_name, text, code) => {
    expect(codes(text)).toContain(code);
  });
  it('names a dozen faults and counts the rest; a drawer too full is refused before it is looked at', () => {
    const bad = Array.from({ length: 40 }, (_, i) => `${i},none`).join('\n');
    const found = readCardsCsv(`number,slots\n${bad}`).findings;
    expect(found).toHaveLength(13);
    expect(found.at(-1)!.message).toContain('28 more');
    const many = Array.from({ length: MOST_CARDS + 1 }, (_, i) => String(i)).join('\n');
    expect(codes(`number\n${many}`)).toEqual(['cards.too-many']);
  });
});
