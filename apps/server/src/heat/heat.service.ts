/** Ovens and programmes as a lead enters them; what goes into an oven, what comes out, and what it showed. */
import { Injectable } from '@nestjs/common';
import {
  checkTreatment,
  finding,
  fitsOven,
  readOven,
  readProgramme,
  tauOfLog,
  thinLog,
  type Finding,
} from '@norther/core';
import type { HeatAnswer, LoadEntry, LoadLog, LoadReadings, LoadRecord } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import type { z } from 'zod';
import { equipment, programmes, treatments } from '../database/schema.ts';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, conflict, notFound, stale } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { NamedItems, type NamedThing } from '../named-items/named-items.module.ts';
import { HeatRepository } from './heat.repository.ts';
import { OvenReader } from './oven-reader.ts';

/** What is entered once and used for every load. */
export const HEAT_THINGS = {
  ovens: {
    table: equipment,
    word: 'oven',
    plural: 'ovens',
    check: (t) => readOven(t).findings,
    leadsOnly: true,
  },
  programmes: {
    table: programmes,
    word: 'programme',
    plural: 'programmes',
    check: (t) => readProgramme(t).findings,
    leadsOnly: true,
  },
  treatments: {
    table: treatments,
    word: 'treatment',
    plural: 'treatments',
    check: checkTreatment,
    leadsOnly: true,
  },
} as const satisfies Readonly<Record<string, NamedThing>>;

/** A log on a screen has no use for more points. */
const SHOWN_POINTS = 300;
const stops = (findings: readonly Finding[]) => findings.filter((f) => f.severity === 'stop');
/** A load is not said to have gone in tomorrow, nor last month. */
const EARLIEST = 14 * 86_400_000;
const SLACK = 60_000;

@Injectable()
export class HeatService {
  constructor(
    private readonly heat: HeatRepository,
    private readonly items: NamedItems,
    private readonly reader: OvenReader,
    private readonly writer: Writer,
  ) {}

  async all({ shopId }: Person): Promise<HeatAnswer> {
    const [ovens, list, ways, loads, pasts] = await Promise.all([
      this.items.list(HEAT_THINGS.ovens, shopId),
      this.items.list(HEAT_THINGS.programmes, shopId),
      this.items.list(HEAT_THINGS.treatments, shopId),
      this.heat.loads(shopId),
      this.heat.pasts(shopId),
    ]);
    return {
      ovens: ovens.map((oven) => ({
        ...oven,
        controller: this.reader.stateOf(oven.id, oven.typed['controller']),
        pasts: pasts.get(oven.id) ?? [],
      })),
      programmes: list,
      treatments: ways,
      loads,
      logs: Object.fromEntries(
        await Promise.all(
          loads.filter((l) => !l.outAt).map(async (l) => [l.id, shownLog(await this.heat.log(l))] as const),
        ),
      ),
    };
  }

  loadsOf(person: Person, number: string): Promise<LoadRecord[]> {
    return this.heat.loadsOf(person.shopId, number);
  }

  async log(person: Person, id: string): Promise<LoadLog> {
    const load = await this.heat.load(person.shopId, id);
    if (!load) throw notFound('This load');
    return shownLog(await this.heat.log(load));
  }

