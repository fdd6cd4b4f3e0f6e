/** Requests at an even pace, as many people make them. */
import { Agent, get } from 'node:http';

/** A second. */
export const RATE = 100;
const agent = new Agent({ keepAlive: true, maxSockets: 16 });

/** Requests evenly spaced, each timed from when it was due, so that a slow answer also counts for those behind it. */
export function load(url, cookie, seconds) {
  const count = RATE * seconds;
  const times = [];
  let failed = 0;
  return new Promise((done) => {
    const from = performance.now();
    const finish = (due, ok) => {
      times.push(performance.now() - due);
      if (!ok) failed++;
      if (times.length === count) done({ times: times.sort((a, b) => a - b), failed });
    };
    for (let i = 0; i < count; i++) {
      const due = from + (i * 1000) / RATE;
      setTimeout(
        () =>
          get(url, { agent, headers: { cookie, 'accept-encoding': 'gzip' } }, (r) => {
            r.resume().once('end', () => finish(due, r.statusCode === 200));
          }).once('error', () => finish(due, false)),
        due - from,
      );
    }
  });
}

/** One request after another, as one person makes them. */
export async function oneByOne(url, cookie, count) {
  const times = [];
  for (let i = 0; i < count; i++) {
    const from = performance.now();
    const status = await new Promise((done, fail) => {
      get(url, { agent, headers: { cookie, 'accept-encoding': 'gzip' } }, (r) =>
        r.resume().once('end', () => done(r.statusCode)),
      ).once('error', fail);
    });
    if (status !== 200) throw new Error(`${url} answered ${status}`);
    times.push(performance.now() - from);
  }
  return times.sort((a, b) => a - b);
}
