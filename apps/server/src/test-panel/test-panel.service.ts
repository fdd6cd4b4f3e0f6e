/** Readings: refused while something in them must be mended, else stored as typed and as read; withdrawn with a reason. */
import { Injectable } from '@nestjs/common';
import {
  contextFor,
  CORE_VERSION,
  finding,
  instrumentStanding,
  judgeTest,
  mayMeasure,
  plansOf,
  TEST_KINDS,
  voidedBy,
  WAVE_FIELDS,
  type Stage,
} from '@norther/core';
import type { InstrumentUsed, ReadingEntry } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteKey } from '../database/write.ts';
import { MOST_POINTS } from '../exchange/import-document.ts';
import { Heavy } from '../heavy/heavy.ts';
import { badInput, conflict, forbidden, notFound, Problem } from '../http/problem.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { SuppliesService } from '../stores/supplies.service.ts';
import { TestPanelRepository } from './test-panel.repository.ts';

@Injectable()
export class TestPanelService {
  constructor(
    private readonly readings: TestPanelRepository,
    private readonly motors: MotorsService,
    private readonly writer: Writer,
    private readonly heavy: Heavy,
    private readonly supplies: SuppliesService,
  ) {}

  /** Kept first, judged afterwards in a worker: nobody waits for the motor while somebody thinks about a reading. */
  async add(person: Person, write: WriteKey, number: string, entry: ReadingEntry) {
    const kept = await this.keep(person, write, number, await this.withWaves(entry));
    const { verdict } = await this.heavy.reading(await this.motors.rows(person, number), kept.id);
    return { ...kept, verdict };
  }

  /** What recorded waves say stands in the place of what was typed: figures and waves cannot differ. */
  private async withWaves(entry: ReadingEntry): Promise<ReadingEntry> {
    const { waves } = entry;
    if (!waves) return entry;
    if (!TEST_KINDS[entry.kind].takesWaves)
      throw badInput([
        finding('stop', 'test.takes-no-waves', `${TEST_KINDS[entry.kind].title} has no waves.`, ['waves']),
      ]);
    const read = await this.heavy.waves(waves);
    const typed = Object.entries(entry.typed).filter(
      ([id]) => !(WAVE_FIELDS as readonly string[]).includes(id),
    );
    return { ...entry, typed: { ...Object.fromEntries(typed), ...read } };
  }

  private keep(person: Person, write: WriteKey, number: string, entry: ReadingEntry) {
    const kind = TEST_KINDS[entry.kind];
    const stage = entry.stage as Stage;
    return this.writer.once(person, write, async (context) => {
      const judged = await this.motors.locked(context, number);
      refuseGone(judged.file.motor, person, '');
      const { machine } = judged.visit;
      if (!machine.tests.includes(kind.id))
        throw badInput([
          finding('stop', 'test.of-another-kind', `${kind.title} is no test of a ${machine.name} motor.`, [
            'kind',
          ]),
        ]);
      if (!kind.stages.includes(stage))
        throw badInput([
          finding(
            'stop',
            'test.wrong-stage',
            `${kind.title} is not taken at this stage; it belongs to: ${kind.stages.join(', ')}.`,
            ['stage'],
          ),
        ]);
      refuseTooMany(judged.visit, entry);
      // Only what was typed is kept: what is assumed is said as such whenever it is judged.
      const typed = withoutEmpty(entry.typed);
      // What the panel holds it against: the plate, and the winding that is in the motor at this stage.
      const { values, findings } = kind.read(typed, {
        ...contextFor(plansOf(judged.visit, false), stage),
        ...(entry.log ? { log: entry.log } : {}),
      });
      if (findings.some((f) => f.severity === 'stop')) throw badInput(findings);
      const instrument = entry.instrument ? await this.instrumentFor(person, entry, entry.instrument) : null;
      const row = {
        id: uuidV7(),
        shopId: person.shopId,
        motorId: judged.file.motor.id,
        kind: entry.kind,
        stage,
        typed,
        values,
        logPoints: entry.log?.length ?? 0,
        waveCount: entry.waves?.waves.length ?? 0,
        // A log is judged by itself, whatever the winding.
        kept: entry.log
          ? { core: CORE_VERSION, outcome: judgeTest(entry.kind, typed, { plate: {}, log: entry.log }) }
          : null,
        instrument,
        takenAt: context.now,
        takenBy: person.name,
      };
      const order = await this.readings.insert(context.tx, row, entry.log, entry.waves);
      await context.record({
        motorId: judged.file.motor.id,
        what: `${entry.kind} measured, ${entry.stage}`,
        after: typed,
        why: instrument?.reason ?? '',
      });
      const voided = voidedBy({ kind: entry.kind, stage, order }, judged.visit);
      return { id: row.id, voided };
    });
  }

  /** One that may not sign measures only for a lead who says why; one of another kind for nobody. */
  private async instrumentFor(person: Person, entry: ReadingEntry, id: string): Promise<InstrumentUsed> {
    const { of, all } = await this.supplies.instrument(person, id);
    const now = Date.now();
    const [first] = mayMeasure(of, entry.kind, all, now).filter((f) => f.severity === 'stop');
    const released =
      person.role === 'lead' && entry.why.length >= 3 && first?.code !== 'instrument.other-kind';
    if (first && !released) throw new Problem(409, first.message, [first]);
    const standing = instrumentStanding(of.typed, now).words;
    return { id, name: of.name, standing, reason: first ? entry.why : '' };
  }

  /** Taken back by who took it, or by a lead: it stays readable, and counts no more. */
  withdraw(person: Person, write: WriteKey, number: string, id: string, reason: string) {
    return this.writer.once(person, write, async (context) => {
      const { file } = await this.motors.locked(context, number);
      refuseGone(file.motor, person, reason);
      const reading = file.readings.find((r) => r.id === id);
      if (!reading) throw notFound('This reading');
      if (reading.withdrawn)
        throw conflict('reading.withdrawn', `${reading.withdrawn.by} has withdrawn it already.`);
      if (person.role !== 'lead' && reading.takenBy !== person.name)
        throw forbidden(`A reading is withdrawn by ${reading.takenBy}, who took it, or by a lead.`);
      await this.readings.withdraw(context.tx, {
        readingId: id,
        shopId: person.shopId,
        motorId: file.motor.id,
        reason,
        at: context.now,
        by: person.name,
      });
      await context.record({
        motorId: file.motor.id,
        what: `${reading.kind} withdrawn, ${reading.stage}`,
        before: reading.typed,
        why: reason,
      });
      return { id, withdrawnBy: person.name };
    });
  }
}

/** More than any motor was ever measured; a script that runs wild ends here. */
const MOST_READINGS = 400;

function refuseTooMany({ readings }: { readonly readings: readonly object[] }, entry: ReadingEntry) {
  if (readings.length >= MOST_READINGS)
    throw conflict('reading.too-many', `A motor has ${MOST_READINGS} readings at most.`);
  const points = (readings as readonly { logPoints: number }[]).reduce((n, r) => n + r.logPoints, 0);
  if (points + (entry.log?.length ?? 0) > MOST_POINTS)
    throw conflict('reading.too-many-points', `A motor's logs have ${MOST_POINTS} points at most.`, ['log']);
}

const withoutEmpty = (typed: Record<string, string>) =>
  Object.fromEntries(Object.entries(typed).filter(([, v]) => v.trim() !== ''));
