/** Every way of reading the coil ends counted on a lead, with what each would imply, and what would decide between them. */
import type { PhaseConnection } from '../../physics/electrical/index.ts';
import {
  analyseWinding,
  GAP_DENSITY,
  TOOTH_DENSITY,
  type CoreSize,
  type Supply,
  type WindingData,
} from '../../winding/analysis/index.ts';
import { LEAD_SCHEMES, type LeadScheme } from '../../winding/connection/index.ts';
import { judgeOn, type Finding, type Verdict } from '../../language/quantity/index.ts';

export type LeadCount = 3 | 6 | 9 | 12;

export interface LeadEvidence {
  /** Coil ends counted on the first line lead (U1, T1; with two speeds the lead of the lower one). */
  readonly ends: number;
  /** 3 when not said. */
  readonly leads?: LeadCount;
  readonly starJoint?: 'yes' | 'no';
  readonly twoSpeed?: boolean;
  /** Between two line leads, or with more leads between the two ends of one winding piece; at 20 °C [Ω]. */
  readonly resistance20?: number;
}

export interface LeadReading {
  readonly circuits: number;
  readonly connection: PhaseConnection;
  readonly scheme: LeadScheme;
  /** Null when it can be wound, else why not. */
  readonly refusal: Finding | null;
  readonly starJointNeeded: boolean;
  /** Null when the card does not say whether a star joint was found. */
  readonly agreesWithStarJoint: boolean | null;
  readonly toothDensityT: number | null;
  readonly gapDensityT: number | null;
  /** What a bridge would read where the resistance is measured [Ω, 20 °C]. */
  readonly resistance20: number | null;
  readonly measuredBetween: string;
  /** Measured / expected; null without a measurement or an expectation. */
  readonly resistanceRatio: number | null;
  readonly verdict: Verdict;
}

interface Way {
  readonly circuits: number;
  readonly connection: PhaseConnection;
  readonly scheme: LeadScheme;
  readonly starJoint: boolean;
}

/** What the count can mean. Source: ends that meet on a lead in each way of leading out; first principles. */
function waysOf({ ends, leads = 3, twoSpeed }: LeadEvidence): Way[] {
  const way = (
    circuits: number,
    connection: PhaseConnection,
    scheme: LeadScheme,
    starJoint: boolean,
  ): Way[] =>
    Number.isInteger(circuits) && circuits >= 1 ? [{ circuits, connection, scheme, starJoint }] : [];
  if (twoSpeed && leads === 6)
    return [
      ...way(ends, 'star', 'constant-torque', false),
      ...way(2 * ends, 'star', 'variable-torque', true),
      ...way(ends / 2, 'delta', 'constant-power', false),
    ];
  switch (leads) {
    case 3:
      return [...way(ends, 'star', 'three', true), ...way(ends / 2, 'delta', 'three', false)];
    case 6:
      return [
        ...way(ends, 'delta', 'six', false),
        ...way(ends, 'star', 'six', false),
        ...way(2 * ends, 'star', 'six-part-winding', true),
        ...way(ends, 'delta', 'six-part-winding', false),
      ];
    case 9:
      return [...way(2 * ends, 'star', 'nine', true), ...way(ends, 'delta', 'nine', false)];
    case 12:
      return [...way(2 * ends, 'delta', 'twelve', false), ...way(2 * ends, 'star', 'twelve', false)];
  }
}

/** Where a bridge is put for each way of leading out, and how many phase resistances it sees. */
function bridge(way: Way): { readonly between: string; readonly phases: number } {
  const star = way.connection === 'star';
  switch (way.scheme) {
    case 'three':
      return { between: 'lead to lead', phases: star ? 2 : 2 / 3 };
    case 'six':
      return { between: 'U1 to U2', phases: 1 };
    case 'six-part-winding':
      return { between: 'U1 to V1', phases: star ? 4 : 4 / 3 };
    case 'nine':
    case 'twelve':
      return { between: 'U1 to U2', phases: 2 };
    // Series path of both halves; at the higher speed the halves lie parallel, a quarter of that.
    case 'constant-torque':
      return { between: '1U to 1V', phases: (2 / 3) * 4 };
    case 'variable-torque':
      return { between: '1U to 1V', phases: 2 * 4 };
    case 'constant-power':
      return { between: '2U to 2V', phases: 2 / 3 };
  }
}

/**
 * @param winding everything but circuits and connection
 * @returns the readings, likelier first
 * Source: with c circuits a star lead carries c ends and a delta lead 2c: common practice, no source.
 */
