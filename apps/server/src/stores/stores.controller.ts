import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { ReelChange, ReelEntry, SettingsRecord } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { Who, WriteId } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { StoresService } from './stores.service.ts';

class NewReel extends createZodDto(ReelEntry) {}
class ChangedReel extends createZodDto(ReelChange) {}
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
  settings(@Who() person: Person, @WriteId() writeId: string, @Body() body: ChangedSettings) {
    return this.stores.saveSettings(person, writeId, body);
  }

  @Post('reels')
  @HttpCode(201)
  add(@Who() person: Person, @WriteId() writeId: string, @Body() body: NewReel) {
    return this.stores.addReel(person, writeId, body);
  }

  @Put('reels/:id')
  change(
    @Who() person: Person,
    @WriteId() writeId: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedReel,
  ) {
    return this.stores.changeReel(person, writeId, id, body);
  }

  @Delete('reels/:id')
  remove(@Who() person: Person, @WriteId() writeId: string, @Param('id', ParseUUIDPipe) id: string) {
    return this.stores.removeReel(person, writeId, id);
  }
}
