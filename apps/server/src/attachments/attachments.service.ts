/** Photos and papers of a motor: received, made ready, kept; noted upon; taken back with a reason. */
import { Injectable } from '@nestjs/common';
import { finding } from '@norther/core';
import {
  hasPlace,
  MOST_ATTACHMENTS,
  MOST_FILE_BYTES,
  PhotoMarks,
  type AddAttachment,
  type AttachmentRecord,
  type AttachmentMedia,
  type MarksChange,
  type NoteChange,
} from '@norther/records';
import { existsSync } from 'node:fs';
import { open, rm, stat } from 'node:fs/promises';
import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteContext, type WriteKey } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound } from '../http/problem.ts';
import type { MotorToChange } from '../motors/motor-file.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { AttachmentsRepository } from './attachments.repository.ts';
import { fileKind } from './file-kind.ts';
import { FileStore, tooLarge, type Received } from './file-store.ts';
import { notAPicture, Pictures } from './pictures.ts';

/** A file in its place. */
interface Kept {
  readonly hash: string;
  readonly media: AttachmentMedia;
  readonly bytes: number;
  readonly width: number | null;
  readonly height: number | null;
}

/** Longest side of a photo in a document [px]. */
const PRINT_PX = 1100;

@Injectable()
export class AttachmentsService {
  constructor(
    private readonly attachments: AttachmentsRepository,
    private readonly motors: MotorsService,
    private readonly writer: Writer,
    private readonly store: FileStore,
    private readonly pictures: Pictures,
  ) {}

  /**
   * The file is in its place before the record says so: one that is told to be kept is there.
   * @param length what the sender says it has [bytes]
   */
  async add(
    person: Person,
    write: WriteKey,
    number: string,
    entry: AddAttachment,
    file: NodeJS.ReadableStream,
    length: number | null,
  ) {
    if (length !== null && length > MOST_FILE_BYTES) throw tooLarge(MOST_FILE_BYTES);
    // Who may not add to this motor, or not there, learns it before anything is looked at.
    refuse(await this.motors.toLookAt(person, number), person, entry);
    const received = await this.store.receive(file, MOST_FILE_BYTES);
    const kept = await this.keep(received);
    const bodyHash = createHash('sha256')
      .update(`${received.hash} ${JSON.stringify(entry)}`)
      .digest('hex');
    return this.writer.once(person, { ...write, bodyHash }, async (context) => {
      const motor = await this.motors.locked(context, number);
      refuse(motor, person, entry);
      const { place, name, note } = entry;
      const row = {
        id: uuidV7(),
        shopId: person.shopId,
        motorId: motor.file.motor.id,
        ...{ place, name, note, ...kept },
        addedAt: context.now,
        addedBy: person.name,
      };
      await this.attachments.insert(context.tx, row, context.now);
      await context.record({
        motorId: row.motorId,
        what: `${kept.media === 'image/jpeg' ? 'photo' : 'paper'} added, ${place}`,
        after: { name, note },
        why: entry.why,
      });
      return { id: row.id, hash: kept.hash };
    });
  }

  private async keep(received: Received): Promise<Kept> {
    const { path, hash, bytes } = received;
    try {
      const kind = await fileKind(path);
      if (kind === null) throw notAPicture();
      if (kind === 'paper') {
        const media = 'application/pdf';
        await this.store.keep(path, this.store.pathOf(hash, media));
        return { hash, media, bytes, width: null, height: null };
      }
      return await this.keepPicture(path);
    } finally {
      await rm(path, { force: true });
    }
  }

  private async keepPicture(path: string): Promise<Kept> {
    const [to, small] = [this.store.newPath(), this.store.newPath()];
    try {
      const size = await this.pictures.prepare(path, to, small);
      const media = 'image/jpeg';
      const { bytes } = await stat(to).then((s) => ({ bytes: s.size }));
      const hash = await hashOf(to);
      await this.store.keep(small, this.store.thumbOf(hash));
      await this.store.keep(to, this.store.pathOf(hash, media));
      return { hash, media, bytes, ...size };
    } finally {
      await Promise.all([to, small].map((p) => rm(p, { force: true })));
    }
  }

  /** Where its file lies, with the name it goes out under. */
  async file(person: Person, number: string, id: string) {
    const found = await this.attachments.fileOf(person.shopId, number, id);
    if (!found) throw notFound('This file');
    return { ...found, path: this.store.pathOf(found.hash, found.media) };
  }

