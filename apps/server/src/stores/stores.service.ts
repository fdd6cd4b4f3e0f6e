/** Stores and settings of the shop: what is on the reels, and what the shop has decided once for all. */
import { Injectable } from '@nestjs/common';
import { finding, readShopSettings, roundOfStrapMm } from '@norther/core';
import type { ReelEntry, ReelRecord, SettingsRecord, ShopRecord } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound, stale } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { StoresRepository } from './stores.repository.ts';

const known = (name: string) =>
  conflict(
    'reel.name-taken',
    `There is a reel ${name} already, in stock or retired; give this one another name, or bring that one back.`,
    ['name'],
  );

/** Thicker round wire is not wound [mm]. */
const THICKEST_ROUND = 6;
/** What is strap goes by its sides, whatever diameter was sent with it. */
function wireOf(entry: ReelEntry): ReelEntry {
  if (entry.strap) return { ...entry, bareDiameterMm: roundOfStrapMm(entry.strap) };
  if (entry.bareDiameterMm > THICKEST_ROUND)
    throw badInput([
      finding(
        'stop',
        'reel.too-thick',
        `Round wire is at most ${THICKEST_ROUND} mm; strap is entered by its two sides.`,
        ['bareDiameterMm'],
      ),
    ]);
  return entry;
}

@Injectable()
export class StoresService {
  constructor(
    private readonly stores: StoresRepository,
    private readonly writer: Writer,
  ) {}

  async shop(person: Person): Promise<ShopRecord> {
    const [settings, reels] = await Promise.all([
      this.stores.settings(person.shopId),
      this.stores.reels(person.shopId, undefined, true),
    ]);
    return {
      settings,
      reels: reels.filter((r) => r.retiredAt === null),
      retired: reels.filter((r) => r.retiredAt !== null),
    };
  }

  saveSettings(person: Person, write: WriteKey, next: SettingsRecord): Promise<SettingsRecord> {
    if (person.role !== 'lead') throw forbidden('Only a lead changes what holds for the whole shop.');
    const { findings } = readShopSettings(next.typed);
    if (findings.length > 0) throw badInput(findings);
    return this.writer.once(person, write, async ({ tx, record }) => {
      const before = await this.stores.settings(person.shopId, tx);
      const saved = await this.stores.saveSettings(tx, person.shopId, next);
      if (!saved) throw stale(before, next);
      await record({
        motorId: null,
        what: 'shop settings changed',
        before: before.typed,
        after: saved.typed,
      });
      return saved;
    });
  }

  addReel(person: Person, write: WriteKey, entry: ReelEntry): Promise<ReelRecord> {
    return this.writer.once(person, write, async ({ tx, record }) => {
      const reel = await this.stores.add(tx, person.shopId, uuidV7(), wireOf(entry));
      if (!reel) throw known(entry.name);
      await record({ motorId: null, what: `reel ${reel.name} added`, after: reel });
      return reel;
    });
  }

  changeReel(
    person: Person,
    write: WriteKey,
    id: string,
    { version, ...entry }: ReelEntry & { version: number },
  ): Promise<ReelRecord> {
    return this.writer.once(person, write, async ({ tx, record }) => {
      const before = await this.stores.reel(tx, person.shopId, id);
      if (!before) throw notFound('This reel');
      const others = await this.stores.reels(person.shopId, tx, true);
      if (others.some((r) => r.id !== id && r.name === entry.name)) throw known(entry.name);
      const after = await this.stores.change(tx, person.shopId, id, version, wireOf(entry));
      if (!after) throw stale(before, entry);
      await record({ motorId: null, what: `reel ${after.name} changed`, before, after });
      return after;
    });
  }

  /** A reel that is used up is retired, with a version and on record; it can come back. */
  retireReel(
    person: Person,
    write: WriteKey,
    id: string,
    version: number,
    retire: boolean,
  ): Promise<ReelRecord> {
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const before = await this.stores.reel(tx, person.shopId, id);
      if (!before) throw notFound('This reel');
      const after = await this.stores.retire(tx, person.shopId, id, version, retire ? now : null);
      if (!after) throw stale(before, { version });
      await record({
        motorId: null,
        what: `reel ${before.name} ${retire ? 'retired' : 'brought back'}`,
        before,
        after,
      });
      return after;
    });
  }

  history(
    person: Person,
    { before, limit }: { readonly before?: number | undefined; readonly limit: number },
  ) {
    if (person.role !== 'lead') throw forbidden('The history of the shop is a lead’s to read.');
    return this.stores.history(person.shopId, before, limit);
  }
}
