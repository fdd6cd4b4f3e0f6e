/** Reads the wires in hand of one turn as they are said: `3x0.95+1x0.90`, `2 x #18`, `0,8`; `1.6x5.6` or `2x 1.6x5.6` is strap. */
import { readQuantity, showShort } from '../../language/units/index.ts';
import type { Strap } from './strap.ts';
import { strapStrand, type Strand } from './wire-table.ts';

export type WiresReading =
  { readonly ok: true; readonly wires: readonly Strand[] } | { readonly ok: false; readonly message: string };

const no = (message: string): WiresReading => ({ ok: false, message });

const ROUND = { least: 0.03, most: 6 };
const STRAP = { thinnest: 0.3, thickest: 12, widest: 100 };
/** From here on a whole number behind a count may as well be the width of a strap [mm]. Common practice, no source. */
const MAY_BE_WIDTH = 3;

/** `1.6x5.6` in millimetres or with a unit; over its covering the same way. @returns the sides, or what is wrong */
function sidesOf(text: string, piece: string): readonly [number, number] | string {
  const sides = text.split(/[x×*]/i).map((side) => readQuantity(side, 'wire-diameter'));
  const [a, b] = sides;
  if (!a || !b || sides.length > 2) return `Wire “${piece}”: a strap has two sides. Say it as 1.6x5.6.`;
  if (!a.ok) return `Wire “${piece}”: ${a.message}`;
  if (!b.ok) return `Wire “${piece}”: ${b.message}`;
  return a.value <= b.value ? [a.value, b.value] : [b.value, a.value];
}

function readStrap(text: string, piece: string): Strap | string {
  const [bareText, overText] = text.split('/');
  const bare = sidesOf(bareText!, piece);
  if (typeof bare === 'string') return bare;
  const [thicknessMm, widthMm] = bare;
  if (!(thicknessMm >= STRAP.thinnest && thicknessMm <= STRAP.thickest && widthMm <= STRAP.widest))
    return `Wire “${piece}”: a strap is ${STRAP.thinnest} to ${STRAP.thickest} mm thick and at most ${STRAP.widest} mm wide.`;
  if (overText === undefined) return { thicknessMm, widthMm };
  const over = sidesOf(overText, piece);
  if (typeof over === 'string') return over;
  const [overThicknessMm, overWidthMm] = over;
  if (!(overThicknessMm > thicknessMm && overWidthMm > widthMm))
    return `Wire “${piece}”: over its covering both sides of a strap must be more than bare; measure again.`;
  return { thicknessMm, widthMm, overThicknessMm, overWidthMm };
}

/** How many, and the two sides of a strap; null for round wire. */
function strapIn(piece: string): readonly [count: number, sides: string] | null {
  const named = /^(?:(\d+)\s*[x×*]\s*)?strap\s*(.+)$/i.exec(piece);
  if (named) return [Number(named[1] ?? 1), named[2]!];
  const [bare] = piece.split('/');
  const factors = bare!.split(/[x×*]/i).length;
  const counted = /^(\d+)\s*[x×*]\s*(.+)$/i.exec(piece);
  if (factors === 3 && counted) return [Number(counted[1]), counted[2]!];
  return factors > 3 || (factors === 2 && !counted) ? [1, piece] : null;
}

/**
 * @param text sizes joined by `+`; each `count x diameter`, the count 1 when left out; a size over enamel after `/`;
 * two sides instead of a diameter are strap
 */
export function readWires(text: string): WiresReading {
  const wires: Strand[] = [];
  for (const part of text.split('+')) {
    const piece = part.trim();
    const strapped = strapIn(piece);
    if (strapped) {
      const [count, sides] = strapped;
      // Some write the count behind the wire: three wires of 0.95, or a strap of 0.95 by 3.
      const behind = /^(\d+[.,]\d+)\s*[x×*]\s*(\d+)$/.exec(piece);
      if (behind)
        return no(
          `“${piece}” can be ${behind[2]!} round wires of ${behind[1]!} mm or a strap of ${behind[1]!} by ${behind[2]!} mm: write ${behind[2]!}x${behind[1]!} or strap ${piece}.`,
        );
      if (count < 1 || count > 200) return no(`Wire “${piece}”: 1 to 200 strands in hand, not ${count}.`);
      const strap = readStrap(sides, piece);
      if (typeof strap === 'string') return no(strap);
      wires.push(strapStrand(count, strap));
      continue;
    }
    const m = /^(?:(\d+)\s*[x×*]\s*)?(.+)$/i.exec(piece);
    if (!m) return no('A wire is missing beside the +. Say it as 3x0.95+1x0.90.');
    const count = m[1] === undefined ? 1 : Number(m[1]);
    const [bareText, overText] = m[2]!.split('/');
    const bare = readQuantity(bareText!, 'wire-diameter');
    if (!bare.ok) return no(`Wire “${piece}”: ${bare.message}`);
    if (count < 1 || count > 200) return no(`Wire “${piece}”: 1 to 200 strands in hand, not ${count}.`);
    // A count before a whole number of millimetres may as well be the other side of a strap.
    const orStrap = m[1] !== undefined && /^\d+$/.test(m[2]!.trim()) && count <= bare.value;
    if (!(bare.value >= ROUND.least && bare.value <= ROUND.most))
      return no(
        `Wire “${piece}”: ${showShort(bare.value)} mm bare is no winding wire; ${ROUND.least} to ${ROUND.most} mm would be.${orStrap ? ` A strap is strap ${piece}, a gauge ${count}x#${m[2]!}.` : ''}`,
      );
    if (orStrap && bare.value >= MAY_BE_WIDTH)
      return no(
        `“${piece}” can be ${count} round wires of ${m[2]!} mm or a strap of ${count} by ${m[2]!} mm: write ${count}x${m[2]!}.0 or strap ${piece}.`,
      );
    if (overText === undefined) {
      wires.push({ count, bareDiameterMm: bare.value });
      continue;
    }
    const over = readQuantity(overText, 'wire-diameter');
    if (!over.ok) return no(`Wire “${piece}”: ${over.message}`);
    if (!(over.value > bare.value))
      return no(`Wire “${piece}”: over the enamel it must be thicker than bare; measure both again.`);
    wires.push({ count, bareDiameterMm: bare.value, overEnamelMm: over.value });
  }
  return wires.length > 4 ? no('More than four sizes in one turn are not wound.') : { ok: true, wires };
}

/** One size as it is said, in millimetres: `0.95`, or `1.6x5.6` of a strap. */
export const showSize = (w: {
  readonly bareDiameterMm: number;
  readonly strap?: Strap | null | undefined;
}): string =>
  w.strap
    ? `${showShort(w.strap.thicknessMm, 4)}x${showShort(w.strap.widthMm, 4)}`
    : w.bareDiameterMm.toFixed(2);

const overOf = ({ strap, overEnamelMm }: Strand): string => {
  if (strap)
    return strap.overThicknessMm === undefined || strap.overWidthMm === undefined
      ? ''
      : `/${showShort(strap.overThicknessMm, 4)}x${showShort(strap.overWidthMm, 4)}`;
  return overEnamelMm === undefined ? '' : `/${showShort(overEnamelMm, 4)}`;
};

/** The same in the shop's shorthand. */
export const showWires = (wires: readonly Strand[]): string =>
  wires.map((w) => `${w.count}x${showSize(w)}${overOf(w)}`).join('+');
