import type { GateId } from '../route/index.ts';
import { beforeAssembly } from './before-assembly.ts';
import { beforeShipping } from './before-shipping.ts';
import { beforeVarnish } from './before-varnish.ts';
import { cardGate } from './card-gate.ts';
import type { GateFacts, GateState } from './gate.ts';

export { wantTest, type GateFacts, type GateState, type LatestTest } from './gate.ts';

/** Opened by what is on the data card; the others by tests. */
export const GATES_OF_THE_CARD: ReadonlySet<GateId> = new Set([
  'before-stripping',
  'before-pulling',
  'before-winding',
]);

const GATES: Readonly<Record<GateId, (facts: GateFacts) => GateState>> = {
  'before-stripping': cardGate('before-stripping', 'Gate before the saw', 'stripping'),
  'before-pulling': cardGate('before-pulling', 'Gate before pulling', 'pulling'),
  'before-winding': cardGate('before-winding', 'Gate before winding', 'winding'),
  'before-varnish': beforeVarnish,
  'before-assembly': beforeAssembly,
  'before-shipping': beforeShipping,
};
export const GATE_IDS = Object.keys(GATES) as readonly GateId[];
export const checkGate = (gate: GateId, facts: GateFacts): GateState => GATES[gate](facts);
