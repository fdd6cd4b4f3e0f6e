import { Body, Controller, HttpCode, Param, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { StationId } from '@norther/core';
import { AmendStep, GateName, RaiseHold, SignStep, StationName } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { notFound } from '../http/problem.ts';
import type { WriteKey } from '../database/write.ts';
import { ReasonGiven } from '../http/reason-given.ts';
import { Who, Write } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { TracksService } from './tracks.service.ts';

class Signature extends createZodDto(SignStep) {}
class Amendment extends createZodDto(AmendStep) {}
class NewHold extends createZodDto(RaiseHold) {}

const station = (name: string): StationId => {
  if (!StationName.safeParse(name).success) throw notFound(`Station ${name}`);
  return name;
};

@ApiTags('tracks')
@Controller('motors/:number')
export class TracksController {
  constructor(private readonly tracks: TracksService) {}

  @Post('stations/:station/take')
  @HttpCode(200)
  take(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('station') name: string,
  ) {
    return this.tracks.take(person, write, number, station(name));
  }

  @Post('stations/:station/sign')
  @HttpCode(200)
  sign(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('station') name: string,
    @Body() body: Signature,
  ) {
    return this.tracks.sign(person, write, number, station(name), body);
  }

  @Post('stations/:station/amend')
  @HttpCode(200)
  amend(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('station') name: string,
    @Body() body: Amendment,
  ) {
    return this.tracks.amend(person, write, number, station(name), body);
  }

  @Post('stations/:station/reopen')
  @HttpCode(200)
  reopen(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('station') name: string,
    @Body() body: ReasonGiven,
  ) {
    return this.tracks.reopen(person, write, number, station(name), body.reason);
  }

  @Post('holds')
  hold(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: NewHold,
  ) {
    return this.tracks.hold(person, write, number, body.body, body.reason);
  }

  @Post('holds/:id/clear')
  @HttpCode(200)
  clear(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('id') id: string,
    @Body() body: ReasonGiven,
  ) {
    return this.tracks.clear(person, write, number, id, body.reason);
  }

  @Post('gates/:gate/pass')
  @HttpCode(200)
  pass(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('gate') gate: string,
    @Body() body: ReasonGiven,
  ) {
    if (!GateName.safeParse(gate).success) throw notFound(`Gate ${gate}`);
    return this.tracks.pass(person, write, number, gate, body.reason);
  }
}
