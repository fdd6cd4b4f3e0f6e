import { Controller, Get, Inject, Param, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Who } from '../http/request.ts';
import { MotorsService } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
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
}
