/** The gate before stripping: once the old winding is out, it cannot be asked again. */
import { finding, type Finding } from '../quantity/index.ts';
import { gateState, type GateFacts, type GateState } from './gate.ts';

/** Source: what must be known before the winding is out: common practice, no source. */
export function beforeStripping(facts: GateFacts): GateState {
  const { card } = facts;
  const missing = card.missing.map((m): Finding =>
    finding(
      'stop',
      'gate.card-gap',
      `${m.label} is not on the data card.`,
      [m.id],
      'It cannot be counted or measured once the winding is out.',
    ),
  );
  return gateState('before-stripping', 'Gate before stripping', [
    ...card.findings.filter((f) => f.severity !== 'note'),
    ...missing,
  ]);
}
