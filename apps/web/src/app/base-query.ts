/** Asks the server: the same write keeps its id until it is answered, and a server that is away is told once. */
import {
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import { HEARD_HEADER } from '@norther/records';
import { serverAway } from './sheet-state.ts';
import { settles, WriteIds } from './write-ids.ts';

const ask = fetchBaseQuery({ baseUrl: '/api/', timeout: 60_000 });
const ids = new WriteIds();
const WRITE_ID = 'X-Write-Id';

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
  const answer = await ask(asked, context, extra);
  heard ??= answer.meta?.response?.headers.get(HEARD_HEADER) ?? null;
  const status = answer.error?.status ?? 200;
  if (write !== null && settles(status)) ids.settled(write);
  const aborted = context.signal.aborted;
  if (!aborted) context.dispatch(serverAway(isAway(status)));
  return answer;
};
