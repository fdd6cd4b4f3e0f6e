/** Winding resistance of three leads: to 25 °C, unbalance, against the plan, and solved for the three branches. */
import type { PhaseConnection } from '../../physics/electrical/index.ts';
import { branchesOf } from '../../physics/electrical/index.ts';
import type { WindingAnalysis } from '../../winding/analysis/index.ts';
import { analysisOf } from '../../machine-kinds/index.ts';
import { explainedBy, slipsOf } from '../mistakes/index.ts';
import { criteriaOf } from '../criteria/index.ts';
import { bounded, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  derive,
  given,
  lowerIsBetter,
  CP,
  judgeFigure,
  verdictOf,
  type JudgedFigure,
  type Judgement,
  unbalance,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { againstPlan } from '../against-plan.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(bounded(quantity('uv', 'Lead U to V', 'resistance', 0.000001, 20000))),
  required(bounded(quantity('vw', 'Lead V to W', 'resistance', 0.000001, 20000))),
  required(bounded(quantity('wu', 'Lead W to U', 'resistance', 0.000001, 20000))),
  required(quantity('temperature', 'Winding temperature', 'temperature', -20, 150)),
] as const;

/** All three there, or none: an open one is looked for before. */
function closedBranches({ uv, vw, wu }: Three, connection: PhaseConnection): Closed | null {
  const solved = branchesOf([uv, vw, wu], connection);
  return solved.ok && solved.value.every((r) => r !== null) ? (solved.value as Closed) : null;
}
type Closed = readonly [number, number, number];

function judge({ uv, vw, wu, temperature }: ReadingOf<typeof FORM>, { plan, criteria: chosen }: TestContext) {
  const analysis = analysisOf(plan);
  const criteria = chosen ?? criteriaOf(null);
  const context = {
    connection: analysis?.winding.connection,
    planned: plan?.linePairs ?? null,
    meanTurnMeasured: plan?.meanTurnMeasured ?? false,
  };
  const open = openPaths({ uv, vw, wu }, context.connection);
  if (open) return open;
  const mean25 = derive(
    {
      id: 'meanResistance25',
      name: 'Lead to lead, mean at 25 °C',
      symbol: 'R₂₅',
      unit: 'Ω',
      formula: 'R₂₅ = (R_UV + R_VW + R_WU)/3 · (k + 25)/(k + T)',
      source: criteria.source('copper'),
      inputs: {
        uv: given('R_UV', uv, 'Ω', 'read'),
        vw: given('R_VW', vw, 'Ω', 'read'),
        wu: given('R_WU', wu, 'Ω', 'read'),
        k: given('k', criteria.copperC, '°C', 'copper'),
        T: given('T', temperature, '°C', 'winding temperature'),
      },
      value: (v) => (((v.uv + v.vw + v.wu) / 3) * (v.k + 25)) / (v.k + v.T),
    },
    true,
  );
  const spread = derive(
    {
      id: 'resistanceUnbalance',
      name: 'Resistance unbalance',
      symbol: 'u_R',
      unit: '%',
      formula: 'u_R = 100 · largest deviation from the mean / mean',
      source: `definition as for voltages in NEMA MG 1; ${CP}`,
      inputs: {
        uv: given('R_UV', uv, 'Ω', 'read'),
        vw: given('R_VW', vw, 'Ω', 'read'),
        wu: given('R_WU', wu, 'Ω', 'read'),
      },
      value: (v) => 100 * unbalance([v.uv, v.vw, v.wu]),
    },
    true,
  );
  const limit = criteria.number('resistanceUnbalance');
  const figures: JudgedFigure[] = [
    judgeFigure(
      spread,
      lowerIsBetter({
        from: 0,
        watch: limit / 2,
        limit,
        to: 2 * limit,
        name: `limit ${limit} %`,
        source: criteria.source('resistanceUnbalance'),
      }),
    ),
  ];
  const reasons: string[] = [];
  const branches = context.connection ? closedBranches({ uv, vw, wu }, context.connection) : null;
  const unequal = context.planned ? unbalance(context.planned.ohm20) : 0;
  if (unequal > 0.005)
    reasons.push(
      `The plan itself is unequal by ${showNumber(100 * unequal, 2)} %: each pair is held against its own figure.`,
    );
  if (spread.value > limit / 2 && unequal <= 0.005)
    reasons.push(oddBranch({ uv, vw, wu }, branches, context.connection));
  else if (spread.value <= limit / 2)
    reasons.push('The three readings agree. That does not show a reversed group: the copper is all there.');
  if (branches)
    reasons.push(`Solved for ${context.connection}: ${branches.map((b) => showNumber(b, 4)).join(', ')} Ω.`);
  else if (context.connection)
    reasons.push('The three readings fit no three branches: one reading must be wrong.');
  if (context.planned) {
    reasons.push(`The plan is for ${context.planned.words}`);
    const [puv, pvw, pwu] = context.planned.ohm20;
    const deviation = derive(
      {
        id: 'resistanceAgainstPlan',
        name: 'Against the plan, the pair that is farthest off',
        symbol: 'ΔR',
        unit: '%',
        formula: 'ΔR = 100 · (R_pair · (k + 20)/(k + T) / R_plan − 1), largest of the three',
        source: CP,
        inputs: {
          uv: given('R_UV', uv, 'Ω', 'read'),
          vw: given('R_VW', vw, 'Ω', 'read'),
          wu: given('R_WU', wu, 'Ω', 'read'),
          plan: given('R_plan', puv, 'Ω', 'winding plan, U-V at 20 °C'),
          pvw: given('R_plan,VW', pvw, 'Ω', 'winding plan, V-W at 20 °C'),
          pwu: given('R_plan,WU', pwu, 'Ω', 'winding plan, W-U at 20 °C'),
          k: given('k', criteria.copperC, '°C', 'copper'),
          T: given('T', temperature, '°C', 'winding temperature'),
        },
        value: (v) => {
          const to20 = (v.k + 20) / (v.k + v.T);
          const off = [v.uv / v.plan, v.vw / v.pvw, v.wu / v.pwu].map((r) => 100 * (r * to20 - 1));
          return off.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
        },
      },
      true,
    );
    figures.push(judgeFigure(deviation, againstPlan(context.meanTurnMeasured ?? false)));
    if (figures[1]!.verdict !== 'sound')
      reasons.push(
        (analysis && sayOffPlan(deviation.value, spread.value, context.meanTurnMeasured, analysis)) ??
          (deviation.value > 0
            ? `${showNumber(deviation.value, 2)} % over the plan: thinner wire, a strand missing, or more turns.`
            : `${showNumber(-deviation.value, 2)} % under the plan: fewer turns, thicker wire, or more circuits.`),
      );
    // Phases that are to be unequal are not judged by how much they differ, but each against its own figure.
    if (unequal > 0.005) figures[0] = { figure: figures[0]!.figure };
  }
  figures.push({ figure: mean25 });
  const verdict = branches === null && context.connection ? 'stop' : verdictOf(figures);
  return {
    verdict,
    figures,
    reasons,
    next:
      verdict === 'sound'
        ? 'Go on to the surge comparison and the polarity walk: they see what resistance cannot.'
        : 'Clean the clamps and measure again with four wires; then open the joints of the odd phase one by one.',
  };
}

