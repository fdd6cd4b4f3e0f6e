import { Body, Controller, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { JointMarkEntry, SeenVersion, WindingChange, WindingRole } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { Problem } from '../http/problem.ts';
import type { WriteKey } from '../database/write.ts';
import { Who, Write } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { WindingsService } from './windings.service.ts';

class ChangedWinding extends createZodDto(WindingChange) {}
class Release extends createZodDto(SeenVersion) {}
class NewJointMark extends createZodDto(JointMarkEntry) {}

@ApiTags('windings')
@Controller('motors/:number')
export class WindingsController {
  constructor(private readonly windings: WindingsService) {}

  @Put('windings/:role')
  save(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Param('role') role: string,
    @Body() body: ChangedWinding,
  ) {
    const known = WindingRole.safeParse(role);
    if (!known.success) throw new Problem(404, 'A winding is as-found, proposed or as-wound.');
    return this.windings.save(person, write, number, known.data, body);
  }

  @Post('windings/proposed/release')
  @HttpCode(200)
  release(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: Release,
  ) {
    return this.windings.release(person, write, number, body.version);
  }

  /** Every joint that is still open, made. */
  @Post('joints/rest')
  @HttpCode(200)
  markRest(@Who() person: Person, @Write() write: WriteKey, @Param('number') number: string) {
    return this.windings.markRest(person, write, number);
  }

  /** A joint made, found wrong, or opened again. */
  @Post('joints')
  mark(
    @Who() person: Person,
    @Write() write: WriteKey,
    @Param('number') number: string,
    @Body() body: NewJointMark,
  ) {
    return this.windings.mark(person, write, number, body);
  }
}