  /** What goes in is checked against oven and programme; an oven has one load at a time. */
  start(person: Person, write: WriteKey, entry: LoadEntry): Promise<LoadRecord> {
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const [ovens, list] = [
        await this.items.list(HEAT_THINGS.ovens, person.shopId, tx),
        await this.items.list(HEAT_THINGS.programmes, person.shopId, tx),
      ];
      const ovenItem = ovens.find((o) => o.id === entry.oven && o.retiredAt === null);
      const item = list.find((p) => p.id === entry.programme && p.retiredAt === null);
      if (!ovenItem) throw notFound('This oven');
      if (!item) throw notFound('This programme');
      const { oven } = readOven(ovenItem.typed);
      const { programme } = readProgramme(item.typed);
      if (!oven || !programme)
        throw conflict(
          'load.unreadable',
          'This oven or its programme cannot be read any more: a lead enters it again.',
        );
      const names = new Set(entry.parts.map((p) => `${p.number} ${p.body}`));
      if (names.size < entry.parts.length)
        throw badInput([finding('stop', 'load.twice', 'One part stands there twice.', ['parts'])]);
      const unfit = stops(
        fitsOven(
          oven,
          programme,
          entry.parts.map((p) => ({ ...p, name: p.number })),
        ),
      );
      if (unfit.length > 0) throw badInput(unfit);
      const startedAt = entry.startedAt ? new Date(entry.startedAt) : now;
      if (startedAt.getTime() > now.getTime() + SLACK || startedAt.getTime() < now.getTime() - EARLIEST)
        throw badInput([
          finding(
            'stop',
            'load.time',
            'It went in now or earlier, within two weeks: look at the day and the hour.',
            ['startedAt'],
          ),
        ]);
      const known = await this.heat.known(
        tx,
        person.shopId,
        entry.parts.map((p) => p.number),
      );
      const strange = entry.parts.find((p) => !known.has(p.number));
      if (strange)
        throw badInput([
          finding(
            'stop',
            'load.stranger',
            `There is no motor ${strange.number} in the shop: read its tag again.`,
            ['parts'],
          ),
        ]);
      const load = await this.heat.start(tx, {
        id: uuidV7(),
        shopId: person.shopId,
        equipmentId: entry.oven,
        programme: item.typed,
        parts: entry.parts,
        startedAt,
        startedBy: person.name,
      });
      if (!load)
        throw conflict('load.occupied', `${ovenItem.name} has a load: take that out first.`, ['oven']);
      for (const part of entry.parts)
        await record({
          motorId: known.get(part.number)!,
          what: `${part.body} into ${ovenItem.name}: ${item.name}`,
          after: { massKg: part.massKg, startedAt: startedAt.toISOString() },
        });
      return load;
    });
  }

  out(
    person: Person,
    write: WriteKey,
    id: string,
    { note, version }: { readonly note: string; readonly version: number },
  ): Promise<LoadRecord> {
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const before = await this.heat.load(person.shopId, id, tx);
      if (!before) throw notFound('This load');
      if (before.outAt) throw conflict('load.out', `${before.outBy} has taken it out already.`);
      const { points } = await this.heat.log(before, tx);
      const load = await this.heat.out(tx, person.shopId, id, version, {
        outAt: now,
        outBy: person.name,
        note,
        tau: tauOfLog(points),
      });
      if (!load) throw stale(before, { note });
      const known = await this.heat.known(
        tx,
        person.shopId,
        load.parts.map((p) => p.number),
      );
      const oven = (await this.items.list(HEAT_THINGS.ovens, person.shopId, tx)).find(
        (o) => o.id === load.oven,
      )!;
      for (const part of load.parts) {
        const motorId = known.get(part.number);
        if (motorId)
          await record({
            motorId,
            what: `${part.body} out of ${oven.name}`,
            after: { readings: points.length },
            why: note,
          });
      }
      return load;
    });
  }

  /** Of an oven without a controller: read by hand, or from its own recorder. */
  addReadings(person: Person, write: WriteKey, id: string, { points }: z.infer<typeof LoadReadings>) {
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const load = await this.heat.load(person.shopId, id, tx);
      if (!load) throw notFound('This load');
      const oven = (await this.items.list(HEAT_THINGS.ovens, person.shopId, tx)).find(
        (o) => o.id === load.oven,
      )!;
      if (oven.typed['controller'])
        throw conflict('load.has-controller', `${oven.name} is read from its controller, not by hand.`);
      const [from, to] = [
        Date.parse(load.startedAt),
        (load.outAt ? Date.parse(load.outAt) : now.getTime()) + SLACK,
      ];
      const outside = points.filter((p) => Date.parse(p.at) < from - SLACK || Date.parse(p.at) > to).length;
      if (outside > 0)
        throw badInput([
          finding(
            'stop',
            'load.reading-outside',
            `${outside} of ${points.length} readings lie outside the time that the load was in the oven: look at the clock of the recorder.`,
            ['points'],
          ),
        ]);
      await this.heat.addPoints(
        person.shopId,
        id,
        points.map((p) => ({ at: new Date(p.at), parts: [p.partC], airC: p.airC ?? null })),
        tx,
      );
      await record({ motorId: null, what: `${points.length} readings of ${oven.name}` });
      return { points: points.length };
    });
  }
}

const shownLog = ({ points, open }: Awaited<ReturnType<HeatRepository['log']>>): LoadLog => ({
  points: points.length > SHOWN_POINTS ? thinLog(points, SHOWN_POINTS) : points,
  open,
});
