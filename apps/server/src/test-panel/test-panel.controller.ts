import { Body, Controller, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ReadingEntry } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { Who, WriteId } from '../http/request.ts';
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
    @WriteId() writeId: string,
    @Param('number') number: string,
    @Body() body: NewReading,
  ) {
    return this.panel.add(person, writeId, number, body);
  }
}
