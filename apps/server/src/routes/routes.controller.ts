import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { NewRoute, NextRoute, RouteChoice, routeOfShape } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import type { WriteKey } from '../database/write.ts';
import { Who, Write } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { RoutesService } from './routes.service.ts';

class AddedRoute extends createZodDto(NewRoute) {}
class AddedVersion extends createZodDto(NextRoute) {}
class ChosenRoute extends createZodDto(RouteChoice) {}

@ApiTags('routes')
@Controller('routes')
export class RoutesController {
  constructor(private readonly routes: RoutesService) {}

  @Get()
  all(@Who() person: Person) {
    return this.routes.all(person);
  }

  @Post()
  @HttpCode(201)
  add(@Who() person: Person, @Write() write: WriteKey, @Body() { route, why }: AddedRoute) {
    return this.routes.add(person, write, { route: routeOfShape(route), why });
  }

  @Post(':id/versions')
  @HttpCode(201)
  next(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id') id: string,
    @Body() { route, why, version }: AddedVersion,
  ) {
    return this.routes.next(person, write, id, version, { route: routeOfShape(route), why });
  }

  @Put(':id')
  choose(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id') id: string,
    @Body() body: ChosenRoute,
  ) {
    return this.routes.choose(person, write, id, body);
  }
}
