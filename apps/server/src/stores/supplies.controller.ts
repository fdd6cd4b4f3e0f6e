/** Supplies, lots and instruments over HTTP. */
import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { LotEntry, LotMoveEntry, NamedChange, NamedEntry, SeenVersion } from '@norther/records';
import type { Response } from 'express';
import { createZodDto, ZodValidationPipe } from 'nestjs-zod';
import type { WriteKey } from '../database/write.ts';
import { Problem } from '../http/problem.ts';
import { Who, Write } from '../http/request.ts';
import { NamedItems, type NamedThing } from '../named-items/named-items.module.ts';
import type { Person } from '../people/person.ts';
import { STORE_THINGS, SuppliesService } from './supplies.service.ts';

class NewItem extends createZodDto(NamedEntry) {}
class ChangedItem extends createZodDto(NamedChange) {}
class Seen extends createZodDto(SeenVersion) {}
class NewLot extends createZodDto(LotEntry) {}

/** `supplies` or `instruments`, as the address says it. */
function thingOf(list: string): NamedThing {
  if (!Object.hasOwn(STORE_THINGS, list)) throw new Problem(404, 'There are supplies and instruments.');
  return STORE_THINGS[list as keyof typeof STORE_THINGS];
}

@ApiTags('stores')
@Controller()
export class SuppliesController {
  constructor(
    private readonly supplies: SuppliesService,
    private readonly items: NamedItems,
  ) {}

  @Get('stores')
  all(@Who() person: Person) {
    return this.supplies.all(person);
  }

  /** Wire kept for the motors on the floor, and what is short. */
  @Get('stores/wire-ahead')
  wire(@Who() person: Person) {
    return this.supplies.wire(person);
  }

  /** What runs low, as a list to order by. */
  @Get('stores/to-order.csv')
  async toOrder(@Who() person: Person, @Res() response: Response) {
    response
      .type('text/csv; charset=utf-8')
      .set('Content-Disposition', 'attachment; filename="to-order.csv"')
      .send(await this.supplies.toOrder(person));
  }

  @Get('motors/:number/drawn')
  drawn(@Who() person: Person, @Param('number') number: string) {
    return this.supplies.drawnFor(person, number);
  }

  @Post('stores/lots')
  @HttpCode(201)
  receive(@Who() person: Person, @Write() write: WriteKey, @Body() body: NewLot) {
    return this.supplies.receive(person, write, body);
  }

  @Post('stores/lots/:id/moves')
  @HttpCode(201)
  move(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new ZodValidationPipe(LotMoveEntry)) body: LotMoveEntry,
  ) {
    return this.supplies.move(person, write, id, body);
  }

  @Post('stores/:list')
  @HttpCode(201)
  add(@Who() person: Person, @Write() write: WriteKey, @Param('list') list: string, @Body() body: NewItem) {
    return this.items.add(person, write, thingOf(list), body.typed);
  }

  @Put('stores/:list/:id')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('list') list: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedItem,
  ) {
    return this.items.change(person, write, thingOf(list), id, body);
  }

  @Post('stores/:list/:id/retire')
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

  @Post('stores/:list/:id/restore')
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
