import { Injectable } from '@nestjs/common';
import type { Transaction } from '../database/database.ts';
import { readings } from '../database/schema.ts';

@Injectable()
export class TestPanelRepository {
  async insert(tx: Transaction, row: typeof readings.$inferInsert) {
    await tx.insert(readings).values(row);
  }
}
