import {
  Body,
  Controller,
  Get,
  HttpCode,
  Module,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { PartChange, PartEntry, PartWithdrawal } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';
import type { WriteKey } from '../database/write.ts';
import { Who, Write } from '../http/request.ts';
import { MotorsModule } from '../motors/motors.module.ts';
import type { Person } from '../people/person.ts';
import { PartsRepository } from './parts.repository.ts';
import { PartsService } from './parts.service.ts';

class NewPart extends createZodDto(PartEntry) {}
class ChangedPart extends createZodDto(PartChange) {}
class WithdrawnPart extends createZodDto(PartWithdrawal) {}
class Tag extends createZodDto(z.object({ tag: z.string().trim().min(1).max(24) })) {}

@ApiTags('parts')
@Controller()
export class PartsController {
  constructor(private readonly parts: PartsService) {}

  /** The motors in the shop that have a part with this tag. */
  @Get('parts')
  withTag(@Who() person: Person, @Query() { tag }: Tag) {
    return this.parts.withTag(person, tag);
  }

  @Post('motors/:number/parts')
  @HttpCode(201)
  add(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: NewPart,
  ) {
    return this.parts.add(person, write, number, body);
  }

  @Put('motors/:number/parts/:id')
  change(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedPart,
  ) {
    return this.parts.change(person, write, number, id, body);
  }

  @Post('motors/:number/parts/:id/withdraw')
  @HttpCode(200)
  withdraw(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: WithdrawnPart,
  ) {
    return this.parts.withdraw(person, write, number, id, body);
  }
}

@Module({
  imports: [MotorsModule],
  controllers: [PartsController],
  providers: [PartsService, PartsRepository],
})
export class PartsModule {}
