/**
 * A direct-current winding in one line: `31s 61b 4p wave- 1-9 T3 2x0.95 @16 F900 0.50 D12 4.00 B40 2x2.00`.
 * Source: the order and the letters are our own; spans counted from slot 1: common practice, no source.
 */
import type { Typed } from '../../language/forms/index.ts';
import { readWires } from '../../winding/wire/index.ts';
import type { ShorthandToken } from '../../winding/machine/index.ts';
import { readSpan } from '../../winding/words/index.ts';

export const DIRECT_CURRENT_LINE = '31s 61b 4p wave- 1-9 T3 2x0.95 @16 F900 0.50 i4 B40 2x2.00';

const WINDINGS = { f: 'shunt', d: 'series', b: 'interpole', c: 'compensating' } as const;
const LETTERS = { shunt: 'F', series: 'D', interpole: 'B', compensating: 'C' } as const;

/**
 * Grammar, tokens separated by blanks, letters in either case: `31s` slots, `61b` bars, `4p` poles; `lap` or `wave` with its
 * plex and + for progressive, − for retrogressive; `1-9` span, `T3` turns of a coil, `@16` bar of coil 1; `F900` shunt, `D12`
 * series, `B40` interpole, `C6` compensating turns of a pole; `2x0.95` or `#20` wires of what was named last; `i` interpoles in every gap, `i/2`
 * in every second.
 */
export function readDirectCurrentLine(line: string): {
  readonly tokens: readonly ShorthandToken[];
  readonly fills: Typed;
} {
  let wiresOf = 'wires';
  const token = (text: string): ShorthandToken => {
    const said = (meaning: string, fills: Typed): ShorthandToken => ({ text, meaning, fills });
    const not = (meaning: string, problem: string): ShorthandToken => ({ text, meaning, fills: {}, problem });
    const count = /^(\d+)([sbp])$/i.exec(text);
    if (count) {
      const [id, meaning] = (
        { s: ['slots', 'slots'], b: ['bars', 'bars'], p: ['poles', 'main poles'] } as const
      )[count[2]!.toLowerCase() as 's' | 'b' | 'p'];
      return said(meaning, { [id]: count[1]! });
    }
    const winding = /^(lap|wave)([23]?)([+−-]?)$/i.exec(text);
    if (winding) {
      const kind = winding[1]!.toLowerCase();
      const sign = winding[3];
      return said(
        `${winding[2] ? `${winding[2]}-plex ` : ''}${kind}${sign ? (sign === '+' ? ', progressive' : ', retrogressive') : ''}`,
        {
          winding: kind,
          ...(winding[2] ? { plex: winding[2] } : {}),
          ...(sign ? { leads: sign === '+' ? 'progressive' : 'retrogressive' } : {}),
        },
      );
    }
    const inter = /^i(\/2|[1-9]\d*)?$/i.exec(text);
    if (inter) return said('interpoles', { interpoles: inter[1] === '/2' ? 'half' : 'all' });
    const turns = /^([tfdbc])(\d+)$/i.exec(text);
    if (turns) {
      const letter = turns[1]!.toLowerCase();
      if (letter === 't') {
        wiresOf = 'wires';
        return said('turns of a coil', { turns: turns[2]! });
      }
      const of = WINDINGS[letter as keyof typeof WINDINGS];
      wiresOf = `${of}Wires`;
      return said(`${of} turns of a pole`, { [`${of}Turns`]: turns[2]! });
    }
    const first = /^@(\d+)$/.exec(text);
    if (first) return said('bar of coil 1', { firstBar: first[1]! });
    if (/^\d+[-–]\d+$/.test(text)) {
      const span = readSpan(text);
      return 'message' in span
        ? not('span', span.message)
        : said('coil span', { coilSpan: text.replace('–', '-') });
    }
    if (/[x×*+.]|^#|^0,/i.test(text)) {
      const wires = readWires(text);
      return wires.ok ? said('in hand, mm', { [wiresOf]: text }) : not('in hand', wires.message);
    }
    return not('?', `“${text}” is not in the shorthand. Write ${DIRECT_CURRENT_LINE}.`);
  };
  const tokens = line.trim().split(/\s+/).filter(Boolean).map(token);
  return { tokens, fills: Object.assign({}, ...tokens.map((t) => t.fills)) as Typed };
}

export function writeDirectCurrentLine(typed: Typed): string {
  const t = (id: string) => typed[id]?.trim().replaceAll(/\s/g, '') || null;
  const sign = t('leads') === 'progressive' ? '+' : t('leads') === 'retrogressive' ? '-' : '';
  const plex = t('plex') && t('plex') !== '1' ? t('plex') : '';
  const pole = (of: keyof typeof LETTERS) =>
    t(`${of}Turns`) ? [`${LETTERS[of]}${t(`${of}Turns`)}`, t(`${of}Wires`)] : [];
  return [
    t('slots') && `${t('slots')}s`,
    t('bars') && `${t('bars')}b`,
    t('poles') && `${t('poles')}p`,
    t('winding') && `${t('winding')}${plex}${sign}`,
    t('coilSpan'),
    t('turns') && `T${t('turns')}`,
    t('wires'),
    t('firstBar') && `@${t('firstBar')}`,
    ...pole('shunt'),
    ...pole('series'),
    t('interpoles') === 'all' ? 'i' : t('interpoles') === 'half' ? 'i/2' : null,
    ...pole('interpole'),
    ...pole('compensating'),
  ]
    .filter(Boolean)
    .join(' ');
}

/** A half-typed token takes nothing away; interpoles or a plex that are left out again do. */
export function changeOfDirectCurrentLine(before: string, after: string): Typed {
  const old = readDirectCurrentLine(before).fills;
  const { fills } = readDirectCurrentLine(after);
  const gone = ['interpoles', 'plex', 'firstBar']
    .filter((id) => id in old && !(id in fills))
    .map((id) => [id, '']);
  return { ...(Object.fromEntries(gone) as Typed), ...fills };
}
