/** The plan of a motor's winding as files: drawings, lists, shapes to cut, and the winding record itself. */
import { Controller, Get, Inject, Param, Query, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  CORE_VERSION,
  coreOf,
  cutList,
  supplyOf,
  writeShorthand,
  type CheckedCard,
  type CutList,
  type WindingAnalysis,
} from '@norther/core';
import { connectionDrawing, sceneToSvg, slotRing, unrolledSlots, type Scene } from '@norther/drawings';
import { stockOf, WINDING_FORMAT, WINDING_FORMAT_VERSION, type WindingDocument } from '@norther/records';
import type { Response } from 'express';
import { Who } from '../http/request.ts';
import { badInput, Problem } from '../http/problem.ts';
import type { JudgedMotor } from '../motors/motor-file.ts';
import { MotorsService } from '../motors/motors.service.ts';
import type { Person } from '../people/person.ts';
import { StoresRepository } from '../stores/stores.repository.ts';
import { connectionPdf } from './connection-pdf.ts';
import { cutDxf } from './cut-dxf.ts';
import { cutSheetPdf } from './cut-sheet-pdf.ts';
import { coilCsv, connectionCsv, cutCsv } from './plan-csv.ts';
import { FONT_FOLDER } from './reports.controller.ts';

interface Plan {
  readonly judged: JudgedMotor;
  readonly card: CheckedCard;
  readonly analysis: WindingAnalysis;
  readonly typed: Readonly<Record<string, string>>;
}

const CSV = 'text/csv; charset=utf-8';

@ApiTags('reports')
@Controller('motors/:number')
export class PlanController {
  constructor(
    private readonly motors: MotorsService,
    private readonly stores: StoresRepository,
    @Inject(FONT_FOLDER) private readonly fontFolder: string,
  ) {}

  @Get('connection.csv')
  async connection(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    const { analysis } = await this.plan(who, n, role);
    send(res, CSV, 'connection.csv', connectionCsv(analysis.layout, analysis.connection));
  }

  @Get('coils.csv')
  async coils(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    const { analysis } = await this.plan(who, n, role);
    send(res, CSV, 'coils.csv', coilCsv(analysis));
  }

  @Get('cut.csv')
  async cutCsv(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    send(res, CSV, 'cut.csv', cutCsv(await this.cut(who, await this.plan(who, n, role))));
  }

  @Get('cut.dxf')
  async cutDxf(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    send(res, 'application/dxf', 'cut.dxf', cutDxf(await this.cut(who, await this.plan(who, n, role))));
  }

  @Get('cut.pdf')
  async cutPdf(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    const plan = await this.plan(who, n, role);
    const pdf = await cutSheetPdf(
      plan.judged,
      plan.analysis,
      writeShorthand(plan.typed),
      await this.cut(who, plan),
      this.issue(who),
    );
    show(res, 'application/pdf', 'cut.pdf', pdf);
  }

  @Get('connection.pdf')
  async connectionPdf(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    const plan = await this.plan(who, n, role);
    const pdf = await connectionPdf(
      plan.judged,
      plan.analysis,
      writeShorthand(plan.typed),
      plan.card.card.exitClock ?? 3,
      this.issue(who),
    );
    show(res, 'application/pdf', 'connection.pdf', pdf);
  }

  @Get('connection.svg')
  async connectionSvg(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    const { analysis, card } = await this.plan(who, n, role);
    svg(
      res,
      connectionDrawing(analysis.layout, analysis.connection, {
        size: 760,
        exitClock: card.card.exitClock ?? 3,
      }),
    );
  }

  @Get('winding.svg')
  async ring(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    svg(res, slotRing((await this.plan(who, n, role)).analysis.layout, { size: 760 }));
  }

  @Get('slots.svg')
  async slots(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    const { layout, winding } = (await this.plan(who, n, role)).analysis;
    svg(
      res,
      unrolledSlots(layout, {
        width: Math.max(900, layout.slots * 22 + 62),
        height: 200,
        turnsPerCoil: layout.meanTurns ?? winding.turnsPerCoil,
        circuits: winding.circuits,
      }),
    );
  }

  @Get('winding.json')
  async record(
    @Who() who: Person,
    @Param('number') n: string,
    @Query('winding') role: string,
    @Res() res: Response,
  ) {
    const { judged, card, analysis, typed } = await this.plan(who, n, role);
    const document: WindingDocument = {
      format: WINDING_FORMAT,
      version: WINDING_FORMAT_VERSION,
      core: CORE_VERSION,
      line: writeShorthand(typed),
      typed: { ...typed },
      values: { ...card.card },
      plate: { ...judged.file.motor.plate },
      figures: Object.fromEntries(
        Object.values(analysis.figures).map((f) => [f.id, { value: f.value, unit: f.unit }]),
      ),
    };
    send(
      res,
      'application/json',
      `winding-${n.replaceAll(/[^\w.-]/g, '_')}.json`,
      JSON.stringify(document, null, 2),
    );
  }

  /** The winding asked for by its role; without one that which is to be made. */
  private async plan(who: Person, number: string, role: string | undefined): Promise<Plan> {
    const judged = await this.motors.open(who, number);
    const wanted =
      role === 'as-found' ? judged.asFound : role === 'as-wound' ? judged.asWound : judged.proposed;
    const card = wanted?.analysis ? wanted : judged.asFound;
    if (!card.analysis)
      throw new Problem(
        409,
        `Motor ${number} has no winding that can be drawn yet: fill its data card.`,
        card.findings,
      );
    return { judged, card, analysis: card.analysis, typed: card.typed };
  }

  private async cut(who: Person, { judged, card, analysis }: Plan): Promise<CutList> {
    const supply = supplyOf(judged.plate, card.card);
    const found = cutList(
      analysis,
      coreOf(card.card),
      {
        ...(supply.voltageV ? { volts: supply.voltageV } : {}),
        ...(supply.currentA ? { amperes: supply.currentA } : {}),
        ...(judged.plate.insulationClass ? { insulationClass: judged.plate.insulationClass } : {}),
      },
      stockOf(await this.stores.reels(who.shopId)),
      {
        ...judged.shop.cut,
        ...(card.card.overhang ? { standOutMm: card.card.overhang } : {}),
        ...(card.card.trialStandOut ? { trialStandOutMm: card.card.trialStandOut } : {}),
      },
    );
    if (!found.ok) throw badInput(found.findings);
    return found.value;
  }

  private issue(who: Person) {
    return { shop: who.shop, issuedBy: who.name, issuedAt: new Date(), fontFolder: this.fontFolder };
  }
}

function send(res: Response, type: string, name: string, body: string) {
  res.type(type).setHeader('Content-Disposition', `attachment; filename="${name}"`);
  res.send(body);
}
function show(res: Response, type: string, name: string, body: Buffer) {
  res.type(type).setHeader('Content-Disposition', `inline; filename="${name}"`);
  res.send(body);
}
function svg(res: Response, scene: Scene) {
  res.type('image/svg+xml');
  res.send(sceneToSvg(scene));
}
