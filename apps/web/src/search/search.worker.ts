/** Runs a search in slices, so that a cancel is heard between two of them. */
import { WindingSearch, type SearchSpace, type SearchState } from '@norther/core';

export type ToWorker = { readonly start: SearchSpace } | { readonly cancel: true };
export interface FromWorker {
  readonly state: SearchState;
  readonly milliseconds: number;
}

/** A slice lasts about this long [ms]; a cancel waits no longer than one slice. */
const SLICE = 30;
/** The page is told this often [ms]. */
const TELL = 200;

let running = 0;

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  running++;
  if ('start' in data) void run(new WindingSearch(data.start), running);
};

async function run(search: WindingSearch, mine: number) {
  const from = performance.now();
  let told = from;
  let budget = 50_000;
  for (;;) {
    const began = performance.now();
    const state = search.step(budget);
    const took = performance.now() - began;
    budget = Math.max(5000, Math.min(5_000_000, Math.round((budget * SLICE) / Math.max(1, took))));
    const now = performance.now();
    if (state.done || now - told > TELL) {
      told = now;
      self.postMessage({ state, milliseconds: now - from } satisfies FromWorker);
    }
    if (state.done) return;
    // Lets a message in.
    await new Promise((next) => setTimeout(next));
    if (running !== mine) return;
  }
}
