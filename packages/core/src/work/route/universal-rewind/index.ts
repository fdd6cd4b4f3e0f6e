/** The rewind of a hand tool's motor: armature on one track, field wound into its poles on the other. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { CLOSING_STATIONS } from '../ac-rewind/closing.ts';
import { unburntCardGates } from '../ac-rewind/gates.ts';
import { OPENING_STATIONS } from '../ac-rewind/opening.ts';
import { ARMATURE_STATIONS } from '../dc-rewind/armature.ts';
import { FRAME_STATIONS } from '../dc-rewind/frame.ts';
import { testsWanted, type Route } from '../route.ts';
import { changed, testsAt, YES, type Station } from '../station.ts';

const without = (stations: readonly Station[], ...ids: readonly string[]) =>
  stations.filter((s) => !ids.includes(s.id));
/** What varnish, oven and pinning have become here. */
const record = (id: string) => ARMATURE_STATIONS.find((s) => s.id === id)!.record;

const armature = changed(without(ARMATURE_STATIONS, 'band'), {
  mark: {
    todo: [
      'Scribe one slot, and both bars of its first coil; write down which way it turns, seen from the commutator.',
      'Find the neutral bar and count by how many bars the leads are shifted with the rotation.',
      'Measure how far the slot insulation stands out, the sleeve, and where fan and knurl sit on the shaft.',
    ],
  },
  'strip-armature': {
    todo: [
      'Cut the end turns flush, loosen the resin by heat as the sleeve allows, drive the sides out.',
      'Count the turns of one coil and measure its wire over the enamel.',
      'Keep the heat from commutator and sleeve: both are moulded plastic.',
    ],
  },
  'armature-core': {
    title: 'Clean and prove core, shaft, sleeve and commutator',
    todo: [
      'Slots clean and without burrs, core tight on its sleeve, sleeve without a crack.',
      'Core to shaft with the tester before a wire is laid: a sleeve that is through is found now.',
      'Commutator: bar to bar and to the shaft; hooks whole. Run-out between centres.',
    ],
  },
  'insulate-armature': {
    todo: [
      'End plates or paper cells, standing out as far as they did: the wire pulls over the edge.',
      'Shaft insulated up to the commutator and to the fan.',
    ],
  },
  'wind-armature': {
    todo: [
      'Both coil sides of two opposite slots at once where there are two flyers, so that it stays in balance.',
      'Tension even and as the wire allows; hook every lead on its bar with the shift that was marked.',
      'Slot closed with its wedge; end turns below the core’s rim.',
    ],
  },
  risers: {
    title: 'Fuse the hooks',
    todo: [
      'Close and fuse hook by hook; the enamel goes in the heat, the joint must shine through.',
      'Read bar to bar at once: what is wrong now is still bare.',
    ],
  },
  'varnish-armature': {
    title: 'Trickle resin into it',
    todo: [
      'Preheat to the temperature of the resin’s data sheet, turn it level, commutator masked.',
      'Resin by weight on both end turns until it shows at the far end of the slots; keep it turning until it gels.',
    ],
    record: [...record('varnish-armature'), quantity('resinTaken', 'Resin taken up', 'mass', 0.0005, 1)],
  },
  'cure-armature': {
    todo: [
      'Cure by the data sheet, turning until it has gelled; load the log on the test sheet.',
      'Cool, unmask, feel for drops on the core that would rub.',
    ],
    tests: testsAt('varnished', 'cure', 'bar-to-bar', 'insulation', 'double-insulation'),
  },
  balance: {
    todo: [
      'Mill a flat or ream a groove into the core where the machine says, never deeper than half the tooth tip.',
      'Light, then again: it shall come within its grade in two goes.',
    ],
  },
});

const frame = changed(without(FRAME_STATIONS, 'mount-poles'), {
  'frame-data': {
    title: 'Measure the field stack',
    todo: [
      'Note which end the leads leave, how the coil ends are held, and the gap on both poles.',
      'Draw the joints between coils, brushes and switch before one is opened.',
    ],
    record: [
      required(quantity('leastGap', 'Least gap', 'length', 0.05, 30)),
      required(quantity('mostGap', 'Largest gap', 'length', 0.05, 30)),
    ],
  },
  'field-coils': {
    title: 'Wind the field',
    todo: [
      'Into the poles, or on a former and laid in; both coils the same turns and the same side up.',
      'Slot insulation whole at the corners; ends laced so that nothing reaches the armature.',
    ],
    record: [
      required(
        choice('coilsDone', 'Coils', { kept: 'cleaned and kept', rewound: 'rewound', some: 'some rewound' }),
      ),
      quantity('fieldTurnsWound', 'Turns of a pole, as wound', 'count', 1, 5000),
      text('fieldWireWound', 'Wires in hand, as wound', 'such as 0.63', 60),
    ],
  },
  'connect-field': {
    todo: [
      'Joints by the list; sleeve every one, clear of the fan and of the armature.',
      'Walk the needle over both poles: one north, one south.',
      'Drop across both with one current.',
    ],
  },
});

