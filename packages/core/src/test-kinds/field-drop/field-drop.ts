/** Drop across each pole of a field while one current flows through all of them. */
import {
  choice,
  lines,
  quantity,
  readFigureLines,
  required,
  type ReadingOf,
} from '../../language/forms/index.ts';
import { ohmAt } from '../../physics/electrical/index.ts';
import { commutatorPlanOf, poleDrops, polesOfWinding } from '../../machine-kinds/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  type Finding,
  type JudgedFigure,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { againstPlan } from '../against-plan.ts';
import { defineTest, type TestContext } from '../define-test.ts';

export const POLE_WINDING_CHOICE = {
  shunt: 'shunt field',
  series: 'series field',
  interpole: 'interpoles',
  compensating: 'compensating winding',
} as const;

const FORM = [
  required(choice('winding', 'Which winding', POLE_WINDING_CHOICE)),
  required(choice('supply', 'Fed with', { dc: 'direct current', ac: 'alternating, for shorted turns' })),
  required(
    lines('volts', 'Drop of each pole', [['drop', 'V']], 'a line a pole, the same way round: 54.2 V', 2000),
  ),
  quantity('current', 'Current', 'current', 0.001, 5000),
  quantity('temperature', 'Winding temperature', 'temperature', -20, 150),
] as const;
type Reading = ReadingOf<typeof FORM>;

const readVolts = (volts: string) =>
  readFigureLines(volts, {
    field: 'volts',
    code: 'field-drop.pole',
    line: 'Pole',
    most: 100,
    columns: [{ name: 'volts', unit: 'V' }],
  });

function check(r: Partial<Reading>, { plan: any }: TestContext): Finding[] {
  const plan = commutatorPlanOf(any);
  const found: Finding[] = [];
  const stop = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('stop', `field-drop.${code}`, message, fields));
  if (plan && r.winding && polesOfWinding(plan, r.winding) === 0)
    stop('no-such-winding', 'This machine has no such winding by its plate and card.', 'winding');
  if (r.volts === undefined) return found;
  const read = readVolts(r.volts);
  if (!read.ok) return [...found, ...read.findings];
  const volts = read.value.map((v) => v.volts);
  const poles = plan && r.winding ? polesOfWinding(plan, r.winding) : 0;
  if (poles > 0 && volts.length !== poles)
    stop('count', `${volts.length} drops, and this winding has ${poles} poles: one a pole.`, 'volts');
  if (volts.length < 2) stop('few', 'Two poles at least, to hold one against the other.', 'volts');
  else if (volts.some((v) => v < 0) || !poleDrops(volts).ok)
    stop('no-drop', 'Write the drop without a sign; at least one pole must have some.', 'volts');
  return found;
}

