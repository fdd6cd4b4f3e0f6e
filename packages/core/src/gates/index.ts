import type { GateId } from '../route/index.ts';
import { beforeAssembly } from './before-assembly.ts';
import { beforeShipping } from './before-shipping.ts';
import { beforeStripping } from './before-stripping.ts';
import { beforeVarnish } from './before-varnish.ts';
import type { GateFacts, GateState } from './gate.ts';

export { wantTest, type GateFacts, type GateState, type LatestTest } from './gate.ts';

const GATES: Readonly<Record<GateId, (facts: GateFacts) => GateState>> = {
  'before-stripping': beforeStripping,
  'before-varnish': beforeVarnish,
  'before-assembly': beforeAssembly,
  'before-shipping': beforeShipping,
};
export const GATE_IDS = Object.keys(GATES) as readonly GateId[];
export const checkGate = (gate: GateId, facts: GateFacts): GateState => GATES[gate](facts);
