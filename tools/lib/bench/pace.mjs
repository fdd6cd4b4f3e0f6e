/** A figure as it is printed, beside the pace of the machine: a shared one may run at half its pace for minutes. */

/** Milliseconds for work that is always the same. */
function pace() {
  const from = performance.now();
  let sum = 0;
  for (let i = 0; i < 2e7; i++) sum += i % 7;
  return sum > 0 ? performance.now() - from : 0;
}
for (let i = 0; i < 3; i++) pace();
let best = pace();

/** A figure, what is wanted, and how fast the machine is now beside the best seen in this run. */
export function line(what, value, wanted) {
  const now = pace();
  best = Math.min(best, now);
  console.log(
    `${what.padEnd(62)} ${value.padStart(12)}   wanted ${wanted.padEnd(18)}   machine at ${Math.round((100 * best) / now)} %`,
  );
}

/** @param sorted rising */
export const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
