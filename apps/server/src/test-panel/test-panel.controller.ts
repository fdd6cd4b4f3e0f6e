import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ReadingEntry } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import type { WriteKey } from '../database/write.ts';
import { ReasonGiven } from '../http/reason-given.ts';
import { Who, Write } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { TestPanelService } from './test-panel.service.ts';

class NewReading extends createZodDto(ReadingEntry) {}

@ApiTags('tests')
@Controller('motors/:number/readings')
export class TestPanelController {
  constructor(private readonly panel: TestPanelService) {}

  @Post()
  add(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: NewReading,
  ) {
    return this.panel.add(person, write, number, body);
  }

  @Post(':id/withdraw')
  @HttpCode(200)
  withdraw(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ReasonGiven,
  ) {
    return this.panel.withdraw(person, write, number, id, body.reason);
  }
}
