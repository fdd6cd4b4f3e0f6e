/** A stand-in line that makes drive motors in series and reports by itself. Described in docs/instruments.md. */
import {
  knowsFault,
  PracticeLine,
  SERIES_LINES,
  type PracticeFault,
  type PracticeRecord,
} from '@norther/core';
import { LINE_FAULTS, type LineFault, type StandIn } from './serve-lines.ts';

const MOST_AT_ONCE = 400;

export interface LineSettings {
  readonly line: string;
  readonly planned: number;
  readonly seed: number;
  readonly hands?: Readonly<Record<string, string>>;
  readonly faults?: readonly PracticeFault[];
}

export class StandInLine implements StandIn {
  lineFault: LineFault = 'none';
  readonly practice: PracticeLine;
  private readonly line;

  constructor(settings: LineSettings) {
    this.line = SERIES_LINES[settings.line]!;
    this.practice = new PracticeLine({ ...settings, line: this.line });
  }

  answer(text: string): string {
    const [word = '', ...rest] = text.trim().split(/\s+/);
    switch (word) {
      case 'HELLO':
        return 'NORTHER-BENCH 1 does=series-line serial=SL-7';
      case 'HOLD':
        this.practice.hold(rest[0] === '-' ? [] : (rest[0]?.split(',') ?? []));
        return 'OK';
      case 'RECORDS':
        return this.after(Number(rest[0]), Math.min(MOST_AT_ONCE, Number(rest[1] ?? MOST_AT_ONCE)));
      case 'RUN': {
        const cycles = Number(rest[0] ?? 1);
        if (!(cycles >= 1 && cycles <= 10_000)) return 'ERR RUN 40 is wanted';
        for (let i = 0; i < cycles; i++) this.practice.tick(new Date());
        return 'OK';
      }
      case 'FAULT':
        return this.fault(rest);
      default:
        return 'ERR unknown word';
    }
  }

  private after(number: number, most: number): string {
    if (!Number.isInteger(number) || number < 0) return 'ERR RECORDS 120 400 is wanted';
    const records = this.practice.records.slice(number, number + most);
    return [`RECORDS n=${records.length}`, ...records.map(sayRecord), 'END'].join('\n');
  }

  /** `FAULT drift fuse.joint 1.2 147`, `step`, `rework wind.coil 33`, `gap test.surge 50`, `lot wind wire R31 147 fuse.joint 12`. */
  private fault([kind = '', ...rest]: readonly string[]): string {
    const known = LINE_FAULTS.find((f) => f === kind);
    if (known) {
      this.lineFault = known;
      return 'OK';
    }
    const fault = readFault(kind, rest);
    if (!fault || !knowsFault(this.line, fault))
      return `ERR faults are drift, step, rework, gap, lot, ${LINE_FAULTS.join(', ')}`;
    this.practice.fault(fault);
    return 'OK';
  }
}

function readFault(kind: string, rest: readonly string[]): PracticeFault | null {
  const [a = '', b = '', c = '', d = '', e, f] = rest;
  if (kind === 'drift' || kind === 'step') {
    const [amount, from] = [Number(b), Number(c)];
    return Number.isFinite(amount) && from >= 1 ? { kind, figure: a, amount, from } : null;
  }
  if (kind === 'rework' || kind === 'gap')
    return Number(b) >= 1 ? { kind, figure: a, unit: Number(b) } : null;
  if (kind !== 'lot' || !(Number(d) >= 1)) return null;
  const lot = { kind: 'lot', station: a, what: b, lot: c, from: Number(d) } as const;
  return e === undefined ? lot : { ...lot, figure: e, amount: Number(f) };
}

const sayRecord = (r: PracticeRecord): string =>
  [
    `${r.number} unit=${r.serial} station=${r.station} at=${r.at}`,
    ...Object.entries(r.figures).map(([id, v]) => `${id}=${v}`),
    ...Object.entries(r.lots).map(([what, lot]) => `lot.${what}=${encodeURIComponent(lot)}`),
    r.hand && `hand=${encodeURIComponent(r.hand)}`,
    `program=${r.program}`,
  ]
    .filter(Boolean)
    .join(' ');
