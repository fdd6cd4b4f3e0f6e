/** Days and times as people write them, read without guessing. Apart from showing: reading is three times as large. */
import { format, formatISO, isValid, parse, parseISO } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';

/** Tried in order; the first that reads the whole text is it. Nothing here can be read in two ways. */
const PATTERNS = [
  "yyyy-MM-dd'T'HH:mm",
  'yyyy-MM-dd HH:mm',
  'yyyy-MM-dd',
  'EEE d MMM yyyy, HH:mm',
  'EEE d MMM yyyy HH:mm',
  'd MMM yyyy, HH:mm',
  'd MMM yyyy HH:mm',
  'd MMM yyyy',
  'd MMM HH:mm',
  'd MMM',
  'd MMMM yyyy HH:mm',
  'd MMMM yyyy',
  'd MMMM HH:mm',
  'd MMMM',
  'd.M.yyyy HH:mm',
  'd.M.yyyy',
  'd.M. HH:mm',
  'd.M.',
];
/** The end of a working day, where only the day is said. */
const EVENING = 16;

export type MomentReading =
  { readonly ok: true; readonly value: Date } | { readonly ok: false; readonly message: string };

/** @param now gives the year and the day where they are not written: the next such day */
export function readMoment(text: string, now = new Date()): MomentReading {
  const typed = text.trim().replaceAll(/\s+/g, ' ');
  if (/^\d{1,2}\/\d{1,2}(\/\d{2,4})?\b/.test(typed))
    return {
      ok: false,
      message: `“${typed}” can be read with the day or the month first. Write the month as a word, such as 4 Dec 18:00.`,
    };
  const midnight = new Date(now.getFullYear(), now.getMonth(), now.getDate());
  const clock = /^(\d{1,2})[:.](\d{2})$/.exec(typed);
  if (clock && Number(clock[1]) < 24 && Number(clock[2]) < 60) {
    const at = new Date(midnight);
    at.setHours(Number(clock[1]), Number(clock[2]));
    if (at < now) at.setDate(at.getDate() + 1);
    return { ok: true, value: at };
  }
  const weekday = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*( (\d{1,2})[:.](\d{2}))?$/i.exec(typed);
  if (weekday) {
    const at = new Date(midnight);
    const day = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'].indexOf(weekday[1]!.toLowerCase());
    at.setDate(at.getDate() + ((day - at.getDay() + 7) % 7));
    at.setHours(Number(weekday[3] ?? EVENING), Number(weekday[4] ?? 0));
    if (at < now) at.setDate(at.getDate() + 7);
    return { ok: true, value: at };
  }
  const written = typed.replace(/(\d)(st|nd|rd|th)\b/, '$1');
  for (const pattern of PATTERNS) {
    const at = parse(written, pattern, midnight, { locale: enGB });
    // Two digits after a month are an hour or a year.
    if (!isValid(at) || at.getFullYear() < 2000) continue;
    if (!pattern.includes('HH')) at.setHours(EVENING, 0);
    if (!pattern.includes('yyyy') && at < midnight) at.setFullYear(at.getFullYear() + 1);
    return { ok: true, value: at };
  }
  return {
    ok: false,
    message: `“${typed}” is no day that can be read. Write 4 Dec 18:00, Fri 18:00 or 2026-12-04 18:00.`,
  };
}

/** What a draft keeps: `2026-12-04T18:00`, or what was typed where it cannot be read. */
export const keptMoment = (text: string, now = new Date()): string => {
  if (text.trim() === '') return '';
  const read = readMoment(text, now);
  return read.ok ? format(read.value, "yyyy-MM-dd'T'HH:mm") : text;
};
/** An instant as a draft keeps it, in the shop's own time. */
export const momentOfIso = (iso: string | null): string =>
  iso ? format(parseISO(iso), "yyyy-MM-dd'T'HH:mm") : '';
export const isoOfMoment = (kept: string): string | null => {
  const read = kept.trim() ? readMoment(kept) : null;
  return read?.ok ? new Date(formatISO(read.value)).toISOString() : null;
};