function judge(r: Reading, { plan: any }: TestContext): Judgement {
  const plan = commutatorPlanOf(any);
  const read = readVolts(r.volts);
  const volts = read.ok ? read.value.map((v) => v.volts) : [];
  const drops = poleDrops(volts);
  const { meanV, deviationPercent } = drops.ok ? drops.value : { meanV: NaN, deviationPercent: [] };
  const worst = deviationPercent.reduce(
    (a, v, i) => (Math.abs(v) > Math.abs(deviationPercent[a]!) ? i : a),
    0,
  );
  const off = deviationPercent[worst] ?? 0;
  const even = judgeFigure(
    derive(
      {
        id: 'poleDeviation',
        name: 'Most odd pole, off the mean of all',
        symbol: 'Δ',
        unit: '%',
        formula: 'Δ = 100 · |U / mean − 1|',
        source: CP,
        inputs: {
          U: given('U', volts[worst] ?? NaN, 'V', `pole ${worst + 1}`),
          mean: given('mean', meanV, 'V', `of ${volts.length} poles`),
        },
        value: (v) => 100 * Math.abs(v.U / v.mean - 1),
      },
      true,
    ),
    lowerIsBetter({ from: 0, watch: 4, limit: 10, to: 40, name: 'limit 10 %', source: CP }),
  );
  const figures: JudgedFigure[] = [even];
  const planned = plan?.figures[`${r.winding}Ohm20`];
  if (r.supply === 'dc' && r.current && r.temperature !== undefined && planned)
    figures.push(
      judgeFigure(
        derive(
          {
            id: 'fieldOhmDeviation',
            name: 'Whole winding against the plan',
            symbol: 'ΔR',
            unit: '%',
            formula: 'ΔR = 100 · (ΣU / I at 20 °C / R_plan − 1)',
            source: `resistance over temperature by IEEE 112, k = 234.5; ${CP}`,
            inputs: {
              R: given(
                'R_20',
                ohmAt((meanV * volts.length) / r.current, r.temperature, 20),
                'Ω',
                'read, at 20 °C',
              ),
              plan: given('R_plan', planned.value, 'Ω', 'winding plan, at 20 °C'),
            },
            value: (v) => 100 * (v.R / v.plan - 1),
          },
          true,
        ),
        againstPlan(true),
      ),
    );
  const reasons: string[] = [];
  if (even.verdict !== 'sound')
    reasons.push(
      off < 0
        ? `Pole ${worst + 1} drops ${showNumber(-off, 2)} % less than the mean: shorted or missing turns there.`
        : `Pole ${worst + 1} drops ${showNumber(off, 2)} % more than the mean: a poor joint, thinner wire, or the others have shorted turns.`,
    );
  const whole = figures[1];
  if (whole && whole.verdict !== 'sound')
    reasons.push(
      `The whole winding is ${showNumber(Math.abs(whole.figure.value), 2)} % ${whole.figure.value > 0 ? 'over' : 'under'} the plan.`,
    );
  const verdict = verdictOf(figures);
  return {
    verdict,
    figures,
    reasons:
      reasons.length > 0
        ? reasons
        : [
            r.supply === 'ac'
              ? 'All poles drop alike: no shorted turn shows.'
              : 'All poles drop alike. A single shorted turn shows better with alternating current.',
          ],
    next:
      verdict === 'sound'
        ? 'Walk the needle round the frame: order and interpoles do not show in volts.'
        : 'Measure the odd pole by itself, its joints left out; then lift the coil.',
  };
}

const LINE = { machine: 'direct-current', line: '6s 12b 2p lap+ 1-4 T5 0.80 @4 F800 0.40' };
export const fieldDrop = defineTest({
  id: 'field-drop',
  title: 'Field, drop of each pole',
  body: 'stator',
  form: FORM,
  stages: ['incoming', 'before-varnish', 'varnished', 'final'],
  caution: {
    name: 'Field opened under current',
    text: 'A field that is opened with current in it strikes with thousands of volts: bring the current down first, use a discharge resistor.',
  },
  check,
  hookUp: {
    instrument: 'supply, voltmeter',
    clips: [
      { name: 'supply +', to: ['first lead'], live: true },
      { name: 'supply −', to: ['last lead'], live: true },
      { name: 'volts', to: ['across one pole'] },
    ],
    words: 'One current through all poles in series; the voltmeter from joint to joint.',
  },
  judge,
  nominal: ({ plan: any, plate: { voltageV = 100 } }) => {
    const plan = commutatorPlanOf(any);
    const first = plan?.fields.windings[0];
    if (!plan || !first) return null;
    const each = (voltageV / polesOfWinding(plan, first)).toPrecision(5);
    return {
      typed: {
        winding: first,
        supply: 'dc',
        volts: Array(polesOfWinding(plan, first)).fill(each).join('\n'),
      },
      expected: false,
    };
  },
  expected: ({ plan: any }) => {
    const plan = commutatorPlanOf(any);
    const ohm = plan?.figures.shuntOhm20;
    return plan && ohm
      ? `shunt ${showNumber(ohm.value, 3)} Ω at 20 °C, ${showNumber(ohm.value / polesOfWinding(plan, 'shunt'), 3)} Ω a pole`
      : 'every pole the same share of the volts';
  },
  examples: {
    sound: { typed: { winding: 'shunt', supply: 'dc', volts: '54\n55' }, winding: LINE },
    stop: { typed: { winding: 'shunt', supply: 'dc', volts: '62\n48' }, winding: LINE },
  },
});