const BRUSHES: Station = {
  id: 'brush-gear',
  body: 'motor',
  name: 'Brushes',
  title: 'Brushes and holders',
  todo: ['Brushes free in their holders, springs alike, shunts not caught.', 'Bed them, blow the dust out.'],
  record: [
    required(text('brushGrade', 'Brushes fitted', 'size, grade', 80)),
    required(quantity('seated', 'Seated, least of both', 'percent', 0, 100)),
  ],
  caution: { name: 'Carbon dust', text: 'Mask and extraction; keep it off the insulation.' },
  tests: [],
};

const closing = changed(CLOSING_STATIONS, {
  match: {
    title: 'Bring field and armature together',
    todo: ['Read the number on the field and on the armature. They must be the same.'],
    record: [
      required(text('statorTag', 'Number on the field', undefined, 16)),
      required(text('rotorTag', 'Number on the armature', undefined, 16)),
    ],
  },
  assemble: {
    todo: [
      'Armature in with its fan and bearings, brushes lifted; nothing rubs when it is turned by hand.',
      'Double insulation: no metal of the housing may reach the inner parts; sleeves and barriers back in place.',
    ],
  },
  test: {
    todo: [
      'Every one is tested whole: insulation, winding, shorted turn, true running, double insulation.',
      'Then run: without load, and loaded to its watts; watch the brushes.',
    ],
    record: [required(choice('sound', 'Runs quietly, the way it should', YES))],
    caution: {
      name: 'Fast armature, high voltage',
      text: 'Hold the tool in a rest, guards on, eye protection. Without load it runs far over its speed: short runs. Barrier round the high-potential test.',
    },
    tests: testsAt('final', 'insulation', 'bar-to-bar', 'double-insulation', 'dc-no-load', 'dc-load'),
  },
});
const assembled = closing.findIndex((s) => s.id === 'assemble') + 1;

export const universalRewind: Route = {
  id: 'universal-rewind',
  version: 1,
  machine: 'universal',
  title: 'Rewind, universal',
  opening: changed(OPENING_STATIONS, {
    intake: {
      todo: [
        'Photograph it as it came, brushes and commutator film above all.',
        'Insulation to the outer metal first: a tool that is live is not opened on the bench plugged in.',
        'Bar to bar and drop of the field before anything is loosened. Look for the cause.',
      ],
      tests: testsAt('incoming', 'insulation', 'bar-to-bar'),
    },
  }),
  tracks: { stator: frame, rotor: armature },
  closing: [...closing.slice(0, assembled), BRUSHES, ...closing.slice(assembled)],
  gates: [
    ...unburntCardGates('Gate before stripping'),
    {
      id: 'before-frame-varnish',
      title: 'Gate before the field is closed',
      wants: testsWanted(
        ['polarity', 'before-varnish', 'Two poles alike, and it does not turn.'],
        ['field-drop', 'before-varnish', 'A shorted coil sparks the commutator away.'],
      ),
    },
    {
      id: 'before-varnish',
      title: 'Gate before resin',
      wants: testsWanted(
        ['insulation', 'before-varnish', 'Resin seals a damaged liner in.'],
        ['bar-to-bar', 'before-varnish', 'A wrong lead cannot be reached under resin.'],
      ),
    },
    {
      id: 'before-assembly',
      title: 'Gate before assembly',
      wants: testsWanted(
        ['cure', 'varnished', 'At its speed an under-cured armature throws its winding.'],
        ['double-insulation', 'varnished', 'A sleeve that is through makes the tool live.'],
        ['commutator', 'varnished', 'A face that is not true burns the brushes.'],
        ['balance', 'final', 'At its speed a gram shakes it to pieces.'],
      ),
    },
    {
      id: 'before-shipping',
      title: 'Gate before shipping',
      wants: testsWanted(
        ['insulation', 'final', 'The last thing measured before it leaves.'],
        ['double-insulation', 'final', 'Somebody holds it in the hand.'],
        ['dc-no-load', 'final', 'Speed and sparking show only running.'],
        ['dc-load', 'final', 'Only load shows whether it does what the plate says.'],
      ),
    },
  ],
};
