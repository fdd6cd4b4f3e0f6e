/**
 * How a winder writes spans, turns, groups and single coils, and what each of them reads as.
 * Source: a span counted from slot 1 to slot n is pitch n − 1: common practice, no source.
 */
import { PHASES, type EnteredCoil, type Phase } from '../layout/index.ts';

export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly message: string };
const no = (message: string) => ({ ok: false, message }) as const;
const yes = <T>(value: T) => ({ ok: true, value }) as const;

/** `1-9`, `1–9`, `1 to 9`, or `9` alone; → pitch 8. A span may start at another slot: `3-11` is 1-9. */
export function readSpan(typed: string): { readonly pitch: number } | { readonly message: string } {
  const m = /^(?:(\d+)\s*(?:-|–|to)\s*)?(\d+)$/i.exec(typed.trim());
  if (!m) return { message: `“${typed.trim()}” is not a span. 1-9 means from slot 1 to slot 9.` };
  const pitch = Number(m[2]) - Number(m[1] ?? 1);
  return pitch >= 1
    ? { pitch }
    : { message: `“${typed.trim()}” does not lead to a later slot. 1-9 means from slot 1 to slot 9.` };
}

/** One span, or one for each coil of a concentric group, in either order: `1-12,1-10,1-8` or `2-9, 1-10`. → pitches, longest first */
export function readSpans(typed: string): Read<readonly number[]> {
  const pitches: number[] = [];
  for (const part of typed.split(/[,;/]/)) {
    const span = readSpan(part);
    if ('message' in span) return no(span.message);
    pitches.push(span.pitch);
  }
  return yes([...pitches].sort((a, b) => b - a));
}

/**
 * `14`; `14,14,12` for each coil of a group; `14,12/13,13` for groups of two kinds in turn.
 * @returns one row a kind of group
 */
export function readTurns(typed: string): Read<readonly (readonly number[])[]> {
  const rows: number[][] = [];
  for (const row of typed.split('/')) {
    const turns = row.split(/[,;]|\s+(?=\d)/).map((t) => t.trim());
    const wrong = turns.find((t) => !/^\d+$/.test(t) || Number(t) < 1 || Number(t) > 2000);
    if (wrong !== undefined)
      return no(
        `“${wrong}” is no count of turns. Write 14, or 14,14,12 for each coil of a group, from 1 to 2000.`,
      );
    rows.push(turns.map(Number));
  }
  return yes(rows);
}

/** Whole numbers apart by blanks, commas or dashes: `3 2 3 2`. */
export function readCounts(typed: string, least: number, what: string): Read<readonly number[]> {
  const parts = typed
    .trim()
    .split(/[\s,;–-]+/)
    .filter(Boolean);
  const wrong = parts.find((t) => !/^\d+$/.test(t) || Number(t) < least);
  return wrong === undefined && parts.length > 0
    ? yes(parts.map(Number))
    : no(`“${wrong ?? typed}” is no ${what}. Write them as 3 2 3 2.`);
}

/** A sequence of groups, repeated until it goes once round the bore; as it is when it does not fit. */
export function roundTheBore(sequence: readonly number[], groups: number): readonly number[] {
  if (groups % sequence.length !== 0) return sequence;
  return Array.from({ length: groups }, (_, i) => sequence[i % sequence.length]!);
}

/**
 * Coils one by one, apart by semicolons or lines: `1-8 U 12` from slot 1 to slot 8, phase U, 12 turns; `-U` for a coil
 * whose current returns by its first side. Neighbours of one phase and direction are one group.
 */
export function readCoils(typed: string): Read<readonly EnteredCoil[]> {
  const coils: EnteredCoil[] = [];
  for (const [i, part] of typed
    .split(/[;\n]+/)
    .map((p) => p.trim())
    .filter(Boolean)
    .entries()) {
    const m = /^(\d+)\s*[-–]\s*(\d+)\s+([-−])?\s*([UVW])\s+[T]?(\d+)$/i.exec(part);
    if (!m) return no(`Coil ${i + 1}, “${part}”, is not understood. Write 1-8 U 12 or 1-8 -U 12.`);
    const turns = Number(m[5]);
    if (turns < 1 || turns > 2000) return no(`Coil ${i + 1}: 1 to 2000 turns, not ${m[5]}.`);
    coils.push({
      top: Number(m[1]),
      bottom: Number(m[2]),
      phase: PHASES.find((p): p is Phase => p === m[4]!.toUpperCase())!,
      sign: m[3] ? -1 : 1,
      turns,
    });
  }
  return coils.length > 0 ? yes(coils) : no('No coil is written. Write 1-8 U 12; 2-9 U 12.');
}

/** The same in the card's words. */
export const showCoils = (coils: readonly EnteredCoil[]): string =>
  coils.map((c) => `${c.top}-${c.bottom} ${c.sign < 0 ? '-' : ''}${c.phase} ${c.turns}`).join('; ');

/** Counts in a field of turns, such as `12` or `18,17`, each multiplied and rounded to whole turns, one at least. */
export const scaledCounts = (typed: string, factor: number): string =>
  typed.replaceAll(/\d+/g, (n) => String(Math.max(1, Math.round(Number(n) * factor))));
