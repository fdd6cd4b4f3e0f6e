/** Reads a quantity as people type it: `0.042 in`, `#18`, `280 F`, `3,5 kW`, `5 5/8"`. */
import { DIMENSIONS, type Dimension } from './dimensions.ts';
import { gaugeDiameterMm } from './wire-gauge.ts';

export interface ReadQuantity {
  /** In the dimension's stored unit. */
  readonly value: number;
  /** True when the text named another unit than the stored one, so the reading is worth showing. */
  readonly converted: boolean;
}

export type QuantityError = 'not-a-number' | 'unknown-unit';

export type QuantityReading =
  | ({ readonly ok: true } & ReadQuantity)
  | { readonly ok: false; readonly error: QuantityError; readonly message: string };

const no = (error: QuantityError, message: string): QuantityReading => ({
  ok: false,
  error,
  message,
});

/** Decimal comma or point; where both stand, the last one is the decimal sign and the other groups thousands. */
function readNumber(text: string): number {
  let t = text.replaceAll(/[\s\u00a0\u202f]/g, '').replace(/^−/, '-');
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

/** `5 5/8` and `5/8`, as on a rule. */
function readFraction(text: string): number {
  const m = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text.trim());
  if (!m || Number(m[3]) === 0) return NaN;
  return Number(m[1] ?? 0) + Number(m[2]) / Number(m[3]);
}

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
  const m = /^((?:\d+[\s-]+)?\d+\s*\/\s*\d+|[+\-−]?[\d.,\s\u00a0\u202f]*(?:e[+-]?\d+)?)(.*)$/i.exec(trimmed);
  const numberText = (m?.[1] ?? '').trim();
  const unitText = (m?.[2] ?? '').trim();
  const value = numberText.includes('/') ? readFraction(numberText) : readNumber(numberText);
  if (!Number.isFinite(value)) {
    const unit = entry.unit ? ` ${entry.unit}` : '';
    return no('not-a-number', `“${trimmed}” is not a number. A figure such as 12.5${unit} would be.`);
  }
  const spelled = (unitText || assumed || '').toLowerCase().replaceAll(/[\s°]/g, '');
  if (spelled === '') return { ok: true, value, converted: false };
  const found = entry.units.find((u) => u.spelled.includes(spelled));
  if (!found) {
    const known = entry.units.map((u) => u.spelled[0]).join(', ');
    return no(
      'unknown-unit',
      known
        ? `“${unitText}” is not a unit for this field. It takes ${known}.`
        : `This field takes a plain figure; “${unitText}” does not belong here.`,
    );
  }
  return {
    ok: true,
    value: (value + (found.offset ?? 0)) * found.factor,
    converted: found !== entry.units[0],
  };
}
