/** A motor's record out of the shop as one file, piece by piece: a long one never stands whole in memory. */
import { CORE_VERSION } from '@norther/core';
import { MOTOR_FORMAT, MOTOR_FORMAT_VERSION, ordersOf, withOrders, type EventRecord } from '@norther/records';
import type { MotorRows } from '../motors/motor-file.ts';

const PAGE = 500;

/**
 * @param logOf points of a reading's log as JSON
 * @param history a page of the history, oldest first: those after a place in the order
 * @param orders every place in the order of the motor's history
 */
export async function* exportDocument(
  {
    motor,
    ownRoute,
    windings,
    steps,
    attempts,
    parts,
    holds,
    gatePasses,
    readings,
    jointMarks,
    attachments,
    writeUps,
  }: MotorRows,
  historyOrders: readonly number[],
  logOf: (readingId: string) => Promise<string | null>,
  wavesOf: (readingId: string) => Promise<string | null>,
  history: (after: number, limit: number) => Promise<EventRecord[]>,
): AsyncGenerator<string> {
  const own = {
    windings: [...windings],
    steps: [...steps],
    attempts: [...attempts],
    holds: [...holds],
    gatePasses: [...gatePasses],
    readings: readings.map(({ logPoints: _n, waveCount: _c, kept: _k, log: _l, ...r }) => r),
    jointMarks: [...jointMarks],
    attachments: attachments.map(({ here: _h, ...a }) => a),
    history: [],
  };
  // Places as 1, 2, 3 …: the same record has the same file whichever shop wrote it.
  const sorted = [...new Set([...ordersOf(own), ...historyOrders])]
    .filter((o) => o > 0)
    .sort((a, b) => a - b);
  const rank = new Map(sorted.map((o, i) => [o, i + 1]));
  const d = withOrders(own, (o) => rank.get(o) ?? 0);
  const head = {
    format: MOTOR_FORMAT,
    version: MOTOR_FORMAT_VERSION,
    core: CORE_VERSION,
    motor,
    route: ownRoute,
  };
  yield JSON.stringify(head).slice(0, -1);
  const lists = { ...d, parts, writeUps };
  for (const list of [
    'windings',
    'steps',
    'attempts',
    'parts',
    'holds',
    'gatePasses',
    'jointMarks',
    'attachments',
    'writeUps',
  ] as const)
    yield* rows(`,"${list}":[`, pages<unknown>(lists[list]), ']');
  yield ',"readings":[';
  for (const [i, reading] of d.readings.entries()) {
    const json = JSON.stringify(reading);
    const log = readings[i]!.logPoints > 0 ? await logOf(reading.id) : null;
    const waves = readings[i]!.waveCount > 0 ? await wavesOf(reading.id) : null;
    const more = `${log ? `,"log":${log}` : ''}${waves ? `,"waves":${waves}` : ''}`;
    yield `${i ? ',' : ''}${json.slice(0, -1)}${more}}`;
  }
  yield '],"history":[';
  let after = -1;
  for (let first = true; ; first = false) {
    const page = await history(after, PAGE);
    if (page.length === 0) break;
    after = page.at(-1)!.order;
    const text = page.map((e) => JSON.stringify({ ...e, order: rank.get(e.order) ?? 0 })).join(',');
    yield `${first ? '' : ','}${text}`;
  }
  yield ']}';
}

function* pages<T>(list: readonly T[]): Generator<readonly T[]> {
  for (let i = 0; i < list.length; i += PAGE) yield list.slice(i, i + PAGE);
}

function* rows(open: string, all: Iterable<readonly unknown[]>, close: string): Generator<string> {
  let text = open;
  let first = true;
  for (const page of all) {
    yield `${text}${first ? '' : ','}${page.map((r) => JSON.stringify(r)).join(',')}`;
    text = '';
    first = false;
  }
  yield `${text}${close}`;
}
