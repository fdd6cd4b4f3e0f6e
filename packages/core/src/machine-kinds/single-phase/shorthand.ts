/**
 * A single-phase winding in one line: `24s 4p M 1-6,1-4 T46,27 0.80 S@4 1-6,1-4 T60,35 0.50`.
 * Source: the order and the letters are our own; spans counted from slot 1: common practice, no source.
 */
import type { Typed } from '../../language/forms/index.ts';
import { readWires } from '../../winding/wire/index.ts';
import type { ShorthandToken } from '../../winding/machine/index.ts';
import { readSpan, readTurns } from '../../winding/words/index.ts';

export const SINGLE_PHASE_LINE = '24s 4p M 1-6,1-4 T46,27 0.80 S@4 1-6,1-4 T60,35 0.50';

/**
 * Grammar, tokens separated by blanks, letters in either case: `24s` slots, `4p` poles, `2V` two voltages; `M` or `M@1` begins
 * the main winding, `S@4` the start winding whose widest coil begins in slot 4; then of each `1-6,1-4` spans, `T46,27` turns
 * of these coils, `0.80` or `2x0.71` or `#20` wires in hand.
 */
export function readSinglePhaseLine(line: string): {
  readonly tokens: readonly ShorthandToken[];
  readonly fills: Typed;
} {
  let of: 'main' | 'start' | null = null;
  const token = (text: string): ShorthandToken => {
    const said = (meaning: string, fills: Typed): ShorthandToken => ({ text, meaning, fills });
    const not = (meaning: string, problem: string): ShorthandToken => ({ text, meaning, fills: {}, problem });
    const slots = /^(\d+)s$/i.exec(text);
    if (slots) return said('slots', { slots: slots[1]! });
    const poles = /^(\d+)p$/i.exec(text);
    if (poles) return said('poles', { poles: poles[1]! });
    if (/^2v$/i.test(text)) return said('two voltages', { voltages: 'two' });
    const begin = /^([ms])(?:@(\d+))?$/i.exec(text);
    if (begin) {
      of = begin[1]!.toLowerCase() === 'm' ? 'main' : 'start';
      const at = begin[2];
      return said(`${of} winding${at ? `, from slot ${at}` : ''}`, at ? { [`${of}First`]: at } : {});
    }
    if (!of) return not('?', `“${text}” belongs to a winding: begin it with M or S@4.`);
    const turns = /^t(\d[\d,]*)$/i.exec(text);
    if (turns) {
      const read = readTurns(turns[1]!);
      return read.ok ? said('turns', { [`${of}Turns`]: turns[1]! }) : not('turns', read.message);
    }
    if (/^\d+[-–]\d+(,\d+[-–]\d+)*$/.test(text)) {
      const wrong = text
        .split(',')
        .map(readSpan)
        .find((s) => 'message' in s);
      return wrong && 'message' in wrong
        ? not('spans', wrong.message)
        : said('spans', { [`${of}Spans`]: text.replaceAll('–', '-') });
    }
    if (/[x×*+.]|^#|^0,/i.test(text)) {
      const wires = readWires(text);
      return wires.ok ? said('in hand, mm', { [`${of}Wires`]: text }) : not('in hand', wires.message);
    }
    return not('?', `“${text}” is not in the shorthand. Write ${SINGLE_PHASE_LINE}.`);
  };
  const tokens = line.trim().split(/\s+/).filter(Boolean).map(token);
  return { tokens, fills: Object.assign({}, ...tokens.map((t) => t.fills)) as Typed };
}

export function writeSinglePhaseLine(typed: Typed): string {
  const t = (id: string) => typed[id]?.trim().replaceAll(/\s/g, '') || null;
  const branch = (id: 'main' | 'start', letter: string) => {
    const parts = [t(`${id}Spans`), t(`${id}Turns`) && `T${t(`${id}Turns`)}`, t(`${id}Wires`)].filter(
      Boolean,
    );
    const first = t(`${id}First`);
    return parts.length > 0 || first ? [first ? `${letter}@${first}` : letter, ...parts] : [];
  };
  return [
    t('slots') && `${t('slots')}s`,
    t('poles') && `${t('poles')}p`,
    t('voltages') === 'two' && '2V',
    ...branch('main', 'M'),
    ...branch('start', 'S'),
  ]
    .filter(Boolean)
    .join(' ');
}

/** A half-typed token takes nothing away; a first slot or a second voltage that is left out again does. */
export function changeOfSinglePhaseLine(before: string, after: string): Typed {
  const old = readSinglePhaseLine(before).fills;
  const { fills } = readSinglePhaseLine(after);
  const gone = ['voltages', 'mainFirst'].filter((id) => id in old && !(id in fills)).map((id) => [id, '']);
  return { ...(Object.fromEntries(gone) as Typed), ...fills };
}
