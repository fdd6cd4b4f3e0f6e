/** Series over HTTP: batches, what their stations report, and what is shown of it. */
import {
  Body,
  Controller,
  type DynamicModule,
  Get,
  HttpCode,
  Inject,
  Module,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  Res,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { readUnits } from '@norther/core';
import {
  BatchChange,
  BatchEntry,
  LotLoaded,
  LotName,
  ReleaseEntry,
  SeriesCsv,
  seriesCsvHeading,
  seriesCsvRows,
  SeriesEntries,
  StopEntry,
} from '@norther/records';
import type { Response } from 'express';
import { createZodDto } from 'nestjs-zod';
import { Readable } from 'node:stream';
import { z } from 'zod';
import type { WriteKey } from '../database/write.ts';
import { Heavy } from '../heavy/heavy.ts';
import { badInput } from '../http/problem.ts';
import { Who, Write } from '../http/request.ts';
import { fileName, sendFile, sendPieces } from '../http/send.ts';
import { NamedItemsModule } from '../named-items/named-items.module.ts';
import type { Person } from '../people/person.ts';
import { LABEL_SIZES, type LabelSize } from '../reports/labels.ts';
import { FONT_FOLDER } from '../reports/font-folder.ts';
import { SuppliesModule } from '../stores/supplies.module.ts';
import { SeriesDrift } from './series-drift.ts';
import { SeriesReader } from './series-reader.ts';
import { SeriesTaking } from './series-taking.ts';
import { SeriesRepository } from './series.repository.ts';
import { SeriesService } from './series.service.ts';

class NewBatch extends createZodDto(BatchEntry) {}
class ChangedBatch extends createZodDto(BatchChange) {}
class NewRecords extends createZodDto(SeriesEntries) {}
class CsvFile extends createZodDto(SeriesCsv) {}
class Loaded extends createZodDto(LotLoaded) {}
class NewStop extends createZodDto(StopEntry) {}
class Release extends createZodDto(ReleaseEntry) {}
class ChartQuery extends createZodDto(
  z.object({
    figure: z.string().max(80),
    last: z.coerce.number().int().min(10).max(1_000_000).optional(),
  }),
) {}
class LotQuery extends createZodDto(z.object({ lot: LotName })) {}
class UnitParams extends createZodDto(
  z.object({ name: z.string(), serial: z.coerce.number().int().min(1).max(1_000_000) }),
) {}
class PackingQuery extends createZodDto(z.object({ units: z.string().max(200) })) {}
class LabelsQuery extends createZodDto(
  z.object({
    units: z.string().max(200),
    size: z.enum(Object.keys(LABEL_SIZES) as [LabelSize, ...LabelSize[]]).default('small'),
  }),
) {}

@ApiTags('series')
@Controller('series')
export class SeriesController {
  constructor(
    private readonly series: SeriesService,
    private readonly taking: SeriesTaking,
    private readonly heavy: Heavy,
    @Inject(FONT_FOLDER) private readonly fontFolder: string,
  ) {}

  @Get()
  all(@Who() person: Person) {
    return this.series.all(person);
  }

  @Post()
  @HttpCode(201)
  add(@Who() person: Person, @Write() write: WriteKey, @Body() body: NewBatch) {
    return this.series.add(person, write, body);
  }

  @Put(':name')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('name') name: string,
    @Body() body: ChangedBatch,
  ) {
    return this.series.change(person, write, name, body);
  }

  /** The line as it stands. */
  @Get(':name')
  line(@Who() person: Person, @Param('name') name: string) {
    return this.series.line(person, name);
  }

  /** One figure of one station, drawn. */
  @Get(':name/chart')
  chart(@Who() person: Person, @Param('name') name: string, @Query() { figure, last }: ChartQuery) {
    return this.series.chart(person, name, figure, last);
  }

  @Get(':name/units/:serial')
  unit(@Who() person: Person, @Param() { name, serial }: UnitParams) {
    return this.series.unit(person, name, serial);
  }

  /** Which units got this lot. */
  @Get(':name/lots')
  lot(@Who() person: Person, @Param('name') name: string, @Query() { lot }: LotQuery) {
    return this.series.lot(person, name, lot);
  }

  /** What stations report; all of them or none. */
  @Post(':name/records')
  @HttpCode(201)
  records(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('name') name: string,
    @Body() body: NewRecords,
  ) {
    return this.taking.typed(person, write, name, body.records);
  }

  @Post(':name/csv')
  @HttpCode(201)
  csv(@Who() person: Person, @Write() write: WriteKey, @Param('name') name: string, @Body() body: CsvFile) {
    return this.taking.csv(person, write, name, body.csv);
  }

  @Post(':name/lots')
  @HttpCode(201)
  load(@Who() person: Person, @Write() write: WriteKey, @Param('name') name: string, @Body() body: Loaded) {
    return this.series.loadLot(person, write, name, body);
  }

  @Post(':name/stops')
  @HttpCode(201)
  stop(@Who() person: Person, @Write() write: WriteKey, @Param('name') name: string, @Body() body: NewStop) {
    return this.series.stop(person, write, name, body);
  }

  @Post(':name/stops/:id/release')
  @HttpCode(200)
  release(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('name') name: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { why }: Release,
  ) {
    return this.series.release(person, write, name, id, why);
  }

  /** Its limits are given up; the next quiet run gives new ones. */
  @Post(':name/figures/:figure/limits')
  @HttpCode(200)
  limitsAnew(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('name') name: string,
    @Param('figure') figure: string,
    @Body() { why }: Release,
  ) {
    return this.series.limitsAnew(person, write, name, figure, why);
  }

  /** Every record, such as `csv` takes again. */
  @Get(':name/records.csv')
  async file(@Who() person: Person, @Param('name') name: string, @Res() response: Response) {
    const line = await this.series.lineOf(person, name);
    const pages = this.series.records(person, name);
    async function* rows() {
      yield `${seriesCsvHeading(line).join(',')}\n`;
      for await (const { page } of pages) yield `${seriesCsvRows(line, page)}\n`;
    }
    response.setHeader('Content-Type', 'text/csv; charset=utf-8');
    response.setHeader(
      'Content-Disposition',
      `attachment; filename="${fileName({ motor: name, file: 'records.csv' })}"`,
    );
    await sendPieces(response, Readable.from(rows()));
  }

  /** Whether these units may be packed together. */
  @Get(':name/box')
  box(@Who() person: Person, @Param('name') name: string, @Query() { units }: PackingQuery) {
    return this.series.box(person, name, units);
  }

  /** The label of a box: units that are finished, none that is held. */
  @Get(':name/packing.pdf')
  async packing(
    @Who() person: Person,
    @Param('name') name: string,
    @Query() { units }: PackingQuery,
    @Res() response: Response,
  ) {
    const box = await this.series.box(person, name, units);
    const bytes = await this.heavy.packing(box, {
      shop: person.shop,
      issuedBy: person.name,
      issuedAt: new Date(),
      fontFolder: this.fontFolder,
    });
    sendFile(
      response,
      { type: 'application/pdf', inline: true, motor: box.batch, file: 'packing.pdf' },
      bytes,
    );
  }

  /** Labels of units, one a page: the tag is batch and number. */
  @Get(':name/labels.pdf')
  async labels(
    @Who() person: Person,
    @Param('name') name: string,
    @Query() { units, size }: LabelsQuery,
    @Res() response: Response,
  ) {
    const batch = await this.series.batchRecord(person, name);
    const read = readUnits(units);
    if (!read.ok) throw badInput(read.findings);
    const bytes = await this.heavy.labels(
      {
        title: `Labels, batch ${batch.name}`,
        labels: read.value.map((n) => ({ tag: `${batch.name}-${n}`, what: `unit ${n} of ${batch.planned}` })),
        customer: batch.customer,
        machine: batch.product,
        serial: '',
      },
      size,
      { shop: person.shop, issuedBy: person.name, issuedAt: new Date(), fontFolder: this.fontFolder },
    );
    sendFile(
      response,
      { type: 'application/pdf', inline: true, motor: batch.name, file: `labels-${size}.pdf` },
      bytes,
    );
  }
}

@Module({
  imports: [NamedItemsModule, SuppliesModule],
  controllers: [SeriesController],
  providers: [SeriesService, SeriesDrift, SeriesRepository, SeriesReader, SeriesTaking],
})
export class SeriesModule {
  static at(fontFolder: string): DynamicModule {
    return { module: SeriesModule, providers: [{ provide: FONT_FOLDER, useValue: fontFolder }] };
  }
}
