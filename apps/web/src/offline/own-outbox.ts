/** The outbox of the person who is signed in; nobody's entries are sent under another name. */
import { createStore, get, set } from 'idb-keyval';
import { Outbox, type Answered, type Waiting } from './outbox.ts';

const STORE = createStore('norther', 'waiting');
let current: { readonly person: string; readonly outbox: Outbox } | null = null;

async function send(entry: Waiting): Promise<Answered> {
  let answer: Response;
  try {
    answer = await fetch(`/api/${entry.url}`, {
      method: entry.method,
      headers: { 'Content-Type': 'application/json', 'X-Write-Id': entry.writeId },
      body: JSON.stringify(entry.body),
      signal: AbortSignal.timeout(60_000),
    });
  } catch {
    return 'away';
  }
  if (answer.ok) return { done: true };
  if (answer.status === 401) return 'sign-in';
  if (answer.status >= 500 || answer.status === 429) return 'away';
  const body: unknown = await answer.json().catch(() => null);
  return {
    refused: {
      title: `The shop answered ${answer.status}.`,
      status: answer.status,
      findings: [],
      ...(body as object | null),
    },
  };
}

/** @param sent is told what has arrived */
export function outboxOf(person: string, sent: (entry: Waiting) => void): Outbox {
  if (current?.person === person) return current.outbox;
  const key = `waiting:${person}`;
  const outbox = new Outbox(
    {
      load: async () => (await get<readonly Waiting[]>(key, STORE)) ?? [],
      save: (list) => set(key, list, STORE),
    },
    send,
    sent,
  );
  current = { person, outbox };
  return outbox;
}

/** Null while nobody is signed in. */
export const currentOutbox = (): Outbox | null => current?.outbox ?? null;
export const leaveOutbox = (): void => {
  current = null;
};
