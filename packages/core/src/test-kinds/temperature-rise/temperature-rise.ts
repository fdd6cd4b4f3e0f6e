/** Temperature rise of a winding by its resistance: carried back to switch-off where the first reading came late. */
import {
  COPPER_IEC,
  coolingByThree,
  coolingToAsymptote,
  longestDelayS,
  ohmAt,
  riseByResistance,
} from '../../physics/electrical/index.ts';
import {
  isBareFigure,
  quantity,
  required,
  lines,
  type ReadingOf,
  type Typed,
} from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import {
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { readQuantity, showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('coldOhm', 'Cold, lead to lead', 'resistance', 0.000001, 20000)),
  required(quantity('coldTemperature', 'Cold winding', 'temperature', -20, 80)),
  required(quantity('hotOhm', 'Hot, first reading', 'resistance', 0.000001, 20000, 'the same two leads')),
  required(quantity('delay', 'It was read so long after switch-off', 'duration', 0, 60, 'such as 25 s')),
  required(quantity('coolant', 'Air at the end of the test', 'temperature', -20, 60, 'not at its beginning')),
  quantity('limit', 'Rise allowed', 'temperature-difference', 20, 200, 'empty: by the class on the plate'),
  lines(
    'curve',
    'Readings while it cools',
    [
      ['after switch-off', 's'],
      ['lead to lead', 'Ω'],
    ],
    'a line a reading: 40 s; 1.58 Ω',
    2000,
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** Rise by resistance of indirectly cooled windings [K]. Source: IEC 60034-1, limits of temperature rise (from memory). */
const BY_CLASS = { A: 60, E: 75, B: 80, F: 105, H: 125 } as const;

function readCurve(curve: string): { readonly timeS: number[]; readonly ohm: number[] } | string {
  const timeS: number[] = [];
  const ohm: number[] = [];
  for (const line of curve.split('\n').filter((l) => l.trim())) {
    const [t = '', r = ''] = line.split(';').map((x) => x.trim());
    const read = readQuantity(r, 'resistance');
    const time = /^(\d+(?:[.,]\d+)?)\s*(s|min)$/.exec(t);
    if (!time || !read.ok)
      return `“${line.trim().slice(0, 40)}” is no reading: it is written 40 s; 1.58 Ω, the time with its unit.`;
    timeS.push(Number(time[1]!.replace(',', '.')) * (time[2] === 'min' ? 60 : 1));
    ohm.push(read.value);
  }
  return { timeS, ohm };
}

function check(r: Partial<Reading>, _context: TestContext, typed: Typed): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `rise.${code}`, message, [field]));
  if (isBareFigure(typed['delay']))
    stop('delay-unit', `${typed['delay']!.trim()} seconds or minutes? Write 25 s or 2 min.`, 'delay');
  if (r.coldOhm !== undefined && r.hotOhm !== undefined && r.hotOhm <= r.coldOhm)
    stop(
      'not-hotter',
      'The hot resistance is not above the cold one: they are exchanged, or of other leads.',
      'hotOhm',
    );
  if (r.curve?.trim()) {
    const read = readCurve(r.curve);
    if (typeof read === 'string') stop('curve-unreadable', read, 'curve');
    else if (read.timeS.some((t, i) => i > 0 && t <= read.timeS[i - 1]!))
      stop('time-runs-back', 'The times of the cooling curve must rise.', 'curve');
  }
  return found;
}

interface AtSwitchOff {
  readonly ohm: number;
  readonly how: string;
  readonly doubt: string | null;
}

/** The resistance when it was switched off. */
function atSwitchOff(r: Reading, plate: Nameplate): AtSwitchOff {
  const longest = plate.powerKw ? longestDelayS(plate.powerKw) : null;
  const delayS = 60 * r.delay;
  if (longest !== null && delayS <= longest)
    return { ohm: r.hotOhm, how: `read within ${longest} s, as it stands`, doubt: null };
  const read = r.curve?.trim() ? readCurve(r.curve) : null;
  if (read && typeof read !== 'string') {
    // It cools down to what it reads at the temperature of the air.
    const asymptote = ohmAt(r.coldOhm, r.coldTemperature, r.coolant, COPPER_IEC);
    const three = read.timeS.length === 3 ? coolingByThree(read.timeS, read.ohm) : null;
    const fitted = three?.ok ? three : coolingToAsymptote(read.timeS, read.ohm, asymptote);
    if (fitted.ok && fitted.value.atZeroOhm >= r.hotOhm * 0.999)
      return {
        ohm: fitted.value.atZeroOhm,
        how: `carried back over ${showNumber(delayS, 2)} s, time constant ${showNumber(fitted.value.timeConstantS, 3)} s`,
        doubt: null,
      };
    return {
      ohm: r.hotOhm,
      how: 'as read',
      doubt:
        'The readings while it cooled fit no cooling curve to the air’s temperature: the rise is larger than this.',
    };
  }
  return {
    ohm: r.hotOhm,
    how: 'as read',
    doubt:
      longest === null
        ? 'Without a power on the plate nobody can say how late is too late: the rise may be larger.'
        : `It was read ${showNumber(delayS, 2)} s after switch-off; later than ${longest} s the curve has to be carried back, and there is none: the rise is larger than this.`,
  };
}

