import { Body, Controller, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { MotorChange, MotorEntry } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';
import { Who, WriteId } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { MotorsService } from './motors.service.ts';

class NewMotor extends createZodDto(MotorEntry) {}
class ChangedMotor extends createZodDto(MotorChange) {}
class FindMotors extends createZodDto(
  z.object({
    words: z.string().max(100).default(''),
    after: z.string().max(16).optional(),
    limit: z.coerce.number().int().min(1).max(200).default(20),
  }),
) {}

@ApiTags('motors')
@Controller()
export class MotorsController {
  constructor(private readonly motors: MotorsService) {}

  @Get('floor')
  floor(@Who() person: Person) {
    return this.motors.floor(person.shopId);
  }

  @Get('motors')
  find(@Who() person: Person, @Query() query: FindMotors) {
    return this.motors.find(person, query.words, query.after ?? null, query.limit);
  }

  @Post('motors')
  @HttpCode(201)
  takeIn(@Who() person: Person, @WriteId() writeId: string, @Body() body: NewMotor) {
    return this.motors.takeIn(person, writeId, body);
  }

  @Get('motors/:number')
  async open(@Who() person: Person, @Param('number') number: string) {
    const { file } = await this.motors.open(person, number);
    // Logs of an oven run to thousands of points; the sheet asks for them when it draws them.
    return {
      ...file,
      readings: file.readings.map(({ log, ...r }) => ({ ...r, logPoints: log?.length ?? 0 })),
    };
  }

  @Get('motors/:number/readings/:id/log')
  async log(@Who() person: Person, @Param('number') number: string, @Param('id') id: string) {
    const { file } = await this.motors.open(person, number);
    return file.readings.find((r) => r.id === id)?.log ?? [];
  }

  @Get('motors/:number/history')
  history(@Who() person: Person, @Param('number') number: string) {
    return this.motors.history(person, number);
  }

  @Put('motors/:number')
  change(
    @Who() person: Person,
    @WriteId() writeId: string,
    @Param('number') number: string,
    @Body() body: ChangedMotor,
  ) {
    return this.motors.change(person, writeId, number, body);
  }
}
