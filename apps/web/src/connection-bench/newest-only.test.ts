import { expect, it } from 'vitest';
import { newestOnly } from './newest-only.ts';

/** Answers when it is told to. */
function slow() {
  const open: { question: number; end: (fails?: boolean) => void }[] = [];
  const told: string[] = [];
  const asker = newestOnly(
    (question: number) =>
      new Promise<string>((done, fail) =>
        open.push({ question, end: (fails) => (fails ? fail(new Error('no')) : done(`a${question}`)) }),
      ),
    (answer, question) => told.push(`${answer} to ${question}`),
  );
  const settle = () => new Promise((done) => setTimeout(done));
  return { ...asker, open, told, settle };
}

it('answers the newest, skips what was asked between, and never tells an old one', async () => {
  const s = slow();
  s.ask(1);
  s.ask(2);
  s.ask(3);
  await s.settle();
  expect(s.open.map((o) => o.question)).toEqual([1]);
  s.open[0]!.end();
  await s.settle();
  expect(s.open.map((o) => o.question)).toEqual([1, 3]);
  s.open[1]!.end();
  await s.settle();
  expect(s.told).toEqual(['a3 to 3']);
});

it('goes on after a failure, and tells nothing that was forgotten', async () => {
  const s = slow();
  s.ask(1);
  await s.settle();
  s.open[0]!.end(true);
  await s.settle();
  s.ask(2);
  await s.settle();
  s.forget();
  s.open[1]!.end();
  await s.settle();
  expect(s.told).toEqual([]);
  s.ask(4);
  await s.settle();
  s.open[2]!.end();
  await s.settle();
  expect(s.told).toEqual(['a4 to 4']);
});
