/** The shop's shorthand for a winding in one line: `48s 4p 1-11 T12 3x0.95+1x0.90 2Y`. */
import type { Typed } from '../fields/index.ts';
import { readSpan } from './data-card.ts';
import { readWires } from '../wire/index.ts';

export interface ShorthandToken {
  readonly text: string;
  /** What the token says, for the line under it. */
  readonly meaning: string;
  /** Data-card fields it fills; empty when it was not understood. */
  readonly fills: Typed;
  readonly problem?: string;
}

const misread = (token: string, meaning: string, problem: string): ShorthandToken => ({
  text: token,
  meaning,
  fills: {},
  problem,
});
type Rule = (token: string) => ShorthandToken | null;
const counted =
  (pattern: RegExp, field: string, meaning: string): Rule =>
  (token) => {
    const m = pattern.exec(token);
    return m ? { text: token, meaning, fills: { [field]: m[1]! } } : null;
  };

/**
 * Grammar, tokens in any order, separated by blanks, letters in either case:
 *   48s slots · 4p poles · 1-11 span · T12 turns · 3x0.95+1x0.90 wires in hand (also 2x#18) · 2Y / 2D / 2Δ circuits and
 *   connection · L2 layers · E6 coil ends on a lead
 */
const RULES: readonly Rule[] = [
  counted(/^(\d+)s$/i, 'slots', 'slots'),
  counted(/^(\d+)p$/i, 'poles', 'poles'),
  counted(/^t(\d+)$/i, 'turns', 'turns'),
  counted(/^l(\d)$/i, 'layers', 'layers'),
  counted(/^e(\d+)$/i, 'endsPerLead', 'ends on a lead'),
  (token) => {
    const m = /^(\d+)(y|d|δ|Δ|star|delta)$/i.exec(token);
    if (!m) return null;
    const star = /^(y|star)$/i.test(m[2]!);
    return {
      text: token,
      meaning: star ? 'circuits, star' : 'circuits, delta',
      fills: { circuits: m[1]!, connection: star ? 'star' : 'delta' },
    };
  },
  (token) => {
    if (!/^\d+[-–]\d+$/.test(token)) return null;
    const span = readSpan(token);
    if ('message' in span) return misread(token, 'span', span.message);
    return { text: token, meaning: 'span', fills: { span: token.replace('–', '-') } };
  },
  (token) => {
    if (!/[x×*+]|^#/i.test(token)) return null;
    const wires = readWires(token);
    if (!wires.ok) return misread(token, 'in hand', wires.message);
    return { text: token, meaning: 'in hand, mm', fills: { wires: token } };
  },
];

/** Every token with its meaning; nothing is guessed and nothing is dropped. */
export function readShorthand(line: string): {
  readonly tokens: readonly ShorthandToken[];
  readonly fills: Typed;
} {
  const tokens = line
    .trim()
    .split(/\s+/)
    .filter(Boolean)
    .map((token): ShorthandToken => {
      for (const rule of RULES) {
        const read = rule(token);
        if (read) return read;
      }
      return {
        text: token,
        meaning: '?',
        fills: {},
        problem: `“${token}” is not in the shorthand. Write 48s 4p 1-11 T12 3x0.95+1x0.90 2Y.`,
      };
    });
  return { tokens, fills: Object.assign({}, ...tokens.map((t) => t.fills)) as Typed };
}

/** A card's typed fields as shorthand, leaving out what is not there. */
export function writeShorthand(typed: Typed): string {
  const t = (id: string) => typed[id]?.trim() || null;
  const circuits = t('circuits');
  const connection = t('connection');
  return [
    t('slots') && `${t('slots')}s`,
    t('poles') && `${t('poles')}p`,
    t('span')?.replaceAll(/\s/g, ''),
    t('turns') && `T${t('turns')}`,
    t('wires')?.replaceAll(/\s/g, ''),
    circuits && connection && `${circuits}${connection === 'star' ? 'Y' : 'D'}`,
  ]
    .filter(Boolean)
    .join(' ');
}
