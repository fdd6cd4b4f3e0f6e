/** How far ohms may lie from those of the plan. */
import { CP, type LimitScale } from '../language/quantity/index.ts';

/** @param measured whether a mean turn was measured; wider where it is only estimated */
export function againstPlan(measured: boolean): LimitScale {
  const [watch, limit] = measured ? [5, 10] : [15, 25];
  return {
    from: -2 * limit,
    to: 2 * limit,
    kind: 'linear',
    bands: [
      { from: -2 * limit, to: -limit, verdict: 'stop' },
      { from: -limit, to: -watch, verdict: 'watch' },
      { from: -watch, to: watch, verdict: 'sound' },
      { from: watch, to: limit, verdict: 'watch' },
      { from: limit, to: 2 * limit, verdict: 'stop' },
    ],
    limits: [
      { at: -limit, name: `−${limit}` },
      { at: limit, name: `+${limit} %` },
    ],
    source: `${CP}; ${measured ? 'mean turn measured' : 'wider, because the mean turn is estimated'}`,
  };
}
