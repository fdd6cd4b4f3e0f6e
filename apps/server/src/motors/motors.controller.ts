import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Query, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { FloorChange, MotorChange, MotorEntry } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import type { Response } from 'express';
import { z } from 'zod';
import { sendJson } from '../http/send.ts';
import type { WriteKey } from '../database/write.ts';
import { ReasonGiven } from '../http/reason-given.ts';
import { Who, Write } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { MotorsService } from './motors.service.ts';

class NewMotor extends createZodDto(MotorEntry) {}
class OnFloor extends createZodDto(FloorChange) {}
class ChangedMotor extends createZodDto(MotorChange) {}
class HistoryQuery extends createZodDto(
  z.object({
    before: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).optional(),
    limit: z.coerce.number().int().min(1).max(500).default(300),
  }),
) {}
class SerialNumber extends createZodDto(z.object({ serial: z.string().trim().min(2).max(60) })) {}
class FindMotors extends createZodDto(
  z.object({
    words: z.string().max(100).default(''),
    after: z.string().max(16).optional(),
    limit: z.coerce.number().int().min(1).max(200).default(20),
    /** `hand`: what somebody who types means first: that number itself, then what is on the floor. A page has no next one then. */
    order: z.enum(['number', 'hand']).default('number'),
  }),
) {}

@ApiTags('motors')
@Controller()
export class MotorsController {
  constructor(private readonly motors: MotorsService) {}

  @Get('motors')
  find(@Who() person: Person, @Query() query: FindMotors) {
    return this.motors.find(person, query.words, query.after ?? null, query.limit, query.order);
  }

  /** A machine that comes back: its earlier visits, newest first, by the serial number on its plate. */
  @Get('machines')
  visits(@Who() person: Person, @Query() { serial }: SerialNumber) {
    return this.motors.visitsOf(person, serial);
  }

  @Post('motors')
  @HttpCode(201)
  takeIn(@Who() person: Person, @Write() write: WriteKey, @Body() body: NewMotor) {
    return this.motors.takeIn(person, write, body);
  }

  @Get('motors/:number')
  async open(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    sendJson(response, await this.motors.open(person, number));
  }

  @Get('motors/:number/readings/:id/log')
  async log(
    @Who() person: Person,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Res() response: Response,
  ) {
    const points = await this.motors.log(person, number, id);
    response.setHeader('Content-Type', 'application/json; charset=utf-8');
    response.send(points);
  }

  @Get('motors/:number/readings/:id/waves')
  async waves(
    @Who() person: Person,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Res() response: Response,
  ) {
    const waves = await this.motors.waves(person, number, id);
    response.setHeader('Content-Type', 'application/json; charset=utf-8');
    response.send(waves);
  }

  /** The other times that this machine was here, newest first. */
  @Get('motors/:number/visits')
  otherVisits(@Who() person: Person, @Param('number') number: string) {
    return this.motors.otherVisits(person, number);
  }

  /** Every figure over the visits of this machine, beside its sisters. */
  @Get('motors/:number/past')
  async past(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    sendJson(response, await this.motors.past(person, number));
  }

  @Get('motors/:number/history')
  history(@Who() person: Person, @Param('number') number: string, @Query() page: HistoryQuery) {
    return this.motors.history(person, number, page);
  }

  @Post('motors/:number/withdraw')
  @HttpCode(200)
  withdraw(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: ReasonGiven,
  ) {
    return this.motors.withdraw(person, write, number, body.reason, true);
  }

  @Post('motors/:number/restore')
  @HttpCode(200)
  restore(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: ReasonGiven,
  ) {
    return this.motors.withdraw(person, write, number, body.reason, false);
  }

  @Put('motors/:number/floor')
  setOnFloor(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() change: OnFloor,
  ) {
    return this.motors.setOnFloor(person, write, number, change);
  }

  @Put('motors/:number')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: ChangedMotor,
  ) {
    return this.motors.change(person, write, number, body);
  }
}
