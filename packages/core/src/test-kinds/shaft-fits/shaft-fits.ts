/** Bearing seats, housings and shaft end: measured diameters against their fits, and the run-out. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  HOLE_TOLERANCES,
  SHAFT_TOLERANCES,
  sizeLimits,
  type FitTolerance,
} from '../../physics/fits/index.ts';
import {
  CP,
  derive,
  asRead,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const named = <const T extends readonly string[]>(all: T) =>
  Object.fromEntries(all.map((t) => [t, t])) as { readonly [K in T[number]]: string };
const size = <const Id extends string>(id: Id, label: string, hint?: string) =>
  quantity(id, label, 'length', 1, 400, hint);
const FORM = [
  size('driveSeat', 'Drive-end seat, nominal', 'bore of the bearing'),
  choice('driveSeatFit', 'Drive-end seat, fit', named(SHAFT_TOLERANCES)),
  size('driveSeatAs', 'Drive-end seat, measured', 'smallest of three, such as 40.008'),
  size('otherSeat', 'Other seat, nominal'),
  choice('otherSeatFit', 'Other seat, fit', named(SHAFT_TOLERANCES)),
  size('otherSeatAs', 'Other seat, measured'),
  size('driveHousing', 'Drive-end housing, nominal', 'outside of the bearing'),
  choice('driveHousingFit', 'Drive-end housing, fit', named(HOLE_TOLERANCES)),
  size('driveHousingAs', 'Drive-end housing, measured', 'largest of three'),
  size('otherHousing', 'Other housing, nominal'),
  choice('otherHousingFit', 'Other housing, fit', named(HOLE_TOLERANCES)),
  size('otherHousingAs', 'Other housing, measured'),
  size('shaftEnd', 'Shaft end, nominal'),
  choice('shaftEndFit', 'Shaft end, fit', named(SHAFT_TOLERANCES)),
  size('shaftEndAs', 'Shaft end, measured'),
  required(quantity('runOut', 'Run-out of the shaft end', 'length', 0, 5, 'needle from least to most')),
] as const;
type Reading = ReadingOf<typeof FORM>;

export const FIT_PLACES = [
  ['driveSeat', 'Drive-end seat'],
  ['otherSeat', 'Other seat'],
  ['driveHousing', 'Drive-end housing'],
  ['otherHousing', 'Other housing'],
  ['shaftEnd', 'Shaft end'],
] as const;
type Place = (typeof FIT_PLACES)[number][0];
const isHole = (place: Place) => place.endsWith('Housing');

export interface MeasuredFit {
  readonly place: Place;
  readonly name: string;
  readonly nominalMm: number;
  readonly tolerance: FitTolerance;
  readonly lowerUm: number;
  readonly upperUm: number;
  /** Measured less nominal; null where it was not measured [µm]. */
  readonly offUm: number | null;
}

/** Every place whose nominal size and fit are given. */
export const fitsOf = (r: Partial<Reading>): MeasuredFit[] =>
  FIT_PLACES.flatMap(([place, name]) => {
    const [nominalMm, tolerance, as] = [r[place], r[`${place}Fit`], r[`${place}As`]];
    if (nominalMm === undefined || tolerance === undefined) return [];
    const limits = sizeLimits(nominalMm, tolerance);
    // The last decimal that a micrometer shows; what is beyond it is arithmetic.
    const offUm = as === undefined ? null : Math.round((as - nominalMm) * 1e5) / 100;
    return limits.ok ? [{ place, name, nominalMm, tolerance, ...limits.value, offUm }] : [];
  });

function check(r: Partial<Reading>): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('stop', `fits.${code}`, message, fields));
  for (const [place, name] of FIT_PLACES) {
    const [nominal, fit, as] = [r[place], r[`${place}Fit`], r[`${place}As`]];
    if (as !== undefined && (nominal === undefined || fit === undefined))
      stop(
        'no-nominal',
        `${name}: without its nominal size and its fit a diameter says nothing.`,
        nominal === undefined ? place : `${place}Fit`,
      );
    else if (
      as !== undefined &&
      nominal !== undefined &&
      Math.abs(as - nominal) > Math.max(0.5, 0.02 * nominal)
    )
      stop('another-size', `${name}: ${as} mm is no worn ${nominal} mm; one of them is wrong.`, `${place}As`);
  }
  return found;
}

/** In its limits, or out: too much metal can be taken off, too little cannot. */
function scaleOf({ lowerUm, upperUm, place }: MeasuredFit): LimitScale {
  const width = upperUm - lowerUm;
  const [from, to] = [lowerUm - 2 * width, upperUm + 2 * width];
  const spare = isHole(place) ? 'watch' : 'stop';
  return {
    from,
    to,
    kind: 'linear',
    bands: [
      { from, to: lowerUm, verdict: spare },
      { from: lowerUm, to: upperUm, verdict: 'sound' },
      { from: upperUm, to, verdict: spare === 'stop' ? 'watch' : 'stop' },
    ],
    limits: [
      { at: lowerUm, name: `${signed(lowerUm)} µm` },
      { at: upperUm, name: `${signed(upperUm)} µm` },
    ],
    source: 'ISO 286-2 (from memory)',
  };
}
const signed = (um: number) => `${um < 0 ? '−' : '+'}${Math.abs(um)}`;

