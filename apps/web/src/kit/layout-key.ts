/** What a drawing of the coils depends on, as a text: equal texts, equal drawings. */
import { buildLayout, type WindingLayout, type WindingSpec } from '@norther/core';

const DRAWN = [
  'slots',
  'poles',
  'pitch',
  'kind',
  'layers',
  'grouping',
  'pitches',
  'groupSizes',
  'leftEmpty',
  'coilList',
] as const satisfies readonly (keyof WindingSpec)[];

/** Turns, wire and circuits leave a drawing as it is, so a keystroke in them need not draw anew. */
export const layoutKey = (layout: WindingLayout | null | undefined): string =>
  layout
    ? JSON.stringify({
        ...Object.fromEntries(DRAWN.map((k) => [k, layout[k]])),
        // Unbalanced windings are grouped for their circuits.
        circuits: layout.exactlyBalanced ? undefined : layout.circuits,
      })
    : '';

export function layoutOfKey(key: string): WindingLayout | null {
  if (!key) return null;
  const laid = buildLayout(JSON.parse(key) as WindingSpec);
  return laid.ok ? laid.value : null;
}