/** Slips change all three pairs alike; unequal pairs have another cause. */
const ALL_ALIKE_PERCENT = 2;

/** The slips that would explain it, by how much each would; null where none does, or the pairs differ. */
function sayOffPlan(
  percent: number,
  unequalPercent: number,
  meanTurnMeasured: boolean,
  analysis: WindingAnalysis,
): string | null {
  if (unequalPercent > ALL_ALIKE_PERCENT) return null;
  // The mean turn is estimated within some ten percent. Common practice, no source.
  const found = explainedBy(
    slipsOf(analysis),
    'resistance',
    1 + percent / 100,
    meanTurnMeasured ? 0.04 : 0.1,
  );
  if (found.length === 0) return null;
  const each = found
    .slice(0, 3)
    .map(({ slip }) => `${slip.words} (would read ${showNumber(100 * slip.resistance, 3)} % of it)`);
  return `${showNumber(100 + percent, 3)} % of the plan in all pairs; what would explain it, the nearest first: ${each.join('; ')}.`;
}

const PAIRS = { uv: 'U-V', vw: 'V-W', wu: 'W-U' } as const;
type Three = Readonly<Record<keyof typeof PAIRS, number>>;
/** Within that much the sum of two readings is the third. */
const ALIKE = 0.03;

/** Readings that show a path which is not there. */
function openPaths(r: Three, connection: PhaseConnection | undefined): Judgement | null {
  const none = (Object.keys(PAIRS) as (keyof Three)[]).filter((k) => r[k] === Infinity);
  const stop = (reason: string, next: string): Judgement => ({
    verdict: 'stop',
    figures: [],
    reasons: [reason],
    next,
  });
  if (none.length === 1)
    return stop(
      `${PAIRS[none[0]!]} reads open while the two others do not: that cannot be of three leads joined inside.`,
      'Look at the clips, and measure that pair again.',
    );
  if (none.length === 2) {
    const lead = [...PAIRS[none[0]!]].find((c) => c !== '-' && PAIRS[none[1]!].includes(c))!;
    return stop(
      `No way through lead ${lead}: ${none.map((k) => PAIRS[k]).join(' and ')} read open.`,
      `Look at the joint of lead ${lead}, then at the joints of its phase.`,
    );
  }
  if (none.length === 3)
    return stop(
      'All three pairs read open: nothing joins the leads, such as with both ends of each phase led out.',
      'Join the ends as the connection sheet says, or measure each phase from end to end.',
    );
  // A delta with a branch open: the pair across it reads the sum of the two others.
  if (connection === 'delta') {
    const pairs = Object.keys(PAIRS) as (keyof Three)[];
    const top = pairs.reduce((a, b) => (r[b] > r[a] ? b : a));
    const rest = pairs.filter((k) => k !== top);
    const sum = r[rest[0]!] + r[rest[1]!];
    if (Math.abs(r[top] / sum - 1) < ALIKE)
      return stop(
        `${PAIRS[top]} reads the sum of the two others: the branch between those leads is open.`,
        `Look at the joints of the branch ${PAIRS[top]}: both corners, then its jumpers.`,
      );
  }
  return null;
}

