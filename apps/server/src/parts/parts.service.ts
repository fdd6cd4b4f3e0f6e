/** What came along with a motor: tagged, laid to it again, taken off the list with a reason. */
import { Injectable } from '@nestjs/common';
import { finding, sayPart } from '@norther/core';
import { MOST_PARTS, type PartChange, type PartEntry, type PartRecord } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { oneAtATime } from '../database/one-at-a-time.ts';
import { Writer, type WriteContext, type WriteKey } from '../database/write.ts';
import { badInput, conflict, notFound, stale } from '../http/problem.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { PartsRepository } from './parts.repository.ts';

@Injectable()
export class PartsService {
  constructor(
    private readonly parts: PartsRepository,
    private readonly motors: MotorsService,
    private readonly writer: Writer,
  ) {}

  withTag(person: Person, tag: string) {
    return this.parts.withTag(person.shopId, tag);
  }

  add(person: Person, write: WriteKey, number: string, entry: PartEntry): Promise<PartRecord> {
    return this.writer.once(person, write, async (context) => {
      const { file } = await this.motors.locked(context, number);
      refuseGone(file.motor, person, '');
      if (file.parts.length >= MOST_PARTS)
        throw badInput([
          finding('stop', 'part.too-many', `A motor has at most ${MOST_PARTS} parts on its list.`, ['kind']),
        ]);
      const tag = entry.tag || freeTag(number, file.parts);
      await this.refuseTaken(context, tag, number, file.parts);
      const part = await this.parts.add(context.tx, {
        id: uuidV7(),
        shopId: person.shopId,
        motorId: file.motor.id,
        ...entry,
        tag,
        addedAt: context.now,
        addedBy: person.name,
      });
      await context.record({ motorId: file.motor.id, what: `came along: ${sayPart(part)}`, after: part });
      return part;
    });
  }

  change(
    person: Person,
    write: WriteKey,
    number: string,
    id: string,
    { version, back, ...entry }: PartChange,
  ): Promise<PartRecord> {
    return this.writer.once(person, write, async (context) => {
      const { file } = await this.motors.locked(context, number);
      refuseGone(file.motor, person, '');
      const before = partIn(file.parts, id);
      const tag = entry.tag || before.tag;
      await this.refuseTaken(
        context,
        tag,
        number,
        file.parts.filter((p) => p.id !== id),
      );
      const laid = before.backAt !== null;
      const after = await this.parts.change(context.tx, id, version, {
        ...entry,
        tag,
        ...(back === laid ? {} : { backAt: back ? context.now : null, backBy: back ? person.name : null }),
      });
      if (!after) throw stale(before, { ...entry, back });
      const did = back === laid ? 'corrected' : back ? 'laid to the motor' : 'taken off the motor again';
      await context.record({
        motorId: file.motor.id,
        what: `${sayPart(after)} ${did}`,
        before,
        after,
      });
      return after;
    });
  }

  withdraw(
    person: Person,
    write: WriteKey,
    number: string,
    id: string,
    { reason, version }: { readonly reason: string; readonly version: number },
  ): Promise<PartRecord> {
    return this.writer.once(person, write, async (context) => {
      const { file } = await this.motors.locked(context, number);
      refuseGone(file.motor, person, reason);
      const before = partIn(file.parts, id);
      const after = await this.parts.change(context.tx, id, version, {
        withdrawn: { reason, at: context.now.toISOString(), by: person.name },
      });
      if (!after) throw stale(before, { reason });
      await context.record({
        motorId: file.motor.id,
        what: `${sayPart(before)} taken off the list`,
        before,
        why: reason,
      });
      return after;
    });
  }

  /** A tag names one thing in the shop. */
  private async refuseTaken(
    { tx, person }: WriteContext,
    tag: string,
    number: string,
    own: readonly PartRecord[],
  ) {
    await oneAtATime(tx, person.shopId, `tag ${tag.toLowerCase()}`);
    const here = (p: PartRecord) => p.withdrawn === null && p.tag.toLowerCase() === tag.toLowerCase();
    const others = (await this.parts.withTag(person.shopId, tag, tx)).filter((p) => p.number !== number);
    const taken = own.some(here) ? number : others[0]?.number;
    if (taken)
      throw conflict('part.tag-taken', `The tag ${tag} is on a part of motor ${taken} already.`, ['tag']);
  }
}

function partIn(parts: readonly PartRecord[], id: string): PartRecord {
  const part = parts.find((p) => p.id === id);
  if (!part) throw notFound('This part');
  if (part.withdrawn)
    throw conflict(
      'part.withdrawn',
      `${part.withdrawn.by} has taken it off the list: ${part.withdrawn.reason}`,
    );
  return part;
}

/** The motor's number and the next figure that none of its parts has. */
function freeTag(number: string, parts: readonly PartRecord[]): string {
  const taken = new Set(parts.map((p) => p.tag.toLowerCase()));
  for (let n = parts.length + 1; ; n++) {
    const tag = `${number}-${n}`;
    if (!taken.has(tag.toLowerCase())) return tag;
  }
}
