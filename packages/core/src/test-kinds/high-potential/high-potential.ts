/** High-potential test: the level by what was done, refused on a wet winding, with the leakage of a stepped direct voltage. */
import { criteriaOf } from '../criteria/index.ts';
import {
  assumed,
  bounded,
  choice,
  isBareFigure,
  quantity,
  required,
  lines,
  type ReadingOf,
  type Typed,
} from '../../language/forms/index.ts';
import {
  derive,
  finding,
  given,
  judgeFigure,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
  type Verdict,
} from '../../language/quantity/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { readQuantity, showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { leastInsulationMOhm } from '../insulation-resistance/insulation-figures.ts';
import { judgeLeakage } from './leakage.ts';
import { highPotentialLevel, WORKS, type HighPotentialLevel } from './levels.ts';

const FORM = [
  required(choice('work', 'The winding is', WORKS)),
  required(choice('supply', 'Tried with', { ac: 'alternating voltage, rms', dc: 'direct voltage' })),
  required(quantity('testVoltage', 'Test voltage', 'voltage', 100, 60000)),
  assumed(quantity('held', 'Held for', 'duration', 0.01, 60, 'such as 60 s'), '60 s'),
  required(choice('result', 'Result', { held: 'held', broke: 'broke down' })),
  required(
    bounded(
      quantity('before', 'Insulation resistance just before', 'insulation-resistance', 0, 1e7, 'at 40 °C'),
    ),
  ),
  required(choice('discharged', 'Discharged, grounded', { yes: 'yes', no: 'not yet' })),
  quantity('ringVoltage', 'Open ring voltage at standstill', 'voltage', 1, 10000, 'rotor with slip rings'),
  choice('reversing', 'Reversed while it runs', { no: 'no', yes: 'yes' }),
  lines(
    'steps',
    'Steps of direct voltage',
    [
      ['volts', 'V'],
      ['leakage', 'µA'],
    ],
    'a line a step: 1000 V; 1.2 µA',
    2000,
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** What some kinds have on their plates beside the volts of the line. */
interface OwnVolts {
  readonly fieldVoltageV?: number;
  readonly rotorVoltageV?: number;
}

/** The level for this winding; null where plate or form do not say enough. */
function levelOf(r: Partial<Reading>, { plate, criteria: chosen }: TestContext): HighPotentialLevel | null {
  const { fieldVoltageV, rotorVoltageV } = plate as Nameplate & OwnVolts;
  const volts = r.work === 'separate-field' ? fieldVoltageV : plate.voltageV;
  if (!r.work || !volts) return null;
  const criteria = chosen ?? criteriaOf(null);
  const share = (id: 'repeatShare' | 'reconditionedShare') => ({
    share: criteria.number(id) / 100,
    source: criteria.source(id),
  });
  const level = highPotentialLevel({
    ratedVoltageV: volts,
    work: r.work,
    powerKw: plate.powerKw,
    standstillVoltageV: r.ringVoltage ?? rotorVoltageV,
    reversing: r.reversing === 'yes',
    shares: { repeat: share('repeatShare'), reconditioned: share('reconditionedShare') },
  });
  return level.ok ? level.value : null;
}

/** Volts and microamperes of each step; a sentence where a line cannot be read. */
function readSteps(steps: string): { readonly volts: number[]; readonly microamps: number[] } | string {
  const volts: number[] = [];
  const microamps: number[] = [];
  for (const line of steps.split('\n').filter((l) => l.trim())) {
    const [v = '', i = ''] = line.split(';').map((x) => x.trim());
    const read = readQuantity(v, 'voltage');
    const m = /^(\d+(?:[.,]\d+)?)\s*([µμu]A|mA|nA)$/.exec(i);
    if (!read.ok || !m)
      return `“${line.trim().slice(0, 40)}” is no step: it is written 1000 V; 1.2 µA, the current with its unit.`;
    volts.push(read.value);
    microamps.push(Number(m[1]!.replace(',', '.')) * (m[2] === 'mA' ? 1000 : m[2] === 'nA' ? 0.001 : 1));
  }
  return { volts, microamps };
}

/** Windings from these volts on are form-wound, and need more insulation resistance. Source: IEEE 43-2013 (from memory). */
const FORM_WOUND_V = 1000;

/** What must not be tried, and what has to be done before anybody writes. */
function check(r: Partial<Reading>, context: TestContext, typed: Typed): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `high-potential.${code}`, message, [field]));
  const volts = context.plate.voltageV;
  const least = leastInsulationMOhm(volts && volts >= FORM_WOUND_V ? 'form' : 'random', volts ?? 400);
  if (isBareFigure(typed['held']))
    stop('held-unit', `${typed['held']!.trim()} seconds or minutes? Write 60 s or 1 min.`, 'held');
  if (r.before !== undefined && r.before < least)
    stop(
      'insulation-first',
      `${showNumber(r.before, 2)} MΩ is under the least ${least} MΩ: a wet or dirty winding is not tried. Dry it, then measure again.`,
      'before',
    );
  if (r.discharged === 'no')
    stop(
      'not-discharged',
      'Discharge it through its resistor and ground every lead first: four times as long as it was under volts, at least. Then write.',
      'discharged',
    );
  const { fieldVoltageV, rotorVoltageV } = context.plate as Nameplate & OwnVolts;
  if (r.work === 'separate-field' && !fieldVoltageV)
    stop(
      'no-field-voltage',
      'A field with a supply of its own is tried by its own volts, which the plate does not say.',
      'work',
    );
  if (r.work === 'wound-rotor' && r.ringVoltage === undefined && !rotorVoltageV)
    stop(
      'no-ring-voltage',
      'A rotor with slip rings is tried by its open ring voltage, which is missing.',
      'ringVoltage',
    );
  if (r.steps?.trim()) {
    const read = readSteps(r.steps);
    if (typeof read === 'string') stop('step-unreadable', read, 'steps');
    else if (r.supply === 'ac')
      stop('steps-of-ac', 'Steps with their leakage belong to direct voltage.', 'supply');
    else {
      const judged = judgeLeakage(read.volts, read.microamps, 3, EXCESS);
      if (!judged.ok) found.push(...judged.findings.map((f) => ({ ...f, fields: ['steps'] })));
    }
  }
  return found;
}

