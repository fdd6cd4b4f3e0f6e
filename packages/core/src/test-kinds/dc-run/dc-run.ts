/** A direct-current motor run without load and at rated load: speed and current against the plate. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import { commutatorPlanOf, type DirectCurrentPlate } from '../../machine-kinds/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  verdictOf,
  worse,
  type Figure,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const RUN_FORM = [
  required(quantity('voltage', 'Armature volts', 'voltage', 1, 2000)),
  required(quantity('current', 'Armature current', 'current', 0, 5000)),
  quantity('fieldCurrent', 'Field current', 'current', 0, 500),
  required(quantity('speed', 'Speed', 'speed', 1, 80000)),
  required(
    choice('sparking', 'Sparking at the brushes', {
      none: 'none',
      points: 'a few points',
      edge: 'along part of the edge',
      strong: 'along the whole edge, or a ring',
    }),
  ),
] as const;
type Reading = ReadingOf<typeof RUN_FORM>;

/** Tolerance of speed at rated load [%]. Source: IEC 60034-1, tolerances, direct-current motors, by kW per 1000 rpm; from memory. */
function speedTolerance(plate: DirectCurrentPlate): number {
  const size = plate.powerKw && plate.speedRpm ? (1000 * plate.powerKw) / plate.speedRpm : 2.5;
  const shunt = [15, 10, 7.5, 5];
  const series = [20, 15, 10, 7.5];
  const row = size < 0.67 ? 0 : size < 2.5 ? 1 : size < 10 ? 2 : 3;
  return (plate.excitation === 'series' || plate.excitation === 'compound' ? series : shunt)[row]!;
}

const around = (limit: number, source: string): LimitScale => ({
  from: -3 * limit,
  to: 3 * limit,
  kind: 'linear',
  bands: [
    { from: -3 * limit, to: -limit, verdict: 'stop' },
    { from: -limit, to: -0.6 * limit, verdict: 'watch' },
    { from: -0.6 * limit, to: 0.6 * limit, verdict: 'sound' },
    { from: 0.6 * limit, to: limit, verdict: 'watch' },
    { from: limit, to: 3 * limit, verdict: 'stop' },
  ],
  limits: [
    { at: -limit, name: `−${limit}` },
    { at: limit, name: `+${limit} %` },
  ],
  source,
});

/** Ohms of the armature at which it runs, where no plan says them: a drop of 6 % at rated current. Common practice, no source. */
function armatureOhm(
  plate: Nameplate,
  context: TestContext,
): { readonly ohm: number; readonly from: string } {
  const planned = commutatorPlanOf(context.plan)?.figures.armatureOhm20?.value;
  return planned === undefined
    ? {
        ohm: (0.06 * (plate.voltageV ?? 0)) / (plate.currentA ?? 1),
        from: 'taken: 6 % of the volts at rated current',
      }
    : { ohm: 1.22 * planned, from: 'winding plan, at 75 °C' };
}

/** Speed that the plate's point gives at these volts and this current, the field being the same. */
function speedFigure(r: Reading, plate: Nameplate, context: TestContext): Figure | null {
  const { voltageV: U, currentA: I, speedRpm: n } = plate;
  if (!U || !I || !n) return null;
  const { ohm, from } = armatureOhm(plate, context);
  return derive(
    {
      id: 'speedDeviation',
      name: 'Speed against the plate, at these volts and this current',
      symbol: 'Δn',
      unit: '%',
      formula: 'Δn = 100 · (n / (n_N · (U − I·R)/(U_N − I_N·R)) − 1)',
      source: 'induced volts ∝ flux · speed; first principles',
      assumptions: ['the field as at rated load'],
      inputs: {
        n: given('n', r.speed, 'rpm', 'read'),
        U: given('U', r.voltage, 'V', 'read'),
        I: given('I', r.current, 'A', 'read'),
        nN: given('n_N', n, 'rpm', 'plate'),
        UN: given('U_N', U, 'V', 'plate'),
        IN: given('I_N', I, 'A', 'plate'),
        R: given('R', ohm, 'Ω', from),
      },
      value: (v) => 100 * (v.n / ((v.nN * (v.U - v.I * v.R)) / (v.UN - v.IN * v.R)) - 1),
    },
    true,
  );
}

