/**
 * A winding of coils on teeth in one line: `12t 10p T34 2x0.71 1Y`.
 * Source: the order and the letters are our own.
 */
import type { Typed } from '../../language/forms/index.ts';
import { readWires } from '../../winding/wire/index.ts';
import type { ShorthandToken } from '../../winding/machine/index.ts';

export const TOOTH_COIL_LINE = '12t 10p T34 2x0.71 1Y';

/**
 * Grammar, tokens separated by blanks, letters in either case: `12t` teeth, `10p` magnet poles, `1L` a coil on every second
 * tooth, `T34` turns of a coil, `2x0.71` or `#22` wires in hand, `1Y` circuits in star, `2D` in delta.
 */
export function readToothCoilLine(line: string): {
  readonly tokens: readonly ShorthandToken[];
  readonly fills: Typed;
} {
  const token = (text: string): ShorthandToken => {
    const said = (meaning: string, fills: Typed): ShorthandToken => ({ text, meaning, fills });
    const m = /^(\d+)([tpl])$/i.exec(text);
    if (m) {
      const letter = m[2]!.toLowerCase();
      if (letter === 'l')
        return m[1] === '1' || m[1] === '2'
          ? said(m[1] === '1' ? 'on every second tooth' : 'on every tooth', { layers: m[1] })
          : {
              text,
              meaning: 'layers',
              fills: {},
              problem: 'One layer or two: 1L is a coil on every second tooth.',
            };
      return letter === 't' ? said('teeth', { slots: m[1]! }) : said('poles', { poles: m[1]! });
    }
    const turns = /^t(\d+)$/i.exec(text);
    if (turns) return said('turns of a coil', { turns: turns[1]! });
    const joined = /^(\d*)(y|d|Δ)$/i.exec(text);
    if (joined)
      return said(`${joined[1] || '1'} in ${/y/i.test(joined[2]!) ? 'star' : 'delta'}`, {
        circuits: joined[1] || '1',
        connection: /y/i.test(joined[2]!) ? 'star' : 'delta',
      });
    if (/[x×*+.]|^#|^0,/i.test(text)) {
      const wires = readWires(text);
      return wires.ok
        ? said('in hand, mm', { wires: text })
        : { text, meaning: 'in hand', fills: {}, problem: wires.message };
    }
    return {
      text,
      meaning: '?',
      fills: {},
      problem: `“${text}” is not in the shorthand. Write ${TOOTH_COIL_LINE}.`,
    };
  };
  const tokens = line.trim().split(/\s+/).filter(Boolean).map(token);
  return { tokens, fills: Object.assign({}, ...tokens.map((t) => t.fills)) as Typed };
}

export function writeToothCoilLine(typed: Typed): string {
  const t = (id: string) => typed[id]?.trim().replaceAll(/\s/g, '') || null;
  return [
    t('slots') && `${t('slots')}t`,
    t('poles') && `${t('poles')}p`,
    t('layers') && `${t('layers')}L`,
    t('turns') && `T${t('turns')}`,
    t('wires'),
    t('connection') && `${t('circuits') ?? '1'}${t('connection') === 'star' ? 'Y' : 'D'}`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** A half-typed token takes nothing away; a layer that is left out again does. */
export function changeOfToothCoilLine(before: string, after: string): Typed {
  const old = readToothCoilLine(before).fills;
  const { fills } = readToothCoilLine(after);
  return { ...('layers' in old && !('layers' in fills) ? { layers: '' } : {}), ...fills };
}
