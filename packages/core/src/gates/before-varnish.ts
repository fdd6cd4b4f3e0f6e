/** The gate before varnish: after cure a reversed group means doing it all again. */
import { gateState, wantTest, type GateFacts, type GateState } from './gate.ts';

/** Source: which readings a winding is varnished on: common practice, no source; their limits stand with each reading. */
export function beforeVarnish(facts: GateFacts): GateState {
  return gateState('before-varnish', 'Gate before varnish', [
    ...wantTest(facts, 'polarity', 'before-varnish', 'A reversed group cannot be mended under varnish.'),
    ...wantTest(facts, 'insulation', 'before-varnish', 'Varnish seals a damaged liner in.'),
    ...wantTest(facts, 'resistance', 'before-varnish', 'A bad joint cannot be reached under varnish.'),
  ]);
}
