/** Where a function that changes its sign crosses zero. Source: bisection, every textbook. */

/** Halvings after which a double has no more digits to give. */
const MOST = 200;

/** @param f of unlike signs at both ends @returns the crossing between them, to the last digit of a double */
export function rootBetween(f: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  const rising = f(high) >= 0;
  for (let i = 0; i < MOST; i++) {
    const middle = (low + high) / 2;
    if (middle <= Math.min(low, high) || middle >= Math.max(low, high)) break;
    if (f(middle) >= 0 === rising) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}
