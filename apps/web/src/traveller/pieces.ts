/** Pieces to cut as the traveller lists them: how many, how wide, how long. */
import type { CutList } from '@norther/core';
import type { MaterialRow } from './materials-table.tsx';

export const piecesOf = ({ items }: CutList): MaterialRow[] =>
  items.map((i) => [i.name, `${i.count} × ${i.width.value.toFixed(1)} × ${i.length.value.toFixed(0)} mm`]);
