/** The winding that is to be made. */
import {
  checkDataCard,
  proposedCard,
  readNameplate,
  readShopSettings,
  type CheckedCard,
  type WindingAnalysis,
} from '@norther/core';
import type { MotorFile } from '../app/api.ts';

export interface Planned {
  readonly analysis: WindingAnalysis | null;
  readonly checked: CheckedCard;
  readonly role: 'as-found' | 'proposed';
}

/** What is to be wound: the kept proposal where it can be wound, else as found. */
export function plannedAnalysis(file: MotorFile): Planned {
  const { plate } = readNameplate(file.motor.plate);
  const shop = readShopSettings(file.settings);
  const typedOf = (role: string) => file.windings.find((w) => w.role === role)?.typed;
  const found = typedOf('as-found') ?? {};
  const proposal = typedOf('proposed');
  const proposed = proposal ? checkDataCard(proposedCard(found, proposal), plate, true, shop) : null;
  if (proposed?.analysis) return { analysis: proposed.analysis, checked: proposed, role: 'proposed' };
  const checked = checkDataCard(found, plate, true, shop);
  return { analysis: checked.analysis, checked, role: 'as-found' };
}
