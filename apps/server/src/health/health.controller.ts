/** Whether the process lives, and whether it can work: for who starts it, watches it, or stands before it. */
import { Controller, Get } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sql } from 'drizzle-orm';
import journal from '../../drizzle/meta/_journal.json' with { type: 'json' };
import { Database } from '../database/database.ts';
import { Heavy } from '../heavy/heavy.ts';
import { Open } from '../http/open.ts';
import { Busy } from '../http/problem.ts';

@ApiTags('health')
@Controller()
export class HealthController {
  constructor(
    private readonly database: Database,
    private readonly heavy: Heavy,
  ) {}

  @Open()
  @Get('health')
  health() {
    return { norther: 'alive' };
  }

  /** The database answers, and is as new as this program; and what sheets and documents are made with is there. */
  @Open()
  @Get('ready')
  async ready() {
    const { rows } = await this.database.db.execute<{ n: number }>(
      sql`select count(*)::int as n from drizzle.__drizzle_migrations`,
    );
    const wanted = journal.entries.length;
    if ((rows[0]?.n ?? 0) < wanted) throw new Busy('The database is being brought up to date.', 5);
    if (!this.heavy.warm) throw new Busy('The server is just starting.', 2, 503, true);
    return { norther: 'ready', migrations: wanted };
  }
}
