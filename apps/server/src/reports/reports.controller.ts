import { Controller, Get, Inject, Param, Query, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { connectionDrawing, sceneToSvg, slotRing } from '@norther/drawings';
import type { Response } from 'express';
import { Who } from '../http/request.ts';
import { Problem } from '../http/problem.ts';
import { MotorsService } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { connectionCsv } from './connection-csv.ts';
import { verdictPdf } from './verdict-pdf.ts';

export const FONT_FOLDER = Symbol('font folder');

@ApiTags('reports')
@Controller('motors/:number')
export class ReportsController {
  constructor(
    private readonly motors: MotorsService,
    @Inject(FONT_FOLDER) private readonly fontFolder: string,
  ) {}

  @Get('verdict.pdf')
  async verdict(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    const judged = await this.motors.open(person, number);
    const pdf = await verdictPdf(judged, {
      shop: person.shop,
      issuedBy: person.name,
      issuedAt: new Date(),
      fontFolder: this.fontFolder,
    });
    response.type('application/pdf').setHeader('Content-Disposition', `inline; filename="verdict.pdf"`);
    response.send(pdf);
  }

  @Get('connection.csv')
  async csv(
    @Who() person: Person,
    @Param('number') number: string,
    @Query('winding') role: string | undefined,
    @Res() response: Response,
  ) {
    const analysis = await this.planned(person, number, role);
    response
      .type('text/csv; charset=utf-8')
      .setHeader('Content-Disposition', `attachment; filename="connection.csv"`);
    response.send(connectionCsv(analysis.layout, analysis.connection));
  }

  @Get('connection.svg')
  async svg(
    @Who() person: Person,
    @Param('number') number: string,
    @Query('winding') role: string | undefined,
    @Res() response: Response,
  ) {
    const analysis = await this.planned(person, number, role);
    response.type('image/svg+xml');
    response.send(sceneToSvg(connectionDrawing(analysis.layout, analysis.connection, { size: 760 })));
  }

  @Get('winding.svg')
  async winding(
    @Who() person: Person,
    @Param('number') number: string,
    @Query('winding') role: string | undefined,
    @Res() response: Response,
  ) {
    const analysis = await this.planned(person, number, role);
    response.type('image/svg+xml');
    response.send(sceneToSvg(slotRing(analysis.layout, { size: 760 })));
  }

  private async planned(person: Person, number: string, role: string | undefined) {
    const judged = await this.motors.open(person, number);
    const card = role === 'as-found' || !judged.proposed?.analysis ? judged.asFound : judged.proposed;
    if (!card.analysis)
      throw new Problem(
        409,
        `Motor ${number} has no winding that can be drawn yet: fill its data card.`,
        card.findings,
      );
    return card.analysis;
  }
}
