/** Stations, holds and gates: who may do what next. */
import { Injectable } from '@nestjs/common';
import {
  checkGate,
  checkSigning,
  finding,
  gateOf,
  hasStation,
  mayGoOn,
  passOf,
  restingOn,
  signerOf,
  stationOf,
  type Finding,
  type GateId,
  type Station,
  type StationId,
} from '@norther/core';
import type { HoldRecord } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteContext, type WriteKey } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound, Problem } from '../http/problem.ts';
import type { MotorToChange } from '../motors/motor-file.ts';
import { MotorsRepository } from '../motors/motors.repository.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { StoresRepository } from '../stores/stores.repository.ts';
import { WindingsRepository } from '../windings/windings.repository.ts';
import { TracksRepository } from './tracks.repository.ts';

/** Refused for the state of the work, not for the input. */
const notYet = (findings: readonly Finding[]) => new Problem(409, findings[0]!.message, findings);
const stops = (findings: readonly Finding[]) => findings.filter((f) => f.severity === 'stop');

/** @throws when the motor's route has no such station */
function stationAt({ visit }: MotorToChange, id: StationId): Station {
  if (!hasStation(visit.route, id)) throw notFound(`Station ${id}`);
  return stationOf(visit.route, id);
}

@Injectable()
export class TracksService {
  constructor(
    private readonly tracks: TracksRepository,
    private readonly motors: MotorsService,
    private readonly rows: MotorsRepository,
    private readonly windings: WindingsRepository,
    private readonly stores: StoresRepository,
    private readonly writer: Writer,
  ) {}

