/** Keeps a thing running: starts it again when it ends, waits longer each time, and gives up in a plain sentence. */

const FIRST_WAIT = 300;
const LONGEST_WAIT = 20_000;
/** Ended sooner than that it has not run at all; in between one failure is forgiven, after so long all are. */
const RAN = 4000;
const STEADY = 30_000;

/**
 * @param name what it is, for the sentence
 * @param run starts it, and resolves with why when it has ended
 * @param most endings in a row, each without having run steadily, before it is given up
 * @param say tells a person what happens
 * @param stopping whether it is meant to end
 * @returns resolves when it is given up or meant to end: with the reason, or null
 */
export async function keepRunning({ name, run, most = 10, say, stopping }) {
  for (let failures = 0; ;) {
    const from = Date.now();
    const why = await run();
    if (stopping()) return null;
    const ran = Date.now() - from;
    failures = ran > STEADY ? 1 : ran > RAN ? Math.max(1, failures - 1) : failures + 1;
    if (failures >= most)
      return `The ${name} ended ${most} times in a row without running properly; the last time: ${why}.`;
    const wait = Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** (failures - 1));
    say(`The ${name} ended (${why}); it is started again in ${(wait / 1000).toFixed(1)} s.`);
    await new Promise((r) => setTimeout(r, wait));
    if (stopping()) return null;
  }
}
