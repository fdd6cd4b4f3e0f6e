/**
 * The line protocol of a line that reports by itself: `RECORDS 120 400` is answered by what came after its record 120.
 * Described in docs/instruments.md.
 */
import { SeriesEntry } from '@norther/records';

export interface HeardRecord {
  readonly number: number;
  readonly entry: SeriesEntry;
}

/** @throws with a sentence where the line says something else, or a record that has no unit or station */
export function readRecords(lines: readonly string[]): HeardRecord[] {
  const [head = '', ...rest] = lines;
  if (!/^RECORDS\b/.test(head)) throw new Error(`It answered “${head.slice(0, 60)}”, not its records.`);
  const records = rest.filter((l) => l !== 'END').map(readRecord);
  records.forEach((r, i) => {
    if (i > 0 && r.number <= records[i - 1]!.number)
      throw new Error(
        `Its record ${r.number} comes after ${records[i - 1]!.number}: they must count upwards.`,
      );
  });
  return records;
}

/** `121 unit=147 station=fuse at=2026-11-30T10:00:00Z joint=503.2C lot.wire=R31`; a blank in a value is %20. */
function readRecord(line: string): HeardRecord {
  const [number, ...pairs] = line.trim().split(/\s+/);
  const said = new Map(
    pairs.map((pair) => {
      const at = pair.indexOf('=');
      return [pair.slice(0, at), decode(pair.slice(at + 1))] as const;
    }),
  );
  const own = new Set(['unit', 'station', 'at', 'hand', 'program']);
  const read = SeriesEntry.safeParse({
    serial: Number(said.get('unit')),
    station: said.get('station') ?? '',
    ...(said.has('at') ? { at: said.get('at') } : {}),
    hand: said.get('hand') ?? '',
    program: said.get('program') ?? '',
    lots: Object.fromEntries(
      [...said].flatMap(([k, v]) => (k.startsWith('lot.') ? [[k.slice(4), v] as const] : [])),
    ),
    figures: Object.fromEntries([...said].filter(([k]) => !own.has(k) && !k.startsWith('lot.'))),
  });
  if (!/^\d{1,15}$/.test(number ?? '') || !read.success)
    throw new Error(`Its record “${line.slice(0, 80)}” cannot be read.`);
  return { number: Number(number), entry: read.data };
}

function decode(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
