/** Readings: refused while something in them must be mended, else stored as typed and as read. */
import { Injectable } from '@nestjs/common';
import { finding, judgeTest, readForm, TEST_KINDS, type Stage } from '@norther/core';
import type { ReadingEntry } from '@norther/records';
import { uuidV7 } from '../database/uuid-v7.ts';
import { Writer } from '../database/write.ts';
import { badInput, notFound } from '../http/problem.ts';
import { judgeMotor } from '../motors/motor-file.ts';
import { MotorsRepository } from '../motors/motors.repository.ts';
import type { Person } from '../people/person.ts';
import { TestPanelRepository } from './test-panel.repository.ts';

@Injectable()
export class TestPanelService {
  constructor(
    private readonly readings: TestPanelRepository,
    private readonly motors: MotorsRepository,
    private readonly writer: Writer,
  ) {}

  add(person: Person, writeId: string, number: string, entry: ReadingEntry) {
    const kind = TEST_KINDS[entry.kind];
    return this.writer.once(person, writeId, async ({ tx, now, record }) => {
      const rows = await this.motors.rows(person.shopId, number, tx);
      if (!rows) throw notFound(`Motor ${number}`);
      if (!kind.stages.includes(entry.stage as Stage))
        throw badInput([
          finding(
            'stop',
            'test.wrong-stage',
            `${kind.title} is not taken at this stage; it belongs to: ${kind.stages.join(', ')}.`,
            ['stage'],
          ),
        ]);
      const typed = { ...kind.defaults, ...withoutEmpty(entry.typed) };
      const judged = judgeMotor(rows);
      const planned = judged.proposed?.analysis ?? judged.asFound.analysis;
      const outcome = judgeTest(entry.kind, typed, {
        plate: judged.plate,
        // As it came, a motor is held against what was found.
        analysis: entry.stage === 'incoming' ? judged.asFound.analysis : planned,
        ...(entry.log ? { log: entry.log } : {}),
      });
      if (!outcome.ok) throw badInput(outcome.findings);
      const { numbers, texts } = readForm(kind.fields, typed);
      const row = {
        id: uuidV7(),
        shopId: person.shopId,
        motorId: rows.motor.id,
        kind: entry.kind,
        stage: entry.stage,
        typed,
        values: { ...numbers, ...texts },
        log: entry.log ?? null,
        takenAt: now,
        takenBy: person.name,
      };
      await this.readings.insert(tx, row);
      await record({
        motorId: rows.motor.id,
        what: `${entry.kind} measured, ${entry.stage}`,
        after: typed,
      });
      return { id: row.id, verdict: outcome.judgement.verdict };
    });
  }
}

const withoutEmpty = (typed: Record<string, string>) =>
  Object.fromEntries(Object.entries(typed).filter(([, v]) => v.trim() !== ''));
