import {
  Body,
  Controller,
  Get,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  HttpCode,
  Query,
  Req,
  Res,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { AddAttachment, ATTACHMENT_MEDIA, MarksChange, NoteChange } from '@norther/records';
import type { Request, Response } from 'express';
import { createZodDto } from 'nestjs-zod';
import type { WriteKey } from '../database/write.ts';
import { ReasonGiven } from '../http/reason-given.ts';
import { Who, Write } from '../http/request.ts';
import { sendKept } from '../http/send.ts';
import type { Person } from '../people/person.ts';
import { AttachmentsService } from './attachments.service.ts';

class Entry extends createZodDto(AddAttachment) {}
class Marks extends createZodDto(MarksChange) {}
class Note extends createZodDto(NoteChange) {}

@ApiTags('photos and papers')
@Controller('motors/:number/attachments')
export class AttachmentsController {
  constructor(private readonly attachments: AttachmentsService) {}

  /** The body is the file as it is. */
  @Post()
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  add(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Query() entry: Entry,
    @Req() request: Request,
  ) {
    const length = Number(request.headers['content-length'] ?? NaN);
    return this.attachments.add(
      person,
      write,
      number,
      entry,
      request,
      Number.isFinite(length) ? length : null,
    );
  }

  @Get(':id/file')
  async file(
    @Who() person: Person,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Res() response: Response,
  ) {
    const { path, media, hash } = await this.attachments.file(person, number, id);
    const name = `${hash.slice(0, 12)}.${ATTACHMENT_MEDIA[media]}`;
    await sendKept(response, {
      path,
      type: media,
      motor: number,
      file: name,
      inline: media === 'image/jpeg',
    });
  }

  @Get(':id/small')
  async small(
    @Who() person: Person,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Res() response: Response,
  ) {
    const path = await this.attachments.thumb(person, number, id);
    await sendKept(response, { path, type: 'image/webp', motor: number, file: 'small.webp', inline: true });
  }

  @Put(':id/note')
  note(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() change: Note,
  ) {
    return this.attachments.note(person, write, number, id, change);
  }

  @Put(':id/marks')
  mark(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() change: Marks,
  ) {
    return this.attachments.mark(person, write, number, id, change);
  }

  @Post(':id/withdraw')
  @HttpCode(200)
  withdraw(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ReasonGiven,
  ) {
    return this.attachments.withdraw(person, write, number, id, body.reason);
  }
}