/** Which branch is the odd one, by what lies behind the readings: in star the odd pair is the one without it. */
function oddBranch(
  r: Three,
  branches: readonly [number, number, number] | null,
  connection: PhaseConnection | undefined,
): string {
  if (branches) {
    const names =
      connection === 'star' ? ['phase U', 'phase V', 'phase W'] : ['branch U-V', 'branch V-W', 'branch W-U'];
    const off = branches.map((b, i) => {
      const others = branches.filter((_, k) => k !== i);
      return b / ((others[0]! + others[1]!) / 2) - 1;
    });
    const odd = off.reduce((a, _, i) => (Math.abs(off[i]!) > Math.abs(off[a]!) ? i : a), 0);
    const percent = showNumber(Math.abs(100 * off[odd]!), 2);
    return off[odd]! > 0
      ? `${names[odd]} is ${percent} % over the two others: a bad joint or a missing strand.`
      : `${names[odd]} is ${percent} % under the two others: a missed turn, or a short.`;
  }
  const mean = (r.uv + r.vw + r.wu) / 3;
  const [odd, value] = Object.entries(r).sort((a, b) => Math.abs(b[1] - mean) - Math.abs(a[1] - mean))[0]!;
  return `${PAIRS[odd as keyof Three]} is ${showNumber((100 * (value - mean)) / mean, 2)} % off the mean; star or delta is not known, so the phase is not named.`;
}

/** What should be read between the leads at 20 °C, as it would be typed; null where the plan does not say. */
function plannedOhms(plan: TestContext['plan']): string[] | null {
  const pairs = plan?.linePairs?.ohm20;
  return pairs?.every(Number.isFinite) ? pairs.map((r) => r.toPrecision(6)) : null;
}

export const resistance = defineTest({
  id: 'resistance',
  title: 'Winding resistance',
  body: 'stator',
  form: FORM,
  stages: ['incoming', 'before-varnish', 'varnished', 'final'],
  hookUp: {
    instrument: 'four-wire ohmmeter',
    clips: [
      { name: 'current and volts', to: ['U'] },
      { name: 'current and volts', to: ['V'] },
    ],
    words: 'Both clips of a side on one lead, volts nearer to the winding. Then V to W, then W to U.',
  },
  judge,
  nominal: ({ plan }) => {
    const [uv, vw, wu] = plannedOhms(plan) ?? ['1', '1', '1'];
    return { typed: { uv: uv!, vw: vw!, wu: wu!, temperature: '20' }, expected: plannedOhms(plan) !== null };
  },
  expected: ({ plan }) => {
    const ohms = plannedOhms(plan)?.map((r) => showNumber(Number(r), 3));
    if (!ohms) return null;
    return new Set(ohms).size === 1
      ? `at 20 °C ${ohms[0]} Ω between any two leads`
      : `at 20 °C U-V ${ohms[0]}, V-W ${ohms[1]}, W-U ${ohms[2]} Ω`;
  },
  examples: {
    sound: { typed: { uv: '1.00', vw: '1.00', wu: '1.00', temperature: '25' } },
    stop: { typed: { uv: '1.00', vw: '1.00', wu: '1.10', temperature: '25' } },
  },
});
