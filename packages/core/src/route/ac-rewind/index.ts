/** The rewind of a three-phase motor with a cage rotor. */
import type { Route } from '../route.ts';
import { CLOSING_STATIONS } from './closing.ts';
import { CARD_GATES, testGates } from './gates.ts';
import { OPENING_STATIONS } from './opening.ts';
import { ROTOR_STATIONS } from './rotor.ts';
import { STATOR_STATIONS } from './stator.ts';

export const acRewind: Route = {
  id: 'ac-rewind',
  version: 1,
  machine: 'three-phase',
  title: 'Rewind, three-phase',
  opening: OPENING_STATIONS,
  tracks: { stator: STATOR_STATIONS, rotor: ROTOR_STATIONS },
  closing: CLOSING_STATIONS,
  gates: [
    ...CARD_GATES,
    ...testGates('resistance', [
      ['no-load', 'A winding error shows in the three currents.'],
      ['full-load', 'Only load shows whether it does what the plate says.'],
    ]),
  ],
};
