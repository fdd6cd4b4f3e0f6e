/** A controller for every address of the registry: all take a body, compute in a worker and answer. */
import { Body, Controller, HttpCode, Post, Res, type Type } from '@nestjs/common';
import { ApiBody, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { createZodDto, ZodValidationPipe } from 'nestjs-zod';
import { Heavy } from '../heavy/heavy.ts';
import { sendJson } from '../http/send.ts';
import { ADDRESSES, type AddressName } from './sections/registry.ts';

/** Name of a class, such as BalanceRunRequest: the API's own description lists shapes by it. */
const named = <T extends Type>(type: T, name: string): T =>
  Object.defineProperty(type, 'name', { value: name });
const pascal = (name: string) =>
  name.replaceAll(/(^|-)([a-z])/g, (_, __, letter: string) => letter.toUpperCase());

function controllerOf(name: AddressName): Type {
  const Request = createZodDto(ADDRESSES[name].request);
  const shape = named(Request as unknown as Type, `${pascal(name)}Request`);

  @ApiTags('calculate')
  @Controller('calculate')
  class AddressController {
    constructor(private readonly heavy: Heavy) {}

    @Post(name)
    @HttpCode(200)
    @ApiBody({ type: shape })
    async calculate(@Body(new ZodValidationPipe(Request)) body: object, @Res() res: Response) {
      sendJson(res, await this.heavy.calculate(name, body));
    }
  }
  return named(AddressController, `${pascal(name)}Controller`);
}

export const ADDRESS_CONTROLLERS: Type[] = (Object.keys(ADDRESSES) as AddressName[]).map(controllerOf);
