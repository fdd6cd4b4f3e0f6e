/** What is written about a motor over HTTP: why it failed, what is agreed with the customer. */
import { Body, Controller, Injectable, Module, Param, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { checkAgreement, checkFailure, finding, workHasBegun, type Finding } from '@norther/core';
import {
  WRITE_UPS,
  WriteUpChange,
  writeUpIn,
  WriteUpKindName,
  type AgreementBody,
  type FailureBody,
  type WriteUpKind,
} from '@norther/records';
import { and, eq } from 'drizzle-orm';
import { createZodDto, ZodValidationPipe } from 'nestjs-zod';
import { v7 as uuidV7 } from 'uuid';
import { writeUps } from '../database/schema.ts';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, stale } from '../http/problem.ts';
import { Who, Write } from '../http/request.ts';
import type { MotorToChange } from '../motors/motor-file.ts';
import { MotorsModule } from '../motors/motors.module.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';

class Change extends createZodDto(WriteUpChange) {}

/** What is said against each kind; `stop` findings keep it from being saved. */
const CHECKS: {
  readonly [K in WriteUpKind]: (body: (typeof WRITE_UPS)[K]['_output'], motor: MotorToChange) => Finding[];
} = {
  failure: (body: FailureBody, motor) => [
    ...checkFailure(motor.plans.asFound.plan, body),
    ...body.damages.flatMap((d, i) =>
      d.photo === null || motor.file.attachments.some((a) => a.id === d.photo)
        ? []
        : [finding('stop', 'failure.no-photo', 'This motor has no such photo.', [`damages.${i}.photo`])],
    ),
  ],
  agreement: (body: AgreementBody, { visit }) => checkAgreement(body, workHasBegun(visit.route, visit.steps)),
};

@Injectable()
export class WriteUpsService {
  constructor(
    private readonly motors: MotorsService,
    private readonly writer: Writer,
  ) {}

  /** @param version of what was read; a stale one gets what stands there now */
  write(person: Person, write: WriteKey, number: string, kind: WriteUpKind, change: WriteUpChange) {
    const read = WRITE_UPS[kind].safeParse(change.body);
    if (!read.success)
      throw badInput(
        read.error.issues.map((i) =>
          finding('stop', 'write-up.wrong', `${i.path.join('.')}: ${i.message}`, [i.path.join('.')]),
        ),
      );
    return this.writer.once(person, write, async (context) => {
      const motor = await this.motors.locked(context, number);
      const { file } = motor;
      refuseGone(file.motor, person, change.why);
      const findings = CHECKS[kind](read.data as never, motor);
      const wrong = findings.filter((f) => f.severity === 'stop');
      if (wrong.length > 0) throw badInput(wrong);
      const before = writeUpIn(file.writeUps, kind);
      if (before.version !== change.version) throw stale(before.record, read.data);
      const { tx, now } = context;
      const next = {
        body: read.data as Record<string, unknown>,
        version: change.version + 1,
        changedAt: now,
        changedBy: person.name,
      };
      if (before.record)
        await tx
          .update(writeUps)
          .set(next)
          .where(and(eq(writeUps.id, before.record.id), eq(writeUps.version, change.version)));
      else
        await tx.insert(writeUps).values({
          id: uuidV7(),
          shopId: person.shopId,
          motorId: file.motor.id,
          kind,
          ...next,
        });
      await context.record({
        motorId: file.motor.id,
        what: kind === 'failure' ? 'failure analysis written' : 'agreement with the customer written',
        before: before.record?.body ?? null,
        after: read.data,
        why: change.why,
      });
      return { kind, version: next.version, body: read.data, findings };
    });
  }
}

@ApiTags('write-ups')
@Controller('motors/:number/write-ups')
export class WriteUpsController {
  constructor(private readonly writeUps: WriteUpsService) {}

  @Put(':kind')
  write(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('kind', new ZodValidationPipe(WriteUpKindName)) kind: WriteUpKind,
    @Body() change: Change,
  ) {
    return this.writeUps.write(person, write, number, kind, change);
  }
}

@Module({ imports: [MotorsModule], controllers: [WriteUpsController], providers: [WriteUpsService] })
export class WriteUpsModule {}
