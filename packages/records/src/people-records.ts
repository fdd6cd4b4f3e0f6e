/** Who works in the shop. */
import { z } from 'zod';
import { Id, Instant, RoleName, TypedFields, Version } from './shapes.ts';

export const PersonName = z
  .string()
  .trim()
  .min(2, 'A name has at least two letters.')
  .max(80)
  .regex(/^[\p{L}\p{N}][\p{L}\p{N} .’'-]*$/u, 'A name has letters, figures, spaces, dots and hyphens.');
const Pin = z.string().min(1, 'Give a PIN or a passphrase.').max(200);

export const PersonRecord = z.object({
  id: Id,
  name: PersonName,
  role: RoleName,
  retiredAt: Instant.nullable(),
  /** The PIN stands in the documentation. */
  publishedPin: z.boolean(),
  /** When they work, and at what, as typed. */
  shift: TypedFields,
  version: Version,
});
export type PersonRecord = z.infer<typeof PersonRecord>;

export const NewPerson = z.object({ name: PersonName, role: RoleName, pin: Pin });
export type NewPerson = z.infer<typeof NewPerson>;

/** What is given is changed; the rest stays. */
export const PersonChange = z.object({
  version: Version,
  name: PersonName.optional(),
  role: RoleName.optional(),
  pin: Pin.optional(),
  retired: z.boolean().optional(),
  shift: TypedFields.optional(),
});
export type PersonChange = z.infer<typeof PersonChange>;

/** The first lead of a shop that has nobody yet. */
export const SetUpShop = z.object({
  /** Printed by the start script on the machine itself. */
  word: z.string().min(1, 'Type the word that was printed when the server started.').max(80),
  shop: z.string().trim().min(2, 'Give the shop its name.').max(80),
  name: PersonName,
  pin: Pin,
});
export type SetUpShop = z.infer<typeof SetUpShop>;
