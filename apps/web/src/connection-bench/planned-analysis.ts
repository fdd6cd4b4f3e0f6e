/** The winding that is to be made. */
import { checkDataCard, proposedCard, readNameplate, type WindingAnalysis } from '@norther/core';
import type { MotorFile } from '../app/api.ts';

/** What is to be wound: the kept proposal where it can be wound, else as found. */
export function plannedAnalysis(file: MotorFile): { analysis: WindingAnalysis | null; role: string } {
  const { plate } = readNameplate(file.motor.plate);
  const typedOf = (role: string) => file.windings.find((w) => w.role === role)?.typed;
  const found = typedOf('as-found') ?? {};
  const proposal = typedOf('proposed');
  const proposed = proposal ? checkDataCard(proposedCard(found, proposal), plate).analysis : null;
  return proposed
    ? { analysis: proposed, role: 'proposed' }
    : { analysis: checkDataCard(found, plate).analysis, role: 'as-found' };
}
