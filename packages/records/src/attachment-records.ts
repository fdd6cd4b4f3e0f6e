/** Photos and papers kept with a motor: where they belong, what they show, and the sum that names their content. */
import { hasStation, type Route } from '@norther/core';
import { z } from 'zod';
import { BodyName, Id, Instant, StationName } from './shapes.ts';

/** Kinds of file that are kept, with the ending of their name. */
export const ATTACHMENT_MEDIA = { 'image/jpeg': 'jpg', 'application/pdf': 'pdf' } as const;
export type AttachmentMedia = keyof typeof ATTACHMENT_MEDIA;

/** What one file may have [bytes], and how many a motor may have. */
export const MOST_FILE_BYTES = 40 * 1024 * 1024;
export const MOST_ATTACHMENTS = 300;

export type Place =
  { readonly kind: 'motor' } | { readonly kind: 'part' | 'station' | 'reading'; readonly of: string };

/** @returns what a place such as `station/saw` names, or null where it names nothing that could be */
export function readPlace(place: string): Place | null {
  if (place === 'motor') return { kind: 'motor' };
  const [kind, of = '', ...rest] = place.split('/');
  const names = { part: BodyName, station: StationName, reading: Id };
  if (rest.length > 0 || kind === undefined || !Object.hasOwn(names, kind)) return null;
  const known = kind as keyof typeof names;
  return names[known].safeParse(of).success ? { kind: known, of } : null;
}

/** Whether a motor on this route, with these readings, has such a place. */
export function hasPlace(place: string, route: Route, readings: readonly { readonly id: string }[]): boolean {
  const read = readPlace(place);
  if (read === null || read.kind === 'motor' || read.kind === 'part') return read !== null;
  return read.kind === 'station' ? hasStation(route, read.of) : readings.some((r) => r.id === read.of);
}

/** Where it belongs: `motor`, `part/stator`, `station/saw`, `reading/<id>`. */
export const AttachmentPlace = z
  .string()
  .refine(
    (place) => readPlace(place) !== null,
    'A place is motor, part/stator, station/<name> or reading/<id>.',
  );

export const FileHash = z.string().regex(/^[0-9a-f]{64}$/, 'A SHA-256 sum in small hexadecimal letters.');

/** A place on a photo, as shares of its width and height from the upper left. */
const Spot = z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]);
const Words = z.string().trim().max(120).default('');
/** Drawn over a photo, kept beside it: the picture itself is never changed. */
export const PhotoMark = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('arrow'), from: Spot, to: Spot, text: Words }),
  z.object({
    kind: z.literal('ring'),
    at: Spot,
    /** Share of the width. */ radius: z.number().min(0.005).max(0.5),
    text: Words,
  }),
  z.object({
    kind: z.literal('note'),
    at: Spot,
    text: z.string().trim().min(1, 'Write what it says.').max(120),
  }),
]);
export type PhotoMark = z.infer<typeof PhotoMark>;
const MOST_MARKS = 40;
export const PhotoMarks = z.array(PhotoMark).max(MOST_MARKS, `At most ${MOST_MARKS} marks on a photo.`);

/** Other marks, instead of those that were seen. */
export const MarksChange = z.object({
  marks: PhotoMarks,
  was: PhotoMarks,
  why: z.string().trim().max(500).default(''),
});
export type MarksChange = z.infer<typeof MarksChange>;

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
  marks: PhotoMarks.default([]),
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
