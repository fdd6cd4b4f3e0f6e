/** Stations, holds and gates: who may do what next. */
import { Injectable } from '@nestjs/common';
import {
  checkGate,
  checkStationRecord,
  finding,
  holdOn,
  requiredBefore,
  stationOf,
  type GateId,
  type Station,
  type StationId,
} from '@norther/core';
import type { HoldRecord } from '@norther/records';
import { uuidV7 } from '../database/uuid-v7.ts';
import { Writer, type WriteContext } from '../database/write.ts';
import { badInput, conflict, forbidden, notFound, Problem } from '../http/problem.ts';
import { judgeMotor, type JudgedMotor } from '../motors/motor-file.ts';
import { MotorsRepository } from '../motors/motors.repository.ts';
import type { Person, Role } from '../people/person.ts';
import { TracksRepository } from './tracks.repository.ts';

/** Who may sign what: tests by the tester, shipping by the lead, the rest by anybody signed in. */
const SIGNERS: Partial<Record<StationId, readonly Role[]>> = {
  check: ['tester', 'lead'],
  test: ['tester', 'lead'],
  ship: ['lead'],
};

@Injectable()
export class TracksService {
  constructor(
    private readonly tracks: TracksRepository,
    private readonly motors: MotorsRepository,
    private readonly writer: Writer,
  ) {}

  take(person: Person, writeId: string, number: string, station: StationId) {
    return this.writer.once(person, writeId, async (context) => {
      const judged = await this.locked(context, number);
      const { file } = judged;
      const step = file.steps.find((s) => s.station === station);
      if (step?.signedAt) throw conflict('step.signed', `${stationOf(station).title} is signed already.`);
      this.mayGoOn(judged, station);
      await this.tracks.take(context.tx, {
        id: step?.id ?? uuidV7(),
        shopId: person.shopId,
        motorId: file.motor.id,
        station,
        at: context.now,
        by: person.name,
      });
      await context.record({ motorId: file.motor.id, what: `${station} taken`, before: step ?? null });
      return { station, takenBy: person.name };
    });
  }

  sign(person: Person, writeId: string, number: string, station: StationId, typed: Record<string, string>) {
    return this.writer.once(person, writeId, async (context) => {
      const judged = await this.locked(context, number);
      const { file } = judged;
      const step = file.steps.find((s) => s.station === station);
      if (step?.signedAt)
        throw conflict('step.signed', `${stationOf(station).title} is signed already, by ${step.signedBy}.`);
      const allowed = SIGNERS[station];
      if (allowed && !allowed.includes(person.role))
        throw forbidden(
          `${stationOf(station).title} is signed by ${allowed.join(' or ')}; you are signed in as ${person.role}.`,
        );
      this.mayGoOn(judged, station);
      const { findings } = checkStationRecord(station, typed, number);
      if (findings.some((f) => f.severity === 'stop')) throw badInput(findings);
      await this.tracks.sign(context.tx, {
        id: step?.id ?? uuidV7(),
        shopId: person.shopId,
        motorId: file.motor.id,
        station,
        typed,
        at: context.now,
        by: person.name,
      });
      if (station === 'ship') await this.motors.ship(context.tx, file.motor.id, context.now);
      await context.record({
        motorId: file.motor.id,
        what: `${station} signed`,
        before: step?.typed ?? null,
        after: typed,
      });
      return { station, signedBy: person.name };
    });
  }

  hold(person: Person, writeId: string, number: string, body: HoldRecord['body'], reason: string) {
    return this.writer.once(person, writeId, async (context) => {
      const { file } = await this.locked(context, number);
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

  clear(person: Person, writeId: string, number: string, holdId: string, reason: string) {
    return this.writer.once(person, writeId, async (context) => {
      const { file } = await this.locked(context, number);
      const hold = file.holds.find((h) => h.id === holdId);
      if (!hold) throw notFound('This hold');
      if (hold.clearedAt) throw conflict('hold.cleared', `${hold.clearedBy} has cleared this hold already.`);
      if (person.role !== 'lead' && hold.raisedBy !== person.name)
        throw forbidden(`A hold is released by the lead, or by ${hold.raisedBy} who raised it.`);
      await this.tracks.clear(context.tx, holdId, context.now, person.name, reason);
      await context.record({
        motorId: file.motor.id,
        what: `${hold.body} released`,
        before: hold,
        why: reason,
      });
      return { id: holdId, clearedBy: person.name };
    });
  }

  pass(person: Person, writeId: string, number: string, gate: GateId, reason: string) {
    if (person.role !== 'lead') throw forbidden('A gate is passed by the lead, with a written reason.');
    return this.writer.once(person, writeId, async (context) => {
      const { file, facts } = await this.locked(context, number);
      const state = checkGate(gate, facts);
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

  private async locked({ tx, person }: WriteContext, number: string): Promise<JudgedMotor> {
    const rows = await this.motors.rows(person.shopId, number, tx, true);
    if (!rows) throw notFound(`Motor ${number}`);
    return judgeMotor(rows);
  }

  /** Earlier stations signed, nothing held, and the gate before it open or passed by the lead. */
  private mayGoOn({ file, facts }: JudgedMotor, id: StationId) {
    const station: Station = stationOf(id);
    const unsigned = requiredBefore(id).filter(
      (before) => !file.steps.some((s) => s.station === before && s.signedAt),
    );
    if (unsigned.length > 0)
      throw conflict(
        'step.too-early',
        `${station.title}: to be signed before it: ${unsigned.map((s) => stationOf(s).title.toLowerCase()).join(' and ')}.`,
      );
    const hold = holdOn(id, file.holds);
    if (hold)
      throw conflict(
        'step.held',
        `Held by ${hold.raisedBy}: ${hold.reason}. It goes on when the hold is released.`,
      );
    if (!station.gate || file.gatePasses.some((p) => p.gate === station.gate)) return;
    const gate = checkGate(station.gate, facts);
    if (!gate.open)
      throw new Problem(
        409,
        `${gate.title} is shut: ${gate.findings.find((f) => f.severity === 'stop')!.message}`,
        [finding('stop', 'gate.shut', gate.title, []), ...gate.findings],
      );
  }
}
