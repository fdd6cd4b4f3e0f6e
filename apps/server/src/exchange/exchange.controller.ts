import { Controller, Get, HttpCode, Param, Post, Req, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Readable } from 'node:stream';
import type { WriteKey } from '../database/write.ts';
import { Problem } from '../http/problem.ts';
import { Who, Write } from '../http/request.ts';
import { fileName, sendPieces } from '../http/send.ts';
import type { Person } from '../people/person.ts';
import { ExchangeService } from './exchange.service.ts';

@ApiTags('exchange')
@Controller()
export class ExchangeController {
  constructor(private readonly exchange: ExchangeService) {}

  @Get('motors/:number/record.json')
  async export(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    const document = await this.exchange.export(person, number);
    response.setHeader('Content-Type', 'application/json; charset=utf-8');
    response.setHeader(
      'Content-Disposition',
      `attachment; filename="${fileName({ motor: number, file: 'record.json' })}"`,
    );
    await sendPieces(response, Readable.from(document));
  }

  /** The record with its photos and papers. */
  @Get('motors/:number/record.zip')
  async bundle(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    const bundle = await this.exchange.bundle(person, number);
    response.setHeader('Content-Type', 'application/zip');
    response.setHeader(
      'Content-Disposition',
      `attachment; filename="${fileName({ motor: number, file: 'record.zip' })}"`,
    );
    await sendPieces(response, bundle);
  }

  /** The file as it is, a record or a bundle: it is read in a worker. */
  @Post('import')
  @HttpCode(201)
  import(@Who() person: Person, @Write() write: WriteKey, @Req() request: Request) {
    if (request.headers['content-type'] === 'application/zip')
      return this.exchange.importBundle(person, write, request);
    if (!Buffer.isBuffer(request.body)) throw new Problem(400, 'There is no file in the request.');
    if (request.headers['content-type'] === 'text/csv')
      return this.exchange.importCards(person, write, request.body);
    return this.exchange.import(person, write, request.body);
  }
}
