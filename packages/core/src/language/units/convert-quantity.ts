/** A quantity as typed, in another unit of its dimension. Source: the factors stand in `dimensions.ts`. */
import { DIMENSIONS, type Dimension } from './dimensions.ts';
import { readQuantity, type ReadQuantity } from './read-quantity.ts';

export type ConvertedQuantity =
  | {
      readonly ok: true;
      /** In the unit asked for; infinite for what an instrument calls over its range. */
      readonly value: number;
      readonly unit: string;
      readonly bound?: ReadQuantity['bound'];
      /** No unit was typed, so this one was taken. */
      readonly assumedUnit?: string;
    }
  | { readonly ok: false; readonly field: 'typed' | 'to'; readonly message: string };

const bare = (text: string) => text.replaceAll(/[\s°]/g, '').toLowerCase();
const unitCalled = (dimension: Dimension, name: string) => {
  const { units } = DIMENSIONS[dimension];
  return (
    units.find((u) => (u.exact ?? []).includes(name.trim())) ??
    units.find((u) => u.spelled.some((s) => bare(s) === bare(name)))
  );
};

/** A stored figure in a unit of its dimension; as it is where the dimension has no such unit. */
export function inUnit(dimension: Dimension, stored: number, unit: string): number {
  const { factor, offset = 0 } = unitCalled(dimension, unit) ?? { factor: 1 };
  return stored / factor - offset;
}

/** @param to a unit as it is written in any of its spellings */
export function convertQuantity(dimension: Dimension, typed: string, to: string): ConvertedQuantity {
  const { unit: stored, units } = DIMENSIONS[dimension];
  const wanted = unitCalled(dimension, to);
  if (!wanted && to.trim() !== stored)
    return {
      ok: false,
      field: 'to',
      message: `“${to}” is no unit of this dimension. It takes ${units.map((u) => u.exact?.[0] ?? u.spelled[0]).join(', ')}.`,
    };
  const read = readQuantity(typed, dimension);
  if (!read.ok) return { ok: false, field: 'typed', message: read.message };
  const noUnit = stored !== '' && read.bound === undefined && /^[\s\d.,+\-−–eE/]+$/.test(typed);
  return {
    ok: true,
    value: wanted ? inUnit(dimension, read.value, to) : read.value,
    unit: wanted ? (wanted.exact?.[0] ?? wanted.spelled[0]!) : stored,
    ...(read.bound ? { bound: read.bound } : {}),
    ...(noUnit ? { assumedUnit: stored } : {}),
  };
}