/** Run-out allowed on the shaft end, half the diameter's step. Source: IEC 60072-1, normal class (from memory). */
function runOutLimitMm(diameterMm: number): number {
  const steps = [
    [10, 0.03],
    [18, 0.035],
    [30, 0.04],
    [50, 0.05],
    [80, 0.06],
    [120, 0.07],
  ] as const;
  return steps.find(([end]) => diameterMm <= end)?.[1] ?? 0.08;
}

function runOutFigure(r: Reading): JudgedFigure {
  const limit = 1000 * runOutLimitMm(r.shaftEnd ?? 0);
  const source = 'IEC 60072-1, normal class (from memory)';
  return judgeFigure(
    asRead('runOut', 'Run-out of the shaft end', { ...given('t', 1000 * r.runOut, 'µm', 'needle'), source }),
    lowerIsBetter({
      from: 0,
      watch: 0.7 * limit,
      limit,
      to: 3 * limit,
      name: `limit ${limit} µm`,
      source: `${source}${r.shaftEnd === undefined ? '; shaft end not given: the smallest' : ''}; watch from 70 %: ${CP}`,
    }),
  );
}

function judge(r: Reading): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  for (const fit of fitsOf(r)) {
    if (fit.offUm === null) continue;
    const judged = judgeFigure(
      derive(
        {
          id: fit.place,
          name: `${fit.name}, off ${showNumber(fit.nominalMm, 4)} ${fit.tolerance}`,
          symbol: 'Δd',
          unit: 'µm',
          formula: 'Δd = 1000 · (measured − nominal)',
          source: 'ISO 286-2 (from memory)',
          inputs: {
            d: given('d', fit.nominalMm + fit.offUm / 1000, 'mm', 'measured'),
            n: given('d_N', fit.nominalMm, 'mm', 'nominal'),
            off: given('Δd', fit.offUm, 'µm', 'to a hundredth of a micrometre'),
          },
          value: (v) => v.off,
        },
        true,
      ),
      scaleOf(fit),
    );
    figures.push(judged);
    if (judged.verdict === 'sound') continue;
    const by = fit.offUm > fit.upperUm ? fit.offUm - fit.upperUm : fit.lowerUm - fit.offUm;
    reasons.push(
      `${fit.name}: ${showNumber(by, 2)} µm ${fit.offUm > fit.upperUm ? 'over' : 'under'} ${fit.tolerance}, ${
        judged.verdict === 'stop'
          ? isHole(fit.place)
            ? 'the bearing can turn in it'
            : 'the bearing can creep on it'
          : 'tight: the bearing loses its clearance'
      }.`,
    );
  }
  const runOut = runOutFigure(r);
  figures.push(runOut);
  if (runOut.verdict !== 'sound')
    reasons.push(
      `The shaft end runs out by ${showNumber(1000 * r.runOut, 3)} µm: bent, or centres that are not clean.`,
    );
  const verdict = verdictOf(figures);
  const worn = figures.filter((f) => f !== runOut && f.verdict === 'stop');
  return {
    verdict,
    figures,
    reasons: reasons.length > 0 ? reasons : ['Every diameter that was measured lies within its fit.'],
    next:
      worn.length > 0
        ? 'Build it up and grind it, or sleeve it; measure again at room temperature.'
        : runOut.verdict === 'stop'
          ? 'Check between centres; straighten, or tell the customer.'
          : verdict === 'watch'
            ? 'Measure again with part and micrometer at one temperature, then fit with the next clearance class or polish.'
            : 'Fit the bearings.',
  };
}

export const shaftFits = defineTest({
  id: 'shaft-fits',
  title: 'Fits and run-out',
  body: 'rotor',
  form: FORM,
  leftToShop: true,
  stages: ['incoming', 'final'],
  check,
  hookUp: {
    instrument: 'micrometer, dial',
    clips: [
      { name: 'three places', to: ['seats and bores'] },
      { name: 'dial', to: ['shaft end'] },
    ],
    words: 'Part and micrometer at one temperature; of a seat the smallest, of a bore the largest counts.',
  },
  judge,
  nominal: () => ({ typed: { shaftEnd: '38', shaftEndFit: 'k6', runOut: '0.01' }, expected: false }),
  examples: {
    sound: {
      typed: {
        driveSeat: '40',
        driveSeatFit: 'k5',
        driveSeatAs: '40.008',
        shaftEnd: '38',
        runOut: '0.02 mm',
      },
    },
    stop: { typed: { driveSeat: '40', driveSeatFit: 'k5', driveSeatAs: '39.99', runOut: '0.02' } },
  },
});
