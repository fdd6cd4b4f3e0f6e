/** Photos on their way: none is sent as another, none is lost to a network that drops, what is refused says why. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { UploadQueue, type Send, type Upload } from './upload-queue.ts';

type Answer = Awaited<ReturnType<Send>>;
const file = (name: string) => new File(['x'], name);
const AWAY: Answer = { status: 0, title: 'The server cannot be reached.' };
const states = (queue: UploadQueue) => queue.all().map((u) => [u.file.name, u.state.kind]);

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Answers in the order in which they are asked for; the last one again and again. */
function sender(...answers: readonly Answer[]) {
  const sent: Upload[] = [];
  const send: Send = async (upload) => {
    sent.push(upload);
    await Promise.resolve();
    return answers[Math.min(sent.length, answers.length) - 1] ?? null;
  };
  return { sent, send };
}

describe('files that are sent', () => {
  it('go one after the other, each with an id of its own though all are called alike', async () => {
    let under = 0;
    let most = 0;
    const ids: string[] = [];
    const queue = new UploadQueue(async ({ writeId }) => {
      most = Math.max(most, ++under);
      ids.push(writeId);
      await Promise.resolve();
      under--;
      return null;
    });
    queue.add('3112', 'motor', [file('image.jpg'), file('image.jpg')]);
    queue.add('3112', 'station/saw', [file('image.jpg')]);
    await vi.runAllTimersAsync();
    expect(most).toBe(1);
    expect(new Set(ids).size).toBe(3);
    expect(queue.all()).toEqual([]);
  });

  it('wait for the network, and are sent again by themselves with the same id', async () => {
    const { sent, send } = sender(AWAY, null);
    const queue = new UploadQueue(send, 1000);
    queue.add('3112', 'motor', [file('a.jpg'), file('b.jpg')]);
    await vi.advanceTimersByTimeAsync(10);
    expect(states(queue)).toEqual([
      ['a.jpg', 'away'],
      ['b.jpg', 'away'],
    ]);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.all()).toEqual([]);
    expect(sent.map((u) => u.file.name)).toEqual(['a.jpg', 'a.jpg', 'b.jpg']);
    expect(sent[0]!.writeId).toBe(sent[1]!.writeId);
  });

  it.each([
    [400, 'refused'],
    [413, 'refused'],
    [507, 'refused'],
    [429, 'away'],
    [503, 'away'],
  ])('with an answer of %s: %s; the next one goes on where it can', async (status, kind) => {
    const { sent, send } = sender({ status, title: 'No.' }, null);
    const queue = new UploadQueue(send, 1_000_000);
    queue.add('3112', 'motor', [file('a.jpg'), file('b.jpg')]);
    await vi.advanceTimersByTimeAsync(10);
    expect(queue.all()[0]?.state.kind).toBe(kind);
    expect(sent).toHaveLength(kind === 'refused' ? 2 : 1);
  });

  it('are forgotten when they are not wanted, but not while they are on their way', async () => {
    const { send } = sender(AWAY);
    const queue = new UploadQueue(send, 1_000_000);
    queue.add('3112', 'motor', [file('a.jpg'), file('b.jpg')]);
    const [first] = queue.all();
    queue.forget(first!.writeId);
    expect(states(queue)[0]).toEqual(['a.jpg', 'sending']);
    await vi.advanceTimersByTimeAsync(10);
    queue.forget(first!.writeId);
    expect(states(queue)).toEqual([['b.jpg', 'away']]);
  });

  it('tell who looks at them', async () => {
    const queue = new UploadQueue(sender(null).send);
    const look = vi.fn();
    const stop = queue.subscribe(look);
    queue.add('3112', 'motor', [file('a.jpg')]);
    await vi.runAllTimersAsync();
    expect(look.mock.calls.length).toBeGreaterThan(1);
    stop();
    const before = look.mock.calls.length;
    queue.add('3112', 'motor', [file('b.jpg')]);
    await vi.runAllTimersAsync();
    expect(look).toHaveBeenCalledTimes(before);
  });
});
