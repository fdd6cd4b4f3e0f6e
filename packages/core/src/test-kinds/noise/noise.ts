/** Noise of the running motor: levels round it brought to one, without what the room makes by itself. */
import { quantity, readFigureLines, required, lines, type ReadingOf } from '../../language/forms/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const FORM = [
  required(
    lines(
      'levels',
      'Levels round the motor',
      [['level', 'dB(A)']],
      'a line a place, one metre off: dB(A)',
      1200,
    ),
  ),
  required(quantity('room', 'The room without it', 'ratio', 10, 120, 'dB(A), motor stopped')),
  quantity('limit', 'At most', 'ratio', 30, 130, 'dB(A) at one metre, as agreed or by IEC 60034-9'),
] as const;
type Reading = ReadingOf<typeof FORM>;

const readLevels = (levels: string) =>
  readFigureLines(levels, {
    field: 'levels',
    code: 'noise.level',
    line: 'Place',
    most: 40,
    columns: [{ name: 'db', unit: 'dB(A)', own: /^dBA?$/ }],
  });
/** Nearer than that the room drowns it. Source: ISO 3744, background correction (from memory): none over 15 dB, not usable under 6. */
const LEAST_APART = 6;
const NO_CORRECTION = 15;

/** Mean of levels by their energy [dB]. Source: ISO 3744; first principles. */
export const meanLevel = (db: readonly number[]): number =>
  10 * Math.log10(db.reduce((a, l) => a + 10 ** (l / 10), 0) / db.length);
/** The level without the room's [dB]. */
export const withoutRoom = (whole: number, room: number): number =>
  whole - room >= NO_CORRECTION ? whole : 10 * Math.log10(10 ** (whole / 10) - 10 ** (room / 10));

function check(r: Partial<Reading>): Finding[] {
  if (r.levels === undefined) return [];
  const read = readLevels(r.levels);
  if (!read.ok) return [...read.findings];
  const stop = (code: string, message: string, ...fields: string[]) => [
    finding('stop', `noise.${code}`, message, fields),
  ];
  if (read.value.some((l) => l.db < 10 || l.db > 130))
    return stop('impossible', 'A level round a motor lies between 10 and 130 dB(A).', 'levels');
  const { room } = r;
  if (room !== undefined && read.value.some((l) => l.db < room))
    return stop(
      'quieter-than-room',
      'With the motor running no place is quieter than the room without it: columns exchanged, or the room has changed.',
      'levels',
      'room',
    );
  if (room !== undefined && meanLevel(read.value.map((l) => l.db)) - room < 0.1)
    return stop('not-heard', 'The motor is not heard over the room.', 'levels', 'room');
  return [];
}

function judge(r: Reading): Judgement {
  const read = readLevels(r.levels);
  const db = read.ok ? read.value.map((l) => l.db) : [];
  const whole = meanLevel(db);
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const level = derive(
    {
      id: 'noiseLevel',
      name: 'Noise at one metre',
      symbol: 'L',
      unit: 'dB(A)',
      formula: 'L = 10·lg(mean of 10^(L_i/10) − 10^(L_room/10))',
      source: 'ISO 3744 (from memory)',
      inputs: {
        l: given('L', whole, 'dB(A)', `mean of ${db.length} places, by energy`),
        room: given('L_room', r.room, 'dB(A)', 'motor stopped'),
      },
      value: (v) => withoutRoom(v.l, v.room),
    },
    true,
  );
  const figures = [
    r.limit === undefined
      ? { figure: level }
      : judgeFigure(
          level,
          lowerIsBetter({
            from: r.limit - 30,
            watch: r.limit - 3,
            limit: r.limit,
            to: r.limit + 15,
            name: `limit ${showNumber(r.limit, 3)} dB(A)`,
            source: `as typed; watch from 3 dB below: ${CP}`,
          }),
        ),
  ];
  reasons.push(`${showNumber(level.value, 3)} dB(A) at one metre, the room taken off.`);
  if (whole - r.room < LEAST_APART)
    doubt(`Only ${showNumber(whole - r.room, 2)} dB over the room: what is left is a guess.`);
  if (r.limit === undefined) doubt('No limit was given: it is shown, not judged.');
  if (db.length < 4) doubt('Fewer than four places: a loud side may be missed.');
  if (Math.max(...db) - Math.min(...db) > 8)
    doubt('One side is much louder: look at fan, cowl and bearing there.');
  const verdict = worse(verdictOf(figures), atBest);
  return {
    verdict,
    figures,
    reasons,
    next:
      figures[0] && 'verdict' in figures[0] && figures[0].verdict === 'stop'
        ? 'Listen with power off while it runs down: electrical noise stops at once, fan and bearings die with the speed.'
        : verdict === 'sound'
          ? 'Keep it with the motor.'
          : 'See to what is said above, then read again.',
  };
}

export const noise = defineTest({
  id: 'noise',
  title: 'Noise',
  body: 'motor',
  form: FORM,
  leftToShop: true,
  stages: ['final'],
  caution: ROTATING,
  check,
  hookUp: {
    instrument: 'level meter, A',
    clips: [{ name: 'microphone', to: ['four places, one metre off'] }],
    words: 'First the room with the motor stopped, then each side at shaft height.',
  },
  judge,
  nominal: () => ({ typed: { levels: '60', room: '40', limit: '70' }, expected: false }),
  examples: {
    sound: { typed: { levels: '62\n63\n61\n62', room: '45', limit: '70' } },
    stop: { typed: { levels: '76\n77\n75\n76', room: '45', limit: '70' } },
  },
});
