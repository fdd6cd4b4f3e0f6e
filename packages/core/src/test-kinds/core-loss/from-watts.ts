/** Watts per kilogram out of what the meters of a loop test show, brought to one density. */
import {
  densityFromSearch,
  loopIron,
  lossAtDensity,
  planLoop,
  specificLoss,
  type LoopIron,
  type LoopPlan,
} from '../../physics/core-test/index.ts';
import { quantity, readFigureLines, lines } from '../../language/forms/index.ts';
import { finding, median, refuse, type Finding, type Outcome } from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';

export const LOOP_FIELDS = [
  quantity('outside', 'Outside diameter', 'length', 20, 5000, 'of the iron, not of the frame'),
  quantity('yoke', 'Back iron', 'length', 1, 1000, 'slot bottom to outside'),
  quantity('stack', 'Core length', 'length', 5, 5000, 'without the ducts'),
  quantity('frequency', 'Frequency', 'frequency', 15, 500, '50 Hz when empty'),
  quantity('density', 'Density wanted', 'flux-density', 0.3, 2, '1.3 T when empty'),
  quantity('loopTurns', 'Turns of the loop', 'count', 1, 500),
  quantity('searchTurns', 'Turns of the search coil', 'count', 1, 100, '1 when empty'),
  quantity('wattsBefore', 'Watts, before', 'power', 0, 5000, 'volts coil on the search coil'),
  quantity('voltsBefore', 'Search coil, before', 'voltage', 0.01, 2000),
  quantity('wattsAfter', 'Watts, after', 'power', 0, 5000),
  quantity('voltsAfter', 'Search coil, after', 'voltage', 0.01, 2000),
  lines(
    'spots',
    'Temperatures of the core',
    [['temperature', '°C']],
    'a line a spot, after ten minutes: 41.5 °C',
    2000,
  ),
] as const;

export interface LoopReading {
  readonly outside?: number;
  readonly yoke?: number;
  readonly stack?: number;
  readonly frequency?: number;
  readonly density?: number;
  readonly loopTurns?: number;
  readonly searchTurns?: number;
  readonly wattsBefore?: number;
  readonly voltsBefore?: number;
  readonly wattsAfter?: number;
  readonly voltsAfter?: number;
  readonly spots?: string;
}

/** Where nobody says another. Common practice, no source. */
const DENSITY_T = 1.3;
const FREQUENCY_HZ = 50;
/** Of electrical sheet, with its coating. Common practice, no source. */
const SHEET_KG_M3 = 7650;
const STACKING = 0.95;
/** Farther from the density wanted the square no longer brings it there. Common practice, no source. */
const NEAR = 0.12;

/** @returns null where it is not measured, refused where the back iron fills more than the core */
export function loopIronOf(r: LoopReading): Outcome<LoopIron> | null {
  if (r.outside === undefined || r.yoke === undefined || r.stack === undefined) return null;
  if (2 * r.yoke >= r.outside)
    return refuse(
      'core.no-yoke',
      'Twice the back iron is more than the outside diameter.',
      'yoke',
      'outside',
    );
  return loopIron({
    outsideMm: r.outside,
    boreMm: r.outside - 2 * r.yoke,
    slotDepthMm: 0,
    stackMm: r.stack,
    ducts: 0,
    ductMm: 0,
    stackingFactor: STACKING,
    densityKgM3: SHEET_KG_M3,
  });
}

export interface SideLoss {
  readonly wPerKg: number;
  /** That the loss was measured at [T]. */
  readonly densityT: number;
  /** At the density wanted. */
  readonly atWantedWPerKg: number;
}

/** One of the two tests; null where its watts, its search coil or the iron are not known. */
export function sideLoss(r: LoopReading, side: 'before' | 'after'): SideLoss | null {
  const iron = loopIronOf(r);
  const watts = side === 'before' ? r.wattsBefore : r.wattsAfter;
  const volts = side === 'before' ? r.voltsBefore : r.voltsAfter;
  if (!iron?.ok || watts === undefined || volts === undefined || r.loopTurns === undefined) return null;
  const searchTurns = r.searchTurns ?? 1;
  const densityT = densityFromSearch(volts, searchTurns, iron.value.areaMm2, r.frequency ?? FREQUENCY_HZ);
  const wPerKg = specificLoss(1000 * watts, iron.value.massKg, r.loopTurns, searchTurns);
  return { wPerKg, densityT, atWantedWPerKg: lossAtDensity(wPerKg, densityT, r.density ?? DENSITY_T) };
}

