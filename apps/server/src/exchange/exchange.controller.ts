import { Body, Controller, Get, HttpCode, Param, Post, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Who, WriteId } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { ExchangeService } from './exchange.service.ts';

@ApiTags('exchange')
@Controller()
export class ExchangeController {
  constructor(private readonly exchange: ExchangeService) {}

  @Get('motors/:number/record.json')
  async export(
    @Who() person: Person,
    @Param('number') number: string,
    @Res({ passthrough: true }) response: Response,
  ) {
    const document = await this.exchange.export(person, number);
    response.setHeader(
      'Content-Disposition',
      `attachment; filename="motor-${document.motor.number.replaceAll(/[^\w.-]/g, '_')}.json"`,
    );
    return document;
  }

  @Post('import')
  @HttpCode(201)
  import(@Who() person: Person, @WriteId() writeId: string, @Body() body: unknown) {
    return this.exchange.import(person, writeId, body);
  }
}
