/** The criteria sets of a shop: copied from a published one, changed, retired. */
import { Body, Controller, Get, HttpCode, Module, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { checkCriteria } from '@norther/core';
import { NamedChange, NamedEntry, SeenVersion } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { criteriaSets } from '../database/schema.ts';
import type { WriteKey } from '../database/write.ts';
import { Who, Write } from '../http/request.ts';
import { NamedItems, NamedItemsModule, type NamedThing } from '../named-items/named-items.module.ts';
import type { Person } from '../people/person.ts';

class NewSet extends createZodDto(NamedEntry) {}
class ChangedSet extends createZodDto(NamedChange) {}
class Seen extends createZodDto(SeenVersion) {}

const CRITERIA: NamedThing = {
  table: criteriaSets,
  word: 'criteria set',
  plural: 'criteria sets',
  check: checkCriteria,
  leadsOnly: true,
};

@ApiTags('criteria')
@Controller('criteria')
export class CriteriaController {
  constructor(private readonly items: NamedItems) {}

  @Get()
  all(@Who() person: Person) {
    return this.items.list(CRITERIA, person.shopId);
  }

  @Post()
  @HttpCode(201)
  add(@Who() person: Person, @Write() write: WriteKey, @Body() body: NewSet) {
    return this.items.add(person, write, CRITERIA, body.typed);
  }

  @Put(':id')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedSet,
  ) {
    return this.items.change(person, write, CRITERIA, id, body);
  }

  @Post(':id/retire')
  @HttpCode(200)
  retire(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { version }: Seen,
  ) {
    return this.items.retire(person, write, CRITERIA, id, version, true);
  }

  @Post(':id/restore')
  @HttpCode(200)
  restore(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { version }: Seen,
  ) {
    return this.items.retire(person, write, CRITERIA, id, version, false);
  }
}

@Module({ imports: [NamedItemsModule], controllers: [CriteriaController] })
export class CriteriaModule {}
