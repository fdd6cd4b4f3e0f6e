/** A three-phase motor that keeps its winding: cleaned, dried, proven, varnished again, with new bearings. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { HOT_SURFACE } from '../../../language/safety/index.ts';
import { CLOSING_STATIONS } from '../ac-rewind/closing.ts';
import { CLOSING_DETAILS, ROTOR_DETAILS } from '../ac-rewind/details.ts';
import { testGates } from '../ac-rewind/gates.ts';
import { OPENING_STATIONS } from '../ac-rewind/opening.ts';
import { ROTOR_STATIONS } from '../ac-rewind/rotor.ts';
import { STATOR_STATIONS } from '../ac-rewind/stator.ts';
import { pieceOf, usually, withMore } from '../pieces.ts';
import type { Route } from '../route.ts';
import { YES } from '../station.ts';

export const acRecondition: Route = {
  id: 'ac-recondition',
  version: 1,
  machine: 'three-phase',
  title: 'Recondition without a rewind, three-phase',
  opening: withMore(OPENING_STATIONS, {
    intake: {
      todo: [
        'Insulation, both index and value, and the three resistances decide whether the winding can stay.',
      ],
      record: [
        required(text('keepWhy', 'Why the winding can stay', 'what was measured, what was agreed', 200)),
      ],
    },
  }),
  tracks: {
    stator: [
      {
        id: 'wash',
        body: 'stator',
        name: 'Wash',
        title: 'Clean the winding',
        todo: [
          'Blow out dry dirt with little pressure; never a jet into the end turns.',
          'Wash stator and loose parts with steam or mild detergent, rinse.',
          'Look at every end turn: tracking, loose ties, a wedge that moves.',
        ],
        record: [
          required(
            choice('washedWith', 'Cleaned with', {
              steam: 'steam',
              detergent: 'detergent',
              dry: 'dry, brush and vacuum',
            }),
          ),
          text('seen', 'Seen on the winding', 'slot, coil, end', 200),
        ],
        caution: {
          name: 'Steam, solvent',
          text: 'Face shield and gloves; extraction on, no solvent near heat.',
        },
        tests: [],
      },
      {
        id: 'dry',
        body: 'stator',
        name: 'Dry',
        title: 'Dry, and prove that it is dry',
        equipment: 'Cure',
        begins: 'before-varnish',
        todo: [
          'Dry by the programme, timed by the part. Warm slowly: steam inside bursts insulation.',
          'It is dry when its insulation, corrected to one temperature, has stopped rising.',
        ],
        record: [
          required(
            usually(quantity('dryPart', 'Part in the oven', 'temperature', 30, 180), {
              least: 90,
              most: 115,
            }),
          ),
          required(
            choice('dryBy', 'Proven dry by', {
              insulation: 'insulation that no longer rises',
              weight: 'weight',
              time: 'hours in the oven',
            }),
          ),
        ],
        caution: { name: 'Hot part', text: HOT_SURFACE },
        tests: [],
      },
      {
        ...pieceOf(STATOR_STATIONS, 'check'),
        title: 'Test the old winding',
        todo: [
          'Insulation to ground and winding resistance, against the plate and against as it came.',
          'A used winding is tested at less than a new one: the level stands with the test.',
          'Mask feet, fits, rabbets, threads and bolt holes.',
        ],
        record: [required(choice('masked', 'Feet and fits masked', YES))],
      },
      pieceOf(STATOR_STATIONS, 'varnish'),
      pieceOf(STATOR_STATIONS, 'cure'),
    ],
    rotor: withMore(ROTOR_STATIONS, ROTOR_DETAILS),
  },
  closing: withMore(CLOSING_STATIONS, CLOSING_DETAILS),
  gates: testGates('resistance', [
    ['no-load', 'A turn short that was there before shows in the three currents.'],
    ['full-load', 'Only load shows whether it does what the plate says.'],
  ]).map((gate) => ({
    ...gate,
    // The winding is as it was: nothing was joined, no core was bared.
    wants: gate.wants.filter((w) => !('test' in w) || !['polarity', 'core-loss'].includes(w.test)),
  })),
};
