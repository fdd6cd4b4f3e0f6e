/** Winding resistance of three leads: to 25 °C, unbalance, against the plan, and solved for the three branches. */
import type { Star } from '../connection/index.ts';
import { quantity } from '../fields/index.ts';
import {
  derive,
  given,
  lowerIsBetter,
  taken,
  type LimitScale,
  CP,
  judgeFigure,
  verdictOf,
  type JudgedFigure,
  type Judgement,
  unbalance,
} from '../quantity/index.ts';
import { showNumber } from '../units/index.ts';

export const RESISTANCE_FIELDS = [
  quantity('uv', 'Lead U to V', 'resistance', 0.000001, 20000),
  quantity('vw', 'Lead V to W', 'resistance', 0.000001, 20000),
  quantity('wu', 'Lead W to U', 'resistance', 0.000001, 20000),
  quantity('temperature', 'Winding temperature', 'temperature', -20, 150),
] as const;

/**
 * Branch resistances behind three line-to-line readings, solved exactly.
 * @returns star: U, V, W to the star point; delta: the branches U-V, V-W, W-U [Ω]; null when no positive branches fit
 * Source: Kirchhoff; star-delta transformation, first principles.
 */
export function branchResistances(
  readings: { readonly uv: number; readonly vw: number; readonly wu: number },
  connection: Star,
): readonly [number, number, number] | null {
  const { uv, vw, wu } = readings;
  const u = (uv + wu - vw) / 2;
  const v = (uv + vw - wu) / 2;
  const w = (vw + wu - uv) / 2;
  if (!(u > 0 && v > 0 && w > 0)) return null;
  if (connection === 'star') return [u, v, w];
  const sum = u * v + v * w + w * u;
  return [sum / w, sum / u, sum / v];
}

export interface ResistanceContext {
  readonly connection?: Star;
  /** What the plan says lead to lead at 25 °C [Ω]. */
  readonly plannedLineResistance25?: number;
  /** The plan's mean turn was measured, not estimated. */
  readonly meanTurnMeasured?: boolean;
}

export function judgeResistance(
  n: Readonly<Record<string, number>>,
  _t: Readonly<Record<string, string>>,
  context: ResistanceContext,
): Judgement {
  const { uv, vw, wu, temperature } = n as Record<'uv' | 'vw' | 'wu' | 'temperature', number>;
  const mean25 = derive(
    {
      id: 'meanResistance25',
      name: 'Lead to lead, mean at 25 °C',
      symbol: 'R₂₅',
      unit: 'Ω',
      formula: 'R₂₅ = (R_UV + R_VW + R_WU)/3 · (k + 25)/(k + T)',
      source: 'IEEE 112: k = 234.5 for copper (IEC 60034-1 uses 235)',
      inputs: {
        uv: given('R_UV', uv, 'Ω', 'read'),
        vw: given('R_VW', vw, 'Ω', 'read'),
        wu: given('R_WU', wu, 'Ω', 'read'),
        k: given('k', 234.5, '°C', 'copper'),
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
  const figures: JudgedFigure[] = [
    judgeFigure(spread, lowerIsBetter({ from: 0, watch: 1, limit: 2, to: 4, name: 'limit 2 %', source: CP })),
  ];
  const reasons: string[] = [];
  if (spread.value > 1) {
    const readings = { 'U-V': uv, 'V-W': vw, 'W-U': wu };
    const mean = (uv + vw + wu) / 3;
    const [odd, value] = Object.entries(readings).sort(
      (a, b) => Math.abs(b[1] - mean) - Math.abs(a[1] - mean),
    )[0]!;
    reasons.push(
      `${odd} is ${showNumber((100 * (value - mean)) / mean, 2)} % off the mean: a bad joint or a missing strand reads high, a missed turn reads low.`,
    );
  } else
    reasons.push('The three readings agree. That does not show a reversed group: the copper is all there.');
  const branches = context.connection ? branchResistances({ uv, vw, wu }, context.connection) : null;
  if (branches)
    reasons.push(`Solved for ${context.connection}: ${branches.map((b) => showNumber(b, 4)).join(', ')} Ω.`);
  else if (context.connection)
    reasons.push('The three readings fit no three branches: one reading must be wrong.');
  if (context.plannedLineResistance25) {
    const deviation = derive(
      {
        id: 'resistanceAgainstPlan',
        name: 'Against the plan',
        symbol: 'ΔR',
        unit: '%',
        formula: 'ΔR = 100 · (R₂₅ / R_plan − 1)',
        source: CP,
        inputs: {
          R25: taken(mean25),
          plan: given('R_plan', context.plannedLineResistance25, 'Ω', 'winding plan, 25 °C'),
        },
        value: (v) => 100 * (v.R25 / v.plan - 1),
      },
      true,
    );
    figures.push(judgeFigure(deviation, againstPlan(context.meanTurnMeasured ?? false)));
    if (figures[1]!.verdict !== 'sound')
      reasons.push(
        deviation.value > 0
          ? `${showNumber(deviation.value, 2)} % over the plan: thinner wire, a strand missing, or more turns.`
          : `${showNumber(-deviation.value, 2)} % under the plan: fewer turns, thicker wire, or more circuits.`,
      );
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

function againstPlan(measured: boolean): LimitScale {
  const [watch, limit] = measured ? [5, 10] : [15, 25];
  return {
    from: -2 * limit,
    to: 2 * limit,
    kind: 'linear',
    bands: [
      { from: -2 * limit, to: -limit, verdict: 'stop' },
      { from: -limit, to: -watch, verdict: 'watch' },
      { from: -watch, to: watch, verdict: 'sound' },
      { from: watch, to: limit, verdict: 'watch' },
      { from: limit, to: 2 * limit, verdict: 'stop' },
    ],
    limits: [
      { at: -limit, name: `−${limit}` },
      { at: limit, name: `+${limit} %` },
    ],
    source: `${CP}; ${measured ? 'mean turn measured' : 'wider, because the mean turn is estimated'}`,
  };
}
