/** What can hurt at a step or a test, in the words that stand beside it. */

export interface Caution {
  readonly name: string;
  /** `{touch}` stands for the temperature a surface may be touched at, as the shop has set it. */
  readonly text: string;
}

/** One rule for every hot part. */
export const HOT_SURFACE =
  'Not touched above {touch} at the surface; gloves only delay a burn, and a core stays hot inside for hours.';

/** @param sayTouch the shop's touch limit, in words; its number and unit stay on one line */
export const sayCaution = (caution: Caution, sayTouch: string): Caution => ({
  ...caution,
  text: caution.text.replaceAll('{touch}', sayTouch.replaceAll(' ', '\u00a0')),
});
