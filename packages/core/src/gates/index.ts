import type { GateId } from '../route/index.ts';
import { beforeAssembly } from './before-assembly.ts';
import { beforeShipping } from './before-shipping.ts';
import { beforeVarnish } from './before-varnish.ts';
import { CARD_GATES, cardGate } from './card-gate.ts';
import type { GateFacts, GateState } from './gate.ts';

export { wantTest, type GateFacts, type GateState, type LatestTest } from './gate.ts';

const GATES: Readonly<Record<GateId, (facts: GateFacts) => GateState>> = {
  'before-stripping': cardGate('stripping', 'Gate before the saw'),
  'before-burn-off': cardGate('burning', 'Gate before burn-off'),
  'before-pulling': cardGate('pulling', 'Gate before pulling'),
  'before-winding': cardGate('winding', 'Gate before winding'),
  'before-varnish': beforeVarnish,
  'before-assembly': beforeAssembly,
  'before-shipping': beforeShipping,
};
/** Opened by what is on the data card; the others by tests. */
export const GATES_OF_THE_CARD: ReadonlySet<GateId> = new Set(CARD_GATES);
export const GATE_IDS = Object.keys(GATES) as readonly GateId[];
export const checkGate = (gate: GateId, facts: GateFacts): GateState => GATES[gate](facts);