  take(person: Person, write: WriteKey, number: string, station: StationId) {
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      const { file } = judged;
      const { title } = stationAt(judged, station);
      const step = file.steps.find((s) => s.station === station);
      if (step?.signedAt) throw conflict('step.signed', `${title} is signed already.`);
      refuseGone(file.motor, person, '');
      const against = mayGoOn(judged, station);
      if (against.length > 0) throw notYet(against);
      await this.tracks.take(context.tx, {
        id: step?.id ?? uuidV7(),
        shopId: person.shopId,
        motorId: file.motor.id,
        station,
        at: context.now,
        by: person.name,
      });
      await context.record({
        motorId: file.motor.id,
        what: `${station} taken`,
        before: step?.takenBy ? { takenBy: step.takenBy } : null,
        after: { takenBy: person.name },
      });
      return { station, takenBy: person.name };
    });
  }

  sign(
    person: Person,
    write: WriteKey,
    number: string,
    station: StationId,
    { typed, why }: { readonly typed: Record<string, string>; readonly why: string },
  ) {
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      const { file } = judged;
      const at = stationAt(judged, station);
      const step = file.steps.find((s) => s.station === station);
      if (step?.signedAt)
        throw conflict('step.signed', `${at.title} is signed already, by ${step.signedBy}.`);
      refuseGone(file.motor, person, why);
      const wrongRole = signerOf(at, person.role);
      if (wrongRole.length > 0) throw new Problem(403, wrongRole[0]!.message, wrongRole);
      const against = mayGoOn(judged, station);
      if (against.length > 0) throw notYet(against);
      const { record, claims } = checkSigning(judged, station, typed);
      if (stops(record).length > 0) throw badInput(record);
      const unproven = stops(claims);
      // A lead may sign over what is missing, with a reason that stays beside the signature.
      const signedOver = unproven.length > 0 && person.role === 'lead' && why.length >= 3;
      if (unproven.length > 0 && !signedOver) throw notYet(unproven);
      const signed = await this.tracks.sign(context.tx, {
        id: step?.id ?? uuidV7(),
        shopId: person.shopId,
        motorId: file.motor.id,
        station,
        typed,
        at: context.now,
        by: person.name,
      });
      if (!signed) throw conflict('step.signed', `${at.title} is signed already.`);
      await this.keepAsWound(context, judged, typed);
      if (at.ends === 'visit') await this.rows.ship(context.tx, file.motor.id, context.now);
      await context.record({
        motorId: file.motor.id,
        what: `${station} signed`,
        before: step?.typed ?? null,
        after: signedOver ? { ...typed, signedOver: unproven.map((f) => f.message) } : typed,
        why,
      });
      return { station, signedBy: person.name };
    });
  }

  /** What was wound becomes the bench's as wound, and its copper leaves the reels it came from. */
  private async keepAsWound(
    context: WriteContext,
    { file, plans }: MotorToChange,
    typed: Record<string, string>,
  ) {
    const { machine, toMake, plate, shop } = plans;
    const wound = machine.asWound(toMake, typed, plate, shop);
    if (!wound) return;
    const motorId = file.motor.id;
    if (!file.windings.some((w) => w.role === 'as-wound') && toMake.plan)
      await this.windings.save(context.tx, {
        id: uuidV7(),
        shopId: context.person.shopId,
        motorId,
        role: 'as-wound',
        typed: { ...wound.typed },
        values: machine.values(wound.typed),
        version: 0,
        changedAt: context.now,
        changedBy: context.person.name,
        anotherPlan: false,
      });
    for (const { reel: name, field, kg } of wound.wire) {
      const reel = await this.stores.draw(context.tx, context.person.shopId, name, kg);
      if (!reel)
        throw badInput([
          finding(
            'stop',
            'station.reel-unknown',
            `There is no reel ${name} in the stores: write the number that stands on it, or leave it empty.`,
            [field],
          ),
        ]);
      if (kg > 0)
        await context.record({
          motorId,
          what: `${kg.toFixed(1)} kg taken from reel ${reel.name}`,
          after: { left: `${reel.massKg.toFixed(1)} kg` },
        });
    }
  }

  /** What was signed is corrected in the open: the old stays readable in the history. */
  amend(
    person: Person,
    write: WriteKey,
    number: string,
    station: StationId,
    {
      typed,
      reason,
      version,
    }: { readonly typed: Record<string, string>; readonly reason: string; readonly version: number },
  ) {
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      const { file } = judged;
      const step = file.steps.find((s) => s.station === station);
      if (!step?.signedAt)
        throw conflict(
          'step.not-signed',
          `${stationAt(judged, station).title} is not signed; there is nothing to amend.`,
        );
      refuseGone(file.motor, person, reason);
      if (person.role !== 'lead' && step.signedBy !== person.name)
        throw forbidden(`It is amended by ${step.signedBy}, who signed it, or by a lead.`);
      if (step.version !== version)
        throw conflict('write.stale', 'Somebody amended this since you opened it: look again.');
      const { record } = checkSigning(judged, station, typed);
      if (stops(record).length > 0) throw badInput(record);
      await this.tracks.amend(context.tx, step.id, typed);
      await context.record({
        motorId: file.motor.id,
        what: `${station} amended`,
        before: step.typed,
        after: typed,
        why: reason,
      });
      return { station, version: version + 1 };
    });
  }

  /** Opens a signed station again, and all that rest on it: their work is to be done anew. */
  reopen(person: Person, write: WriteKey, number: string, station: StationId, reason: string) {
    if (person.role !== 'lead')
      throw forbidden('A station is opened again by a lead, with a written reason.');
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      const { file } = judged;
      const { title } = stationAt(judged, station);
      refuseGone(file.motor, person, reason);
      if (!file.steps.some((s) => s.station === station && s.signedAt))
        throw conflict('step.not-signed', `${title} is not signed; it is open as it is.`);
      const open = file.steps.filter(
        (s) => s.signedAt && restingOn(judged.visit.route, station).includes(s.station),
      );
      for (const step of open) {
        await this.tracks.reopen(context.tx, step.id);
        await context.record({
          motorId: file.motor.id,
          what: `${step.station} opened again`,
          before: { ...step.typed, signedBy: step.signedBy, signedAt: step.signedAt },
          why: reason,
        });
      }
      if (file.motor.shippedAt) await this.rows.ship(context.tx, file.motor.id, null);
      return { opened: open.map((s) => s.station) };
    });
  }

  hold(person: Person, write: WriteKey, number: string, body: HoldRecord['body'], reason: string) {
    return this.writer.once(person, write, async (context) => {
      const { file } = await this.motors.locked(context, number);
      refuseGone(file.motor, person, reason);
      const hold = await this.tracks.hold(context.tx, {
        id: uuidV7(),
        shopId: person.shopId,
        motorId: file.motor.id,
        body,
        reason,
        raisedAt: context.now,
        raisedBy: person.name,
      });
      await context.record({ motorId: file.motor.id, what: `${body} held`, after: hold, why: reason });
      return hold;
    });
  }

  clear(person: Person, write: WriteKey, number: string, holdId: string, reason: string) {
    return this.writer.once(person, write, async (context) => {
      const { file } = await this.motors.locked(context, number);
      const hold = file.holds.find((h) => h.id === holdId);
      if (!hold) throw notFound('This hold');
      if (hold.clearedAt) throw conflict('hold.cleared', `${hold.clearedBy} has cleared this hold already.`);
      if (person.role !== 'lead' && hold.raisedBy !== person.name)
        throw forbidden(`A hold is released by the lead, or by ${hold.raisedBy} who raised it.`);
      if (!(await this.tracks.clear(context.tx, holdId, context.now, person.name, reason)))
        throw conflict('hold.cleared', 'This hold is cleared already.');
      await context.record({
        motorId: file.motor.id,
        what: `${hold.body} released`,
        before: { reason: hold.reason, raisedBy: hold.raisedBy, raisedAt: hold.raisedAt },
        why: reason,
      });
      return { id: holdId, clearedBy: person.name };
    });
  }

  pass(person: Person, write: WriteKey, number: string, gate: GateId, reason: string) {
    if (person.role !== 'lead') throw forbidden('A gate is passed by the lead, with a written reason.');
    return this.writer.once(person, write, async (context) => {
      const { file, facts, visit } = await this.motors.locked(context, number);
      refuseGone(file.motor, person, reason);
      const earlier = passOf(visit, gate);
      if (earlier)
        throw conflict('gate.passed', `${earlier.by} has passed this gate already: ${earlier.reason}`);
      const asked = gateOf(visit.route, gate);
      if (!asked) throw notFound(`Gate ${gate}`);
      const state = checkGate(asked, facts);
      if (state.open) throw conflict('gate.open', 'This gate is open; it needs no reason.');
      await this.tracks.pass(context.tx, {
        id: uuidV7(),
        shopId: person.shopId,
        motorId: file.motor.id,
        gate,
        reason,
        at: context.now,
        by: person.name,
      });
      await context.record({
        motorId: file.motor.id,
        what: `gate ${gate} passed`,
        before: state.findings,
        why: reason,
      });
      return { gate, by: person.name };
    });
  }
}
