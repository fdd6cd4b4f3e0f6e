/** Files of the shop in its data folder, named by the sum of their content: written once, never changed. */
import { Inject, Injectable } from '@nestjs/common';
import { finding } from '@norther/core';
import { ATTACHMENT_MEDIA, type AttachmentMedia } from '@norther/records';
import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { mkdir, open, readdir, rename, rm, statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem } from '../http/problem.ts';

export const FILES_FOLDER = Symbol('files folder');

/** Room that stays free on the disk, so that the database can always write [bytes]. */
const KEEP_FREE = 500 * 1024 * 1024;
const megabytes = (bytes: number) => `${Math.round(bytes / 1024 / 1024)} MB`;

export interface Received {
  readonly path: string;
  readonly bytes: number;
  readonly hash: string;
}

@Injectable()
export class FileStore {
  constructor(@Inject(FILES_FOLDER) private readonly folder: string) {}

  private get incoming() {
    return join(this.folder, 'incoming');
  }

  /** Removes what an upload left that ended half way; before anybody can send. */
  async clearIncoming() {
    await mkdir(this.incoming, { recursive: true, mode: 0o700 });
    for (const left of await readdir(this.incoming)) await rm(join(this.incoming, left), { force: true });
  }

  /** A place for a file that is being made. */
  newPath = () => join(this.incoming, randomUUID());

  pathOf = (hash: string, media: AttachmentMedia) =>
    join(this.folder, hash.slice(0, 2), `${hash}.${ATTACHMENT_MEDIA[media]}`);
  /** As large as a document shows it. */
  printOf = (hash: string) => join(this.folder, hash.slice(0, 2), `${hash}.print.jpg`);
  thumbOf = (hash: string) => join(this.folder, hash.slice(0, 2), `${hash}.small.webp`);

  /**
   * Writes a stream beside the store.
   * @throws Problem 413 where it has more than `most` bytes, 400 where it has none, 507 where the disk is full
   */
  async receive(from: AsyncIterable<Buffer> | NodeJS.ReadableStream, most: number): Promise<Received> {
    await this.refuseFull();
    const path = this.newPath();
    const hash = createHash('sha256');
    let bytes = 0;
    const count = new Transform({
      transform(chunk: Buffer, _, done) {
        bytes += chunk.length;
        if (bytes > most) return done(tooLarge(most));
        hash.update(chunk);
        done(null, chunk);
      },
    });
    try {
      await pipeline(from, count, createWriteStream(path, { mode: 0o600 }));
      if (bytes === 0) throw refusedFile('file.empty', 'There is nothing in this file.');
      return { path, bytes, hash: hash.digest('hex') };
    } catch (error) {
      await rm(path, { force: true });
      if ((error as { code?: string }).code === 'ENOSPC') throw diskFull();
      throw error;
    }
  }

  /** Puts a file in its place; when this returns, it is there after a power cut as well. */
  async keep(path: string, place: string) {
    await mkdir(dirname(place), { recursive: true, mode: 0o700 });
    if (existsSync(place)) return rm(path, { force: true });
    await toDisk(path);
    await rename(path, place);
    await toDisk(dirname(place));
  }

  private async refuseFull() {
    const { bavail, bsize } = await statfs(this.incoming);
    if (bavail * bsize < KEEP_FREE) throw diskFull();
  }
}

async function toDisk(path: string) {
  const file = await open(path);
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

export const refusedFile = (code: string, title: string, status = 400) =>
  new Problem(status, title, [finding('stop', code, title, ['file'])]);

export const tooLarge = (most: number) =>
  refusedFile(
    'file.too-large',
    `This file is larger than ${megabytes(most)}, which is the most it may be.`,
    413,
  );

const diskFull = () =>
  refusedFile(
    'file.disk-full',
    'The disk of the server is nearly full: the file was not kept. Make room on it, then send it again.',
    507,
  );
