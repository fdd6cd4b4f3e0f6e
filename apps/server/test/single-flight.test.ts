import { expect, it } from 'vitest';
import { singleFlight } from '../src/floor/single-flight.ts';

/** A run answers with what was true when it started, and ends when told to. */
function slow() {
  let truth = 0;
  const ends: (() => void)[] = [];
  const ask = singleFlight(async () => {
    const seen = truth;
    await new Promise<void>((done) => ends.push(done));
    if (seen === 13) throw new Error('thirteen');
    return seen;
  });
  return { ask, ends, write: (n: number) => (truth = n) };
}
const settle = () => new Promise((done) => setTimeout(done));

it('answers all who ask while one runs with the next, none with what was so before it asked', async () => {
  const { ask, ends, write } = slow();
  const first = ask('shop');
  write(1);
  const late = Array.from({ length: 50 }, () => ask('shop'));
  write(2);
  expect(ends).toHaveLength(1);
  ends[0]!();
  expect(await first).toBe(0);
  await settle();
  const after = ask('shop');
  write(3);
  ends[1]!();
  expect(new Set(await Promise.all(late))).toEqual(new Set([2]));
  await settle();
  ends[2]!();
  expect(await after).toBe(3);
  expect(ends).toHaveLength(3);
});

it('goes on after a run that failed, and keeps shops apart', async () => {
  const { ask, ends, write } = slow();
  write(13);
  const fails = ask('shop');
  write(5);
  const next = ask('shop');
  const other = ask('other');
  expect(ends).toHaveLength(2);
  ends[0]!();
  ends[1]!();
  await expect(fails).rejects.toThrow('thirteen');
  expect(await other).toBe(5);
  await settle();
  ends[2]!();
  expect(await next).toBe(5);
});
