import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ReelChange, ReelEntry, SeenVersion, SettingsRecord } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';
import type { WriteKey } from '../database/write.ts';
import { Who, Write } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { StoresService } from './stores.service.ts';

class NewReel extends createZodDto(ReelEntry) {}
class ChangedReel extends createZodDto(ReelChange) {}
class ReelSeen extends createZodDto(SeenVersion) {}
class HistoryQuery extends createZodDto(
  z.object({
    before: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).optional(),
    limit: z.coerce.number().int().min(1).max(200).default(100),
  }),
) {}
class ChangedSettings extends createZodDto(SettingsRecord) {}

@ApiTags('stores')
@Controller('shop')
export class StoresController {
  constructor(private readonly stores: StoresService) {}

  @Get()
  shop(@Who() person: Person) {
    return this.stores.shop(person);
  }

  @Put('settings')
  settings(@Who() person: Person, @Write() write: WriteKey, @Body() body: ChangedSettings) {
    return this.stores.saveSettings(person, write, body);
  }

  @Post('reels')
  @HttpCode(201)
  add(@Who() person: Person, @Write() write: WriteKey, @Body() body: NewReel) {
    return this.stores.addReel(person, write, body);
  }

  @Put('reels/:id')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedReel,
  ) {
    return this.stores.changeReel(person, write, id, body);
  }

  @Post('reels/:id/retire')
  @HttpCode(200)
  retire(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ReelSeen,
  ) {
    return this.stores.retireReel(person, write, id, body.version, true);
  }

  @Post('reels/:id/restore')
  @HttpCode(200)
  restore(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ReelSeen,
  ) {
    return this.stores.retireReel(person, write, id, body.version, false);
  }

  /** What happened in the shop that is no motor's, for a lead; newest first. */
  @Get('history')
  history(@Who() person: Person, @Query() page: HistoryQuery) {
    return this.stores.history(person, page);
  }
}
