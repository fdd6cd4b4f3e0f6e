/**
 * The set of sheets: those of the shop and those of one motor, in groups. A group has a key; a digit after it names a
 * sheet of the group, so that two strokes reach any of many, and one stroke the first of each group.
 */
import {
  KIND_SHEET_NAMES,
  KIND_SHEETS,
  KIND_WORDS,
  type KindSheetName,
} from '../machine-kinds/kind-sheets.ts';

export interface SheetEntry {
  readonly name: string;
  readonly to: string;
  /** Strokes that lead to it, such as `3`, `22` or `F4 2`. */
  readonly key: string;
}
export interface SheetGroup {
  readonly key: string;
  readonly name: string;
  readonly sheets: readonly SheetEntry[];
}

function group(key: string, name: string, ...sheets: readonly (readonly [string, string])[]): SheetGroup {
  const own = (i: number) => (sheets.length === 1 ? key : `${key}${key.length > 1 ? ' ' : ''}${i + 1}`);
  return { key, name, sheets: sheets.map(([sheet, to], i) => ({ name: sheet, to, key: own(i) })) };
}

// F5 loads the page anew, F11 and F12 are the browser's.
export const SHOP_GROUPS: readonly SheetGroup[] = [
  group('F1', 'Floor', ['Floor', '/']),
  group('F2', 'Take in', ['Take in', '/new']),
  group(
    'F3',
    'Stores',
    ['Stores', '/stores'],
    ['Library', '/library'],
    ['Instruments', '/instruments'],
    ['Limits', '/limits'],
  ),
  group(
    'F4',
    'Shop',
    ['People', '/people'],
    ['Routes', '/routes'],
    ['Shop', '/shop'],
    ['Ovens', '/ovens'],
    ['Journal', '/journal'],
  ),
  group('F6', 'Legend', ['Legend', '/legend']),
  group('F7', 'Series', ['Series', '/series']),
  group('F8', 'Heat', ['Heat', '/heat']),
  group('F9', 'Plan', ['Plan', '/plan']),
];
const MOTOR_GROUPS: readonly SheetGroup[] = [
  group('1', 'Motor', ['Motor', ''], ['Failure', '/failure'], ['Agreed', '/agreement']),
  group(
    '2',
    'Plan',
    ['Card', '/card'],
    ['Winding', '/winding'],
    ['Connection', '/connection'],
    ['Search', '/search'],
    ['Cut', '/cut'],
    ['Library', '/library'],
  ),
  group('3', 'Work', ['Traveller', '/traveller']),
  group('4', 'Proof', ['Tests', '/tests'], ['Verdict', '/verdict'], ['Trends', '/trends']),
];
export const SHOP_SHEETS = SHOP_GROUPS.flatMap((g) => g.sheets);
export const MOTOR_SHEETS = MOTOR_GROUPS.flatMap((g) => g.sheets);

/**
 * The groups of a motor of this kind; a sheet keeps its key, whatever others the kind lacks.
 * @param kind null where it is not known yet: every sheet there is
 */
export function groupsOf(kind: string | null): readonly SheetGroup[] {
  if (kind === null) return MOTOR_GROUPS;
  const lacks: readonly string[] = KIND_SHEET_NAMES.filter((name) => !KIND_SHEETS[kind]?.includes(name));
  return MOTOR_GROUPS.map((g) => ({
    ...g,
    sheets: g.sheets
      .filter(({ to }) => !lacks.includes(to.slice(1)))
      .map((s) => ({ ...s, name: KIND_WORDS[kind]?.[s.to.slice(1) as KindSheetName] ?? s.name })),
  }));
}
export const sheetsOf = (kind: string) => groupsOf(kind).flatMap((g) => g.sheets);

/** The same groups with the addresses of one motor. */
export const ofMotor = (number: string, groups: readonly SheetGroup[]): SheetGroup[] =>
  groups.map((g) => ({
    ...g,
    sheets: g.sheets.map((s) => ({ ...s, to: `/motor/${encodeURIComponent(number)}${s.to}` })),
  }));

export interface Tab extends SheetEntry {
  readonly current: boolean;
  /** Of how many sheets it stands for, where its group is folded into one tab. */
  readonly folded: number;
  /** First of its group. */
  readonly first: boolean;
}

/**
 * The tabs at the foot: all sheets where there are few; of many only those of the group that is open, the others as one
 * tab a group.
 * @param most tabs that stand beside each other
 */
export function tabsOf(groups: readonly SheetGroup[], path: string, most = 11): Tab[] {
  const all = groups.reduce((n, g) => n + g.sheets.length, 0) <= most;
  // What lies under a sheet of the shop, such as one batch of the series, is shown as that sheet.
  const shown = (to: string) => to === path || (to === '/series' && path.startsWith('/series/'));
  return groups.flatMap((g) => {
    const open = g.sheets.some((s) => shown(s.to));
    if (all || open || g.sheets.length === 1)
      return g.sheets.map((s, i) => ({ ...s, current: shown(s.to), folded: 0, first: i === 0 }));
    return g.sheets
      .slice(0, 1)
      .map((s) => ({ ...s, key: g.key, name: g.name, current: false, folded: g.sheets.length, first: true }));
  });
}

/** How long after a group's key a digit names a sheet of it [ms]. */
const SECOND_STROKE = 1500;

const sheetIn = (group: SheetGroup, digit: string) =>
  group.sheets.find((s) => s.key !== group.key && s.key.replace(group.key, '').trim() === digit);

/** What keys lead to: one for a group, a digit soon after it for a sheet of that group. */
export class SheetKeys {
  private open: { readonly group: string; readonly at: number } | null = null;

  /** Whether a digit now would be the second stroke after a key of these groups. */
  awaits(groups: readonly SheetGroup[], now: number): boolean {
    const { open } = this;
    return open !== null && now - open.at < SECOND_STROKE && groups.some((g) => g.key === open.group);
  }

  /**
   * @param now [ms]
   * @param path of the sheet that is shown: a digit that is no group's key names a sheet of its group
   * @returns the sheet, or null where the key leads nowhere
   */
  press(groups: readonly SheetGroup[], key: string, now: number, path?: string): SheetEntry | null {
    const open = this.open;
    this.open = null;
    const soon = open !== null && now - open.at < SECOND_STROKE && groups.find((g) => g.key === open.group);
    const second = soon && sheetIn(soon, key);
    if (second) return second;
    const first = groups.find((g) => g.key === key && g.sheets.length > 0);
    if (!first) {
      const shown = groups.find((g) => g.sheets.some((s) => s.to === path));
      return (shown && sheetIn(shown, key)) ?? null;
    }
    this.open = { group: first.key, at: now };
    return first.sheets[0]!;
  }
}
