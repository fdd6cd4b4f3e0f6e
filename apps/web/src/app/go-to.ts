/** What the line at the foot can go to: sheets of this motor and of the shop, a sheet of another motor, and what can be done. */
import { MOTOR_SHEETS, sheetsOf, SHOP_SHEETS } from './sheets.ts';

export interface Place {
  readonly id: string;
  /** As it is called on its tab. */
  readonly name: string;
  readonly key: string;
  /** Further words that people look for it by. */
  readonly words: string;
  readonly to: string;
}

/** What a sheet is also looked for by: what it is for, in a winder's words. */
const ALSO: Readonly<Record<string, string>> = {
  Motor: 'identity plate nameplate history hold promise',
  Failure: 'burnt damage cause why',
  Agreed: 'customer estimate answer scope note',
  Card: 'data winding data count lead ends',
  Winding: 'bench bore figures proposal redesign',
  Connection: 'joints leads walk polarity compass trace terminals',
  Traveller: 'station sign step todo',
  Tests: 'measure reading insulation resistance core balance run',
  Verdict: 'result report pdf ready ship',
  Search: 'find better winding',
  Cut: 'liner wedge wire to take coil former',
  Floor: 'board all motors home',
  'Take in': 'new motor intake nameplate',
  Stores: 'wire reels varnish lot supplies',
  Instruments: 'calibration meter',
  Ovens: 'furnace programme treatment',
  Journal: 'who did what',
  Series: 'batch line units control chart lot drift',
  Shop: 'settings defaults units marks back-ups',
  Routes: 'stations gates order version publish',
  People: 'pin role lead winder tester unlock',
  Legend: 'marks keys help',
};

export const motorPlaces = (number: string, kind: string): Place[] =>
  sheetsOf(kind).map((s) => ({
    id: `sheet ${s.name}`,
    name: s.name,
    key: s.key,
    words: ALSO[s.name] ?? '',
    to: `/motor/${encodeURIComponent(number)}${s.to}`,
  }));

export const shopPlaces = (): Place[] =>
  SHOP_SHEETS.map((s) => ({
    id: `shop ${s.name}`,
    name: s.name,
    key: s.key,
    words: ALSO[s.name] ?? '',
    to: s.to,
  }));

/** How well a text fits a place: a name that begins with it before a word that does; null when it does not. */
function rank({ name, words }: Pick<Place, 'name' | 'words'>, text: string): number | null {
  const wanted = text.trim().toLowerCase();
  if (wanted === '') return 0;
  const own = name.toLowerCase();
  if (own.startsWith(wanted)) return 0;
  if (own.split(' ').some((w) => w.startsWith(wanted))) return 1;
  return words.split(' ').some((w) => w.startsWith(wanted)) ? 2 : null;
}

/** The places that fit what is typed, best first, else in their own order. */
export const fitting = <P extends Pick<Place, 'name' | 'words'>>(places: readonly P[], text: string): P[] =>
  places
    .map((place, i) => ({ place, i, rank: rank(place, text) }))
    .filter((x): x is { place: P; i: number; rank: number } => x.rank !== null)
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map((x) => x.place);

/** `3107 tests` names a sheet of another motor: its number, and the address of the sheet. */
export function sheetOfAnother(text: string): { readonly number: string; readonly to: string } | null {
  const m = /^(\S+)\s+(\S+)$/.exec(text.trim());
  if (!m) return null;
  const wanted = m[2]!.toLowerCase();
  const sheet = MOTOR_SHEETS.find((s) => s.name.toLowerCase().startsWith(wanted));
  return sheet ? { number: m[1]!, to: `/motor/${encodeURIComponent(m[1]!)}${sheet.to}` } : null;
}
