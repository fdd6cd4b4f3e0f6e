/**
 * A surge test in which many coils that should be alike are pulsed one after the other: each place against the first one.
 * Source: error area by the definition in common use; limits of the shop's own rules, else common practice.
 */
import { lines, quantity, readFigureLines, required } from '../../language/forms/index.ts';
import {
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  type Finding,
  type JudgedFigure,
  type Outcome,
} from '../../language/quantity/index.ts';
import { ASSUMED_COUPLING, rankCauses, surgeLevels, type PhaseMake } from '../../physics/surge/index.ts';
import { showNumber } from '../../language/units/index.ts';
import type { Criteria } from '../criteria/index.ts';

export const MOST_PLACES = 500;
export const testLevel = required(quantity('testVoltage', 'Test level, peak', 'voltage', 20, 40000));
export const areasOf = (what: string, hint: string) =>
  required(lines('areas', what, [['area', '%']], hint, 8000));
export const rings = lines(
  'rings',
  'How each place rings',
  [
    ['ring', 'kHz'],
    ['damping', '/ms'],
  ],
  'where the tester says it, a line a place: 21.4 kHz; 13.9 /ms',
  8000,
);

/** Turns are tried by so many times the volts that work across them. Common practice, no source. */
export const TRIES_TURNS = 3;

/** A level over what the winding is tried with is asked about. @param what is tried, such as `an armature` */
export function checkLevel(
  testVoltage: number | undefined,
  plateV: number | undefined,
  what: string,
): Finding[] {
  if (!plateV || testVoltage === undefined) return [];
  const { shopRulePeakV } = surgeLevels(plateV);
  return testVoltage <= 1.1 * shopRulePeakV
    ? []
    : [
        finding(
          'watch',
          'coil-surge.level-too-high',
          `${showNumber(testVoltage, 4)} V is over the ${showNumber(shopRulePeakV, 4)} V, 2U + 1000, that ${what} for ${plateV} V is tried with.`,
          ['testVoltage'],
        ),
      ];
}

interface Typed {
  readonly areas?: string;
  readonly rings?: string;
}
export interface PlaceRing {
  readonly kHz: number;
  readonly perMs: number;
}

const readAreas = (areas: string) =>
  readFigureLines(areas, {
    field: 'areas',
    code: 'coil-surge.place',
    line: 'Place',
    most: MOST_PLACES,
    columns: [{ name: 'percent', unit: '%' }],
  });
const readRings = (text: string): Outcome<readonly PlaceRing[]> =>
  readFigureLines(text, {
    field: 'rings',
    code: 'coil-surge.ring',
    line: 'Place',
    most: MOST_PLACES,
    columns: [
      { name: 'kHz', unit: 'kHz' },
      { name: 'perMs', unit: '/ms' },
    ],
  });

/** What was read: error area of each place [%] and how it rings; none of what cannot be read. */
export function placesOf(r: Typed): {
  readonly areas: readonly number[];
  readonly rings: readonly PlaceRing[];
} {
  const areas = r.areas === undefined ? null : readAreas(r.areas);
  const rung = r.rings === undefined ? null : readRings(r.rings);
  return {
    areas: areas?.ok ? areas.value.map((a) => a.percent) : [],
    rings: rung?.ok ? rung.value : [],
  };
}

/** One place pulsed again agrees so well with itself [%]. Common practice, no source. */
const REPEATS = 3;

/** @param wanted how many places there are; null where no plan says it */
export function checkPlaces(r: Typed, wanted: number | null, place: string): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `coil-surge.${code}`, message, [field]));
  if (r.areas === undefined) return found;
  const areas = readAreas(r.areas);
  if (!areas.ok) return [...areas.findings];
  const count = areas.value.length;
  if (wanted !== null && count !== wanted)
    stop(
      'count',
      `${count} areas, and there are ${wanted} ${place}: one for each, the first one against itself is 0.`,
      'areas',
    );
  else if (count < 2) stop('few', 'Two places at least, to hold one against the other.', 'areas');
  if (areas.value.some((a) => a.percent < 0)) stop('below-zero', 'An area is never below zero.', 'areas');
  const again = areas.value[0]?.percent ?? 0;
  if (again > REPEATS)
    found.push(
      finding(
        'watch',
        'coil-surge.first-differs',
        `The first place differs from itself by ${showNumber(again, 2)} %: a contact, the level or the range moved, or the list does not begin with it.`,
        ['areas'],
      ),
    );
  if (r.rings === undefined) return found;
  const rung = readRings(r.rings);
  if (!rung.ok) return [...found, ...rung.findings];
  if (rung.value.length !== count)
    stop(
      'ring-count',
      `${rung.value.length} lines, and ${count} areas: one for each place, in the same order.`,
      'rings',
    );
  if (rung.value.some((p) => !(p.kHz > 0) || p.perMs < 0))
    stop('no-ring', 'A ring is over 0 kHz, and its damping is not below zero.', 'rings');
  return found;
}

