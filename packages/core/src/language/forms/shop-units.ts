/**
 * The units a shop thinks in: a bare figure typed there is kept with its unit, so that nobody has to guess it later.
 * Source: a rule of this program; what a unit is worth stands in units/dimensions.ts.
 */
import { DIMENSIONS, type Dimension } from '../units/index.ts';
import { choice, type Field, type Typed } from './field.ts';

const CHOICES = {
  temperature: { id: 'unitTemperature', label: 'Temperatures are typed in', units: ['°C', '°F'] },
  length: { id: 'unitLength', label: 'Lengths are typed in', units: ['mm', 'in'] },
  mass: { id: 'unitMass', label: 'Masses are typed in', units: ['kg', 'lb'] },
  power: { id: 'unitPower', label: 'Power is typed in', units: ['kW', 'hp'] },
} as const satisfies Partial<
  Record<Dimension, { readonly id: string; readonly label: string; readonly units: readonly string[] }>
>;
type Chosen = keyof typeof CHOICES;

/** Shop settings. */
export const UNIT_FIELDS: readonly Field[] = Object.values(CHOICES).map(({ id, label, units }) =>
  choice(id, label, Object.fromEntries(units.map((u) => [u, u]))),
);

/** What is typed where a shop says nothing: the unit it is kept in. */
export const UNIT_DEFAULTS: Typed = Object.fromEntries(
  (Object.keys(CHOICES) as Chosen[]).map((dimension) => [CHOICES[dimension].id, DIMENSIONS[dimension].unit]),
);

/** By dimension; one that is missing is typed in the unit it is kept in. */
export type ShopUnits = Readonly<Partial<Record<Dimension, string>>>;

/** @param typed the shop's settings */
export const shopUnitsOf = (typed: Typed): ShopUnits =>
  Object.fromEntries(
    (Object.keys(CHOICES) as Chosen[]).flatMap((dimension) => {
      const { id, units } = CHOICES[dimension];
      const unit = typed[id]?.trim() ?? '';
      return (units as readonly string[]).includes(unit) && unit !== DIMENSIONS[dimension].unit
        ? [[dimension, unit]]
        : [];
    }),
  );

const BARE = /^[<>]?\s*(?:[\d.,\s]*\d|(?:\d+\s+)?\d+\/\d+)\s*$/;
const own = (field: Field, units: ShopUnits) =>
  field.kind === 'quantity' ? units[field.dimension] : undefined;

/** Unit that stands beside the field. */
export const unitBeside = (field: Field, units: ShopUnits): string =>
  own(field, units) ?? (field.kind === 'quantity' ? DIMENSIONS[field.dimension].unit : '');

/** What is kept of what was typed. */
export function keptWithUnit(field: Field, typed: string, units: ShopUnits): string {
  const unit = own(field, units);
  return unit && BARE.test(typed) ? `${typed.trim()} ${unit}` : typed;
}

/** What is shown of what was kept: without the unit that stands beside the field, and never without another. */
export function shownBesideUnit(field: Field, kept: string, units: ShopUnits): string {
  const unit = own(field, units);
  if (!unit || field.kind !== 'quantity') return kept;
  if (kept.endsWith(` ${unit}`)) return kept.slice(0, -unit.length - 1);
  return BARE.test(kept) ? `${kept.trim()} ${DIMENSIONS[field.dimension].unit}` : kept;
}
