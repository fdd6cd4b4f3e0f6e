/**
 * The line protocol of an oven's controller, one line each way: `READ 2` is answered by
 * `READ 2 air=137.9C tc1=96.2C tc2=OPEN set=138.0C door=shut heat=on`. What its recorder remembers is asked by `LOG 2 240`.
 * Described in docs/instruments.md.
 */
import { connect } from 'node:net';
import type { ControllerAddress } from '@norther/core';

export interface OvenReading {
  readonly airC: number | null;
  /** Thermocouples in the part, in their order; null where one is open. */
  readonly parts: readonly (number | null)[];
  readonly setC: number | null;
  readonly door: 'shut' | 'open' | null;
  readonly heat: 'on' | 'off' | null;
}

/** Nobody waits longer for a controller [ms], and no answer is longer. */
const PATIENCE_MS = 2000;
const MOST_CHARACTERS = 600;
/** A day by the minute. */
const MOST_REMEMBERED = 400_000;
const MOST_SENSORS = 24;
const HOTTEST = 900;
const COLDEST = -60;

/** @throws with a sentence where the line says something else, or a unit that it does not name */
export function readLine(line: string, channel: number): OvenReading {
  const [word, number, ...rest] = line.trim().split(/\s+/);
  if (word === 'ERR') throw new Error(`The controller says: ${[number, ...rest].join(' ').slice(0, 120)}.`);
  if (word !== 'READ' || Number(number) !== channel)
    throw new Error(
      `The controller answered “${line.trim().slice(0, 60)}”, not a reading of channel ${channel}.`,
    );
  return readPairs(rest);
}

/** What a recorder remembers: so many minutes ago, this. */
export interface Remembered {
  readonly minutesAgo: number;
  readonly reading: OvenReading;
}

/** Lines such as `-17 air=96.1C tc1=40.0C`, minutes before now: the recorder's own clock need not be right. */
export function readMemory(lines: readonly string[], channel: number): Remembered[] {
  const [head = '', ...rest] = lines;
  if (!new RegExp(`^LOG ${channel}\\b`).test(head.trim()))
    throw new Error(
      `The controller answered “${head.trim().slice(0, 60)}”, not what channel ${channel} remembers.`,
    );
  return rest.flatMap((line): Remembered[] => {
    const [ago, ...pairs] = line.trim().split(/\s+/);
    const minutesAgo = -Number(ago);
    if (!(minutesAgo >= 0)) return [];
    return [{ minutesAgo, reading: readPairs(pairs) }];
  });
}

function readPairs(pairs: readonly string[]): OvenReading {
  const said = new Map(
    pairs.map((pair) => {
      const at = pair.indexOf('=');
      return [pair.slice(0, at), pair.slice(at + 1)] as const;
    }),
  );
  const parts: (number | null)[] = [];
  for (let i = 1; i <= MOST_SENSORS && said.has(`tc${i}`); i++)
    parts.push(celsius(said.get(`tc${i}`)!, `tc${i}`));
  const [door, heat] = [said.get('door'), said.get('heat')];
  return {
    airC: said.has('air') ? celsius(said.get('air')!, 'air') : null,
    parts,
    setC: said.has('set') ? celsius(said.get('set')!, 'set') : null,
    door: door === 'shut' || door === 'open' ? door : null,
    heat: heat === 'on' || heat === 'off' ? heat : null,
  };
}

/** In either unit, which has to be said; `OPEN` is a thermocouple without a contact. */
function celsius(text: string, name: string): number | null {
  if (text === 'OPEN') return null;
  const m = /^(-?\d{1,4}(?:\.\d{1,3})?)([CF])$/.exec(text);
  if (!m) throw new Error(`${name} says “${text.slice(0, 20)}”: neither °C nor °F.`);
  const value = m[2] === 'F' ? ((Number(m[1]) - 32) * 5) / 9 : Number(m[1]);
  return value > HOTTEST || value < COLDEST ? null : value;
}

/** Asks one line and hears one. A controller that stops in the middle of a line is given up on in two seconds. */
export const askLine = async (address: ControllerAddress, question: string): Promise<string> =>
  (await ask(address, question, (lines) => lines.length >= 1, MOST_CHARACTERS))[0]!;

/** Asks one line and hears many, the last of them `END`. */
export const askLines = async (address: ControllerAddress, question: string): Promise<string[]> =>
  ask(address, question, (lines) => /^(END|ERR)\b/.test(lines.at(-1)!), MOST_REMEMBERED);

function ask(
  { host, port }: ControllerAddress,
  question: string,
  whole: (lines: readonly string[]) => boolean,
  most: number,
): Promise<string[]> {
  return new Promise((resolve, reject) => {
    let heard = '';
    const socket = connect({ host, port });
    const end = (error: Error | null, lines: string[] = []) => {
      clearTimeout(timer);
      socket.destroy();
      if (error) reject(error);
      else resolve(lines);
    };
    const timer = setTimeout(
      () =>
        end(
          new Error(
            heard === ''
              ? 'The controller does not answer.'
              : 'The controller stopped in the middle of a line.',
          ),
        ),
      PATIENCE_MS,
    );
    socket.setEncoding('utf8');
    socket.on('connect', () => socket.write(`${question}\n`));
    socket.on('data', (text: string) => {
      heard += text;
      const lines = heard.split('\n').slice(0, -1);
      if (lines.length > 0 && whole(lines)) end(null, lines);
      else if (heard.length > most) end(new Error('The controller answers more than it was asked for.'));
    });
    socket.on('close', () => end(new Error('The controller closed the line before it had answered.')));
    socket.on('error', (error: NodeJS.ErrnoException) =>
      end(
        new Error(
          error.code === 'ECONNREFUSED'
            ? 'Nothing listens at the controller’s address.'
            : `The controller cannot be reached (${error.code ?? 'unknown'}).`,
        ),
      ),
    );
  });
}
