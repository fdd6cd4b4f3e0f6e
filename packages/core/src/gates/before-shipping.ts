/** The gate before shipping: the customer sees only the outside. */
import { gateState, wantTest, type GateFacts, type GateState } from './gate.ts';

/** Source: which readings a motor is shipped on: common practice, no source; their limits stand with each reading. */
export function beforeShipping(facts: GateFacts): GateState {
  return gateState('before-shipping', 'Gate before shipping', [
    ...wantTest(facts, 'insulation', 'final', 'The last thing measured before it leaves.'),
    ...wantTest(facts, 'resistance', 'final', 'A joint may have opened in assembly.'),
    ...wantTest(facts, 'no-load', 'final', 'A winding error shows in the three currents.'),
    ...wantTest(facts, 'full-load', 'final', 'Only load shows whether it does what the plate says.'),
  ]);
}
