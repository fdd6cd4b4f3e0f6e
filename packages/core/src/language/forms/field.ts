/**
 * Form fields as data: what forms, validation, documents and the API all read.
 * Source: what is asked, assumed and refused is a rule of this program; the limits stand with each field.
 */
import { DIMENSIONS, readQuantity, showShort, type Dimension } from '../units/index.ts';
import { finding, type Finding } from '../quantity/index.ts';

interface FieldOf<Id extends string> {
  readonly id: Id;
  readonly label: string;
  readonly hint?: string;
  /** Nothing is judged or signed without it. */
  readonly required?: true;
  /** Taken, and said, where it is left empty. */
  readonly default?: string;
}
export interface QuantityField<Id extends string = string> extends FieldOf<Id> {
  readonly kind: 'quantity';
  readonly dimension: Dimension;
  /** Outside these the entry is refused; inside, checks may still doubt it. In the stored unit. */
  readonly min: number;
  readonly max: number;
  readonly whole?: boolean;
  /** Outside these it is asked whether it is right. In the stored unit. */
  readonly usual?: { readonly least?: number; readonly most?: number };
  /** An instrument may say no more than `>2000`, `<0.1` or `OL`. */
  readonly bounds?: boolean;
}
export interface ChoiceField<Id extends string = string, Option extends string = string> extends FieldOf<Id> {
  readonly kind: 'choice';
  readonly options: readonly { readonly value: Option; readonly label: string }[];
}
export interface TextField<Id extends string = string> extends FieldOf<Id> {
  readonly kind: 'text';
  readonly maxLength?: number;
  /** It takes lines of figures, their columns parted by semicolons. */
  readonly columns?: readonly { readonly label: string; readonly unit: string }[];
}
export type Field = QuantityField | ChoiceField | TextField;

/** Fields in the order they are shown. */
export type Form = readonly Field[];

type ValueOf<F extends Field> = F extends QuantityField
  ? number
  : F extends ChoiceField<string, infer Option>
    ? Option
    : string;
type Certain = { readonly required: true } | { readonly default: string };
/** What a form reads as: certain where a field is required or has a default, else perhaps not there. */
export type ReadingOf<F extends Form> = {
  readonly [K in Extract<F[number], Certain> as K['id']]: ValueOf<K>;
} & { readonly [K in Exclude<F[number], Certain> as K['id']]?: ValueOf<K> };
/** Figures of which an instrument only said that they are more, or less, than so much. */
export type BoundsOf<F extends Form> = {
  readonly [K in F[number] as K['id']]?: 'at-least' | 'at-most';
};

/** What a person typed, by field id. Empty or absent: not typed. */
export type Typed = Readonly<Record<string, string>>;

export type FieldReading =
  | { readonly state: 'empty' }
  | {
      readonly state: 'read';
      readonly value: number;
      readonly converted: boolean;
      readonly bound?: 'at-least' | 'at-most';
    }
  | { readonly state: 'said'; readonly text: string }
  | { readonly state: 'wrong'; readonly finding: Finding };

const unitOf = (field: QuantityField) => DIMENSIONS[field.dimension].unit;
const withUnit = (value: number, unit: string) => (unit ? `${showShort(value)} ${unit}` : showShort(value));

/** @returns what was typed as it is said elsewhere: a choice by its label, a bare figure with the unit it is read in */
export function sayTyped(field: Field, typed: string): string {
  if (field.kind === 'choice') return field.options.find((o) => o.value === typed)?.label ?? typed;
  const unit = field.kind === 'quantity' ? unitOf(field) : '';
  return unit && /^[<>]?\s*[\d.,\s]*\d\s*$/.test(typed) ? `${typed.trim()} ${unit}` : typed;
}

export function readField(field: Field, text: string | undefined): FieldReading {
  const typed = text?.trim() ?? '';
  if (typed === '') return { state: 'empty' };
  const wrong = (code: string, message: string, because?: string): FieldReading => ({
    state: 'wrong',
    finding: finding('stop', code, `${field.label}: ${message}`, [field.id], because),
  });
  if (field.kind === 'text') {
    const most = field.maxLength ?? 500;
    return typed.length > most
      ? wrong('field.too-long', `${typed.length} characters are more than the ${most} kept here.`)
      : { state: 'said', text: typed };
  }
  if (field.kind === 'choice') {
    return field.options.some((o) => o.value === typed)
      ? { state: 'said', text: typed }
      : wrong(
          'field.not-a-choice',
          `“${typed}” is not one of ${field.options.map((o) => o.value).join(', ')}.`,
        );
  }
  const unit = unitOf(field);
  const within = (value: number) => value >= field.min && value <= field.max;
  const reading = readQuantity(typed, field.dimension);
  if (!reading.ok) {
    // Of two readings the only one that can be right is taken, and shown.
    const possible = reading.readings?.filter(within) ?? [];
    return possible.length === 1
      ? { state: 'read', value: possible[0]!, converted: true }
      : wrong(`field.${reading.error}`, reading.message);
  }
  const { bound } = reading;
  if (bound && !field.bounds)
    return wrong('field.bound', `“${typed}” says no more than a limit; a figure is needed here.`);
  if (bound && reading.value === Infinity) return { state: 'read', value: Infinity, converted: true, bound };
  if (field.whole && !Number.isInteger(reading.value))
    return wrong('field.not-whole', `${typed} is not a whole number; this is counted, not measured.`);
  if (!within(reading.value))
    return wrong(
      'field.out-of-range',
      `${withUnit(reading.value, unit)} cannot be right; it lies between ${withUnit(field.min, unit)} and ${withUnit(field.max, unit)}.${otherUnit(field, typed)}`,
    );
  return { state: 'read', value: reading.value, converted: reading.converted, ...(bound ? { bound } : {}) };
}

