/** Supplies with their lots, and instruments: received, drawn, counted, checked; never more out than is there. */
import { Injectable } from '@nestjs/common';
import {
  checkViscosity,
  finding,
  mayDraw,
  readInstrument,
  readSupply,
  supplyStock,
  type WireAhead,
  showSize,
} from '@norther/core';
import type { LotEntry, LotMoveEntry, NamedItem, SuppliesAnswer } from '@norther/records';
import Papa from 'papaparse';
import { v7 as uuidV7 } from 'uuid';
import { instruments, supplies } from '../database/schema.ts';
import { Writer, type WriteKey } from '../database/write.ts';
import { Heavy } from '../heavy/heavy.ts';
import { badInput, conflict, notFound, Problem } from '../http/problem.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import { NamedItems, type NamedThing } from '../named-items/named-items.module.ts';
import type { Person } from '../people/person.ts';
import { StoresRepository } from './stores.repository.ts';
import { SuppliesRepository } from './supplies.repository.ts';

export const STORE_THINGS = {
  supplies: { table: supplies, word: 'supply', plural: 'supplies', check: readSupply, leadsOnly: false },
  instruments: {
    table: instruments,
    word: 'instrument',
    plural: 'instruments',
    check: readInstrument,
    leadsOnly: true,
  },
} as const satisfies Readonly<Record<string, NamedThing>>;

@Injectable()
export class SuppliesService {
  constructor(
    private readonly repository: SuppliesRepository,
    private readonly items: NamedItems,
    private readonly motors: MotorsService,
    private readonly stores: StoresRepository,
    private readonly heavy: Heavy,
    private readonly writer: Writer,
  ) {}

  async all({ shopId }: Person): Promise<SuppliesAnswer> {
    const [list, lots, instruments] = await Promise.all([
      this.items.list(STORE_THINGS.supplies, shopId),
      this.repository.lots(shopId),
      this.items.list(STORE_THINGS.instruments, shopId),
    ]);
    return {
      supplies: list.map((s) => ({
        ...s,
        lots: lots.filter((l) => l.supplyId === s.id).map(({ supplyId: _s, ...l }) => l),
      })),
      instruments,
    };
  }

  /** Wire kept for the motors on the floor, in their order. */
  async wire({ shopId }: Person): Promise<WireAhead> {
    const [motors, settings, reels] = await Promise.all([
      this.repository.toWind(shopId),
      this.stores.settings(shopId),
      this.stores.reels(shopId),
    ]);
    return this.heavy.wire({ motors, settings: settings.typed, reels });
  }

  drawnFor(person: Person, number: string) {
    return this.repository.drawnFor(person.shopId, number);
  }

  /** What runs low, as a list to order by. */
  async toOrder(person: Person): Promise<string> {
    const [{ supplies: list }, wire] = await Promise.all([this.all(person), this.wire(person)]);
    const now = Date.now();
    const rows = list
      .filter((s) => s.retiredAt === null)
      .flatMap((s) => {
        const stock = supplyStock(s.typed, s.lots, now);
        return stock.low
          ? [
              {
                supply: s.name,
                'to order': stock.toOrder,
                unit: s.typed['unit'] ?? '',
                'usable now': stock.usable,
                expired: stock.expired,
                'low below': s.typed['low'] ?? '',
              },
            ]
          : [];
      });
    const short = new Map<string, number>();
    for (const { strand, kg } of wire.short) {
      const size = strand.strap
        ? `${showSize(strand)} mm strap`
        : `${strand.bareDiameterMm.toFixed(3)} mm bare`;
      short.set(size, (short.get(size) ?? 0) + kg);
    }
    const wires = [...short].map(([size, kg]) => ({
      supply: `Winding wire ${size}`,
      'to order': Math.ceil(kg * 10) / 10,
      unit: 'kg',
      'usable now': '',
      expired: '',
      'low below': '',
    }));
    return Papa.unparse([...rows, ...wires], {
      columns: ['supply', 'to order', 'unit', 'usable now', 'expired', 'low below'],
      escapeFormulae: true,
    });
  }

