/** The plan of a motor's winding as files. */
import { Controller, Get, Inject, Param, Query, Req, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Heavy } from '../heavy/heavy.ts';
import { Who } from '../http/request.ts';
import { sendFile } from '../http/send.ts';
import { MotorsService } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { StoresRepository } from '../stores/stores.repository.ts';
import { PLAN_FILES, type PlanFile } from './plan-files.ts';
import { FONT_FOLDER } from './font-folder.ts';

@ApiTags('reports')
@Controller('motors/:number')
export class PlanController {
  constructor(
    private readonly motors: MotorsService,
    private readonly stores: StoresRepository,
    private readonly heavy: Heavy,
    @Inject(FONT_FOLDER) private readonly fontFolder: string,
  ) {}

  @Get(Object.keys(PLAN_FILES))
  async file(
    @Who() who: Person,
    @Param('number') number: string,
    @Query('winding') role: unknown,
    @Req() request: Request,
    @Res() response: Response,
  ) {
    const file = request.path.split('/').at(-1) as PlanFile;
    const [rows, reels] = await Promise.all([this.motors.rows(who, number), this.stores.reels(who.shopId)]);
    const bytes = await this.heavy.plan(file, {
      rows,
      reels,
      role: typeof role === 'string' ? role : undefined,
      issue: { shop: who.shop, issuedBy: who.name, issuedAt: new Date(), fontFolder: this.fontFolder },
    });
    const kind: { readonly type: string; readonly inline?: true } = PLAN_FILES[file];
    sendFile(response, { ...kind, motor: number, file }, bytes);
  }
}
