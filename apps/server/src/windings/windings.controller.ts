import { Body, Controller, Param, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { JointMarkEntry, WindingChange, WindingRole } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { Problem } from '../http/problem.ts';
import { Who, WriteId } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { WindingsService } from './windings.service.ts';

class ChangedWinding extends createZodDto(WindingChange) {}
class NewJointMark extends createZodDto(JointMarkEntry) {}

@ApiTags('windings')
@Controller('motors/:number')
export class WindingsController {
  constructor(private readonly windings: WindingsService) {}

  @Put('windings/:role')
  save(
    @Who() person: Person,
    @WriteId() writeId: string,
    @Param('number') number: string,
    @Param('role') role: string,
    @Body() body: ChangedWinding,
  ) {
    const known = WindingRole.safeParse(role);
    if (!known.success) throw new Problem(404, 'A winding is as-found, proposed or as-wound.');
    return this.windings.save(person, writeId, number, known.data, body);
  }

  /** A joint made, found wrong, or opened again. */
  @Post('joints')
  mark(
    @Who() person: Person,
    @WriteId() writeId: string,
    @Param('number') number: string,
    @Body() body: NewJointMark,
  ) {
    return this.windings.mark(person, writeId, number, body);
  }
}
