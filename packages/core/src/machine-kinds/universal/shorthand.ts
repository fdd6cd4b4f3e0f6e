/** A universal motor in one line: `12s 24b 1-6 lap- T18 0.35 @5 D90 0.60`; the general armature's line, poles and kind of winding left out. Source: the order and the letters are our own. */
import type { Typed } from '../../language/forms/index.ts';
import {
  changeOfDirectCurrentLine,
  readDirectCurrentLine,
  writeDirectCurrentLine,
} from '../direct-current/shorthand.ts';
import type { ShorthandToken } from '../../winding/machine/index.ts';

export const UNIVERSAL_LINE = '12s 24b lap- 1-6 T18 0.35 @5 D90 0.60';

/** What the kind knows by itself. */
const KNOWN: Readonly<Record<string, string>> = { poles: '2', winding: 'lap', plex: '1' };

function own(token: ShorthandToken): ShorthandToken {
  const fills: Record<string, string> = {};
  for (const [id, value] of Object.entries(token.fills)) {
    if (/^(shunt|interpole|compensating)/.test(id))
      return {
        ...token,
        fills: {},
        problem: 'A universal motor has a series field alone: D and its turns.',
      };
    if (!(id in KNOWN)) fills[id] = value;
    else if (KNOWN[id] !== value)
      return { ...token, fills: {}, problem: 'A universal motor has two poles and a simplex lap.' };
  }
  return { ...token, fills };
}

export function readUniversalLine(line: string): {
  readonly tokens: readonly ShorthandToken[];
  readonly fills: Typed;
} {
  const tokens = readDirectCurrentLine(line).tokens.map(own);
  return { tokens, fills: Object.assign({}, ...tokens.map((t) => t.fills)) as Typed };
}

export const writeUniversalLine = (typed: Typed): string =>
  writeDirectCurrentLine({
    ...typed,
    poles: '',
    // Written with the way its leads go, or not at all.
    winding: typed['leads'] ? 'lap' : '',
    shuntTurns: '',
    interpoles: '',
    interpoleTurns: '',
  });

export function changeOfUniversalLine(before: string, after: string): Typed {
  const { fills } = readUniversalLine(after);
  const gone = Object.entries(changeOfDirectCurrentLine(before, after)).filter(
    ([id, value]) => value === '' && id === 'firstBar',
  );
  return { ...Object.fromEntries(gone), ...fills };
}
