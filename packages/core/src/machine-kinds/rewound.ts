/** Turns and wire of a coil for other turns, with their working. Source: the same copper in its place; preferred diameters IEC 60317-0-1, from memory. */
import type { Typed } from '../language/forms/index.ts';
import { CP, derive, given, taken, type Figure } from '../language/quantity/index.ts';
import { showWires, strandOfArea, turnAreaMm2, type Strand } from '../winding/wire/index.ts';

/** Whole turns farther off than that are said [1]. */
const SAID = 0.02;

/**
 * @param fields of the card that hold the turns and the wires; name of the winding, empty where there is one only
 * @param factor turns, new over old
 */
export function rewound(
  fields: { readonly turns: string; readonly wires: string },
  name: string,
  old: { readonly turns: number; readonly wires: readonly Strand[] },
  factor: Figure,
): { readonly fields: Typed; readonly steps: readonly Figure[] } {
  const exact = old.turns * factor.value;
  const whole = Math.max(1, Math.floor(exact + 0.5));
  const off = whole / exact - 1;
  const wires = old.wires.map((w) => strandOfArea(w, old.turns / whole));
  const named = (words: string) => (name ? `${name}: ${words}` : words[0]!.toUpperCase() + words.slice(1));
  return {
    fields: { [fields.turns]: String(whole), [fields.wires]: showWires(wires) },
    steps: [
      derive(
        {
          id: fields.turns,
          name: named('turns'),
          symbol: 'T′',
          unit: 'turns',
          formula: 'T′ = T · T′/T, rounded to whole turns',
          source: CP,
          assumptions:
            Math.abs(off) > SAID
              ? [`whole turns are ${(100 * off).toFixed(0)} % off: flux or speed change by as much`]
              : [],
          inputs: { T: given('T', old.turns, 'turns', 'card'), r: taken(factor) },
          value: () => whole,
        },
        true,
      ),
      derive(
        {
          id: fields.wires,
          name: named(`copper in a turn, ${showWires(wires)}`),
          symbol: 'A′',
          unit: 'mm²',
          formula: 'A′ ≈ A · T/T′, the nearest size that is sold',
          source: 'the same copper in its place; IEC 60317-0-1 (from memory)',
          inputs: {
            A: given('A', turnAreaMm2(old.wires), 'mm²', `card, ${showWires(old.wires)}`),
            T: given('T/T′', old.turns / whole, '', 'turns old over new'),
          },
          value: () => turnAreaMm2(wires),
        },
        true,
      ),
    ],
  };
}
