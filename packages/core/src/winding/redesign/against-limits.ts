/** A winding held against the limits of a search: which of them it keeps, so that they are seen before anything is searched. */
import type { FigureId, Figures } from '../analysis/index.ts';
import { DIMENSIONS } from '../../language/units/index.ts';
import { LIMIT_FIELDS } from './search-form.ts';
import type { SearchLimits } from './search.ts';

export interface AgainstLimit {
  readonly id: keyof SearchLimits;
  /** Such as `Teeth, at most`. */
  readonly label: string;
  readonly unit: string;
  readonly limit: number;
  /** Of the winding; null where its figures do not say. */
  readonly value: number | null;
  /** Exactly on a limit is within. */
  readonly within: boolean | null;
}

/** The figure behind each limit, and whether it may not be more or not be less. */
const FIGURE_OF: Readonly<Record<keyof SearchLimits, readonly [FigureId, 'most' | 'least']>> = {
  toothT: ['toothDensity', 'most'],
  backIronT: ['backIronDensity', 'most'],
  gapLeastT: ['gapDensity', 'least'],
  gapMostT: ['gapDensity', 'most'],
  currentDensity: ['currentDensity', 'most'],
  fill: ['slotFillEnamelled', 'most'],
  windingFactorLeast: ['windingFactor', 'least'],
};

export const againstLimits = (figures: Figures, limits: SearchLimits): AgainstLimit[] =>
  LIMIT_FIELDS.map((field) => {
    const id = field.id as keyof SearchLimits;
    const [figure, side] = FIGURE_OF[id];
    const value = figures[figure]?.value ?? null;
    const limit = limits[id];
    const within = value === null ? null : side === 'most' ? value <= limit : value >= limit;
    const unit = field.kind === 'quantity' ? DIMENSIONS[field.dimension].unit : '';
    return { id, label: field.label, unit, limit, value, within };
  });
