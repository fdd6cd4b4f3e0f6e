/** The gate before assembly: an under-cured stator and a rotor out of balance are found now or by the customer. */
import { gateState, wantTest, type GateFacts, type GateState } from './gate.ts';

/** Source: which readings a motor is assembled on: common practice, no source; their limits stand with each reading. */
export function beforeAssembly(facts: GateFacts): GateState {
  return gateState('before-assembly', 'Gate before assembly', [
    ...wantTest(facts, 'core-loss', 'bare', 'A core that got worse runs hot for life.'),
    ...wantTest(facts, 'cure', 'varnished', 'An under-cured winding is soft and sheds.'),
    ...wantTest(facts, 'balance', 'final', 'A rotor out of balance takes the bearings with it.'),
  ]);
}
