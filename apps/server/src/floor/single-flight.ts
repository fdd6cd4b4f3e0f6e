/** One answer for all who ask the same thing while it is being worked out. */

/**
 * Runs one at a time for a key. Who asks while one runs shares the next with all who ask until it starts: work is bounded
 * however many ask, and no answer is older than its question.
 */
export function singleFlight<T>(run: (key: string) => Promise<T>): (key: string) => Promise<T> {
  const running = new Map<string, Promise<unknown>>();
  const waiting = new Map<string, Promise<T>>();
  const start = (key: string) => {
    const answer = run(key);
    const ended = answer
      .catch(() => undefined)
      .then(() => {
        if (running.get(key) === ended) running.delete(key);
      });
    running.set(key, ended);
    return answer;
  };
  return (key) => {
    const now = running.get(key);
    if (!now) return start(key);
    const known = waiting.get(key);
    if (known) return known;
    const next = now.then(() => {
      waiting.delete(key);
      return start(key);
    });
    waiting.set(key, next);
    return next;
  };
}
