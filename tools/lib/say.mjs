/** Messages of the scripts: one clear sentence, and the way out. */

export class Stop extends Error {
  /** @param {string} sentence what is the matter  @param {string} [wayOut] what to do */
  constructor(sentence, wayOut = '') {
    super(wayOut ? `${sentence}\n  ${wayOut}` : sentence);
  }
}

/** Runs a script's main function; a Stop ends it with its sentence, without a stack. */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    if (!(error instanceof Stop)) throw error;
    console.error(error.message);
    process.exit(1);
  }
}
