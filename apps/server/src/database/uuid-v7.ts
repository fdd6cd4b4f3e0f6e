/** UUID version 7 (RFC 9562): milliseconds, then a counter within the millisecond, then random bits. */
import { randomBytes } from 'node:crypto';

let lastMs = 0;
let counter = 0;

/** Ids made by one process sort in the order they were made, also within a millisecond. */
export function uuidV7(): string {
  const now = Date.now();
  if (now > lastMs) {
    lastMs = now;
    counter = randomBytes(2).readUInt16BE() & 0x7ff;
  } else if (++counter > 0xfff) {
    lastMs++;
    counter = 0;
  }
  const hex = lastMs.toString(16).padStart(12, '0');
  const random = randomBytes(8);
  random[0] = (random[0]! & 0x3f) | 0x80;
  const tail = random.toString('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8)}-7${counter.toString(16).padStart(3, '0')}-${tail.slice(0, 4)}-${tail.slice(4)}`;
}
