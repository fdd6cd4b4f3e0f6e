/** The rewind of a direct-current machine: armature on one track, field frame on the other. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { CLOSING_STATIONS } from '../ac-rewind/closing.ts';
import { unburntCardGates } from '../ac-rewind/gates.ts';
import { OPENING_STATIONS } from '../ac-rewind/opening.ts';
import { testsWanted, type Route } from '../route.ts';
import { changed, testsAt, YES, type Station } from '../station.ts';
import { ARMATURE_STATIONS } from './armature.ts';
import { FRAME_STATIONS } from './frame.ts';

const BRUSHES: Station = {
  id: 'brush-gear',
  body: 'motor',
  name: 'Brushes',
  title: 'Brush gear and neutral',
  todo: [
    'Holders evenly spaced and 1.5 to 2.5 mm off the face (common practice); springs weighed one by one.',
    'Bed every brush with cloth in the direction of rotation, blow out, then set the neutral.',
    'Clamp the rocker and mark its place.',
  ],
  record: [
    required(text('brushGrade', 'Brushes fitted', 'number, size, grade', 80)),
    required(quantity('seated', 'Seated, least of all brushes', 'percent', 0, 100)),
    required(quantity('springLeast', 'Spring force, least', 'percent', 1, 200, 'of the maker’s figure')),
    required(quantity('springMost', 'Spring force, largest', 'percent', 1, 200)),
  ],
  caution: {
    name: 'Carbon dust, field switched',
    text: 'Mask and extraction for the dust. A field that is opened strikes: discharge resistor across it.',
  },
  tests: testsAt('final', 'neutral'),
};

const closing: readonly Station[] = changed(CLOSING_STATIONS, {
  match: {
    title: 'Bring frame and armature together',
    todo: ['Read the number on the frame and on the armature. They must be the same.'],
    record: [
      required(text('statorTag', 'Number on the frame', undefined, 16)),
      required(text('rotorTag', 'Number on the armature', undefined, 16)),
    ],
  },
  assemble: {
    todo: [
      'Slide the armature in without touching commutator or coil ends; brushes lifted.',
      'New bearings, heated evenly, then left to cool and grip; grease as the maker says.',
    ],
  },
  test: {
    todo: [
      'Insulation of the whole machine, then run: field first, armature slowly up.',
      'Without load in both directions, then at rated load; with weakened field where the plate has it.',
      'Watch the brushes all the time; feel the bearings.',
    ],
    record: [
      required(choice('sound', 'Runs quietly, both ways', YES)),
      quantity('weakenedRun', 'Speed with weakened field', 'speed', 1, 24000, 'where the plate has one'),
    ],
    caution: {
      name: 'Field lost, motor runs away',
      text: 'Field on before the armature, never opened while it runs; trip at hand. A series motor is never run without load. Guards on, two people.',
    },
    tests: testsAt('final', 'insulation', 'bar-to-bar', 'dc-no-load', 'dc-load'),
  },
});
const assembled = closing.findIndex((s) => s.id === 'assemble') + 1;

export const dcRewind: Route = {
  id: 'dc-rewind',
  version: 1,
  machine: 'direct-current',
  title: 'Rewind, direct current',
  opening: changed(OPENING_STATIONS, {
    intake: {
      todo: [
        'Photograph the machine as it came, brush gear and commutator film above all.',
        'Measure insulation of armature and field, drop of each pole, bar to bar, before anything is loosened.',
        'Mark the rocker’s place. Dismantle and look for the cause, not only the damage.',
      ],
      tests: testsAt('incoming', 'insulation', 'bar-to-bar', 'field-drop'),
    },
  }),
  tracks: { stator: FRAME_STATIONS, rotor: ARMATURE_STATIONS },
  closing: [...closing.slice(0, assembled), BRUSHES, ...closing.slice(assembled)],
  gates: [
    ...unburntCardGates('Gate before stripping'),
    {
      id: 'before-frame-varnish',
      title: 'Gate before the frame is closed',
      wants: testsWanted(
        ['polarity', 'before-varnish', 'A reversed pole or interpole sparks the commutator to death.'],
        ['field-drop', 'before-varnish', 'A shorted coil pulls to one side and heats.'],
      ),
    },
    {
      id: 'before-varnish',
      title: 'Gate before varnish',
      wants: testsWanted(
        ['insulation', 'before-varnish', 'Varnish seals a damaged liner in.'],
        ['bar-to-bar', 'before-varnish', 'A wrong lead cannot be reached under varnish.'],
      ),
    },
    {
      id: 'before-assembly',
      title: 'Gate before assembly',
      wants: testsWanted(
        ['core-loss', 'bare', 'A core that got worse runs hot for life.'],
        ['cure', 'varnished', 'An under-cured armature throws its varnish and its coils.'],
        ['commutator', 'varnished', 'High mica or a face that is not true burns the brushes.'],
        ['balance', 'final', 'An armature out of balance takes the bearings with it.'],
      ),
    },
    {
      id: 'before-shipping',
      title: 'Gate before shipping',
      wants: testsWanted(
        ['insulation', 'final', 'The last thing measured before it leaves.'],
        ['neutral', 'final', 'Off the neutral it sparks, and runs faster one way.'],
        ['dc-no-load', 'final', 'Speed and sparking show only running.'],
        ['dc-load', 'final', 'Only load shows whether it does what the plate says.'],
      ),
    },
  ],
};
