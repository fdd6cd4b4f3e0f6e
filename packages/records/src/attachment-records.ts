/** Photos and papers kept with a motor: where they belong, what they show, and the sum that names their content. */
import { z } from 'zod';
import { BodyName, Id, Instant, StationName } from './shapes.ts';

/** Kinds of file that are kept, with the ending of their name. */
export const ATTACHMENT_MEDIA = { 'image/jpeg': 'jpg', 'application/pdf': 'pdf' } as const;
export type AttachmentMedia = keyof typeof ATTACHMENT_MEDIA;

/** What one file may have [bytes], and how many a motor may have. */
export const MOST_FILE_BYTES = 40 * 1024 * 1024;
export const MOST_ATTACHMENTS = 300;

/** Where it belongs: `motor`, `part/stator`, `station/saw`, `reading/<id>`. */
export const AttachmentPlace = z.string().refine((place) => {
  const [kind, of = '', ...rest] = place.split('/');
  if (rest.length > 0) return false;
  if (kind === 'motor') return place === 'motor';
  if (kind === 'part') return BodyName.safeParse(of).success;
  if (kind === 'station') return StationName.safeParse(of).success;
  return kind === 'reading' && Id.safeParse(of).success;
}, 'A place is motor, part/stator, station/<name> or reading/<id>.');

export const FileHash = z.string().regex(/^[0-9a-f]{64}$/, 'A SHA-256 sum in small hexadecimal letters.');

export const AttachmentRecord = z.object({
  id: Id,
  place: AttachmentPlace,
  /** As the file was called where it came from. */
  name: z.string().max(160),
  note: z.string().max(500),
  hash: FileHash,
  media: z.enum(Object.keys(ATTACHMENT_MEDIA) as [AttachmentMedia, ...AttachmentMedia[]]),
  bytes: z.int().min(1).max(MOST_FILE_BYTES),
  /** Of a photo, as it is seen. */
  width: z.int().min(1).max(20_000).nullable(),
  height: z.int().min(1).max(20_000).nullable(),
  addedAt: Instant,
  addedBy: z.string(),
  order: z.int().min(0),
  /** Taken back: it stays readable. */
  withdrawn: z.object({ reason: z.string(), at: Instant, by: z.string() }).nullable(),
});
export type AttachmentRecord = z.infer<typeof AttachmentRecord>;

/** Said in the address: the body is the file itself. */
export const AddAttachment = z.object({
  place: AttachmentPlace.default('motor'),
  name: z.string().trim().max(160).default(''),
  note: z.string().trim().max(500).default(''),
  /** Needed for a motor that has left. */
  why: z.string().trim().max(500).default(''),
});
export type AddAttachment = z.infer<typeof AddAttachment>;

/** Another note, instead of the one that was read. */
export const NoteChange = z.object({
  note: z.string().trim().max(500),
  was: z.string().max(500),
  why: z.string().trim().max(500).default(''),
});
export type NoteChange = z.infer<typeof NoteChange>;