  receive(person: Person, write: WriteKey, entry: LotEntry) {
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const supply = await this.supply(person, entry.supply, tx);
      const id = uuidV7();
      const { shopId } = person;
      const added = await this.repository.add(tx, {
        id,
        shopId,
        supplyId: supply.id,
        lot: entry.lot,
        expiresAt: entry.expiresAt ? new Date(entry.expiresAt) : null,
        receivedAt: now,
        receivedBy: person.name,
      });
      if (!added)
        throw conflict('lot.taken', `${supply.name} has a lot ${entry.lot} already: count that one anew.`, [
          'lot',
        ]);
      const [amount, note] = [entry.amount, entry.note];
      await this.repository.move(tx, {
        ...{ id: uuidV7(), shopId, lotId: id, what: 'received', amount, note, value: '' },
        at: now,
        by: person.name,
      });
      await record({ motorId: null, what: `${supply.name}: lot ${entry.lot} received`, after: entry });
      return { id };
    });
  }

  move(person: Person, write: WriteKey, id: string, entry: LotMoveEntry) {
    return this.writer.once(person, write, async (context) => {
      const { tx, now, record } = context;
      // The motor first, then the lot: always in this order, so that two cannot wait for each other.
      const number = entry.what === 'drawn' ? entry.motor : null;
      const motor = number === null ? null : (await this.motors.locked(context, number)).file.motor;
      if (motor) refuseGone(motor, person, entry.what === 'drawn' ? entry.why : '');
      if (!(await this.repository.lock(tx, person.shopId, id))) throw notFound('This lot');
      const lot = (await this.repository.lots(person.shopId, tx)).find((l) => l.id === id)!;
      const supply = await this.supply(person, lot.supplyId, tx);
      if (entry.what === 'drawn')
        refuseDraw(person, entry, mayDraw(lot, entry.amount, supply.typed['unit'] ?? '', Date.now()));
      const findings = entry.what === 'viscosity' ? checkViscosity(supply.typed, entry.value) : [];
      if (findings.some((f) => f.severity === 'stop')) throw badInput(findings);
      const amount =
        entry.what === 'drawn' ? -entry.amount : entry.what === 'counted' ? entry.amount - lot.left : 0;
      await this.repository.move(tx, {
        id: uuidV7(),
        shopId: person.shopId,
        lotId: id,
        motorId: motor?.id ?? null,
        what: entry.what,
        amount,
        value: entry.what === 'viscosity' ? entry.value : '',
        note: [entry.note, entry.what === 'drawn' ? entry.why : ''].filter(Boolean).join('; '),
        at: now,
        by: person.name,
      });
      await record({
        motorId: motor?.id ?? null,
        what: `${supply.name}, lot ${lot.lot}: ${entry.what}`,
        before: { left: lot.left },
        after: entry,
        why: entry.what === 'drawn' ? entry.why : '',
      });
      return { id, left: Math.round((lot.left + amount) * 1e6) / 1e6, findings };
    });
  }

  /** The instrument a reading names, of this shop and in use. */
  async instrument(person: Person, id: string): Promise<{ of: NamedItem; all: readonly NamedItem[] }> {
    const all = await this.items.list(STORE_THINGS.instruments, person.shopId);
    const of = all.find((i) => i.id === id && i.retiredAt === null);
    if (!of)
      throw badInput([finding('stop', 'instrument.unknown', 'There is no such instrument.', ['instrument'])]);
    return { of, all };
  }

  private async supply(person: Person, id: string, tx: Parameters<NamedItems['list']>[2]) {
    const supply = (await this.items.list(STORE_THINGS.supplies, person.shopId, tx)).find((s) => s.id === id);
    if (!supply) throw notFound('This supply');
    return supply;
  }
}

/** An expired lot is a lead's to release, with a reason; more than is there cannot be taken by anybody. */
function refuseDraw(person: Person, { why }: { readonly why: string }, findings: ReturnType<typeof mayDraw>) {
  const [first] = findings.filter((f) => f.severity === 'stop');
  if (!first) return;
  if (first.code === 'lot.expired' && person.role === 'lead' && why.length >= 3) return;
  throw new Problem(409, first.message, findings);
}
