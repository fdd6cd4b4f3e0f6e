import { Body, Controller, Param, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { WindingChange, WindingRole } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { Problem } from '../http/problem.ts';
import { Who, WriteId } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { WindingsService } from './windings.service.ts';

class ChangedWinding extends createZodDto(WindingChange) {}

@ApiTags('windings')
@Controller('motors/:number/windings')
export class WindingsController {
  constructor(private readonly windings: WindingsService) {}

  @Put(':role')
  save(
    @Who() person: Person,
    @WriteId() writeId: string,
    @Param('number') number: string,
    @Param('role') role: string,
    @Body() body: ChangedWinding,
  ) {
    const known = WindingRole.safeParse(role);
    if (!known.success) throw new Problem(404, 'A winding is as-found or proposed.');
    return this.windings.save(person, writeId, number, known.data, body);
  }
}
