import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';
import { Who } from '../http/request.ts';
import { PeopleService } from './people.service.ts';
import type { Person } from './person.ts';
import { COOKIE, tokenOf } from './session.guard.ts';

class SignIn extends createZodDto(
  z.object({ name: z.string().trim().min(1).max(80), pin: z.string().min(4).max(32) }),
) {}

@ApiTags('session')
@Controller('session')
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Post()
  @HttpCode(200)
  async signIn(@Body() body: SignIn, @Res({ passthrough: true }) response: Response) {
    const { token, person, hours } = await this.people.signIn(body.name, body.pin);
    response.cookie(COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      path: '/',
      maxAge: hours * 3_600_000,
    });
    return shown(person);
  }

  @Get()
  whoAmI(@Who() person: Person) {
    return shown(person);
  }

  @Delete()
  @HttpCode(204)
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response) {
    await this.people.signOut(tokenOf(request));
    response.clearCookie(COOKIE, { path: '/' });
  }
}

const shown = ({ name, role, shop }: Person) => ({ name, role, shop });