const SPARKING: Readonly<
  Record<Reading['sparking'], { readonly verdict: 'sound' | 'watch' | 'stop'; readonly said: string }>
> = {
  none: { verdict: 'sound', said: '' },
  points: { verdict: 'sound', said: 'A few sparks along the edge are allowed for short.' },
  edge: {
    verdict: 'watch',
    said: 'It sparks along part of the edge: neutral, brush pressure, film, interpoles.',
  },
  strong: {
    verdict: 'stop',
    said: 'It sparks along the whole edge: brushes off the neutral, interpoles reversed, or an open coil. It does not run on like this.',
  },
};

function judgeRun(
  r: Reading,
  context: TestContext,
  own: (plate: DirectCurrentPlate) => {
    readonly figures: JudgedFigure[];
    readonly reasons: string[];
    readonly next: string;
  },
): Judgement {
  const plate = context.plate as DirectCurrentPlate;
  const { figures, reasons, next } = own(plate);
  const spark = SPARKING[r.sparking];
  if (spark.verdict !== 'sound') reasons.push(spark.said);
  const known = plate.voltageV && plate.currentA && plate.speedRpm;
  if (!known) reasons.push('Volts, current and speed of the plate are wanted to hold it against.');
  const verdict = worse(
    worse(figures.length > 0 ? verdictOf(figures) : 'watch', spark.verdict),
    known ? 'sound' : 'watch',
  );
  return {
    verdict,
    figures: figures.length > 0 ? figures : [{ figure: asSpeed(r) }],
    reasons: [
      ...(reasons.length > 0
        ? reasons
        : ['Speed and current are those of the plate, and the brushes are quiet.']),
      `${showNumber(r.voltage, 4)} V, ${showNumber(r.current, 3)} A, ${showNumber(r.speed, 4)} rpm.`,
    ],
    next: verdict === 'sound' ? next : 'Stop it, see to what is said above, then run it again.',
  };
}
const asSpeed = (r: Reading): Figure =>
  derive(
    {
      id: 'speed',
      name: 'Speed',
      symbol: 'n',
      unit: 'rpm',
      formula: 'n as read',
      source: 'measured; nothing to hold it against',
      inputs: { n: given('n', r.speed, 'rpm', 'read') },
      value: (v) => v.n,
    },
    true,
  );

function speedReason(judged: JudgedFigure, reasons: string[]) {
  if (judged.verdict === 'sound') return;
  const off = judged.figure.value;
  reasons.push(
    off > 0
      ? `It runs ${showNumber(off, 2)} % fast: a weak field, too few armature turns, or brushes off the neutral.`
      : `It runs ${showNumber(-off, 2)} % slow: a strong field, too many armature turns, or brushes off the neutral.`,
  );
}

/** No-load current of the plate's: usual up to, limit [%]. A tool drives its fan and its gear. Common practice, no source. */
const MACHINE_SHARE = [12, 25] as const;
const TOOL_SHARE = [50, 75] as const;
const noLoadShare = ([usual, limit]: readonly [number, number]): LimitScale => ({
  from: 0,
  to: limit + 35,
  kind: 'linear',
  bands: [
    { from: 0, to: usual, verdict: 'sound' },
    { from: usual, to: limit, verdict: 'watch' },
    { from: limit, to: limit + 35, verdict: 'stop' },
  ],
  limits: [{ at: limit, name: `limit ${limit} %` }],
  source: CP,
});
/** Of a tool's no-load speed [%]. Common practice, no source. */
const TOOL_SPEED = 15;
const toolSpeed = (r: Reading, { noLoadSpeedRpm: n, voltageV: U }: DirectCurrentPlate): Figure | null =>
  n && U
    ? derive(
        {
          id: 'speedDeviation',
          name: 'No-load speed against the plate’s, at these volts',
          symbol: 'Δn',
          unit: '%',
          formula: 'Δn = 100 · (n / (n₀ · U/U_N) − 1)',
          source: CP,
          inputs: {
            n: given('n', r.speed, 'rpm', 'read'),
            n0: given('n₀', n, 'rpm', 'plate'),
            U: given('U', r.voltage, 'V', 'read'),
            UN: given('U_N', U, 'V', 'plate'),
          },
          value: (v) => 100 * (v.n / ((v.n0 * v.U) / v.UN) - 1),
        },
        true,
      )
    : null;

