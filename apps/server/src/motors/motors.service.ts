/** Motors: taking them in, changing their plate and promise, finding and opening them. */
import { Injectable } from '@nestjs/common';
import { finding, IDENTITY_FIELDS, machineKind, readForm } from '@norther/core';
import type { FloorChange, MotorChange, MotorEntry, MotorRecord, EarlierVisit } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteContext, type WriteKey } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound, Problem, stale } from '../http/problem.ts';
import type { Person } from '../people/person.ts';
import { Heavy } from '../heavy/heavy.ts';
import { RoutesService } from '../routes/routes.service.ts';
import { MotorToChange, type MotorRows } from './motor-file.ts';
import type { BesideVisit } from './past.ts';
import { MotorsRepository, type HistoryPage } from './motors.repository.ts';

/** Looked at beside a motor; more tell no more. */
const MOST_VISITS = 8;
const MOST_SISTERS = 4;

@Injectable()
export class MotorsService {
  constructor(
    private readonly motors: MotorsRepository,
    private readonly writer: Writer,
    private readonly heavy: Heavy,
    private readonly routes: RoutesService,
  ) {}

  find(person: Person, words: string, after: string | null, limit: number, order: 'number' | 'hand') {
    return this.motors.find(person.shopId, words, after, limit, order);
  }

  visitsOf(person: Person, serial: string): Promise<EarlierVisit[]> {
    return this.motors.visitsOf(person.shopId, serial);
  }

  /** The other times that this machine was here, newest first. */
  async otherVisits(person: Person, number: string): Promise<EarlierVisit[]> {
    if (!(await this.motors.idOf(person.shopId, number))) throw notFound(`Motor ${number}`);
    return this.motors.otherVisits(person.shopId, number);
  }

  /** Every figure of this machine over its visits, beside its sisters, as JSON. */
  async past(person: Person, number: string): Promise<Uint8Array> {
    return this.heavy.past(await this.rows(person, number), await this.beside(person, number));
  }

  /** The other visits of this machine and its sisters on the floor, the newest first. */
  async beside(person: Person, number: string): Promise<BesideVisit[]> {
    const own = await this.rows(person, number);
    const others = await this.motors.otherVisits(person.shopId, number);
    const which = [
      ...others.slice(0, MOST_VISITS).map((v) => ({ number: v.number, sister: false })),
      ...own.sisters.slice(0, MOST_SISTERS).map((s) => ({ number: s.number, sister: true })),
    ];
    const found = await Promise.all(
      which.map(async ({ number: n, sister }) => ({
        rows: await this.motors.rows(person.shopId, n),
        sister,
      })),
    );
    return found.flatMap(({ rows, sister }) => (rows ? [{ rows, sister }] : []));
  }

  async rows(person: Person, number: string): Promise<MotorRows> {
    const rows = await this.motors.rows(person.shopId, number);
    if (!rows) throw notFound(`Motor ${number}`);
    return rows;
  }

  /** The motor with everything judged, as JSON. */
  async open(person: Person, number: string): Promise<Uint8Array> {
    return this.heavy.motor(await this.rows(person, number));
  }

  /** The motor judged only as far as is asked; for a look before a change that takes long to get ready. */
  async toLookAt(person: Person, number: string): Promise<MotorToChange> {
    return new MotorToChange(await this.rows(person, number));
  }

  /** The points of a log, as JSON. */
  async log(person: Person, number: string, readingId: string): Promise<string> {
    const points = await this.motors.log(person.shopId, number, readingId);
    if (points === null) throw notFound('This log');
    return points;
  }

  /** The waves of a surge test, as JSON. */
  async waves(person: Person, number: string, readingId: string): Promise<string> {
    const waves = await this.motors.waves(person.shopId, number, readingId);
    if (waves === null) throw notFound('These waves');
    return waves;
  }

  /** The motor taken for this transaction and then read, so that nobody's change between is lost. */
  async locked({ tx, person }: Pick<WriteContext, 'tx' | 'person'>, number: string): Promise<MotorToChange> {
    if (!(await this.motors.lock(tx, person.shopId, number))) throw notFound(`Motor ${number}`);
    return new MotorToChange((await this.motors.rows(person.shopId, number, tx))!);
  }

  async history(person: Person, number: string, page: HistoryPage) {
    const id = await this.motors.idOf(person.shopId, number);
    if (!id) throw notFound(`Motor ${number}`);
    return this.motors.history(id, page);
  }

