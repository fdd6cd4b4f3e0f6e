/** Who did what, searched by a lead: over every motor and the shop itself. */
import { Controller, Get, Injectable, Module, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { JournalQuestion, type JournalLine } from '@norther/records';
import { and, desc, eq, gte, lte, sql } from 'drizzle-orm';
import { createZodDto } from 'nestjs-zod';
import { Database } from '../database/database.ts';
import { events, motors } from '../database/schema.ts';
import { forbidden } from '../http/problem.ts';
import { Who } from '../http/request.ts';
import type { Person } from '../people/person.ts';

class Question extends createZodDto(JournalQuestion) {}

const part = (words: string) => `%${words.toLowerCase().replaceAll(/[\\%_]/g, '\\$&')}%`;

/** Of one instant, which a clock that was set back may give twice, the order of the database decides. */
function earlierThan(place: string) {
  const [at, order] = place.split(' ') as [string, string];
  return sql`(${events.at}, ${events.order}) < (${new Date(at).toISOString()}::timestamptz, ${Number(order)})`;
}

@Injectable()
export class JournalService {
  constructor(private readonly database: Database) {}

  /** Newest first by the time that people know; what was imported stands where it happened. */
  async find(shopId: string, q: JournalQuestion): Promise<JournalLine[]> {
    const rows = await this.database.db
      .select({
        id: events.id,
        at: events.at,
        who: events.who,
        what: events.what,
        why: events.why,
        order: events.order,
        motor: motors.number,
      })
      .from(events)
      .leftJoin(motors, eq(motors.id, events.motorId))
      .where(
        and(
          eq(events.shopId, shopId),
          q.who === undefined ? undefined : eq(events.who, q.who),
          q.motor === undefined ? undefined : eq(motors.number, q.motor),
          q.words === undefined
            ? undefined
            : sql`lower(${events.what} || ' ' || ${events.why}) like ${part(q.words)}`,
          q.from === undefined ? undefined : gte(events.at, new Date(q.from)),
          q.to === undefined ? undefined : lte(events.at, new Date(q.to)),
          q.before === undefined ? undefined : earlierThan(q.before),
        ),
      )
      .orderBy(desc(events.at), desc(events.order))
      .limit(q.limit);
    return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
  }
}

@ApiTags('journal')
@Controller('journal')
export class JournalController {
  constructor(private readonly journal: JournalService) {}

  @Get()
  find(@Who() person: Person, @Query() question: Question) {
    if (person.role !== 'lead')
      throw forbidden('Who did what is a lead’s to read; a motor’s own history is everybody’s.');
    return this.journal.find(person.shopId, question);
  }
}

@Module({ controllers: [JournalController], providers: [JournalService] })
export class JournalModule {}