function judge(r: Reading, { plate, criteria: chosen }: TestContext): Judgement {
  // The limits are IEC's, and so is the constant where the set in force leaves it open.
  const copperC = chosen?.ownCopperC ?? COPPER_IEC;
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const off = atSwitchOff(r, plate);
  const rise = derive(
    {
      id: 'temperatureRise',
      name: 'Rise over the air',
      symbol: 'Δθ',
      unit: 'K',
      formula: 'Δθ = (R₂/R₁)·(k + θ₁) − k − θ_air',
      source: `IEC 60034-1, resistance method (from memory): k = ${copperC}, air at the end of the test`,
      inputs: {
        hot: given('R₂', off.ohm, 'Ω', off.how),
        cold: given('R₁', r.coldOhm, 'Ω', 'cold'),
        t1: given('θ₁', r.coldTemperature, '°C', 'cold winding'),
        k: given('k', copperC, '°C', 'copper'),
        air: given('θ_air', r.coolant, '°C', 'end of the test'),
      },
      value: (v) =>
        riseByResistance({
          coldOhm: v.cold,
          coldTemperatureC: v.t1,
          hotOhm: v.hot,
          coolantAtEndC: v.air,
          constantC: v.k,
        }).riseK!,
    },
    true,
  );
  const of = plate.insulationClass;
  const limit = r.limit ?? (of ? BY_CLASS[of] : null);
  const figures: JudgedFigure[] = [
    limit === null
      ? { figure: rise }
      : judgeFigure(
          rise,
          lowerIsBetter({
            from: 0,
            watch: limit - 10,
            limit,
            to: limit + 40,
            name: `limit ${limit} K`,
            source: `${r.limit === undefined ? `IEC 60034-1, class ${of} (from memory)` : 'as agreed'}; watch from 10 K below: common practice`,
          }),
        ),
  ];
  reasons.push(
    `${showNumber(rise.value, 3)} K over ${showNumber(r.coolant, 3)} °C of air: the winding’s mean was ${showNumber(rise.value + r.coolant, 3)} °C, ${off.how}.`,
  );
  if (off.doubt) doubt(off.doubt);
  if (limit === null) doubt('No class on the plate and no rise agreed: it is shown, not judged.');
  if (rise.value < 10) doubt('Hardly warm: was it at its load, and long enough?');
  const verdict = worse(verdictOf(figures), atBest);
  return {
    verdict,
    figures,
    reasons,
    next:
      verdict === 'sound'
        ? 'Keep it with the motor: ten kelvin less is about twice the life.'
        : figures[0]!.verdict === 'stop'
          ? 'Look at load, fan and cowl, clogged fins, volts and their unbalance, then at turns and wire against the plan.'
          : 'See to what is said above; read again within the time, or take a cooling curve.',
  };
}

export const temperatureRise = defineTest({
  id: 'temperature-rise',
  title: 'Temperature rise',
  body: 'motor',
  form: FORM,
  leftToShop: true,
  stages: ['final'],
  caution: ROTATING,
  check,
  hookUp: {
    instrument: 'four-wire ohmmeter',
    clips: [
      { name: 'current and volts', to: ['U'] },
      { name: 'current and volts', to: ['V'] },
    ],
    words: 'The same two leads cold and hot. Clips at hand before it is switched off: seconds count.',
  },
  judge,
  charts: ({ curve }) => {
    const read = curve?.trim() ? readCurve(curve) : null;
    return read && typeof read !== 'string'
      ? [
          {
            title: 'Resistance while it cools',
            x: { name: 'after switch-off', unit: 's' },
            y: { name: 'lead to lead', unit: 'Ω' },
            lines: [{ name: 'read', as: 'points', points: read.timeS.map((t, i) => [t, read.ohm[i]!]) }],
          },
        ]
      : [];
  },
  nominal: ({ plate }) =>
    plate.insulationClass
      ? {
          typed: { coldOhm: '1', coldTemperature: '20', hotOhm: '1.2', delay: '20 s', coolant: '20' },
          expected: false,
        }
      : null,
  expected: ({ plate: { insulationClass: of } }) =>
    of ? `at most ${BY_CLASS[of]} K over the air, class ${of}` : null,
  examples: {
    sound: {
      typed: { coldOhm: '1.25', coldTemperature: '22', hotOhm: '1.56', delay: '25 s', coolant: '26' },
      plate: { powerKw: 11, insulationClass: 'F' },
    },
    stop: {
      typed: { coldOhm: '1.25', coldTemperature: '22', hotOhm: '1.95', delay: '25 s', coolant: '26' },
      plate: { powerKw: 11, insulationClass: 'F' },
    },
  },
});