  /**
   * Photos as a document shows them, by their sum; made where nobody has asked for them before. One whose file cannot be read
   * any more is left out: the rest of the document does not wait for it.
   */
  async forPrint(photos: readonly { readonly hash: string }[]): Promise<ReadonlyMap<string, string>> {
    const made = await Promise.allSettled(
      photos.map(async ({ hash }) => {
        const place = this.store.printOf(hash);
        if (!existsSync(place)) {
          const to = this.store.newPath();
          await this.pictures.prepare(this.store.pathOf(hash, 'image/jpeg'), to, null, PRINT_PX);
          await this.store.keep(to, place);
        }
        return [hash, place] as const;
      }),
    );
    return new Map(made.flatMap((m) => (m.status === 'fulfilled' ? [m.value] : [])));
  }

  /** Where its small picture lies; made anew where it came without one. */
  async thumb(person: Person, number: string, id: string): Promise<string> {
    const found = await this.attachments.fileOf(person.shopId, number, id);
    if (!found || found.media !== 'image/jpeg') throw notFound('This small picture');
    const place = this.store.thumbOf(found.hash);
    if (!existsSync(place)) {
      const small = this.store.newPath();
      await this.pictures.prepare(this.store.pathOf(found.hash, found.media), null, small);
      await this.store.keep(small, place);
    }
    return place;
  }

  /** Another note, unless somebody wrote one meanwhile. */
  note(person: Person, write: WriteKey, number: string, id: string, change: NoteChange) {
    return this.writer.once(person, write, async (context) => {
      const { file, found } = await this.toChange(context, person, number, id, change.why);
      refuseWithdrawn(found);
      if (found.note !== change.was)
        throw conflict('attachment.noted', `Somebody wrote meanwhile: “${found.note}”.`, ['note']);
      await this.attachments.note(context.tx, id, change.note);
      await context.record({
        motorId: file.motor.id,
        what: `note on a photo, ${found.place}`,
        before: { note: found.note },
        after: { note: change.note },
        why: change.why,
      });
      return { id, note: change.note };
    });
  }

  /** Other marks on a photo, unless somebody drew meanwhile. */
  mark(person: Person, write: WriteKey, number: string, id: string, change: MarksChange) {
    return this.writer.once(person, write, async (context) => {
      const { file, found } = await this.toChange(context, person, number, id, change.why);
      refuseWithdrawn(found);
      if (found.media !== 'image/jpeg')
        throw conflict('attachment.no-photo', 'Only a photo is drawn upon.', ['marks']);
      if (!isDeepStrictEqual(PhotoMarks.parse(found.marks), change.was))
        throw conflict('attachment.marked', 'Somebody drew on it meanwhile: look at it again.', ['marks']);
      await this.attachments.mark(context.tx, id, change.marks);
      await context.record({
        motorId: file.motor.id,
        what: `marks on a photo, ${found.place}`,
        before: { marks: change.was },
        after: { marks: change.marks },
        why: change.why,
      });
      return { id, marks: change.marks };
    });
  }

  /** The photo that is changed, under the lock of its motor. */
  private async toChange(context: WriteContext, person: Person, number: string, id: string, why: string) {
    const { file } = await this.motors.locked(context, number);
    refuseGone(file.motor, person, why);
    const found = file.attachments.find((a) => a.id === id);
    if (!found) throw notFound('This photo');
    return { file, found };
  }

  /** Taken back by who added it, or by a lead. */
  withdraw(person: Person, write: WriteKey, number: string, id: string, reason: string) {
    return this.writer.once(person, write, async (context) => {
      const { file, found } = await this.toChange(context, person, number, id, reason);
      refuseWithdrawn(found);
      if (person.role !== 'lead' && found.addedBy !== person.name)
        throw forbidden(`It is withdrawn by ${found.addedBy}, who added it, or by a lead.`);
      const withdrawn = { reason, at: context.now.toISOString(), by: person.name };
      await this.attachments.withdraw(context.tx, id, withdrawn);
      await context.record({
        motorId: file.motor.id,
        what: `photo withdrawn, ${found.place}`,
        before: { name: found.name, note: found.note },
        why: reason,
      });
      return { id, withdrawnBy: person.name };
    });
  }
}

/** What was taken back stays as it was. */
function refuseWithdrawn({ withdrawn }: Pick<AttachmentRecord, 'withdrawn'>) {
  if (withdrawn) throw conflict('attachment.withdrawn', `${withdrawn.by} has withdrawn it already.`);
}

function refuse({ file, visit }: MotorToChange, person: Person, { place, why }: AddAttachment) {
  refuseGone(file.motor, person, why);
  if (file.attachments.length >= MOST_ATTACHMENTS)
    throw conflict('attachment.too-many', `A motor has ${MOST_ATTACHMENTS} photos and papers at most.`);
  if (!hasPlace(place, visit.route, file.readings))
    throw badInput([finding('stop', 'attachment.no-such-place', `This motor has no ${place}.`, ['place'])]);
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  const file = await open(path);
  for await (const chunk of file.createReadStream()) hash.update(chunk as Buffer);
  return hash.digest('hex');
}
