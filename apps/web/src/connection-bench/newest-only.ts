/** Questions that take long: only the newest is worth an answer. */

/**
 * Asks one at a time. What is asked while one is under way waits, and replaces what waited before it.
 * @param ask takes long; where it fails nothing is told
 * @param tell an answer, with its question; never for a question that is not the newest
 */
export function newestOnly<Q, A>(ask: (question: Q) => Promise<A>, tell: (answer: A, question: Q) => void) {
  interface Asked {
    readonly question: Q;
  }
  let newest: Asked | null = null;
  let asking = false;
  const answer = async (mine: Asked) => {
    try {
      const found = await ask(mine.question);
      if (newest === mine) tell(found, mine.question);
    } catch {
      // Nothing is known of it: the next question is asked all the same.
    }
  };
  const run = async () => {
    if (asking) return;
    asking = true;
    let done: Asked | null = null;
    while (newest !== null && newest !== done) {
      done = newest;
      await answer(done);
    }
    asking = false;
  };
  return {
    ask(question: Q) {
      newest = { question };
      void run();
    },
    /** No answer to anything asked so far is wanted. */
    forget() {
      newest = null;
    },
  };
}
