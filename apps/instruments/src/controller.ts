/** The stand-in controller of some ovens: answers one line for each that it is asked. Described in docs/instruments.md. */
import type { Server } from 'node:net';
import { coldOven, FAULTS, ovenAt, readingOf, type Fault, type OvenState } from './oven.ts';
import { serveLines, type StandIn } from './serve-lines.ts';

/** Its recorder keeps a reading a minute, for a day. */
const MINUTE = 60_000;
const REMEMBERED = 1440;

export interface ControllerOptions {
  readonly channels: number;
  /** Where its ovens were when it was switched off. */
  readonly states?: readonly OvenState[];
  /** Simulated seconds a second. */
  readonly pace?: number;
}

export class OvenController implements StandIn {
  private readonly ovens = new Map<number, OvenState>();
  private readonly memory = new Map<number, { readonly at: number; readonly said: string }[]>();
  private readonly pace: number;

  constructor({ channels, states = [], pace = 1 }: ControllerOptions) {
    this.pace = pace;
    for (let channel = 1; channel <= channels; channel++) {
      this.ovens.set(channel, states.find((s) => s.channel === channel) ?? coldOven(channel, Date.now()));
      this.memory.set(channel, []);
    }
  }

  /** Minute by minute, so that what lies behind is remembered as it was. */
  states(now = Date.now()): OvenState[] {
    for (const [channel, before] of this.ovens) {
      let oven = before;
      const memory = this.memory.get(channel)!;
      for (;;) {
        const next = (Math.floor(oven.at / MINUTE) + 1) * MINUTE;
        if (next > now) break;
        oven = { ...ovenAt(oven, next, this.pace), at: next };
        memory.push({ at: next, said: readingOf(oven, next) });
      }
      if (memory.length > REMEMBERED) memory.splice(0, memory.length - REMEMBERED);
      this.ovens.set(channel, ovenAt(oven, now, this.pace));
    }
    return [...this.ovens.values()];
  }

  /** @returns the answer, without its end of line */
  answer(line: string, now = Date.now()): string {
    const [word = '', number = '', ...rest] = line.trim().split(/\s+/);
    if (word === 'HELLO') return `NORTHER-OVEN 1 channels=${this.ovens.size}`;
    this.states(now);
    const channel = Number(number);
    const oven = this.ovens.get(channel);
    if (!['READ', 'LOG', 'PUT', 'OUT', 'FAULT'].includes(word)) return 'ERR unknown word';
    if (!oven) return `ERR no channel ${number.slice(0, 8)}`;
    if (word === 'READ') return readingOf(oven, now);
    if (word === 'LOG') return this.remembered(channel, Number(rest[0]), now);
    const next =
      word === 'PUT'
        ? put(oven, rest)
        : word === 'OUT'
          ? { ...oven, setC: null, massKg: null }
          : fault(oven, rest);
    if (typeof next === 'string') return `ERR ${next}`;
    this.ovens.set(channel, next);
    return `OK ${channel}`;
  }

  /** `LOG 2 240`: a line a minute, as minutes before now, then `END`. */
  private remembered(channel: number, minutes: number, now: number): string {
    if (!(minutes > 0)) return 'ERR LOG 2 240 is wanted, in minutes';
    const lines = this.memory
      .get(channel)!
      .filter((m) => m.at > now - minutes * MINUTE)
      .map((m) => `-${((now - m.at) / MINUTE).toFixed(2)} ${m.said.split(' ').slice(2).join(' ')}`);
    return [`LOG ${channel} n=${lines.length}`, ...lines, 'END'].join('\n');
  }

  serve(port: number, host?: string): Promise<Server> {
    return serveLines(this, port, host);
  }
}

/** `PUT 2 set=138.0C mass=118`: a cold part goes in, and somebody starts the oven. */
function put(oven: OvenState, words: readonly string[]): OvenState | string {
  const said = new Map(words.map((w) => [w.split('=')[0]!, w.split('=')[1] ?? '']));
  const setC = Number(/^(\d{2,3}(\.\d)?)C$/.exec(said.get('set') ?? '')?.[1]);
  const massKg = Number(said.get('mass') ?? NaN);
  if (!(setC >= 30 && setC <= 500)) return 'set=138.0C is wanted, from 30 to 500';
  if (!(massKg > 0 && massKg < 20_000)) return 'mass=118 is wanted, in kg';
  return { ...oven, setC, massKg, surfaceC: 21, middleC: 21 };
}

function fault(oven: OvenState, [name = '']: readonly string[]): OvenState | string {
  const known = FAULTS.find((f): f is Fault => f === name);
  return known ? { ...oven, fault: known } : `faults are ${FAULTS.join(', ')}`;
}
