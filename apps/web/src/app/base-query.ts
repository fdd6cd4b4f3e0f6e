/** Asks the server: the same write keeps its id until it is answered, and a server that is away is told once. */
import {
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { HEARD_HEADER } from '@norther/records';
import { FROM_DEVICE } from '../offline/names.ts';
import { currentOutbox } from '../offline/own-outbox.ts';
import { queuedWrite } from '../offline/queued.ts';
import { serverAway } from './sheet-state.ts';
import { settles, WriteIds } from './write-ids.ts';

const ask = fetchBaseQuery({ baseUrl: '/api/', timeout: 60_000 });
const ids = new WriteIds();
const WRITE_ID = 'X-Write-Id';

/** Not an error for whoever typed it: it is kept, and sent when it can be. */
export const WAITS = {
  title: 'Kept on this device; it is sent by itself when the network is back.',
  status: 0,
  findings: [],
  waits: true,
} as const;

let heard: string | null = null;
/** The last change that the server had heard of when this tab first asked; null before any answer. */
export const heardAtFirst = () => heard;

export const isAway = (status: number | string) =>
  status === 'FETCH_ERROR' ||
  status === 'TIMEOUT_ERROR' ||
  status === 502 ||
  status === 503 ||
  status === 504;

export const baseQuery: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (
  args,
  context,
  extra,
) => {
  const headers = typeof args === 'string' ? undefined : (args.headers as Record<string, string> | undefined);
  const offered = headers?.[WRITE_ID];
  let asked = args;
  let write: string | null = null;
  // A file's id is kept by who sends it: files do not differ as text.
  if (typeof args !== 'string' && offered && !(args.body instanceof Blob)) {
    write = `${args.method} ${args.url} ${JSON.stringify(args.body)}`;
    asked = { ...args, headers: { ...headers, [WRITE_ID]: ids.idFor(write, offered) } };
  }
  const queued =
    write !== null && typeof asked !== 'string' ? queuedWrite(asked.method ?? 'GET', asked.url) : null;
  const keep = async () => {
    const { url, method = 'POST' } = asked as FetchArgs;
    const body: unknown = (asked as FetchArgs).body;
    const { [WRITE_ID]: writeId } = (asked as FetchArgs).headers as Record<string, string>;
    ids.settled(write!);
    await currentOutbox()!.add({
      writeId: writeId!,
      method,
      url,
      body,
      ...queued!,
      at: new Date().toISOString(),
    });
    return { error: { status: 'CUSTOM_ERROR' as const, error: 'queued', data: WAITS } };
  };
  // What comes after something that waits, waits behind it.
  if (queued && currentOutbox()?.holds(queued.motor)) {
    const answer = await keep();
    void currentOutbox()!.resume();
    return answer;
  }
  const answer = await ask(asked, context, extra);
  heard ??= answer.meta?.response?.headers.get(HEARD_HEADER) ?? null;
  const status = answer.error?.status ?? 200;
  if (write !== null && settles(status)) ids.settled(write);
  const aborted = context.signal.aborted;
  const fromDevice = answer.meta?.response?.headers.has(FROM_DEVICE) ?? false;
  if (!aborted) context.dispatch(serverAway(isAway(status) || fromDevice));
  if (queued && isAway(status) && !aborted && currentOutbox()) return keep();
  return answer;
};
