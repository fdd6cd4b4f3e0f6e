/** A motor's record with its files: `record.json` and `files/<sum>.<ending>` in one ZIP. */
import { ATTACHMENT_MEDIA, type AttachmentMedia, type AttachmentRecord } from '@norther/records';
import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { ZipFile as ZipWriter } from 'yazl';
import { refusedFile, type FileStore, type Received } from '../attachments/file-store.ts';

const RECORD = 'record.json';
/** What a record and a whole bundle may have [bytes]. */
const MOST_RECORD = 32 * 1024 * 1024;
export const MOST_BUNDLE = 1024 * 1024 * 1024;

type Named = Pick<AttachmentRecord, 'hash' | 'media'>;
const nameOf = ({ hash, media }: Named) => `files/${hash}.${ATTACHMENT_MEDIA[media]}`;

/** @param files of the record, each once, with where it lies */
export function writeBundle(
  record: AsyncIterable<string>,
  files: readonly (Named & { readonly path: string })[],
): Readable {
  const zip = new ZipWriter();
  zip.addReadStream(Readable.from(record), RECORD);
  // Photos are small already.
  for (const file of files)
    zip.addReadStreamLazy(nameOf(file), { compress: false }, (done) =>
      done(null, createReadStream(file.path)),
    );
  zip.end();
  const out = new Readable().wrap(zip.outputStream);
  zip.on('error', (error: Error) => out.destroy(error));
  return out;
}

const notABundle = (why: string) =>
  refusedFile('file.not-a-bundle', `This is no bundle that Norther has written: ${why}.`);

/** A bundle that somebody sends: nothing in it is believed before it was looked at. */
export class Bundle {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  static async open(path: string): Promise<Bundle> {
    let zip: ZipFile;
    try {
      zip = await openPromise(path, { autoClose: false });
    } catch {
      throw notABundle('it is no ZIP file');
    }
    const entries = new Map<string, Entry>();
    try {
      for await (const entry of zip.eachEntry()) {
        if (entries.size > 1000) throw new Error('too many');
        entries.set(entry.fileName, entry);
      }
    } catch {
      zip.close();
      throw notABundle('its list of files is damaged');
    }
    return new Bundle(zip, entries);
  }

  close = () => this.zip.close();

  /** The record as it was written. */
  async record(): Promise<Uint8Array> {
    const entry = this.entries.get(RECORD);
    if (!entry) throw notABundle(`there is no ${RECORD} in it`);
    if (entry.uncompressedSize > MOST_RECORD) throw notABundle(`its ${RECORD} is too large`);
    try {
      // The library ends a stream that has more than it said.
      return await buffer(await this.zip.openReadStreamPromise(entry));
    } catch {
      throw notABundle(`its ${RECORD} is damaged`);
    }
  }

  has = (file: Named) => this.entries.has(nameOf(file));

  /**
   * Writes one of its files beside the store, and sees that it is what its name says.
   * @throws Problem 400 where it is something else
   */
  async receive(file: Named, store: FileStore, most: number): Promise<Received> {
    const name = nameOf(file);
    let received: Received;
    try {
      received = await store.receive(await this.zip.openReadStreamPromise(this.entries.get(name)!), most);
    } catch (error) {
      if ((error as { status?: number }).status) throw error;
      throw notABundle(`${name} is damaged`);
    }
    if (received.hash === file.hash && (await looksLike(received.path, file.media))) return received;
    await rm(received.path, { force: true });
    throw notABundle(`${name} is not the file that the record names`);
  }
}

const BEGINS: Readonly<Record<AttachmentMedia, readonly number[]>> = {
  'image/jpeg': [0xff, 0xd8, 0xff],
  'application/pdf': [0x25, 0x50, 0x44, 0x46, 0x2d],
};

async function looksLike(path: string, media: AttachmentMedia): Promise<boolean> {
  const begins = BEGINS[media];
  const first = await buffer(createReadStream(path, { end: begins.length - 1 }));
  return begins.every((byte, i) => first[i] === byte);
}
