/** Days and times as people read them: with the day's name, always in 24 hours. */
import { format } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';

/** `Fri 4 Dec 2026, 18:00`. */
export const showDay = (iso: string): string => format(new Date(iso), 'd MMM yyyy', { locale: enGB });
export const showMoment = (at: Date): string => format(at, 'EEE d MMM yyyy, HH:mm', { locale: enGB });
/** `Fri 18:00` within the week, `4 Dec 18:00` beyond. */
export const showSoon = (at: Date, days: number): string =>
  format(at, Math.abs(days) > 5 ? 'd MMM HH:mm' : 'EEE HH:mm', { locale: enGB });
export const showClock = (at: Date): string => format(at, 'HH:mm');
