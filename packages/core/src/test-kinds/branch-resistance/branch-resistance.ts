/** Resistance of main and start winding, each by itself: against the plan, and against each other. */
import { bounded, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { singlePhasePlanOf } from '../../machine-kinds/index.ts';
import {
  CP,
  derive,
  given,
  judgeFigure,
  verdictOf,
  type JudgedFigure,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { againstPlan } from '../against-plan.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(
    bounded(
      quantity('main', 'Main winding', 'resistance', 0.0001, 20000, 'its own leads; halves in parallel'),
    ),
  ),
  required(
    bounded(quantity('start', 'Start winding', 'resistance', 0.0001, 20000, 'capacitor and switch left out')),
  ),
  required(quantity('temperature', 'Winding temperature', 'temperature', -20, 150)),
] as const;
type Reading = ReadingOf<typeof FORM>;

const BRANCHES = [
  ['main', 'Main winding'],
  ['start', 'Start winding'],
] as const;

/**
 * Source: resistance to 20 °C by IEEE 112, k = 234.5 for copper (IEC 60034-1 uses 235); limits against the plan: common
 * practice, no source.
 */
function judge({ main, start, temperature }: Reading, { plan: any }: TestContext): Judgement {
  const read = { main, start };
  const open = BRANCHES.find(([id]) => read[id] === Infinity);
  if (open)
    return {
      verdict: 'stop',
      figures: [],
      reasons: [
        `${open[1]} reads open: nothing leads through it${open[0] === 'start' ? ', or the switch or a capacitor was left in the way' : ''}.`,
      ],
      next:
        open[0] === 'start'
          ? 'Measure at the winding’s own leads, switch and capacitor taken off; then look at its joints.'
          : 'Look at the joints of the main winding, then at a thermal protector in its lead.',
    };
  const plan = singlePhasePlanOf(any);
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  for (const [id, name] of BRANCHES) {
    const planned = plan?.figures[id === 'main' ? 'mainOhm20' : 'startOhm20'];
    const deviation = derive(
      {
        id: `${id}Deviation`,
        name: `${name} against the plan`,
        symbol: 'ΔR',
        unit: '%',
        formula: 'ΔR = 100 · (R · (k + 20)/(k + T) / R_plan − 1)',
        source: CP,
        inputs: {
          r: given('R', read[id], 'Ω', 'read'),
          plan: given('R_plan', planned?.value ?? NaN, 'Ω', 'winding plan, at 20 °C'),
          k: given('k', 234.5, '°C', 'copper'),
          T: given('T', temperature, '°C', 'winding temperature'),
        },
        value: (v) => 100 * ((v.r * (v.k + 20)) / (v.k + v.T) / v.plan - 1),
      },
      true,
    );
    if (!planned) continue;
    const judged = judgeFigure(deviation, againstPlan(plan!.meanTurnMeasured));
    figures.push(judged);
    if (judged.verdict !== 'sound')
      reasons.push(
        deviation.value > 0
          ? `${name}: ${showNumber(deviation.value, 2)} % over the plan: thinner wire, more turns, or a bad joint.`
          : `${name}: ${showNumber(-deviation.value, 2)} % under the plan: fewer turns, thicker wire, or a short.`,
      );
  }
  const ratio = derive(
    {
      id: 'ohmRatio',
      name: 'Ohms, start to main',
      symbol: 'R_s/R_m',
      unit: '',
      formula: 'R_s / R_m',
      source: CP,
      inputs: { s: given('R_s', start, 'Ω', 'read'), m: given('R_m', main, 'Ω', 'read') },
      value: (v) => v.s / v.m,
    },
    true,
  );
  figures.push({ figure: ratio });
  const wanted = plan?.figures.ohmRatio?.value;
  // Far from the plan's ratio and near its inverse: the clips were on each other's leads.
  const changedOver =
    wanted !== undefined &&
    Math.abs(Math.log(ratio.value * wanted)) < 0.15 &&
    Math.abs(Math.log(wanted)) > 0.35;
  if (changedOver)
    reasons.unshift(
      'The two readings fit the plan when they are changed over: the clips were on each other’s leads.',
    );
  if (figures.length === 1)
    reasons.push('There is no plan whose ohms could be compared: fill the card and the core.');
  const verdict = figures.length === 1 ? 'watch' : verdictOf(figures);
  return {
    verdict,
    figures,
    reasons: reasons.length > 0 ? reasons : ['Both windings are within the plan.'],
    next:
      verdict === 'sound'
        ? 'Go on to the polarity walk: it sees what resistance cannot.'
        : changedOver
          ? 'Measure again, each winding at its own leads.'
          : figures.length === 1
            ? 'Fill the card with turns, wire and core, then look again.'
            : 'Clean the clamps and measure again with four wires; then open the joints of the odd winding one by one.',
  };
}

const LINE = { machine: 'single-phase', line: '24s 4p M@1 1-6,1-4 T62,44 0.95 S@4 1-6,1-4 T70,50 0.56' };

export const branchResistance = defineTest({
  id: 'branch-resistance',
  title: 'Winding resistance, main and start',
  body: 'stator',
  form: FORM,
  stages: ['incoming', 'before-varnish', 'varnished', 'final'],
  hookUp: {
    instrument: 'four-wire ohmmeter',
    clips: [
      { name: 'current and volts', to: ['start of the branch'] },
      { name: 'current and volts', to: ['its finish'] },
    ],
    words: 'Capacitor and switch taken off. Main winding first, then the start winding.',
  },
  judge,
  nominal: ({ plan }) => {
    const of = singlePhasePlanOf(plan)?.figures;
    if (!of?.mainOhm20 || !of.startOhm20) return null;
    const [main, start] = [of.mainOhm20, of.startOhm20].map((f) => f.value.toPrecision(6));
    return { typed: { main: main!, start: start!, temperature: '20' }, expected: true };
  },
  expected: ({ plan }) => {
    const of = singlePhasePlanOf(plan)?.figures;
    return of?.mainOhm20 && of.startOhm20
      ? `at 20 °C main ${showNumber(of.mainOhm20.value, 3)} Ω, start ${showNumber(of.startOhm20.value, 3)} Ω`
      : null;
  },
  examples: {
    sound: { typed: { main: '3.75', start: '12.1', temperature: '20' }, winding: LINE },
    stop: { typed: { main: '3.75', start: 'OL', temperature: '20' }, winding: LINE },
  },
});
