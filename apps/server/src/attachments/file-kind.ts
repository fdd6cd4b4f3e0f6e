/** What a file is by its first bytes; what a sender calls it is not asked. */
import { open } from 'node:fs/promises';

const BEGINS: readonly { readonly kind: 'picture' | 'paper'; readonly at: number; readonly bytes: string }[] =
  [
    { kind: 'picture', at: 0, bytes: '\xff\xd8\xff' },
    { kind: 'picture', at: 0, bytes: '\x89PNG\r\n\x1a\n' },
    { kind: 'picture', at: 8, bytes: 'WEBP' },
    { kind: 'picture', at: 0, bytes: 'II*\0' },
    { kind: 'picture', at: 0, bytes: 'MM\0*' },
    { kind: 'picture', at: 4, bytes: 'ftypavif' },
    { kind: 'picture', at: 4, bytes: 'ftypmif1' },
    { kind: 'paper', at: 0, bytes: '%PDF-' },
  ];
const LONGEST = 16;

/** @returns null for what is neither: no process is started for it */
export async function fileKind(path: string): Promise<'picture' | 'paper' | null> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(LONGEST), 0, LONGEST, 0);
    const begin = buffer.subarray(0, bytesRead).toString('latin1');
    return BEGINS.find(({ at, bytes }) => begin.startsWith(bytes, at))?.kind ?? null;
  } finally {
    await file.close();
  }
}