export function readLeadCount(
  evidence: LeadEvidence,
  winding: Omit<WindingData, 'circuits' | 'connection' | 'leads'>,
  core: CoreSize,
  supply: Supply,
): LeadReading[] {
  return waysOf(evidence)
    .map((way): LeadReading => {
      const { circuits, connection, scheme } = way;
      const result = analyseWinding(
        {
          winding: { ...winding, circuits, connection, leads: scheme },
          core,
          supply,
          // Only the figures are looked at.
          settings: { highestHarmonic: 1 },
        },
        false,
      );
      const agrees = evidence.starJoint ? way.starJoint === (evidence.starJoint === 'yes') : null;
      const { between, phases } = bridge(way);
      const base = {
        circuits,
        connection,
        scheme,
        starJointNeeded: way.starJoint,
        agreesWithStarJoint: agrees,
        measuredBetween: between,
      };
      if (!result.ok)
        return {
          ...base,
          refusal: result.findings[0]!,
          toothDensityT: null,
          gapDensityT: null,
          resistance20: null,
          resistanceRatio: null,
          verdict: 'stop',
        };
      const f = result.value.figures;
      const expected = f.phaseResistance20 ? phases * f.phaseResistance20.value : null;
      const ratio = expected && evidence.resistance20 ? evidence.resistance20 / expected : null;
      const verdicts: Verdict[] = [];
      if (f.toothDensity) verdicts.push(judgeOn(TOOTH_DENSITY, f.toothDensity.value));
      if (f.gapDensity) verdicts.push(judgeOn(GAP_DENSITY, f.gapDensity.value));
      if (agrees === false) verdicts.push('stop');
      // A mean turn that was only estimated is good to some 10 %.
      if (ratio !== null && Math.abs(ratio - 1) > 0.15)
        verdicts.push(Math.abs(ratio - 1) > 0.3 ? 'stop' : 'watch');
      return {
        ...base,
        refusal: null,
        toothDensityT: f.toothDensity?.value ?? null,
        gapDensityT: f.gapDensity?.value ?? null,
        resistance20: expected,
        resistanceRatio: ratio,
        verdict: verdicts.includes('stop') ? 'stop' : verdicts.includes('watch') ? 'watch' : 'sound',
      };
    })
    .sort((a, b) => likeliness(b) - likeliness(a));
}

function likeliness(r: LeadReading): number {
  const middle = r.toothDensityT ?? (r.gapDensityT === null ? null : r.gapDensityT * 3.2);
  // 1.6 T is the middle of the usual tooth range (common practice).
  const density = middle === null ? 0.5 : Math.abs(middle - 1.6);
  const ohms = r.resistanceRatio === null ? 0 : 3 * Math.abs(Math.log(r.resistanceRatio));
  return (r.refusal ? -20 : 0) + (r.agreesWithStarJoint === false ? -10 : 0) - density - ohms;
}

export const nameReading = (r: Pick<LeadReading, 'circuits' | 'connection' | 'scheme'>) =>
  `${r.circuits}${r.connection === 'star' ? 'Y' : 'Δ'}${r.scheme === 'three' ? '' : `, ${LEAD_SCHEMES[r.scheme].label}`}`;

/** The one further look that would tell the readings still standing apart; null when none or one stands. */
export function furtherLook(readings: readonly LeadReading[], evidence: LeadEvidence): string | null {
  const possible = readings.filter((r) => !r.refusal && r.agreesWithStarJoint !== false);
  const sound = possible.filter((r) => r.verdict !== 'stop');
  const standing = sound.length > 0 ? sound : possible;
  if (standing.length < 2) return null;
  const [a, b] = standing as [LeadReading, LeadReading];
  if (!evidence.starJoint && a.starJointNeeded !== b.starJointNeeded) {
    const [withJoint, without] = a.starJointNeeded ? [a, b] : [b, a];
    return `Look for a star joint under the lacing: with one it is ${nameReading(withJoint)}, without ${nameReading(without)}.`;
  }
  if (evidence.resistance20 === undefined && a.resistance20 !== null && b.resistance20 !== null) {
    const apart = Math.abs(Math.log(a.resistance20 / b.resistance20));
    if (apart > 0.2)
      return `Measure ${a.measuredBetween}: ${nameReading(a)} reads ${a.resistance20.toPrecision(3)} Ω at 20 °C, ${nameReading(b)} ${b.resistance20.toPrecision(3)} Ω${a.measuredBetween === b.measuredBetween ? '' : ` (${b.measuredBetween})`}.`;
  }
  if (a.connection !== b.connection && a.circuits === b.circuits)
    return 'Both ends of every phase come out: star or delta is made at the terminals. The plate, or the links in the box, decide.';
  return 'Follow one circuit from the lead and count its groups: groups a phase / groups in a circuit = circuits.';
}
