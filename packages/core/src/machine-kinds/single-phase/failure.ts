/**
 * What lies behind a burnt start or main winding.
 * Source: common practice, no source: a start winding is made to carry its current for seconds only.
 */
import type { FailurePattern, LikelyCause } from '../../winding/damage/index.ts';

const STUCK_SWITCH: LikelyCause = {
  id: 'start-not-opened',
  cause: 'The start winding stayed in: its switch or relay did not open',
  confirmedBy: [
    'Contacts of the start switch: welded, springs tired',
    'Speed it reaches under the customer’s load',
    'Volts at the terminals while it starts',
  ],
  change: 'A new switch or relay; free the load so that it runs up.',
};
const CAPACITOR: LikelyCause = {
  id: 'capacitor',
  cause: 'Capacitor short or of another size',
  confirmedBy: ['Capacitance against the plate', 'Its volts against the winding’s'],
  change: 'A capacitor as the plate says.',
};
const NO_START: LikelyCause = {
  id: 'start-missing',
  cause: 'It stood under voltage without turning: the start winding, its switch or its capacitor was open',
  confirmedBy: ['Start winding from lead to lead', 'Contacts of the start switch', 'Capacitance'],
  change: 'Mend the starting parts; a relay that trips when it stands still.',
};

export function singlePhaseCauses({ id, windings }: FailurePattern): readonly LikelyCause[] {
  if (id !== 'one-winding') return [];
  return windings.includes('start') ? [STUCK_SWITCH, CAPACITOR] : [NO_START];
}
