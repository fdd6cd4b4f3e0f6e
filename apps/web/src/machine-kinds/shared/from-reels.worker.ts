/** Windings from the reels, worked out beside the page; what is found is told as it comes. */
import {
  machineKind,
  rankFromReels,
  windingsFromReels,
  type FromReels,
  type ReelsQuestion,
} from '@norther/core';

/** What is asked, and the id of the kind of machine it is asked of. */
export type AskedFromReels = ReelsQuestion & { readonly machine: string };

export interface FoundFromReels {
  readonly found: readonly FromReels[];
  readonly done: boolean;
}

/** A slice lasts about this long [ms], so that another question is heard. */
const SLICE = 60;
let asked = 0;

self.onmessage = ({ data }: MessageEvent<AskedFromReels>) => void run(data, ++asked);

async function run(question: AskedFromReels, mine: number) {
  const found: FromReels[] = [];
  const all = windingsFromReels(machineKind(question.machine), question);
  for (;;) {
    const until = performance.now() + SLICE;
    let next = all.next();
    while (!next.done && performance.now() < until) {
      found.push(next.value);
      next = all.next();
    }
    if (!next.done) found.push(next.value);
    self.postMessage({ found: rankFromReels(found), done: next.done === true } satisfies FoundFromReels);
    if (next.done) return;
    // Lets a message in.
    await new Promise((go) => setTimeout(go));
    if (asked !== mine) return;
  }
}