/** What was assumed of it, and what keeps it from being sound. */
export function loopDoubts(r: LoopReading): string[] {
  const wanted = r.density ?? DENSITY_T;
  return (['before', 'after'] as const).flatMap((side) => {
    const loss = sideLoss(r, side);
    return loss && Math.abs(loss.densityT / wanted - 1) > NEAR
      ? [
          `The test ${side} ran at ${showNumber(loss.densityT, 3)} T, ${showNumber(wanted, 2)} T was wanted: brought there by the square, it is a guess.`,
        ]
      : [];
  });
}

export const readSpots = (spots: string) =>
  readFigureLines(spots, {
    field: 'spots',
    code: 'core.spot',
    line: 'Spot',
    most: 200,
    columns: [{ name: 'c', unit: '°C', own: /^C$/ }],
  });

/** Hottest over the middle one: a few hot spots must not lift what they are held against [K]. */
export function hotSpotOf(spots: string | undefined): { readonly riseK: number; readonly at: number } | null {
  const read = spots?.trim() ? readSpots(spots) : null;
  if (!read?.ok || read.value.length < 3) return null;
  const all = read.value.map((s) => s.c);
  const most = Math.max(...all);
  return { riseK: most - median(all), at: all.indexOf(most) };
}

export function checkLoop(r: LoopReading): Finding[] {
  const found: Finding[] = [];
  const iron = loopIronOf(r);
  if (iron && !iron.ok) found.push(...iron.findings);
  for (const side of ['before', 'after'] as const) {
    const name = side === 'before' ? 'Before' : 'After';
    const watts = side === 'before' ? r.wattsBefore : r.wattsAfter;
    const volts = side === 'before' ? r.voltsBefore : r.voltsAfter;
    if ((watts === undefined) !== (volts === undefined))
      found.push(
        finding(
          'stop',
          'core.half',
          `Watts without the volts of the search coil say no density, and volts without watts no loss.`,
          [watts === undefined ? `watts${name}` : `volts${name}`],
        ),
      );
    const loss = sideLoss(r, side);
    if (loss && loss.densityT > 2.1)
      found.push(
        finding(
          'stop',
          'core.impossible-density',
          `${name}: ${showNumber(loss.densityT, 3)} T is more than sheet carries: turns of the search coil, volts or iron are wrong.`,
          [`volts${name}`, 'searchTurns'],
        ),
      );
    if (loss && (loss.wPerKg < 0.1 || loss.wPerKg > 100))
      found.push(
        finding(
          'stop',
          'core.impossible-loss',
          `${name}: ${showNumber(loss.wPerKg, 3)} W/kg is no loss of a core: was it watts? A bare figure is kW here.`,
          [`watts${name}`],
        ),
      );
  }
  if (r.spots?.trim()) {
    const read = readSpots(r.spots);
    if (!read.ok) found.push(...read.findings);
    else if (read.value.length < 3)
      found.push(
        finding('stop', 'core.few-spots', 'Three spots at least, spread over teeth and back.', ['spots']),
      );
  }
  return found;
}

/** rms field of usual sheet at a density [A/m]; it only sizes the supply. Common practice, no source. */
const FIELD: readonly (readonly [tesla: number, aPerM: number])[] = [
  [0.5, 60],
  [1, 120],
  [1.2, 200],
  [1.3, 280],
  [1.4, 420],
  [1.5, 750],
  [1.6, 1500],
];
function fieldAt(t: number): number {
  const k = Math.max(
    1,
    FIELD.findIndex(([b]) => b >= t),
  );
  const [a, b] = [FIELD[k - 1]!, FIELD[k]!];
  return Math.max(10, a[1] + ((b[1] - a[1]) * (t - a[0])) / (b[0] - a[0]));
}

/** Turns, volts and current of a loop for the density wanted; null where the iron is not measured. */
export function loopPlanOf(r: LoopReading, supplyV: number): LoopPlan | null {
  const iron = loopIronOf(r);
  const densityT = r.density ?? DENSITY_T;
  return iron?.ok
    ? planLoop({
        densityT,
        areaMm2: iron.value.areaMm2,
        meanPathMm: iron.value.meanPathMm,
        fieldAPerM: fieldAt(densityT),
        frequencyHz: r.frequency ?? FREQUENCY_HZ,
        supplyV,
      })
    : null;
}
