/** Whether a figure was typed without its unit: where two units are likely, that is asked and never taken for one of them. */
export const isBareFigure = (typed: string | undefined): boolean =>
  /^\s*\d+(?:[.,]\d+)?\s*$/.test(typed ?? '');
