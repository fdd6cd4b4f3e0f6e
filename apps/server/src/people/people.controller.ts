import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Req,
  Res,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { NewPerson, PersonChange, SetUpShop } from '@norther/records';
import type { Request, Response } from 'express';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';
import type { WriteKey } from '../database/write.ts';
import { Open } from '../http/open.ts';
import { Who, Write, type SignedRequest } from '../http/request.ts';
import { PeopleService, type SignedIn } from './people.service.ts';
import type { Person } from './person.ts';
import { COOKIE, tokenOf } from './session.guard.ts';

export const SECURE_COOKIES = Symbol('secure cookies');

class SignIn extends createZodDto(
  z.object({ name: z.string().trim().min(1).max(80), pin: z.string().min(4).max(200) }),
) {}
class FirstLead extends createZodDto(SetUpShop) {}
class Added extends createZodDto(NewPerson) {}
class Changed extends createZodDto(PersonChange) {}

const shown = ({ id, name, role, shop, demo }: Person) => ({ id, name, role, shop, demo });
const placeOf = (request: Request) => request.ip ?? 'nowhere';

@ApiTags('people')
@Controller()
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    @Inject(SECURE_COOKIES) private readonly secure: boolean,
  ) {}

  @Open()
  @Post('session')
  @HttpCode(200)
  async signIn(
    @Body() body: SignIn,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ) {
    return this.welcome(response, await this.people.signIn(body.name, body.pin, placeOf(request)));
  }

  @Get('session')
  whoAmI(@Who() person: Person) {
    return shown(person);
  }

  @Delete('session')
  @HttpCode(204)
  async signOut(@Req() request: SignedRequest, @Res({ passthrough: true }) response: Response) {
    await this.people.signOut(tokenOf(request));
    response.clearCookie(COOKIE, { path: '/' });
  }

  @Open()
  @Get('setup')
  async setup() {
    return { needed: await this.people.needsSetUp() };
  }

  @Open()
  @Post('setup')
  @HttpCode(201)
  async setUp(
    @Body() body: FirstLead,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ) {
    return this.welcome(response, await this.people.setUp(body, placeOf(request)));
  }

  @Get('people')
  list(@Who() person: Person) {
    return this.people.list(person);
  }

  @Post('people')
  @HttpCode(201)
  add(@Who() person: Person, @Write() write: WriteKey, @Body() body: Added) {
    return this.people.add(person, write, body);
  }

  @Put('people/:id')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: Changed,
  ) {
    return this.people.change(person, write, id, body);
  }

  @Post('people/:id/unlock')
  @HttpCode(200)
  unlock(@Who() person: Person, @Write() write: WriteKey, @Param('id', ParseUUIDPipe) id: string) {
    return this.people.unlock(person, write, id);
  }

  private welcome(response: Response, { token, person, hours }: SignedIn) {
    response.cookie(COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      secure: this.secure,
      path: '/',
      maxAge: hours * 3_600_000,
    });
    return shown(person);
  }
}
