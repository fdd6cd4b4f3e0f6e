/** The rewind of a three-phase motor with a cage rotor; the first version recorded less. */
import type { Route } from '../route.ts';
import { withMore } from '../pieces.ts';
import { CLOSING_STATIONS } from './closing.ts';
import { CLOSING_DETAILS, ROTOR_DETAILS, STATOR_DETAILS } from './details.ts';
import { CARD_GATES, testGates } from './gates.ts';
import { OPENING_STATIONS } from './opening.ts';
import { ROTOR_STATIONS } from './rotor.ts';
import { STATOR_STATIONS } from './stator.ts';

const firstVersion: Route = {
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

export const acRewind: readonly Route[] = [
  firstVersion,
  {
    ...firstVersion,
    version: 2,
    opening: withMore(OPENING_STATIONS, {}),
    tracks: {
      stator: withMore(STATOR_STATIONS, STATOR_DETAILS),
      rotor: withMore(ROTOR_STATIONS, ROTOR_DETAILS),
    },
    closing: withMore(CLOSING_STATIONS, CLOSING_DETAILS),
  },
];
