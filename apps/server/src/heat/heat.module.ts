/** Ovens, programmes and loads over HTTP. */
import { Body, Controller, Get, HttpCode, Module, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { NamedChange, NamedEntry, LoadEntry, LoadOut, LoadReadings, SeenVersion } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import type { WriteKey } from '../database/write.ts';
import { Problem } from '../http/problem.ts';
import { Who, Write } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { HeatRepository } from './heat.repository.ts';
import { NamedItems, NamedItemsModule, type NamedThing } from '../named-items/named-items.module.ts';
import { HEAT_THINGS, HeatService } from './heat.service.ts';
import { OvenReader } from './oven-reader.ts';

class NewItem extends createZodDto(NamedEntry) {}
class ChangedItem extends createZodDto(NamedChange) {}
class Seen extends createZodDto(SeenVersion) {}
class NewLoad extends createZodDto(LoadEntry) {}
class TakenOut extends createZodDto(LoadOut) {}
class NewReadings extends createZodDto(LoadReadings) {}

/** `ovens`, `programmes` or `treatments`, as the address says it. */
function thingOf(list: string): NamedThing {
  if (!Object.hasOwn(HEAT_THINGS, list))
    throw new Problem(404, 'There are ovens, programmes and treatments.');
  return HEAT_THINGS[list as keyof typeof HEAT_THINGS];
}

@ApiTags('heat')
@Controller()
export class HeatController {
  constructor(
    private readonly heat: HeatService,
    private readonly items: NamedItems,
  ) {}

  @Get('heat')
  all(@Who() person: Person) {
    return this.heat.all(person);
  }

  @Get('motors/:number/loads')
  loadsOf(@Who() person: Person, @Param('number') number: string) {
    return this.heat.loadsOf(person, number);
  }

  @Get('heat/loads/:id/log')
  log(@Who() person: Person, @Param('id', ParseUUIDPipe) id: string) {
    return this.heat.log(person, id);
  }

  @Post('heat/loads')
  @HttpCode(201)
  start(@Who() person: Person, @Write() write: WriteKey, @Body() body: NewLoad) {
    return this.heat.start(person, write, body);
  }

  @Post('heat/loads/:id/out')
  @HttpCode(200)
  out(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: TakenOut,
  ) {
    return this.heat.out(person, write, id, body);
  }

  @Post('heat/loads/:id/readings')
  @HttpCode(201)
  readings(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewReadings,
  ) {
    return this.heat.addReadings(person, write, id, body);
  }

  @Post('heat/:list')
  @HttpCode(201)
  add(@Who() person: Person, @Write() write: WriteKey, @Param('list') list: string, @Body() body: NewItem) {
    return this.items.add(person, write, thingOf(list), body.typed);
  }

  @Put('heat/:list/:id')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('list') list: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedItem,
  ) {
    return this.items.change(person, write, thingOf(list), id, body);
  }

  @Post('heat/:list/:id/retire')
  @HttpCode(200)
  retire(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('list') list: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: Seen,
  ) {
    return this.items.retire(person, write, thingOf(list), id, body.version, true);
  }

  @Post('heat/:list/:id/restore')
  @HttpCode(200)
  restore(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('list') list: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: Seen,
  ) {
    return this.items.retire(person, write, thingOf(list), id, body.version, false);
  }
}

@Module({
  imports: [NamedItemsModule],
  controllers: [HeatController],
  providers: [HeatService, HeatRepository, OvenReader],
  exports: [OvenReader],
})
export class HeatModule {}
