/** What a shop names, fills in as a form, changes and retires: ovens, programmes, supplies, instruments. */
import { z } from 'zod';
import { Id, Instant, TypedFields, Version } from './shapes.ts';

export const NamedEntry = z.object({ typed: TypedFields });
export const NamedChange = NamedEntry.extend({ version: Version });
export const NamedItem = NamedEntry.extend({
  id: Id,
  name: z.string(),
  retiredAt: Instant.nullable(),
  version: Version,
});
export type NamedItem = z.infer<typeof NamedItem>;
