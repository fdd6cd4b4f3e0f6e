/**
 * The line protocol of an oven's controller, one line each way: `READ 2` is answered by
 * `READ 2 air=137.9C tc1=96.2C tc2=OPEN set=138.0C door=shut heat=on`. What its recorder remembers is asked by `LOG 2 240`.
 * Described in docs/instruments.md.
 */

export interface OvenReading {
  readonly airC: number | null;
  /** Thermocouples in the part, in their order; null where one is open. */
  readonly parts: readonly (number | null)[];
  readonly setC: number | null;
  readonly door: 'shut' | 'open' | null;
  readonly heat: 'on' | 'off' | null;
}

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
