/** A figure of a line as it is written: its own digits, its own unit. */
import type { SeriesFigure } from '@norther/core';

export const showFigure = (f: SeriesFigure, value: number): string => value.toFixed(f.digits);
export const withUnit = (f: SeriesFigure, value: number): string =>
  `${showFigure(f, value)} ${f.unit}`.trimEnd();
