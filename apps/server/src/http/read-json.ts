/** Reads a request's body: what a database cannot keep, or would take for ever to look at, is refused while reading. */
import { finding } from '@norther/core';
import { Problem } from './problem.ts';

const DEEPEST = 40;
const MOST_KEYS = 1000;

const refuse = (code: string, title: string): never => {
  throw new Problem(400, title, [finding('stop', `input.${code}`, title, ['body'])]);
};

/**
 * @param most values in it, lists and objects with them
 * @param what it is called where it is refused
 * @throws Problem 400 when it is not UTF-8, not JSON, nested deeper than any record, larger than it may be, or holds
 * text that no keyboard writes: a zero byte, half a character
 */
export function readJson(body: Buffer, most = 400_000, what = 'The request body'): unknown {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(body);
  } catch {
    return refuse('not-utf-8', `${what} is not UTF-8 text.`);
  }
  if (text.trim() === '') return {};
  const depth = deepest(text);
  if (depth > DEEPEST)
    return refuse(
      'too-deep',
      `The body is nested ${depth > 999 ? 'more than 999' : depth} deep; a record is ${DEEPEST} at most.`,
    );
  let value: unknown;
  try {
    value = JSON.parse(text) as unknown;
  } catch {
    return refuse('not-json', `${what} is not valid JSON.`);
  }
  checkTexts(value, most);
  return value;
}

/** How deep brackets are nested outside of text; cheap, and before anything walks into them. */
function deepest(text: string): number {
  let depth = 0;
  let most = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 0x5c) i++;
      else if (c === 0x22) quoted = false;
    } else if (c === 0x22) quoted = true;
    else if (c === 0x5b || c === 0x7b) {
      if (++depth > most) most = depth;
      if (most > 999) return most;
    } else if (c === 0x5d || c === 0x7d) depth--;
  }
  return most;
}

function checkTexts(value: unknown, most: number) {
  const open: unknown[] = [value];
  let seen = 0;
  while (open.length > 0) {
    const next = open.pop();
    if (++seen > most) refuse('too-many', `The body has more than ${most} values.`);
    if (typeof next === 'string') checkText(next);
    else if (next !== null && typeof next === 'object')
      for (const [i, [key, inner]] of Object.entries(next).entries()) {
        if (i > MOST_KEYS && !Array.isArray(next))
          refuse('too-many', `Something in the body has more than ${MOST_KEYS} fields.`);
        if (!Array.isArray(next)) checkText(key);
        if (typeof inner === 'number' || typeof inner === 'boolean' || inner === null) seen++;
        else open.push(inner);
      }
  }
}

function checkText(text: string) {
  if (text.includes('\0'))
    refuse('zero-byte', 'The text has a zero byte in it, which cannot be kept; write it without.');
  if (!text.isWellFormed()) refuse('half-character', 'The text has half a character in it; write it anew.');
}
