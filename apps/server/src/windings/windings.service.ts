/** Data cards and proposals: saving what was typed, with what it reads as; releasing a proposal; marking joints. */
import { Injectable } from '@nestjs/common';
import {
  finding,
  jointKey,
  mayRedesign,
  nameOfPlan,
  standingMarks,
  type Plan,
  type VisitWinding,
} from '@norther/core';
import type { JointMarkEntry, JointMarkRecord, WindingChange, WindingRecord } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteContext, type WriteKey } from '../database/write.ts';
import { conflict, forbidden, Problem, stale } from '../http/problem.ts';
import type { MotorToChange } from '../motors/motor-file.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { WindingsRepository } from './windings.repository.ts';

@Injectable()
export class WindingsService {
  constructor(
    private readonly windings: WindingsRepository,
    private readonly motors: MotorsService,
    private readonly writer: Writer,
  ) {}

  /** A half-filled or doubtful card is saved as it is: the gate judges it, not the save. */
  save(
    person: Person,
    write: WriteKey,
    number: string,
    role: WindingRecord['role'],
    change: WindingChange,
  ): Promise<WindingRecord> {
    return this.writer.once(person, write, async (context) => {
      const { tx, now, record } = context;
      const judged = await this.motors.locked(context, number);
      const { file } = judged;
      refuseGone(file.motor, person, change.why);
      if (role === 'proposed') refuseUncertified(file.motor.plate);
      const values = { ...judged.visit.machine.values(change.typed) };
      const motorId = file.motor.id;
      const before = file.windings.find((w) => w.role === role) ?? null;
      // What a lead keeps is released with it; anybody else's proposal waits for one.
      const released = role === 'proposed' && person.role === 'lead';
      const next: VisitWinding = {
        role,
        typed: change.typed,
        planOrder: 0,
        releasedAt: released ? now.toISOString() : null,
      };
      const saved = await this.windings.save(tx, {
        id: before?.id ?? uuidV7(),
        shopId: person.shopId,
        motorId,
        role,
        typed: change.typed,
        values,
        version: change.version,
        changedAt: now,
        changedBy: person.name,
        releasedAt: released ? now : null,
        releasedBy: released ? person.name : null,
        anotherPlan: anotherPlan(judged, next),
      });
      if (!saved) throw stale(before, change);
      await record({
        motorId,
        what: SAVED[role],
        before: before?.typed ?? null,
        after: change.typed,
        why: change.why,
      });
      return saved;
    });
  }

  /** Makes a proposal the plan. */
  release(person: Person, write: WriteKey, number: string, version: number): Promise<WindingRecord> {
    if (person.role !== 'lead') throw forbidden('A proposal is released by a lead.');
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      refuseGone(judged.file.motor, person, '');
      refuseUncertified(judged.file.motor.plate);
      const before = judged.file.windings.find((w) => w.role === 'proposed');
      if (!before) throw conflict('proposal.none', 'There is no proposal to release.');
      if (before.releasedAt)
        throw conflict('proposal.released', `${before.releasedBy} has released it already.`);
      if (!judged.plans.proposed?.plan)
        throw new Problem(
          409,
          'This proposal cannot be wound as it is, so it cannot be released.',
          judged.plans.proposed?.findings ?? [],
        );
      const released = await this.windings.release(context.tx, before.id, version, {
        at: context.now,
        by: person.name,
        anotherPlan: anotherPlan(judged, {
          ...before,
          releasedAt: context.now.toISOString(),
        }),
      });
      if (!released) throw stale(before, { version });
      await context.record({
        motorId: judged.file.motor.id,
        what: 'proposed winding released',
        after: before.typed,
      });
      return released;
    });
  }

  /** Marks are added, never changed: a joint that was opened again has both lines. */
  mark(person: Person, write: WriteKey, number: string, entry: JointMarkEntry): Promise<JointMarkRecord> {
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      refuseGone(judged.file.motor, person, entry.note);
      const plan = planOf(judged);
      if (entry.plan !== plan.key || !plan.joints.some((j) => jointKey(j) === entry.joint))
        throw conflict(
          'joint.not-in-plan',
          'The plan has no such joint any more: somebody changed it. Open the connection sheet again.',
          ['joint'],
        );
      const mark = await this.addMark(context, judged.file.motor.id, entry);
      await context.record({
        motorId: judged.file.motor.id,
        what: `joint ${entry.joint} ${entry.mark}`,
        after: entry,
        why: entry.note,
      });
      return mark;
    });
  }

  /** All joints that are still open, made: for who ticks them when the list is done. */
  markRest(person: Person, write: WriteKey, number: string): Promise<{ made: number }> {
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      refuseGone(judged.file.motor, person, '');
      const plan = planOf(judged);
      const marks = standingMarks(plan.key, plan.joints, judged.file.jointMarks);
      const open = plan.joints.filter((j) => marks.get(j.number)?.mark !== 'made');
      const wrong = open.filter((j) => marks.get(j.number)?.mark === 'wrong');
      if (wrong.length > 0)
        throw conflict(
          'joint.wrong-open',
          `Joint ${wrong.map((j) => j.number).join(', ')} is marked wrong: open it again and make it anew, one by one.`,
        );
      for (const joint of open)
        await this.addMark(context, judged.file.motor.id, {
          plan: plan.key,
          joint: jointKey(joint),
          mark: 'made',
          note: '',
        });
      await context.record({
        motorId: judged.file.motor.id,
        what: `${open.length} joints made`,
        after: { joints: open.map((j) => j.number) },
      });
      return { made: open.length };
    });
  }

  private addMark({ tx, now, person }: WriteContext, motorId: string, entry: JointMarkEntry) {
    return this.windings.mark(tx, {
      ...entry,
      id: uuidV7(),
      shopId: person.shopId,
      motorId,
      at: now,
      by: person.name,
    });
  }
}

function planOf({ plans }: MotorToChange): Plan {
  const { plan } = plans.toMake;
  if (!plan)
    throw new Problem(409, 'There is no winding whose joints could be marked yet: fill the data card.', [
      finding('stop', 'joint.no-plan', 'There is no winding yet.', ['joint']),
    ]);
  return plan;
}

/** Whether the winding to be made is another one once `next` stands in its role's place. */
function anotherPlan({ visit }: MotorToChange, next: VisitWinding): boolean {
  const windings = [...visit.windings.filter((w) => w.role !== next.role), next];
  return nameOfPlan(visit) !== nameOfPlan({ ...visit, windings });
}

const SAVED: Readonly<Record<WindingRecord['role'], string>> = {
  'as-found': 'data card saved',
  proposed: 'proposed winding saved',
  'as-wound': 'winding as wound saved',
};

/** A certified machine is not wound otherwise without a certificate for it. */
function refuseUncertified(plate: Readonly<Record<string, string>>) {
  const [first, ...more] = mayRedesign(plate);
  if (first) throw new Problem(409, first.message, [first, ...more]);
}
