/**
 * The shop's shorthand for a winding in one line: `48s 4p 1-11 T12 3x0.95+1x0.90 2Y`.
 * Source: the order and the letters are our own; spans counted from slot 1, `Y` and `D`: common practice, no source.
 */
import type { Typed } from '../../language/forms/index.ts';
import type { ShorthandToken } from '../../winding/machine/index.ts';
import { LEAD_SCHEMES, type LeadScheme } from '../../winding/connection/index.ts';
import { readWires } from '../../winding/wire/index.ts';
import { readSpans, readTurns } from '../../winding/words/index.ts';

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

const said =
  (pattern: RegExp, meaning: string, fills: Typed): Rule =>
  (token) =>
    pattern.test(token) ? { text: token, meaning, fills } : null;

/**
 * Grammar, tokens in any order, separated by blanks, letters in either case:
 *   48s slots · 4p poles · 1-11 span · T12 turns · 3x0.95+1x0.90 wires in hand (also 2x#18) · 2Y / 2D / 2Δ circuits and
 *   connection · L2 layers · E6 coil ends on a lead · 1-12,1-10,1-8 concentric · T14,12 uneven turns · cp consequent poles ·
 *   g3-2-3-2 coils in each group · 6L / 9L / 12L leads · CT / VT / CPW two speeds: constant torque, variable torque, constant
 *   power · K1 skew in slots
 */
const LEADS: ReadonlyMap<string, LeadScheme> = new Map([
  ['3l', 'three'],
  ['6l', 'six'],
  ['6pw', 'six-part-winding'],
  ['9l', 'nine'],
  ['12l', 'twelve'],
  ['ct', 'constant-torque'],
  ['vt', 'variable-torque'],
  ['cpw', 'constant-power'],
]);
const leadWord = (scheme: string) => [...LEADS].find(([, s]) => s === scheme)?.[0].toUpperCase();

const RULES: readonly Rule[] = [
  counted(/^(\d+)s$/i, 'slots', 'slots'),
  counted(/^(\d+)p$/i, 'poles', 'poles'),
  counted(/^k(\d+(?:[.,]\d+)?)$/i, 'skew', 'slots skew'),
  (token) => {
    const scheme = LEADS.get(token.toLowerCase());
    return scheme ? { text: token, meaning: LEAD_SCHEMES[scheme].label, fills: { leads: scheme } } : null;
  },
  said(/^cp$/i, 'consequent poles', { grouping: 'consequent' }),
  said(/^conc$/i, 'concentric', { kind: 'concentric' }),
  said(/^lap$/i, 'lap', { kind: 'lap' }),
  (token) => {
    const m = /^g(\d+(?:[-,]\d+)*)$/i.exec(token);
    return m ? { text: token, meaning: 'groups', fills: { groups: m[1]!.replaceAll(/[-,]/g, ' ') } } : null;
  },
  (token) => {
    const m = /^t(\d[\d,/]*)$/i.exec(token);
    if (!m) return null;
    const turns = readTurns(m[1]!);
    if (!turns.ok) return misread(token, 'turns', turns.message);
    return { text: token, meaning: 'turns', fills: { turns: m[1]! } };
  },
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
    if (!/^\d+[-–]\d+(,\d+[-–]\d+)*$/.test(token)) return null;
    const spans = readSpans(token);
    if (!spans.ok) return misread(token, 'span', spans.message);
    const several = spans.value.length > 1;
    return {
      text: token,
      meaning: several ? 'spans' : 'span',
      fills: { span: token.replaceAll('–', '-'), ...(several ? { kind: 'concentric' } : {}) },
    };
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
    t('kind') === 'concentric' && !t('span')?.includes(',') && 'conc',
    t('turns') && `T${t('turns')!.replaceAll(/\s/g, '')}`,
    t('wires')?.replaceAll(/\s/g, ''),
    circuits && connection && `${circuits}${connection === 'star' ? 'Y' : 'D'}`,
    t('layers') === '1' && 'L1',
    t('grouping') === 'consequent' && 'cp',
    t('groups') &&
      `g${t('groups')!
        .split(/[\s,;-]+/)
        .join('-')}`,
    t('skew') && `K${t('skew')}`,
    t('leads') && t('leads') !== 'three' && leadWord(t('leads')!),
  ]
    .filter(Boolean)
    .join(' ');
}

/** Fields that a line leaves open when their token is not in it; what they then stand for. */
const WITHOUT_TOKEN: Typed = { kind: '', grouping: '', groups: '', leads: '', skew: '', layers: '2' };

/**
 * What changes on the card when one line becomes another: what the new one says, and what the old one said and the new one
 * leaves out, where leaving out has a meaning. A half-typed token takes nothing away.
 */
export function changeOfLine(before: string, after: string): Typed {
  const old = readShorthand(before).fills;
  const { fills } = readShorthand(after);
  const gone = Object.entries(WITHOUT_TOKEN).filter(([id]) => id in old && !(id in fills));
  return { ...Object.fromEntries(gone), ...fills };
}
