/** The rewind of a single-phase motor: that of a three-phase one, with two windings, a switch and capacitors. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { CARD_GATES, testGates } from '../ac-rewind/gates.ts';
import { CLOSING_STATIONS } from '../ac-rewind/closing.ts';
import { OPENING_STATIONS } from '../ac-rewind/opening.ts';
import { ROTOR_STATIONS } from '../ac-rewind/rotor.ts';
import { STATOR_STATIONS } from '../ac-rewind/stator.ts';
import type { Route } from '../route.ts';
import { changed, testsAt, YES, type Station } from '../station.ts';

const DISCHARGE =
  'A capacitor keeps its charge with the motor unplugged: discharge it through a resistor, then short it, before anybody touches it.';

const STARTING: Station = {
  id: 'starting',
  body: 'rotor',
  name: 'Starting',
  title: 'Switch and capacitors',
  todo: [
    'Discharge the capacitors, take them off their leads, measure each.',
    'Try the switch by hand: weights free, contacts clean, springs whole. Replace what is burnt.',
    'Note µF and volts of every can that is fitted.',
  ],
  record: [
    required(
      choice('switchDone', 'Switch', { kept: 'cleaned and kept', new: 'replaced', none: 'there is none' }),
    ),
    text('capacitorsFitted', 'Capacitors fitted', 'µF and volts of each, or none', 120),
  ],
  caution: { name: 'Stored charge', text: `${DISCHARGE} Electrolytic cans can burst.` },
  tests: testsAt('final', 'starting'),
};

export const singlePhaseRewind: Route = {
  id: 'single-phase-rewind',
  version: 1,
  machine: 'single-phase',
  title: 'Rewind, single-phase',
  opening: changed(OPENING_STATIONS, {
    intake: {
      todo: [
        'Photograph the motor as it came, damage and all.',
        'Discharge the capacitors before anything else is touched; note what stands on their cans.',
        'Measure insulation to ground, then both windings, before anything is loosened.',
        'Mark which way it turned. Dismantle and look for the cause: switch, capacitor, bearing, then winding.',
      ],
      caution: {
        name: 'Stored charge, lifting',
        text: `${DISCHARGE} Ground the winding after every insulation test.`,
      },
      tests: testsAt('incoming', 'insulation', 'branch-resistance'),
    },
  }),
  tracks: {
    stator: changed(STATOR_STATIONS, {
      data: {
        todo: [
          'Note which way it turned, the leads with their marks, and where they leave.',
          'Measure how far the end turns stand out. Photograph the connection end before the saw.',
          'What is seen better on the burnt winding or the clean core is taken there.',
        ],
      },
      pull: {
        todo: [
          'Count slots and poles; read the spans of one group of the main winding, then of the start winding.',
          'Count the turns of every coil of both groups; measure each wire bare and over enamel.',
          'Note in which slot the widest start coil begins, counted from the widest main coil. Weigh the copper.',
        ],
      },
      wind: {
        todo: [
          'Wind the main groups by the plan, each coil with its own turns, and insert them first.',
          'Insert the start groups over them, a separator between, wedges last.',
        ],
        record: [
          required(text('mainTurnsWound', 'Main: turns as wound', 'such as 46,27', 80)),
          required(text('mainWireWound', 'Main: wires in hand, as wound', 'such as 0.80 or 2x0.71', 60)),
          text('mainReel', 'Main: reel', undefined, 60),
          required(text('startTurnsWound', 'Start: turns as wound', 'such as 60,35', 80)),
          required(text('startWireWound', 'Start: wires in hand, as wound', 'such as 0.50', 60)),
          text('startReel', 'Start: reel', undefined, 60),
        ],
      },
      connect: {
        todo: [
          'Join the groups of each winding like to like, by the connection list; sleeve every end.',
          'Walk the polarity round the bore: first the main winding fed alone, then the start winding alone.',
        ],
      },
      check: {
        todo: [
          'Insulation to ground and between the two windings; both resistances against the plan.',
          'Gauge through the bore: no coil proud. Lace and tie.',
          'Mask feet, fits, rabbets, threads and bolt holes.',
        ],
        tests: testsAt('before-varnish', 'insulation', 'branch-resistance'),
      },
    }),
    rotor: [...changed(ROTOR_STATIONS.slice(0, 1), {}), STARTING, ...changed(ROTOR_STATIONS.slice(1), {})],
  },
  closing: changed(CLOSING_STATIONS, {
    test: {
      todo: [
        'Insulation and both resistances again, then run without load, then at rated load.',
        'Does it start by itself, the right way round? Is the switch heard to open? Feel the bearings’ temperature.',
      ],
      record: [
        required(choice('sound', 'Runs quietly', YES)),
        required(
          choice('rotation', 'Turns, from the connection end', {
            clockwise: 'clockwise',
            'counter-clockwise': 'counter-clockwise',
          }),
        ),
        quantity('switchSpeed', 'Switch opens at', 'speed', 20, 24000, 'heard, or seen on the current'),
      ],
      caution: {
        name: 'Spinning shaft, live terminals, stored charge',
        text: `Guards on, terminal box shut, secured to the bed. ${DISCHARGE}`,
      },
      tests: testsAt('final', 'insulation', 'branch-resistance', 'single-no-load', 'single-load'),
    },
  }),
  gates: [
    ...CARD_GATES,
    ...testGates('branch-resistance', [
      ['single-no-load', 'Whether it starts, and which way, shows only running.'],
      ['single-load', 'Only load shows whether it does what the plate says.'],
    ]).map((gate) =>
      gate.id === 'before-assembly'
        ? {
            ...gate,
            wants: [
              ...gate.wants,
              {
                test: 'starting' as const,
                stage: 'final' as const,
                consequence: 'A switch or capacitor that fails burns the new start winding.',
              },
            ],
          }
        : gate,
    ),
  ],
};
