/** The stations of an AC rewind after stator and rotor have met again. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { testsAt, YES, type Station } from '../station.ts';

export const CLOSING_STATIONS: readonly Station[] = [
  {
    id: 'match',
    begins: 'final',
    body: 'motor',
    name: 'Match',
    title: 'Bring stator and rotor together',
    todo: ['Read the number on the stator and on the rotor. They must be the same.'],
    record: [
      required(text('statorTag', 'Number on the stator', undefined, 16)),
      required(text('rotorTag', 'Number on the rotor', undefined, 16)),
    ],
    tests: [],
  },
  {
    id: 'assemble',
    body: 'motor',
    name: 'Assemble',
    title: 'Assemble',
    todo: [
      'Slide the rotor in without touching the end turns.',
      'New bearings, heated evenly, then left to cool and grip; grease as the maker says.',
    ],
    record: [
      required(text('bearings', 'Bearings fitted', 'drive end / other end', 80)),
      quantity('bearingHeat', 'Bearings heated to', 'temperature', 10, 200),
    ],
    caution: {
      name: 'Pinch, heat',
      text: 'Bearings and fans are hot: gloves. Keep fingers out of the gap while the rotor goes in.',
    },
    gate: 'before-assembly',
    tests: [],
  },
  {
    id: 'test',
    equipment: 'Test panel',
    body: 'motor',
    name: 'Test',
    title: 'Final tests',
    todo: [
      'Insulation and resistance again, then run without load, then at rated load.',
      'Listen, feel the bearings’ temperature, watch the three currents.',
    ],
    record: [required(choice('sound', 'Runs quietly, both ways', YES))],
    caution: {
      name: 'Spinning shaft, live terminals',
      text: 'Guards on, terminal box shut, secured to the bed, two people.',
    },
    signedBy: ['tester', 'lead'],
    tests: testsAt('final', 'insulation', 'resistance', 'no-load', 'full-load'),
  },
  {
    id: 'ship',
    body: 'motor',
    name: 'Ship',
    title: 'Finish and ship',
    ends: 'visit',
    todo: ['Paint, shaft protector, nameplate, photograph.', 'Hand over the verdict as PDF.'],
    record: [text('carrier', 'Goes with', undefined, 80)],
    caution: { name: 'Lifting', text: 'Eye bolts tight to the shoulder; load strapped and chocked.' },
    gate: 'before-shipping',
    signedBy: ['lead'],
    tests: [],
  },
];