/** Without load a series motor runs away; so much of its volts is enough to see it turn. Common practice, no source. */
const SERIES_SHARE = 0.25;

function checkNoLoad(r: Partial<Reading>, { plate: any }: TestContext): Finding[] {
  const plate = any as DirectCurrentPlate;
  const found: Finding[] = [];
  if (
    plate.excitation === 'series' &&
    // A tool has its fan and its gear for a load.
    !plate.tool &&
    r.voltage &&
    plate.voltageV &&
    r.voltage > SERIES_SHARE * plate.voltageV
  )
    found.push(
      finding(
        'stop',
        'dc-run.series-without-load',
        `A series motor without load runs away: not more than ${showNumber(SERIES_SHARE * plate.voltageV, 3)} V, or couple its load first.`,
        ['voltage'],
      ),
    );
  return [...found, ...checkRun(r)];
}
const checkRun = (r: Partial<Reading>): Finding[] =>
  r.current === 0
    ? [finding('stop', 'test.no-current', 'No current at all: was the motor running?', ['current'])]
    : [];

const CAUTION = {
  name: 'Field lost, motor runs away',
  text: `Field on before the armature, never opened while it runs; trip at hand. A series motor is never run without load at its full volts. ${ROTATING.text}`,
};
const HOOK_UP = {
  instrument: 'two DC supplies, tachometer',
  clips: [
    { name: 'field +, −', to: ['shunt field'], live: true as const },
    { name: 'armature +', to: ['A1'], live: true as const },
    { name: 'armature −', to: ['A2, or the end of what is in series'], live: true as const },
    { name: 'earth', to: ['frame'] },
  ],
};
const PLATE = { voltageV: 220, currentA: 41, speedRpm: 1450, powerKw: 7.5 };

export const dcNoLoad = defineTest({
  id: 'dc-no-load',
  title: 'No-load run, direct current',
  body: 'motor',
  form: RUN_FORM,
  stages: ['final'],
  caution: CAUTION,
  check: checkNoLoad,
  hookUp: { ...HOOK_UP, words: 'Uncoupled; field first, then the armature slowly up to rated volts.' },
  judge: (r, context) =>
    judgeRun(r, context, (plate) => {
      const reasons: string[] = [];
      const figures: JudgedFigure[] = [];
      const speed = plate.tool
        ? toolSpeed(r, plate)
        : plate.excitation === 'series'
          ? null
          : speedFigure(r, plate, context);
      if (speed) {
        const limit = plate.tool ? TOOL_SPEED : speedTolerance(plate);
        const judged = judgeFigure(
          speed,
          around(limit, plate.tool ? CP : `as at rated load, IEC 60034-1 (from memory); ${CP}`),
        );
        figures.push(judged);
        speedReason(judged, reasons);
      }
      if (plate.currentA) {
        const share = judgeFigure(
          derive(
            {
              id: 'noLoadShare',
              name: 'No-load current of the plate’s',
              symbol: 'I₀/I_N',
              unit: '%',
              formula: '100 · I₀ / I_N',
              source: CP,
              inputs: {
                I: given('I₀', r.current, 'A', 'read'),
                IN: given('I_N', plate.currentA, 'A', 'plate'),
              },
              value: (v) => (100 * v.I) / v.IN,
            },
            true,
          ),
          noLoadShare(plate.tool ? TOOL_SHARE : MACHINE_SHARE),
        );
        figures.push(share);
        if (share.verdict !== 'sound')
          reasons.push(
            `${showNumber(share.figure.value, 2)} % of the plate’s current without load: it rubs, drags its brushes, or has a shorted coil.`,
          );
      }
      return { figures, reasons, next: 'Let it run until the bearings are warm, then load it.' };
    }),
  nominal: ({ plate }) => {
    const { voltageV, currentA, speedRpm, tool, noLoadSpeedRpm } = plate as DirectCurrentPlate;
    return voltageV && currentA && speedRpm
      ? {
          typed: {
            voltage: String(voltageV),
            current: String((tool ? 0.3 : 0.05) * currentA),
            speed: String(Math.round(tool ? (noLoadSpeedRpm ?? 1.15 * speedRpm) : 1.06 * speedRpm)),
            sparking: 'none',
          },
          expected: false,
        }
      : null;
  },
  expected: ({ plate: { voltageV, speedRpm } }) =>
    voltageV && speedRpm
      ? `at ${voltageV} V somewhat over ${speedRpm} rpm, under 12 % of rated current`
      : null,
  examples: {
    sound: { typed: { voltage: '220', current: '2.6', speed: '1540', sparking: 'none' }, plate: PLATE },
    stop: { typed: { voltage: '220', current: '2.6', speed: '1820', sparking: 'none' }, plate: PLATE },
  },
});

