/** Every computation of the core without storing anything, for scripts and spreadsheets. */
import { Body, Controller, HttpCode, Post, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Heavy } from '../heavy/heavy.ts';
import { sendJson } from '../http/send.ts';
import {
  CardRequest,
  ConnectionRequest,
  CutRequest,
  LeadCountRequest,
  LeadsRequest,
  PolesRequest,
  RedesignNumbersRequest,
  RedesignRequest,
  SearchRequest,
  TestRequest,
  TraceRequest,
  WalkRequest,
  WindingRequest,
} from './calculate-requests.ts';
import type { Calculation } from './calculations.ts';

@ApiTags('calculate')
@Controller('calculate')
export class CalculateController {
  constructor(private readonly heavy: Heavy) {}

  @Post('winding')
  @HttpCode(200)
  winding(@Body() body: WindingRequest, @Res() res: Response) {
    return this.answer(res, 'winding', body);
  }

  @Post('connection')
  @HttpCode(200)
  connection(@Body() body: ConnectionRequest, @Res() res: Response) {
    return this.answer(res, 'connection', body);
  }

  @Post('walk')
  @HttpCode(200)
  walk(@Body() body: WalkRequest, @Res() res: Response) {
    return this.answer(res, 'walk', body);
  }

  @Post('trace')
  @HttpCode(200)
  trace(@Body() body: TraceRequest, @Res() res: Response) {
    return this.answer(res, 'trace', body);
  }

  @Post('leads')
  @HttpCode(200)
  leads(@Body() body: LeadsRequest, @Res() res: Response) {
    return this.answer(res, 'leads', body);
  }

  @Post('redesign')
  @HttpCode(200)
  redesign(@Body() body: RedesignRequest, @Res() res: Response) {
    return this.answer(res, 'redesign', body);
  }

  @Post('cut-list')
  @HttpCode(200)
  cut(@Body() body: CutRequest, @Res() res: Response) {
    return this.answer(res, 'cut-list', body);
  }

  @Post('search')
  @HttpCode(200)
  search(@Body() body: SearchRequest, @Res() res: Response) {
    return this.answer(res, 'search', body);
  }

  @Post('data-card')
  @HttpCode(200)
  card(@Body() body: CardRequest, @Res() res: Response) {
    return this.answer(res, 'data-card', body);
  }

  @Post('test')
  @HttpCode(200)
  test(@Body() body: TestRequest, @Res() res: Response) {
    return this.answer(res, 'test', body);
  }

  @Post('poles')
  @HttpCode(200)
  poles(@Body() body: PolesRequest, @Res() res: Response) {
    return this.answer(res, 'poles', body);
  }

  @Post('lead-count')
  @HttpCode(200)
  leadCount(@Body() body: LeadCountRequest, @Res() res: Response) {
    return this.answer(res, 'lead-count', body);
  }

  @Post('redesign-numbers')
  @HttpCode(200)
  redesignNumbers(@Body() body: RedesignNumbersRequest, @Res() res: Response) {
    return this.answer(res, 'redesign-numbers', body);
  }

  private async answer(res: Response, calculation: Calculation, body: object) {
    sendJson(res, await this.heavy.calculate(calculation, body));
  }
}
