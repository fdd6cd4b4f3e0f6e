export { checkGate, wantTest, type GateFacts, type GateState, type LatestTest } from './gate.ts';
