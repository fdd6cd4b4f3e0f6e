/** Columns that tables of every part share. */
import { timestamp } from 'drizzle-orm/pg-core';

/** An instant, to the millisecond. */
export const at = (name: string) => timestamp(name, { withTimezone: true, precision: 3 });
