/** Every figure that stops is named in the reasons, with its value and the limit it broke, whatever else a kind says. Source: none, a rule of this program. */
import type { JudgedFigure, Judgement } from '../language/quantity/index.ts';
import { showNumber } from '../language/units/index.ts';

const NUMBER = /-?\d+(?:\.\d+)?/g;
/** Digits are told apart by thin spaces in a number that is shown. */
const inThousands = /(\d)[,\u0020\u00a0\u2009\u202f](?=\d{3}(?!\d))/g;

/** Numbers that a text says. */
export const numbersIn = (text: string): readonly number[] =>
  (text.replace(inThousands, '$1').match(NUMBER) ?? []).map(Number);

/**
 * Whether a text says this figure or how far it is from a limit, in its own unit or a thousand times more or less.
 * What is shown is rounded, so 2 % are left.
 */
export function saysFigure(text: string, { figure, scale }: JudgedFigure): boolean {
  const said = numbersIn(text).map(Math.abs);
  const values = [figure.value, ...(scale?.limits ?? []).flatMap(({ at }) => [at - figure.value])];
  return values.some((value) =>
    [1, 1e3, 1e-3].some((unit) => {
      const wanted = Math.abs(value * unit);
      return said.some((n) => Math.abs(n - wanted) <= 0.02 * wanted);
    }),
  );
}

function sentenceOf({ figure: { name, value, unit }, scale }: JudgedFigure): string {
  const shown = (n: number) => `${showNumber(n, 3)}${unit ? ` ${unit}` : ''}`;
  const broken = (scale?.limits ?? []).toSorted((a, b) => Math.abs(a.at - value) - Math.abs(b.at - value))[0];
  return Number.isFinite(value)
    ? `${name}: ${shown(value)}${broken ? `, ${broken.name}` : ''}.`
    : `${name}: beyond what can be read.`;
}

/** The judgement with the figures that stop it named: those that no reason says yet come last. */
export function nameStops(judgement: Judgement): Judgement {
  const unsaid = judgement.figures.filter(
    (f) => f.verdict === 'stop' && !judgement.reasons.some((reason) => saysFigure(reason, f)),
  );
  return unsaid.length === 0
    ? judgement
    : { ...judgement, reasons: [...judgement.reasons, ...unsaid.map(sentenceOf)] };
}