/** A figure without a unit that would fit in another one: asked about, never taken. */
function otherUnit(field: QuantityField, typed: string): string {
  const fits = DIMENSIONS[field.dimension].units.slice(1).flatMap((u) => {
    const name = u.exact?.[0] ?? u.spelled[0]!;
    const read = readQuantity(`${typed} ${name}`, field.dimension);
    return read.ok && read.value >= field.min && read.value <= field.max ? [`${typed} ${name}`] : [];
  });
  return fits.length > 0 && fits.length < 3 ? ` Is it ${fits.join(' or ')}?` : '';
}

interface FormReading {
  readonly numbers: Readonly<Record<string, number>>;
  readonly texts: Readonly<Record<string, string>>;
  /** Fields whose figure is only a limit the instrument gave. */
  readonly bounds: Readonly<Record<string, 'at-least' | 'at-most'>>;
  readonly findings: readonly Finding[];
}

/** Reads every field of a form; what is right is kept whatever else is wrong. Unknown ids are left alone. */
export function readForm(fields: Form, typed: Typed): FormReading {
  const numbers: Record<string, number> = {};
  const texts: Record<string, string> = {};
  const bounds: Record<string, 'at-least' | 'at-most'> = {};
  const findings: Finding[] = [];
  for (const field of fields) {
    const reading = readField(field, typed[field.id]);
    if (reading.state === 'read') {
      numbers[field.id] = reading.value;
      if (reading.bound) bounds[field.id] = reading.bound;
    }
    if (reading.state === 'said') texts[field.id] = reading.text;
    else if (reading.state === 'wrong') findings.push(reading.finding);
  }
  return { numbers, texts, bounds, findings };
}

/**
 * What was sent under a name that no field of the form has: passed over it would be a reading that was never looked at.
 * @param form what it was sent to, in words: `the plate`
 */
export function unknownFields(fields: Form, typed: Typed, form: string): Finding[] {
  const ids = new Set(fields.map((f) => f.id));
  return Object.keys(typed).flatMap((id) => {
    if (ids.has(id)) return [];
    const known = [...ids].filter((k) => k.toLowerCase().includes(id.toLowerCase()));
    const right = known.length > 0 ? `is ${known.join(' or ')} meant` : `it has ${[...ids].join(', ')}`;
    const message = `${form} has no field “${id.slice(0, 40)}”: ${right}${known.length > 0 ? '?' : '.'}`;
    return [finding('stop', 'field.unknown', message, [id.slice(0, 40)])];
  });
}

/** Builders that keep the tables short. */
export const quantity = <const Id extends string>(
  id: Id,
  label: string,
  dimension: Dimension,
  min: number,
  max: number,
  hint?: string,
): QuantityField<Id> => ({
  kind: 'quantity',
  id,
  label,
  dimension,
  min,
  max,
  ...(dimension === 'count' ? { whole: true } : {}),
  ...(hint ? { hint } : {}),
});
/** The same for a figure of which an instrument may only say that it is more or less than so much. */
export const bounded = <F extends QuantityField>(field: F): F => ({ ...field, bounds: true });
export const choice = <const Id extends string, const Options extends Readonly<Record<string, string>>>(
  id: Id,
  label: string,
  options: Options,
  hint?: string,
): ChoiceField<Id, keyof Options & string> => ({
  kind: 'choice',
  id,
  label,
  options: Object.entries(options).map(([value, l]) => ({
    value: value as keyof Options & string,
    label: l,
  })),
  ...(hint ? { hint } : {}),
});
export const text = <const Id extends string>(
  id: Id,
  label: string,
  hint?: string,
  maxLength?: number,
): TextField<Id> => ({
  kind: 'text',
  id,
  label,
  ...(hint ? { hint } : {}),
  ...(maxLength ? { maxLength } : {}),
});
/** Lines of figures: each column by its label and the unit that a bare figure in it is of. */
export const lines = <const Id extends string>(
  id: Id,
  label: string,
  columns: readonly (readonly [label: string, unit: string])[],
  hint: string,
  maxLength: number,
): TextField<Id> => ({
  kind: 'text',
  id,
  label,
  hint,
  maxLength,
  columns: columns.map(([l, unit]) => ({ label: l, unit })),
});
/** Nothing is judged or signed without this field. */
export const required = <F extends Field>(field: F): F & { readonly required: true } => ({
  ...field,
  required: true,
});
/** Taken where the field is left empty, and said. */
export const assumed = <F extends Field>(field: F, value: string): F & { readonly default: string } => ({
  ...field,
  default: value,
});
