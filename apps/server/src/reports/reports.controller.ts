import { Controller, Get, Inject, Param, Query, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Heavy } from '../heavy/heavy.ts';
import type { MotorSheetTask } from './motor-sheets.ts';
import { Who } from '../http/request.ts';
import { sendFile } from '../http/send.ts';
import { FONT_FOLDER } from './font-folder.ts';
import { LABEL_SIZES, labelsCsv, motorLabels, type LabelSize } from './labels.ts';
import { nameplateCsv } from './nameplate.ts';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';
import { MotorsService } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';

class LabelQuery extends createZodDto(
  z.object({ size: z.enum(Object.keys(LABEL_SIZES) as [LabelSize, ...LabelSize[]]).default('large') }),
) {}

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
    await this.sheet('verdict', person, number, response);
  }

  /** What is agreed with the customer, to be handed over or sent. */
  @Get('agreement.pdf')
  async agreement(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    await this.sheet('agreement', person, number, response);
  }

  /** One page for the box of the motor. */
  @Get('certificate.pdf')
  async certificate(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    await this.sheet('certificate', person, number, response);
  }

  @Get('nameplate.pdf')
  async nameplate(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    await this.sheet('nameplate', person, number, response);
  }

  /** The same for the engraver. */
  @Get('nameplate.csv')
  async nameplateFile(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    const text = nameplateCsv(await this.motors.rows(person, number));
    sendFile(
      response,
      { type: 'text/csv; charset=utf-8', motor: number, file: 'nameplate.csv' },
      new TextEncoder().encode(text),
    );
  }

  private async sheet(task: MotorSheetTask, person: Person, number: string, response: Response) {
    const bytes = await this.heavy.sheet(task, await this.motors.rows(person, number), this.issue(person));
    sendFile(response, { type: 'application/pdf', inline: true, motor: number, file: `${task}.pdf` }, bytes);
  }

  /** Labels for a motor and what came along, one a page. */
  @Get('labels.pdf')
  async labels(
    @Who() person: Person,
    @Param('number') number: string,
    @Query() { size }: LabelQuery,
    @Res() response: Response,
  ) {
    const bytes = await this.heavy.labels(
      motorLabels(await this.motors.rows(person, number)),
      size,
      this.issue(person),
    );
    sendFile(
      response,
      { type: 'application/pdf', inline: true, motor: number, file: `labels-${size}.pdf` },
      bytes,
    );
  }

  /** The same for the program of a label writer. */
  @Get('labels.csv')
  async labelList(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    const text = labelsCsv(await this.motors.rows(person, number));
    sendFile(
      response,
      { type: 'text/csv; charset=utf-8', motor: number, file: 'labels.csv' },
      new TextEncoder().encode(text),
    );
  }

  private issue(person: Person) {
    return { shop: person.shop, issuedBy: person.name, issuedAt: new Date(), fontFolder: this.fontFolder };
  }
}
