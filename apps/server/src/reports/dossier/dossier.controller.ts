import { Controller, Get, Inject, Param, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import pLimit from 'p-limit';
import { AttachmentsService } from '../../attachments/attachments.service.ts';
import { Heavy } from '../../heavy/heavy.ts';
import { Who } from '../../http/request.ts';
import { sendFile } from '../../http/send.ts';
import { MotorsService } from '../../motors/motors.service.ts';
import type { Person } from '../../people/person.ts';
import { FONT_FOLDER } from '../font-folder.ts';
import { DOSSIER_FILES, type DossierKind } from './dossier-file.ts';

/** Photos in one dossier; the newest, and as many again from before the work. */
const MOST_PHOTOS = 24;

@ApiTags('reports')
@Controller('motors/:number')
export class DossierController {
  constructor(
    private readonly motors: MotorsService,
    private readonly attachments: AttachmentsService,
    private readonly heavy: Heavy,
    @Inject(FONT_FOLDER) private readonly fontFolder: string,
  ) {}

  /** All of a motor on paper. */
  @Get('dossier.pdf')
  pdf(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    return this.send('pdf', person, number, response);
  }

  /** The same as data, in the form that docs/files.md describes. */
  @Get('dossier.json')
  json(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    return this.send('json', person, number, response);
  }

  /** Every figure, one a line. */
  @Get('dossier.csv')
  csv(@Who() person: Person, @Param('number') number: string, @Res() response: Response) {
    return this.send('csv', person, number, response);
  }

  private async send(as: DossierKind, person: Person, number: string, response: Response) {
    const rows = await this.motors.rows(person, number);
    const photos = rows.attachments
      .filter((a) => a.media === 'image/jpeg' && a.here && !a.withdrawn)
      .slice(0, MOST_PHOTOS);
    // One after the other: they come out of the database that others write to.
    const oneByOne = pLimit(1);
    const recorded = async (ids: readonly string[], of: (id: string) => Promise<string>) =>
      Object.fromEntries(
        await Promise.all(ids.map((id) => oneByOne(async () => [id, await of(id)] as const))),
      );
    const { readings } = rows;
    const bytes = await this.heavy.dossier({
      as,
      rows,
      beside: await this.motors.beside(person, number),
      logs: await recorded(
        readings.filter((r) => r.logPoints > 0).map((r) => r.id),
        (id) => this.motors.log(person, number, id),
      ),
      waves: await recorded(
        readings.filter((r) => r.waveCount > 0).map((r) => r.id),
        (id) => this.motors.waves(person, number, id),
      ),
      photos: as === 'pdf' ? await this.attachments.forPrint(photos) : new Map(),
      issue: { shop: person.shop, issuedBy: person.name, issuedAt: new Date(), fontFolder: this.fontFolder },
    });
    sendFile(
      response,
      {
        type: DOSSIER_FILES[as],
        ...(as === 'pdf' ? { inline: true as const } : {}),
        motor: number,
        file: `dossier.${as}`,
      },
      bytes,
    );
  }
}
