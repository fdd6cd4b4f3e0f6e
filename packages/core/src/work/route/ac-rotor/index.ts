/** Rotor work of its own: a cage rotor and its shaft, for a stator that is elsewhere or stays as it is. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { CLOSING_STATIONS } from '../ac-rewind/closing.ts';
import { ROTOR_STATIONS } from '../ac-rewind/rotor.ts';
import { pieceOf, usually } from '../pieces.ts';
import type { Route } from '../route.ts';
import { YES, type Station } from '../station.ts';

const LATHE = {
  name: 'Turning work',
  text: 'Chuck key out, guard shut, no gloves at the lathe, chips with the hook. Sling the rotor at the core.',
};

const withoutGate = ({ gate: _gate, ...station }: Station): Station => station;

export const acRotor: Route = {
  id: 'ac-rotor',
  version: 1,
  machine: 'three-phase',
  title: 'Rotor and shaft only',
  opening: [
    {
      id: 'intake',
      begins: 'final',
      body: 'motor',
      name: 'Intake',
      title: 'Intake of the rotor',
      todo: [
        'Photograph it as it came: cage, core, journals, keyway, threads.',
        'Mark it with the motor number before it is laid to others.',
      ],
      record: [
        required(text('failed', 'What failed, and where', 'bar, ring, journal, keyway', 300)),
        text('cause', 'Cause found', 'and what shows it', 300),
      ],
      caution: { name: 'Lifting', text: 'Sling the rotor at the core, not at the journals; it rolls.' },
      tests: [],
    },
  ],
  tracks: {
    stator: [
      {
        id: 'bore-size',
        body: 'stator',
        name: 'Bore',
        title: 'The bore it will run in',
        todo: [
          'Measure the bore at both ends, three ways; or take it from the card or from who sent the rotor.',
        ],
        record: [
          required(quantity('statorBore', 'Bore, least', 'length', 6, 3000)),
          required(
            choice('boreFrom', 'Known from', {
              measured: 'measured here',
              card: 'its card',
              customer: 'the customer',
            }),
          ),
        ],
        tests: [],
      },
    ],
    rotor: [
      {
        id: 'cage',
        body: 'rotor',
        name: 'Cage',
        title: 'Check the cage',
        todo: [
          'Growler or single-phase test: current that swings as the rotor is turned is a broken bar.',
          'Bars and rings by eye and by ear; colour, lifted laminations, loose bars.',
        ],
        record: [
          required(
            choice('cage', 'Cage', {
              sound: 'sound',
              bar: 'a bar is broken',
              ring: 'a ring is broken',
              loose: 'bars are loose',
            }),
          ),
          usually(quantity('swing', 'Current swings by', 'percent', 0, 100), { most: 3 }),
        ],
        caution: {
          name: 'Hot cage',
          text: 'A rotor under the growler heats within minutes. Nothing loose of iron near it.',
        },
        tests: [],
      },
      {
        id: 'bars',
        body: 'rotor',
        name: 'Bars',
        title: 'Bars and rings',
        todo: [
          'Replace bars and rings by the same alloy and section: another one is another torque.',
          'Braze evenly round; cool slowly; knock off the flux; cage check again.',
        ],
        record: [
          required(text('barsDone', 'Bars and rings', 'replaced, brazed, or none needed', 120)),
          text('alloy', 'Alloy and section', undefined, 80),
        ],
        caution: {
          name: 'Brazing',
          text: 'Extraction on, flux is a poison, extinguisher at hand, no oil near.',
        },
        tests: [],
      },
      {
        id: 'shaft',
        body: 'rotor',
        name: 'Shaft',
        title: 'Shaft, journals, keyway',
        todo: [
          'Journals and seats measured against the fit; sleeve, weld and turn, or a new shaft from bar.',
          'Warm the stack evenly for the press; note how far.',
        ],
        record: [
          required(quantity('journalDrive', 'Journal, drive end', 'length', 1, 600)),
          required(quantity('journalOther', 'Journal, other end', 'length', 1, 600)),
          required(text('fits', 'Fits', 'such as k6 / k6', 60)),
          usually(quantity('stackHeat', 'Stack warmed to', 'temperature', 15, 400), { most: 250 }),
        ],
        caution: LATHE,
        tests: [],
      },
      {
        id: 'trim',
        body: 'rotor',
        name: 'Trim',
        title: 'Trim the outside to the gap',
        todo: [
          'Turn the outside between centres, light cuts, sharp tool: a smeared surface is a short-circuit.',
          'The gap is half of bore less outside diameter.',
        ],
        record: [
          required(quantity('rotorOutside', 'Rotor, outside diameter', 'length', 5, 3000)),
          required(usually(quantity('runOut', 'Run-out between centres', 'length', 0, 5), { most: 0.05 })),
        ],
        caution: LATHE,
        tests: [],
      },
      pieceOf(ROTOR_STATIONS, 'balance'),
    ],
  },
  closing: [
    {
      ...pieceOf(CLOSING_STATIONS, 'match'),
      gate: 'before-assembly',
      title: 'Gap and mark',
      todo: [
        'Bore and outside diameter once more: half their difference is the gap.',
        'Read the number on the rotor.',
      ],
      record: [
        required(text('rotorTag', 'Number on the rotor', undefined, 16)),
        required(choice('marked', 'Journals greased and wrapped', YES)),
      ],
    },
    {
      ...withoutGate(pieceOf(CLOSING_STATIONS, 'ship')),
      todo: [
        'Wrap journals and threads, crate it so that it lies on the core.',
        'Hand over the verdict as PDF.',
      ],
    },
  ],
  gates: [
    {
      id: 'before-assembly',
      title: 'Gate before it is matched',
      wants: [
        {
          test: 'balance',
          stage: 'final',
          consequence: 'A rotor out of balance takes the bearings with it.',
        },
      ],
    },
  ],
};
