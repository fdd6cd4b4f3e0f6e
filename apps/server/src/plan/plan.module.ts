/** The plan over HTTP: what it is made from, and what people wish of it. It is made where it is looked at, in a worker. */
import {
  Body,
  Controller,
  Get,
  HttpCode,
  Injectable,
  Module,
  Param,
  ParseUUIDPipe,
  Post,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { finding, hasStation } from '@norther/core';
import { WishEntry, type PlanAnswer, type WishRecord } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { v7 as uuidV7 } from 'uuid';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, forbidden, notFound } from '../http/problem.ts';
import { Who, Write } from '../http/request.ts';
import { MotorsModule } from '../motors/motors.module.ts';
import { MotorsService, refuseGone } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { PlanRepository } from './plan.repository.ts';

class NewWish extends createZodDto(WishEntry) {}

@Injectable()
export class PlanService {
  constructor(
    private readonly plan: PlanRepository,
    private readonly motors: MotorsService,
    private readonly writer: Writer,
  ) {}

  async all({ shopId }: Person): Promise<PlanAnswer> {
    const [motors, past, people, wishes] = await Promise.all([
      this.plan.motors(shopId),
      this.plan.past(shopId),
      this.plan.people(shopId),
      this.plan.wishes(shopId),
    ]);
    return { motors, past, people, wishes };
  }

  /** The newest wish for a station takes the place of the one before. */
  wish(person: Person, write: WriteKey, entry: WishEntry): Promise<WishRecord[]> {
    if (entry.insisted && person.role !== 'lead')
      throw forbidden('A wish that breaks a promise is a lead’s to insist on.');
    return this.writer.once(person, write, async (context) => {
      const { tx, now, record } = context;
      const { file, visit } = await this.motors.locked(context, entry.motor);
      refuseGone(file.motor, person, entry.why);
      if (!hasStation(visit.route, entry.station))
        throw badInput([
          finding('stop', 'wish.no-station', `Motor ${entry.motor} has no station ${entry.station}.`, [
            'station',
          ]),
        ]);
      const people = await this.plan.people(person.shopId);
      if (entry.worker !== null && !people.some((p) => p.name === entry.worker))
        throw badInput([
          finding('stop', 'wish.nobody', `Nobody here is called ${entry.worker}.`, ['worker']),
        ]);
      const motorId = file.motor.id;
      await this.plan.takeBack(tx, person.shopId, { motorId, station: entry.station }, now, person.name);
      const { motor: _number, notBefore, ...rest } = entry;
      await this.plan.add(tx, {
        id: uuidV7(),
        shopId: person.shopId,
        motorId,
        ...rest,
        notBefore: notBefore === null ? null : new Date(notBefore),
        at: now,
        by: person.name,
      });
      await record({ motorId, what: `wished: ${entry.station}`, after: entry, why: entry.why });
      return this.plan.wishes(person.shopId, tx);
    });
  }

  takeBack(person: Person, write: WriteKey, id: string): Promise<WishRecord[]> {
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const gone = await this.plan.takeBack(tx, person.shopId, { id }, now, person.name);
      if (!gone) throw notFound('This wish');
      await record({ motorId: gone.motorId, what: `wish taken back: ${gone.station}` });
      return this.plan.wishes(person.shopId, tx);
    });
  }
}

@ApiTags('plan')
@Controller('plan')
export class PlanController {
  constructor(private readonly plan: PlanService) {}

  @Get()
  all(@Who() person: Person) {
    return this.plan.all(person);
  }

  @Post('wishes')
  @HttpCode(201)
  wish(@Who() person: Person, @Write() write: WriteKey, @Body() body: NewWish) {
    return this.plan.wish(person, write, body);
  }

  @Post('wishes/:id/take-back')
  @HttpCode(200)
  takeBack(@Who() person: Person, @Write() write: WriteKey, @Param('id', ParseUUIDPipe) id: string) {
    return this.plan.takeBack(person, write, id);
  }
}

@Module({ imports: [MotorsModule], controllers: [PlanController], providers: [PlanService, PlanRepository] })
export class WorkPlanModule {}
