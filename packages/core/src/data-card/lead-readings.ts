/** Every way of reading the coil ends counted on a line lead, with what each would imply. */
import { analyseWinding, type CoreSize, type Supply, type WindingData } from '../analysis/index.ts';
import type { Star } from '../connection/index.ts';
import { judgeOn, type Finding, type Verdict } from '../quantity/index.ts';
import { TOOTH_DENSITY, GAP_DENSITY } from '../analysis/index.ts';

export interface LeadReading {
  readonly circuits: number;
  readonly connection: Star;
  /** Null when it can be wound, else why not. */
  readonly refusal: Finding | null;
  readonly starJointNeeded: boolean;
  /** Null when the card does not say whether a star joint was found. */
  readonly agreesWithStarJoint: boolean | null;
  readonly toothDensityT: number | null;
  readonly gapDensityT: number | null;
  readonly lineResistance20: number | null;
  readonly verdict: Verdict;
}

/**
 * With c circuits a star lead carries c ends and a delta lead 2c: four ends are four circuits in star or two in delta.
 * @param ends coil ends counted on one line lead
 * @returns the readings, likelier first
 * Source: common practice, no source.
 */
export function readLeadCount(
  ends: number,
  winding: WindingData,
  core: CoreSize,
  supply: Supply,
  starJoint?: 'yes' | 'no',
): LeadReading[] {
  const ways: { circuits: number; connection: Star }[] = [{ circuits: ends, connection: 'star' }];
  if (ends % 2 === 0) ways.push({ circuits: ends / 2, connection: 'delta' });
  return ways
    .map((way): LeadReading => {
      const result = analyseWinding({ winding: { ...winding, ...way }, core, supply }, false);
      const starJointNeeded = way.connection === 'star';
      const agreesWithStarJoint = starJoint ? starJointNeeded === (starJoint === 'yes') : null;
      if (!result.ok)
        return {
          ...way,
          refusal: result.findings[0]!,
          starJointNeeded,
          agreesWithStarJoint,
          toothDensityT: null,
          gapDensityT: null,
          lineResistance20: null,
          verdict: 'stop',
        };
      const f = result.value.figures;
      const verdicts: Verdict[] = [];
      if (f.toothDensity) verdicts.push(judgeOn(TOOTH_DENSITY, f.toothDensity.value));
      if (f.gapDensity) verdicts.push(judgeOn(GAP_DENSITY, f.gapDensity.value));
      if (agreesWithStarJoint === false) verdicts.push('stop');
      return {
        ...way,
        refusal: null,
        starJointNeeded,
        agreesWithStarJoint,
        toothDensityT: f.toothDensity?.value ?? null,
        gapDensityT: f.gapDensity?.value ?? null,
        lineResistance20: f.lineResistance20?.value ?? null,
        verdict: verdicts.includes('stop') ? 'stop' : verdicts.includes('watch') ? 'watch' : 'sound',
      };
    })
    .sort((a, b) => likeliness(b) - likeliness(a));
}

function likeliness(r: LeadReading): number {
  const middle = r.toothDensityT ?? (r.gapDensityT === null ? null : r.gapDensityT * 3.2);
  // 1.6 T is the middle of the usual tooth range (common practice).
  const distance = middle === null ? 0.5 : Math.abs(middle - 1.6);
  return (r.refusal ? -20 : 0) + (r.agreesWithStarJoint === false ? -10 : 0) - distance;
}
