/** Sends what a worker has made. */
import type { Response } from 'express';

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