/** The most odd place on the shop's limit for waves that should lie on each other. */
export function worstPlace(
  areas: readonly number[],
  nameOf: (place: number) => string,
  criteria: Criteria,
): { readonly place: number; readonly judged: JudgedFigure } {
  const limit = criteria.number('surgeArea');
  const source = criteria.source('surgeArea');
  const place = areas.reduce((a, v, i) => (v > areas[a]! ? i : a), 0);
  return {
    place,
    judged: judgeFigure(
      derive(
        {
          id: 'worstArea',
          name: 'Most odd place, against the first',
          symbol: 'A',
          unit: '%',
          formula: 'A = 100 · Σ|first − place| / Σ|first|',
          source,
          inputs: { x: given('A', areas[place] ?? NaN, '%', nameOf(place)) },
          value: (v) => v.x,
        },
        true,
      ),
      lowerIsBetter({ from: 0, watch: limit / 2, limit, to: 3 * limit, name: `limit ${limit} %`, source }),
    ),
  };
}

/** Two recordings of one coil never agree so well [%]. Common practice, no source. */
const TOO_ALIKE = 0.1;
/** What keeps places that agree from being sound; null where nothing does. */
export const tooAlike = (areas: readonly number[]): string | null =>
  areas.length > 1 && areas.every((a) => a < TOO_ALIKE)
    ? `All areas are under ${TOO_ALIKE} %: two recordings of different coils never agree so well. Was one wave held against itself, or was a share typed for per cent?`
    : null;

/** Most of the places are out only when the first one is: it is what they are held against. */
export const firstIsOdd = (areas: readonly number[], limit: number): boolean =>
  areas.length > 2 && areas.slice(1).filter((a) => a > limit / 2).length > (areas.length - 1) / 2;

/** An open coil leaves only the way round: it rings much slower [%]. Common practice, no source. */
const MUCH_SLOWER = 15;

/** A model so far from what was seen is no cause to name [spreads of a fit]. No source. */
const FITS = 8;

/** What may lie behind one coil that rings unlike the others, in sentences; none where nothing was read of its ring. */
export function sayCause(
  coil: string,
  odd: readonly PlaceRing[],
  others: readonly PlaceRing[],
  make: PhaseMake | null,
): readonly string[] {
  if (odd.length === 0 || others.length === 0) return [];
  const mean = (of: keyof PlaceRing, list: readonly PlaceRing[]) =>
    list.reduce((s, p) => s + p[of], 0) / list.length;
  const faster = 100 * (mean('kHz', odd) / mean('kHz', others) - 1);
  const damped = 100 * (mean('perMs', odd) / Math.max(mean('perMs', others), 1e-9) - 1);
  const side = (v: number, more: string, less: string) =>
    `${showNumber(Math.abs(v), 2)} % ${v >= 0 ? more : less}`;
  const said = [
    `With it in, it rings ${side(faster, 'faster', 'slower')} and ${side(damped, 'more damped', 'less damped')}.`,
  ];
  if (faster < -MUCH_SLOWER)
    return [...said, `So much slower: ${coil} is open or has a turn too many; read it in ohms.`];
  if (!make) return said;
  const [cause] = rankCauses(
    {
      phase: coil,
      hz: 1000 * mean('kHz', others),
      dampingPerS: 1000 * mean('perMs', others),
      fasterPercent: faster,
      moreDampedPercent: damped,
      leavesAtV: null,
    },
    [make],
  );
  if (!cause || cause.distance > FITS)
    return [...said, 'No usual number of shorted or missing turns rings like that: read it in ohms as well.'];
  return [
    ...said,
    `It comes nearest to: ${cause.title.charAt(0).toLowerCase()}${cause.title.slice(1)}. ${cause.why} Assumed: turns of a coil coupled by ${ASSUMED_COUPLING}.`,
  ];
}

export const SURGE_CAUTION = {
  name: 'High voltage',
  text: 'Two at the barrier, one hand on the switch. Ground what was pulsed before a hand goes to it; what is not under test is grounded too.',
} as const;
