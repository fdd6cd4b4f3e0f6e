/**
 * Reads a quantity as people type it: `0.042 in`, `#18`, `280 F`, `3,5 kW`, `5 5/8"`, `>2000 MΩ`, `OL`.
 * Source: the factors stand in `dimensions.ts`, the gauges in `wire-gauge.ts`, each with its source; nothing is converted here.
 */
import { DIMENSIONS, type Dimension } from './dimensions.ts';
import { gaugeDiameterMm } from './wire-gauge.ts';

export interface ReadQuantity {
  /** In the dimension's stored unit. */
  readonly value: number;
  /** True when the text named another unit than the stored one, so the reading is worth showing. */
  readonly converted: boolean;
  /** The instrument says no more than that it is at least, or at most, so much. */
  readonly bound?: 'at-least' | 'at-most';
}

export type QuantityError = 'not-a-number' | 'unknown-unit' | 'two-figures' | 'ambiguous';

export type QuantityReading =
  | ({ readonly ok: true } & ReadQuantity)
  | {
      readonly ok: false;
      readonly error: QuantityError;
      readonly message: string;
      /** What it may be, in the stored unit, when it can be read in two ways. */
      readonly readings?: readonly number[];
    };

const no = (error: QuantityError, message: string, readings?: readonly number[]): QuantityReading =>
  readings ? { ok: false, error, message, readings } : { ok: false, error, message };

const plain = (text: string) =>
  text
    .replaceAll(/[\s\u00a0\u202f’']/g, '')
    .replace(/^[−–]/, '-')
    .replaceAll('\u2126', 'Ω');

/** Figures whose single comma may part thousands or decimals: `1,200`, not `0,125` and not `1,25`. */
const TWO_WAYS = /^[+-]?[1-9]\d{0,2},\d{3}$/;

/** Decimal comma or point; where both stand, the last one is the decimal sign and the other groups thousands. */
function readNumber(text: string): number {
  let t = plain(text);
  if (/^[+-]?\d{1,3}(,\d{3}){2,}$/.test(t)) t = t.replaceAll(',', '');
  else if (/^[+-]?\d{1,3}(\.\d{3}){2,}$/.test(t)) t = t.replaceAll('.', '');
  const comma = t.lastIndexOf(',');
  const point = t.lastIndexOf('.');
  if (comma >= 0 && point >= 0) {
    const grouping = comma > point ? '.' : ',';
    t = t.replaceAll(grouping, '').replace(',', '.');
  } else if (comma >= 0) {
    t = t.replace(',', '.');
  }
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(t) ? Number(t) : NaN;
}

/** `5 5/8` and `5/8`, as on a rule: halves to sixty-fourths. Any other pair of figures is two figures. */
function readFraction(text: string): number {
  const m = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text.trim());
  if (!m) return NaN;
  const [top, bottom] = [Number(m[2]), Number(m[3])];
  if (![2, 4, 8, 16, 32, 64].includes(bottom) || top === 0 || top >= bottom) return NaN;
  return Number(m[1] ?? 0) + top / bottom;
}

type Unit = (typeof DIMENSIONS)[Dimension]['units'][number];

/** The unit a text ends with, and what stands before it; null when it ends with none of these. */
function unitAtEnd(
  text: string,
  units: readonly Unit[],
): { readonly unit: Unit; readonly before: string } | null {
  const bare = text.replaceAll('\u2126', 'Ω').replace(/\s+$/, '');
  let best: { unit: Unit; before: string; length: number } | null = null;
  for (const unit of units)
    for (const [list, exact] of [
      [unit.spelled, false],
      [unit.exact ?? [], true],
    ] as const)
      for (const spelled of list) {
        // Spaces and the degree sign may stand anywhere before it.
        const name = spelled.replace('°', '');
        const end = bare.slice(-name.length);
        if (exact ? end !== name : end.toLowerCase() !== name.toLowerCase()) continue;
        const before = bare.slice(0, -name.length).replace(/[\s°]+$/, '');
        // A letter before it makes it another word.
        if (before === '' || !/[\d.,)]$/.test(before)) continue;
        if (!best || name.length > best.length || (exact && name.length === best.length))
          best = { unit, before, length: name.length };
      }
  return best;
}

const writtenAs = (unit: Unit) => unit.exact?.[0] ?? unit.spelled[0]!;

/**
 * @param text      what was typed
 * @param dimension what it must be
 * @param assumed   spelling of the unit to take when none is typed; default the stored unit
 */
export function readQuantity(text: string, dimension: Dimension, assumed?: string): QuantityReading {
  const entry = DIMENSIONS[dimension];
  const trimmed = text.trim();
  if (dimension === 'wire-diameter') {
    const gauge = /^(?:#\s*(\d+(?:[.,]5)?|0{2,4})|(\d+(?:[.,]5)?)\s*(?:awg|ga))$/i.exec(trimmed);
    if (gauge) {
      const diameter = gaugeDiameterMm((gauge[1] ?? gauge[2])!.replace(',', '.'));
      return diameter === null
        ? no('not-a-number', `Gauge ${trimmed} is not on the wire table, which runs from #0000 to #44.`)
        : { ok: true, value: diameter, converted: true };
    }
  }
  if (/^(o\.?l\.?|∞|inf(inity)?|over(load|flow)?)$/i.test(plain(trimmed)))
    return { ok: true, value: Infinity, converted: true, bound: 'at-least' };
  const bounded = /^([<>≤≥])=?\s*(.+)$/.exec(trimmed);
  const bound = bounded ? (/[>≥]/.test(bounded[1]!) ? ('at-least' as const) : ('at-most' as const)) : null;
  const body = bounded ? bounded[2]! : trimmed;
  const ended = unitAtEnd(body, entry.units);
  const numberText = ended?.before ?? body;
  const unit =
    ended?.unit ??
    entry.units.find((u) => [...u.spelled, ...(u.exact ?? [])].includes(assumed ?? '')) ??
    null;
  const inUnit = (v: number) => (unit ? (v + (unit.offset ?? 0)) * unit.factor : v);
  if (/\//.test(numberText) && /^[\d\s./,-]+$/.test(numberText) && Number.isNaN(readFraction(numberText)))
    return no(
      'two-figures',
      `“${trimmed}” is two figures, or a fraction no rule has; this field takes one figure.`,
    );
  const value = numberText.includes('/') ? readFraction(numberText) : readNumber(numberText);
  if (!Number.isFinite(value)) {
    const known = entry.units.map(writtenAs).join(', ');
    const figure = /^([+\-−–]?[\d.,\s]*\d)\s*([^\d\s.,].*)$/.exec(body);
    if (figure && Number.isFinite(readNumber(figure[1]!)))
      return no(
        'unknown-unit',
        known
          ? `“${figure[2]}” is not a unit for this field. It takes ${known}.`
          : `This field takes a plain figure; “${figure[2]}” does not belong here.`,
      );
    const example = entry.unit ? ` ${entry.unit}` : '';
    return no('not-a-number', `“${trimmed}” is not a number. A figure such as 12.5${example} would be.`);
  }
  if (TWO_WAYS.test(plain(numberText))) {
    const thousands = Number(plain(numberText).replace(',', ''));
    return no(
      'ambiguous',
      `“${trimmed}” can be ${thousands} or ${value}: write it without the comma, or with a point.`,
      [inUnit(thousands), inUnit(value)],
    );
  }
  return {
    ok: true,
    value: inUnit(value),
    converted: unit !== null && unit !== entry.units[0],
    ...(bound ? { bound } : {}),
  };
}