export const dcLoad = defineTest({
  id: 'dc-load',
  title: 'Full-load run, direct current',
  body: 'motor',
  form: RUN_FORM,
  stages: ['final'],
  caution: CAUTION,
  check: checkRun,
  hookUp: { ...HOOK_UP, words: 'Coupled to its load, volts read at the machine’s own leads.' },
  judge: (r, context) =>
    judgeRun(r, context, (plate) => {
      const reasons: string[] = [];
      const figures: JudgedFigure[] = [];
      const speed = speedFigure(r, plate, context);
      if (speed) {
        const judged = judgeFigure(
          speed,
          around(speedTolerance(plate), 'IEC 60034-1, tolerances of speed (from memory)'),
        );
        figures.push(judged);
        speedReason(judged, reasons);
      }
      if (plate.currentA) {
        const share = judgeFigure(
          derive(
            {
              id: 'loadShare',
              name: 'Full-load current of the plate’s',
              symbol: 'I/I_N',
              unit: '%',
              formula: '100 · I / I_N',
              source: CP,
              inputs: {
                I: given('I', r.current, 'A', 'read'),
                IN: given('I_N', plate.currentA, 'A', 'plate'),
              },
              value: (v) => (100 * v.I) / v.IN,
            },
            true,
          ),
          {
            from: 60,
            to: 140,
            kind: 'linear',
            bands: [
              { from: 60, to: 80, verdict: 'watch' },
              { from: 80, to: 104, verdict: 'sound' },
              { from: 104, to: 112, verdict: 'watch' },
              { from: 112, to: 140, verdict: 'stop' },
            ],
            limits: [{ at: 112, name: 'limit 112 %' }],
            source: CP,
          },
        );
        figures.push(share);
        if (share.verdict !== 'sound')
          reasons.push(
            share.figure.value < 80
              ? `Only ${showNumber(share.figure.value, 3)} % of the plate’s current: was it at rated load?`
              : `${showNumber(share.figure.value, 3)} % of the plate’s current: more load than rated, or a weak field.`,
          );
      }
      return {
        figures,
        reasons,
        next: 'Let it run to steady temperature, look at the film, then sign the test.',
      };
    }),
  nominal: ({ plate: { voltageV, currentA, speedRpm } }) =>
    voltageV && currentA && speedRpm
      ? {
          typed: {
            voltage: String(voltageV),
            current: String(currentA),
            speed: String(speedRpm),
            sparking: 'none',
          },
          expected: true,
        }
      : null,
  expected: ({ plate: { voltageV, currentA, speedRpm } }) =>
    voltageV && currentA && speedRpm ? `${voltageV} V, ${currentA} A, ${speedRpm} rpm` : null,
  examples: {
    sound: { typed: { voltage: '220', current: '40', speed: '1462', sparking: 'none' }, plate: PLATE },
    stop: { typed: { voltage: '220', current: '52', speed: '1462', sparking: 'edge' }, plate: PLATE },
  },
});
