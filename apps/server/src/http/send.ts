/** Sends what a worker has made. */
import type { Response } from 'express';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';

/** JSON that is bytes already. */
export function sendJson(res: Response, bytes: Uint8Array) {
  res.setHeader('Content-Type', 'application/json; charset=utf-8');
  res.send(asBuffer(bytes));
}

export const asBuffer = (bytes: Uint8Array) => Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** A file that carries its motor's number in its name: many lie in one folder of downloads. */
export function sendFile(
  res: Response,
  file: { readonly type: string; readonly inline?: true; readonly motor: string; readonly file: string },
  bytes: Uint8Array,
) {
  res.setHeader('Content-Type', file.type);
  res.setHeader(
    'Content-Disposition',
    `${file.inline ? 'inline' : 'attachment'}; filename="${fileName(file)}"`,
  );
  res.send(asBuffer(bytes));
}

export function fileName({ motor, file }: { readonly motor: string; readonly file: string }): string {
  const dot = file.lastIndexOf('.');
  return `${file.slice(0, dot)}-${motor.replaceAll(/[^\w.-]/g, '_')}${file.slice(dot)}`;
}

/** A file that lies on the disk, in pieces. */
export async function sendKept(
  res: Response,
  file: {
    readonly path: string;
    readonly type: string;
    readonly inline?: boolean;
    readonly motor: string;
    readonly file: string;
  },
) {
  res.setHeader('Content-Type', file.type);
  res.setHeader(
    'Content-Disposition',
    `${file.inline ? 'inline' : 'attachment'}; filename="${fileName(file)}"`,
  );
  await sendPieces(res, createReadStream(file.path));
}

/** Who went away before the end is no fault. */
export async function sendPieces(res: Response, pieces: NodeJS.ReadableStream) {
  try {
    await pipeline(pieces, res);
  } catch (error) {
    if ((error as { code?: string }).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  }
}
