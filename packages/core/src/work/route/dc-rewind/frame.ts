/** The stations of a direct-current field frame: poles out, coils wound, poles back, joined and proved. */
import { JOINTS } from '../../../machine-kinds/index.ts';
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { HOT_SURFACE } from '../../../language/safety/index.ts';
import { testsAt, YES, type Station } from '../station.ts';

export const FRAME_STATIONS: readonly Station[] = [
  {
    id: 'frame-data',
    body: 'stator',
    name: 'Frame',
    title: 'Measure the frame, mark the poles',
    todo: [
      'Stamp every pole and its place; note the shims behind each, main poles and interpoles.',
      'Measure the gap under every pole, and how evenly the brush arms are spaced.',
      'Draw the joints between the coils and to the brush gear before one is opened.',
    ],
    record: [
      required(quantity('leastGap', 'Least gap under a main pole', 'length', 0.05, 30)),
      required(quantity('mostGap', 'Largest gap under a main pole', 'length', 0.05, 30)),
      text('shimsFound', 'Shims found', 'pole by pole', 200),
    ],
    tests: [],
  },
  {
    id: 'field-coils',
    work: 'poles',
    body: 'stator',
    name: 'Coils',
    title: 'Wind or treat the field coils',
    todo: [
      'Count turns and measure wire of one coil of each winding; weigh it.',
      'Wind on the old form, start and finish where they were; tape, varnish and cure before they go on.',
    ],
    record: [
      required(
        choice('coilsDone', 'Coils', { kept: 'cleaned and kept', rewound: 'rewound', some: 'some rewound' }),
      ),
      quantity('shuntTurnsWound', 'Shunt: turns as wound', 'count', 1, 20000),
      text('shuntWireWound', 'Shunt: wires in hand, as wound', 'such as 0.80', 60),
      text('shuntReel', 'Shunt: reel', undefined, 60),
    ],
    caution: { name: 'Hot part', text: HOT_SURFACE },
    tests: [],
  },
  {
    id: 'mount-poles',
    body: 'stator',
    name: 'Poles',
    title: 'Mount the poles',
    todo: [
      'Every pole on its own place with its own shims; bolts with the torque they had, locked.',
      'Measure the gaps again: even within a tenth of the gap (common practice).',
    ],
    record: [
      required(quantity('leastGap', 'Least gap under a main pole', 'length', 0.05, 30)),
      required(quantity('mostGap', 'Largest gap under a main pole', 'length', 0.05, 30)),
    ],
    caution: {
      name: 'Lifting',
      text: 'A pole with its coil drops when the last bolt is out: sling or support it.',
    },
    tests: [],
  },
  {
    id: 'connect-field',
    work: 'connect',
    body: 'stator',
    name: 'Connect',
    title: 'Connect the field',
    todo: [
      'Make the joints in the order of the connection list; sleeve or tape every one.',
      'Walk the needle round the frame, one winding fed alone at a time.',
      'Drop across every pole with one current through all.',
    ],
    record: [
      required(choice('joints', 'Joints', JOINTS)),
      required(choice('allMade', 'Every joint of the list made and insulated', YES)),
    ],
    caution: {
      name: 'Field opened under current',
      text: 'Bring the current down before a field is opened; use a discharge resistor. Brazing: extraction on, extinguisher at hand.',
    },
    tests: testsAt('before-varnish', 'polarity', 'field-drop'),
  },
  {
    id: 'frame-varnish',
    body: 'stator',
    name: 'Close',
    title: 'Varnish and close the frame',
    todo: ['Spray or flow varnish over joints and coils, bake or air-dry.', 'Clean pole faces and fits.'],
    record: [required(choice('facesClean', 'Pole faces and fits clean', YES))],
    caution: { name: 'Flammable vapour', text: 'Extraction on, no flame or spark, gloves and goggles.' },
    gate: 'before-frame-varnish',
    tests: [],
  },
];
