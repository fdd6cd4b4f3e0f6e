/** Gates that a lead passed with a written reason. Source: common practice, no source. */
import { stationOf, type GateId } from '../route/index.ts';
import type { Visit } from './visit.ts';

/** The pass of a gate that counts: until the station behind the gate is opened again. */
export function passOf(visit: Pick<Visit, 'gatePasses' | 'steps' | 'route'>, gate: GateId) {
  const reopened = Math.max(
    0,
    ...visit.steps
      .filter((s) => stationOf(visit.route, s.station).gate === gate)
      .map((s) => s.reopenedOrder ?? 0),
  );
  return visit.gatePasses.findLast((p) => p.gate === gate && p.order > reopened) ?? null;
}
