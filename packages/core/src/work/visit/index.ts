export { byRushAndPlace, placeBetween, placeOnFloor, type OnFloor } from './floor-order.ts';
export * from './judge-visit.ts';
export * from './may-go-on.ts';
export * from './passes.ts';
export * from './parts.ts';
export * from './plans.ts';
export { voidedBy, type Voided } from './proof.ts';
export { kindAndRoute } from './visit.ts';
export type { Visit, VisitReading, VisitWinding, WindingRole } from './visit.ts';
