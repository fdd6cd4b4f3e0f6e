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
  type WireDrawn,
} from '@norther/core';
import type { HoldRecord } from '@norther/records';
import { isDeepStrictEqual } from 'node:util';
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
      await this.keepAsWound(context, judged, typed, step?.typed ?? null);
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

  /**
   * What was wound becomes the bench's as wound, and its copper leaves the reels it came from.
   * @param before what the station's record said until now: as wound follows it, unless somebody wrote it by hand
   * @param amended the wire was drawn already: only the difference is
   */
  private async keepAsWound(
    context: WriteContext,
    { file, plans }: MotorToChange,
    typed: Record<string, string>,
    before: Record<string, string> | null,
    amended = false,
  ) {
    const { machine, toMake, plate, shop } = plans;
    const wound = machine.asWound(toMake, typed, plate, shop);
    if (!wound) return;
    const earlier = before && machine.asWound(toMake, before, plate, shop);
    const kept = file.windings.find((w) => w.role === 'as-wound');
    const follows = !kept || (earlier !== null && isDeepStrictEqual(kept.typed, { ...earlier.typed }));
    if (toMake.plan && follows && !isDeepStrictEqual(kept?.typed, { ...wound.typed }))
      await this.windings.save(context.tx, {
        id: kept?.id ?? uuidV7(),
        shopId: context.person.shopId,
        motorId: file.motor.id,
        role: 'as-wound',
        typed: { ...wound.typed },
        values: machine.values(wound.typed),
        version: kept?.version ?? 0,
        changedAt: context.now,
        changedBy: context.person.name,
        anotherPlan: false,
      });
    const back = amended && earlier ? earlier.wire : [];
    const same = (a: WireDrawn, b: WireDrawn) => a.reel === b.reel && Math.abs(a.kg - b.kg) < 0.005;
    // A reel that is gone takes nothing back.
    for (const wire of back)
      if (!wound.wire.some((w) => same(w, wire))) await this.draw(context, file.motor.id, wire, -1);
    for (const wire of wound.wire)
      if (!back.some((w) => same(w, wire)) && !(await this.draw(context, file.motor.id, wire, 1)))
        throw badInput([
          finding(
            'stop',
            'station.reel-unknown',
            `There is no reel ${wire.reel} in the stores: write the number that stands on it, or leave it empty.`,
            [wire.field],
          ),
        ]);
  }

  /**
   * @param times 1: off the reel, -1: back onto it
   * @returns false where there is no such reel
   */
  private async draw({ tx, person, record }: WriteContext, motorId: string, wire: WireDrawn, times: 1 | -1) {
    const { reel: name, kg } = wire;
    const reel = await this.stores.draw(tx, person.shopId, name, times * kg);
    if (reel && kg > 0)
      await record({
        motorId,
        what: `${kg.toFixed(1)} kg ${times === 1 ? 'taken from' : 'given back to'} reel ${reel.name}`,
        after: { left: `${reel.massKg.toFixed(1)} kg` },
      });
    return reel !== null;
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
      await this.keepAsWound(context, judged, typed, step.typed, true);
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
      // What was only begun rests on it as well.
      const open = file.steps.filter(
        (s) => s.takenAt && restingOn(judged.visit.route, station).includes(s.station),
      );
      const when = (iso: string | null) => (iso ? new Date(iso) : null);
      for (const step of open) {
        await this.tracks.keepAttempt(context.tx, {
          id: uuidV7(),
          shopId: person.shopId,
          motorId: file.motor.id,
          station: step.station,
          typed: step.typed,
          takenAt: when(step.takenAt),
          takenBy: step.takenBy,
          signedAt: when(step.signedAt),
          signedBy: step.signedBy,
          from: station,
          reason,
          endedAt: context.now,
          endedBy: person.name,
        });
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
