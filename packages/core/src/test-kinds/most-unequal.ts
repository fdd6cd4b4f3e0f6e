/** How far the three currents of a run may differ. */
import type { Criteria } from './criteria/index.ts';

export const mostUnequal = (criteria: Criteria) => ({
  percent: criteria.number('currentUnbalance'),
  source: criteria.source('currentUnbalance'),
});
