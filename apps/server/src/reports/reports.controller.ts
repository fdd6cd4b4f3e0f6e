import { Controller, Get, Inject, Param, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Heavy } from '../heavy/heavy.ts';
import { Who } from '../http/request.ts';
import { sendFile } from '../http/send.ts';
import { MotorsService } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';

export const FONT_FOLDER = Symbol('font folder');

@ApiTags('reports')
@Controller('motors/:number')
export class ReportsController {
  constructor(
    private readonly motors: MotorsService,
    private readonly heavy: Heavy,
    @Inject(FONT_FOLDER) private readonly fontFolder: string,
  ) {}

  @Get('verdict.pdf')
  async verdict(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    const bytes = await this.heavy.verdict(await this.motors.rows(person, number), {
      shop: person.shop,
      issuedBy: person.name,
      issuedAt: new Date(),
      fontFolder: this.fontFolder,
    });
    sendFile(response, { type: 'application/pdf', inline: true, motor: number, file: 'verdict.pdf' }, bytes);
  }
}
