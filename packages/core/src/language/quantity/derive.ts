/** Computes a quantity and, when asked, keeps the derivation it was computed by. */

/** One value that enters a formula. */
export interface Input {
  readonly symbol: string;
  readonly value: number;
  readonly unit: string;
  /** Where the value came from: a field, the plate, a shop setting, an earlier result. */
  readonly from: string;
}

export interface Working {
  readonly formula: string;
  readonly inputs: readonly Input[];
  /** Standard with clause, handbook, `common practice`, or `from memory`. */
  readonly source: string;
  readonly assumptions: readonly string[];
}

export interface Figure {
  readonly id: string;
  readonly name: string;
  readonly symbol: string;
  readonly unit: string;
  readonly value: number;
  readonly working?: Working;
}

export const given = (symbol: string, value: number, unit: string, from: string): Input => ({
  symbol,
  value,
  unit,
  from,
});

/** Takes an earlier figure as the input of the next one. */
export const taken = (figure: Figure): Input => ({
  symbol: figure.symbol,
  value: figure.value,
  unit: figure.unit,
  from: figure.name,
});

export interface Derivation<K extends string> {
  readonly id: string;
  readonly name: string;
  readonly symbol: string;
  readonly unit: string;
  readonly formula: string;
  readonly source: string;
  readonly assumptions?: readonly string[];
  readonly inputs: Readonly<Record<K, Input>>;
  readonly value: (inputs: Readonly<Record<K, number>>) => number;
}

/**
 * Computes one figure. The formula's function sees only the listed inputs, so the working that is shown cannot name
 * other values than those the number was made from.
 * @param recordWorking false leaves the working out (a search over many windings has no use for it)
 */
export function derive<K extends string>(d: Derivation<K>, recordWorking: boolean): Figure {
  const values = {} as Record<K, number>;
  for (const key in d.inputs) values[key] = d.inputs[key].value;
  const value = d.value(values);
  const figure = { id: d.id, name: d.name, symbol: d.symbol, unit: d.unit, value };
  if (!recordWorking) return figure;
  return {
    ...figure,
    working: {
      formula: d.formula,
      inputs: Object.values<Input>(d.inputs),
      source: d.source,
      assumptions: d.assumptions ?? [],
    },
  };
}

/** A figure that is shown as it was read. */
export const asRead = (
  id: string,
  name: string,
  { symbol, unit, value, from, source }: Input & { readonly source: string },
): Figure =>
  derive(
    {
      id,
      name,
      symbol,
      unit,
      formula: `${symbol} as read`,
      source,
      inputs: { x: given(symbol, value, unit, from) },
      value: (v) => v.x,
    },
    true,
  );