/** Of the level [%]. Common practice, no source. */
const LITTLE = 97;
const MUCH = 105;
const FAR_TOO_MUCH = 120;
/** A step that exceeds the line of the first ones by more is told; twice the first slope is a knee. Common practice, no source. */
const EXCESS = 0.2;
const KNEE = 2;
const SHARP_KNEE = 5;

function shareScale(source: string): LimitScale {
  return {
    from: 40,
    to: 140,
    kind: 'linear',
    bands: [
      { from: 40, to: LITTLE, verdict: 'watch' },
      { from: LITTLE, to: MUCH, verdict: 'sound' },
      { from: MUCH, to: FAR_TOO_MUCH, verdict: 'watch' },
      { from: FAR_TOO_MUCH, to: 140, verdict: 'stop' },
    ],
    limits: [{ at: MUCH, name: `${MUCH} %` }],
    source: `${source}; ${LITTLE} to ${MUCH} %: common practice`,
  };
}

function judge(r: Reading, context: TestContext): Judgement {
  const level = levelOf(r, context);
  const reasons: string[] = [];
  const figures: JudgedFigure[] = [];
  let verdict: Verdict = r.result === 'broke' ? 'stop' : 'sound';
  const doubt = (reason: string, worst: Verdict = 'watch') => {
    verdict = worse(verdict, worst);
    reasons.push(reason);
  };
  if (r.result === 'broke')
    reasons.push(
      `It broke down at ${showNumber(r.testVoltage, 4)} V ${r.supply === 'ac' ? 'AC' : 'DC'}: the insulation to ground does not hold.`,
    );
  const wanted = level && (r.supply === 'ac' ? level.acRmsV : level.dcV);
  const asFigure = {
    id: 'highPotentialLevel',
    name: 'Test voltage, of the level',
    symbol: 'U/U_t',
    unit: '%',
  };
  if (wanted) {
    const share = derive(
      {
        ...asFigure,
        formula: r.supply === 'ac' ? `U_t = ${level.rule}` : `U_t = 1.7 · (${level.rule})`,
        source: level.source,
        inputs: { U: given('U', r.testVoltage, 'V', 'tester'), t: given('U_t', wanted, 'V', level.rule) },
        value: (v) => (100 * v.U) / v.t,
      },
      true,
    );
    const ruleSaid = r.supply === 'ac' ? level.rule : `1.7 times ${level.rule}`;
    const judged = judgeFigure(share, shareScale(level.source));
    figures.push(judged);
    verdict = worse(verdict, judged.verdict!);
    reasons.push(
      share.value > MUCH
        ? `${showNumber(r.testVoltage, 4)} V is over the ${showNumber(wanted, 4)} V that this winding is tried with: every such test ages it. Do not repeat it.`
        : share.value < LITTLE
          ? `${showNumber(r.testVoltage, 4)} V is less than the ${showNumber(wanted, 4)} V of ${ruleSaid}: it proves that much only.`
          : `${showNumber(r.testVoltage, 4)} V against ${showNumber(wanted, 4)} V: ${WORKS[r.work]}, ${ruleSaid}.`,
    );
  } else {
    figures.push({
      figure: derive(
        {
          ...asFigure,
          name: 'Test voltage',
          symbol: 'U',
          unit: 'V',
          formula: 'U as set',
          source: 'tester',
          inputs: { U: given('U', r.testVoltage, 'V', 'tester') },
          value: (v) => v.U,
        },
        true,
      ),
    });
    doubt('The plate has no volts that can be read: which level is right cannot be told.');
  }
  if (r.held < 1 && r.result === 'held' && r.supply === 'ac')
    doubt(
      `Held for ${showNumber(60 * r.held, 2)} s; a full test is one minute. A short one at 120 % of the level is for series production only.`,
    );
  if (r.before === Infinity)
    doubt('OL before the test may be a clip that does not touch: nothing may have been under volts.');
  leakageReasons(r, doubt, reasons);
  return {
    verdict,
    figures,
    reasons,
    next:
      r.result === 'broke'
        ? 'Ground it, part the phases and find the spot with low current; nothing else is tried before it is found.'
        : verdict === 'sound'
          ? 'Measure the insulation resistance once more: it must be what it was.'
          : wanted && r.testVoltage < wanted
            ? 'See whether a lower level was agreed; else raise it slowly to the level, once.'
            : 'See to what is said above before it goes on.',
  };
}