  /** Taken in by mistake: off the floor, kept on record, and restored the same way. */
  withdraw(person: Person, write: WriteKey, number: string, reason: string, withdraw: boolean) {
    if (person.role !== 'lead') throw forbidden('A motor is withdrawn by a lead, with a written reason.');
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const { file } = await this.locked({ tx, person }, number);
      if ((file.motor.withdrawnAt !== null) === withdraw)
        throw conflict(
          withdraw ? 'motor.withdrawn' : 'motor.not-withdrawn',
          `Motor ${number} is ${withdraw ? 'withdrawn already' : 'not withdrawn'}.`,
        );
      await this.motors.withdraw(tx, file.motor.id, withdraw ? now : null);
      await record({
        motorId: file.motor.id,
        what: withdraw ? 'motor withdrawn' : 'motor put back on the floor',
        why: reason,
      });
      return { number };
    });
  }

  takeIn(person: Person, write: WriteKey, entry: MotorEntry): Promise<MotorRecord> {
    refuseWrongPlate(entry);
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      if (await this.motors.idOf(person.shopId, entry.number, tx))
        throw conflict(
          'motor.number-taken',
          `There is a motor ${entry.number} already; open it, or give this one another number.`,
          ['number'],
        );
      const route = await this.routes.toBegin(tx, person.shopId, entry.kind, entry.route);
      const motor = await this.motors.insert(tx, person.shopId, uuidV7(), entry, route, now);
      await record({ motorId: motor.id, what: 'motor taken in', after: entry });
      return motor;
    });
  }

  /** A lead gives it to anybody and sets the order; others take what nobody has, or give back their own. */
  setOnFloor(person: Person, write: WriteKey, number: string, change: FloorChange): Promise<MotorRecord> {
    if (change.place !== undefined && person.role !== 'lead')
      throw forbidden('The order of the floor is a lead’s to set.');
    return this.writer.once(person, write, async ({ tx, record }) => {
      const before = (await this.locked({ tx, person }, number)).file.motor;
      refuseGone(before, person, '');
      const { givenTo } = change;
      if (givenTo !== undefined && person.role !== 'lead') {
        if (before.givenTo !== null && before.givenTo !== person.name)
          throw conflict(
            'motor.given',
            `Motor ${number} is given to ${before.givenTo}: a lead gives it on.`,
            ['givenTo'],
          );
        if (givenTo !== null && givenTo !== person.name)
          throw forbidden('A lead gives work to others; one takes it for oneself.');
      }
      if (givenTo && !(await this.motors.worksHere(tx, person.shopId, givenTo)))
        throw badInput([finding('stop', 'motor.nobody', `Nobody here is called ${givenTo}.`, ['givenTo'])]);
      const after = await this.motors.setOnFloor(tx, before.id, change);
      const gave = givenTo === undefined ? null : givenTo ? `given to ${givenTo}` : 'given back';
      await record({
        motorId: before.id,
        what: gave ?? (change.place === null ? 'placed by its promise again' : 'placed by hand on the floor'),
        before: { givenTo: before.givenTo, place: before.place },
        after: change,
      });
      return after;
    });
  }

  change(person: Person, write: WriteKey, number: string, change: MotorChange): Promise<MotorRecord> {
    const { version, why, ...entry } = change;
    return this.writer.once(person, write, async ({ tx, record }) => {
      const { file } = await this.locked({ tx, person }, number);
      const before = file.motor;
      const kind = entry.kind ?? before.kind;
      refuseWrongPlate({ ...entry, kind, number });
      refuseGone(before, person, why);
      if (kind !== before.kind && hasBegun(file))
        throw conflict(
          'motor.kind-fixed',
          `Motor ${number} has a card, a reading or a signature as ${machineKind(before.kind).name}: withdraw it, and take it in again as what it is.`,
          ['kind'],
        );
      const wanted = entry.route ?? (kind === before.kind ? before.route : undefined);
      if (wanted !== before.route && file.steps.length > 0)
        throw conflict(
          'motor.route-fixed',
          `Motor ${number} has begun its route: what was taken or signed there has no place on another.`,
          ['route'],
        );
      const route =
        wanted === before.route ? null : await this.routes.toBegin(tx, person.shopId, kind, wanted);
      const after = await this.motors.update(tx, before.id, version, entry, number, route);
      if (!after) throw stale(before, change);
      await record({ motorId: before.id, what: 'motor changed', before, after, why });
      return after;
    });
  }
}

/** What was shipped or withdrawn is changed by a lead, with a reason, or not at all. */
export function refuseGone(motor: MotorRecord, person: Person, why: string) {
  const gone = motor.withdrawnAt ? 'withdrawn' : motor.shippedAt ? 'shipped' : null;
  if (!gone) return;
  if (person.role !== 'lead')
    throw new Problem(
      409,
      `Motor ${motor.number} is ${gone}: only a lead changes its record, with a reason.`,
      [finding('stop', `motor.${gone}`, `Motor ${motor.number} is ${gone}.`, [])],
    );
  if (why.trim().length < 3)
    throw new Problem(409, `Motor ${motor.number} is ${gone}: say why its record is changed.`, [
      finding('stop', 'motor.reason-missing', `Motor ${motor.number} is ${gone}: say why.`, ['why']),
    ]);
}

/** Whether anything stands on record that was read as of one kind of machine. */
const hasBegun = ({ windings, readings, steps }: MotorRows) =>
  windings.length + readings.length > 0 || steps.some((s) => s.signedAt !== null);

function refuseWrongPlate(entry: MotorEntry) {
  const findings = [
    ...readForm(IDENTITY_FIELDS, entry as unknown as Record<string, string>).findings,
    ...machineKind(entry.kind).readPlate(entry.plate).findings,
  ].filter((f) => f.severity === 'stop');
  if (findings.length > 0) throw badInput(findings);
}