function leakageReasons(r: Reading, doubt: (reason: string, worst?: Verdict) => void, reasons: string[]) {
  const steps = r.steps?.trim() ? readSteps(r.steps) : null;
  if (!steps || typeof steps === 'string') return;
  const judged = judgeLeakage(steps.volts, steps.microamps, 3, EXCESS);
  if (!judged.ok) return;
  const { extrapolated, brokenLine, stepMOhm } = judged.value;
  if (stepMOhm.some((x) => x === null))
    doubt('A step leaked nothing at all: no lead was connected, or the meter’s range hides it.');
  if (extrapolated)
    doubt(
      `At ${showNumber(extrapolated.voltageV, 4)} V the leakage is ${showNumber(100 * extrapolated.excess, 2)} % over the line of the first steps.`,
      extrapolated.excess > 1 ? 'stop' : 'watch',
    );
  else if (steps.volts.length > 3) reasons.push('The leakage grows in a straight line with the volts.');
  if (
    brokenLine &&
    brokenLine.slopeBeforeUaPerV > 0 &&
    brokenLine.slopeAfterUaPerV > KNEE * brokenLine.slopeBeforeUaPerV
  )
    doubt(
      `It has a knee at ${showNumber(brokenLine.kneeV, 3)} V, ${showNumber(brokenLine.slopeAfterUaPerV / brokenLine.slopeBeforeUaPerV, 2)} times as steep beyond: stop below it, or it breaks down.`,
      brokenLine.slopeAfterUaPerV > SHARP_KNEE * brokenLine.slopeBeforeUaPerV ? 'stop' : 'watch',
    );
}

export const highPotential = defineTest({
  id: 'high-potential',
  title: 'High-potential test',
  body: 'stator',
  form: FORM,
  leftToShop: true,
  stages: ['varnished', 'final'],
  caution: {
    name: 'High voltage',
    text: 'Barrier shut, two people, one hand. Raise it slowly, never at once. After direct voltage discharge through the resistor and leave every lead grounded.',
  },
  check,
  hookUp: {
    instrument: 'high-potential tester',
    clips: [
      { name: 'high volts', to: ['all leads, joined'], live: true },
      { name: 'return', to: ['frame'] },
    ],
    words:
      'All leads and all sensors joined; frame, shaft and return on one earth. Discharge, then earth, then touch.',
  },
  judge,
  charts: ({ steps }) => {
    const read = steps?.trim() ? readSteps(steps) : null;
    return read && typeof read !== 'string'
      ? [
          {
            title: 'Leakage over the direct volts',
            x: { name: 'volts', unit: 'V' },
            y: { name: 'leakage', unit: 'µA' },
            lines: [{ name: 'read', as: 'line', points: read.volts.map((v, i) => [v, read.microamps[i]!]) }],
          },
        ]
      : [];
  },
  nominal: ({ plate }) =>
    plate.voltageV
      ? {
          typed: {
            work: 'complete-rewind',
            supply: 'ac',
            testVoltage: String(Math.max(1500, 2 * plate.voltageV + 1000)),
            result: 'held',
            before: '1000',
            discharged: 'yes',
          },
          expected: false,
        }
      : null,
  expected: (context) => {
    const rewound = levelOf({ work: 'complete-rewind' }, context);
    const cleaned = levelOf({ work: 'reconditioned' }, context);
    return rewound && cleaned
      ? `rewound ${showNumber(rewound.acRmsV, 4)} V AC or ${showNumber(rewound.dcV, 4)} V DC; cleaned and dried ${showNumber(cleaned.acRmsV, 4)} V AC`
      : null;
  },
  examples: {
    sound: {
      typed: {
        work: 'complete-rewind',
        supply: 'ac',
        testVoltage: '1800',
        result: 'held',
        before: '900',
        discharged: 'yes',
      },
      plate: { voltageV: 400 },
    },
    stop: {
      typed: {
        work: 'complete-rewind',
        supply: 'ac',
        testVoltage: '1500',
        result: 'broke',
        before: '900',
        discharged: 'yes',
      },
      plate: { voltageV: 400 },
    },
  },
});
