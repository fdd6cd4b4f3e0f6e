/** The rewind of a slip-ring motor: the stator as any three-phase one, the rotor wound, banded, its rings turned. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { acRewind } from '../ac-rewind/index.ts';
import { ARMATURE_STATIONS } from '../dc-rewind/armature.ts';
import { testsWanted, type Route } from '../route.ts';
import { changed, testsAt, type Station } from '../station.ts';

const base = acRewind.at(-1)!;
/** Without the stage it begins there: here the stator's stations do. */
const like = (id: string): Station => {
  const { begins: _begins, ...station } = ARMATURE_STATIONS.find((s) => s.id === id)!;
  return station;
};

const ROTOR: readonly Station[] = [
  {
    ...base.tracks.rotor[0]!,
    todo: [
      'Rings, brush marks, banding, end turns; journals, keyway, run-out between centres.',
      'Mark the rotor with the motor number before it leaves the bench; mark which lead goes to which ring.',
      'Ring to ring ohms and insulation before a lead is taken off.',
    ],
    record: [
      required(quantity('runOut', 'Run-out', 'length', 0, 5)),
      required(choice('leadsMarked', 'Leads marked to their rings', { yes: 'yes', no: 'no' })),
    ],
    tests: testsAt('incoming', 'ring-resistance'),
  },
  {
    ...changed([like('strip-armature')], {
      'strip-armature': {
        todo: [
          'Cut the bands, loosen the winding as its insulation allows; keep one whole coil or bar.',
          'Count its turns, measure wire or bar, mean turn, how far the ends stand out.',
          'Note every joint between coils, the star, and the leads through the shaft to the rings.',
        ],
      },
    })[0]!,
    id: 'strip-rotor',
    name: 'Strip',
    gate: 'before-rotor-stripping',
  },
  {
    ...changed([like('insulate-armature')], {
      'insulate-armature': {
        todo: [
          'Slots clean and without burrs; cells standing out as far as they did.',
          'Coil supports insulated, the bore for the leads smooth.',
        ],
      },
    })[0]!,
    id: 'insulate-rotor',
    work: 'insulate',
    name: 'Cells',
  },
  {
    id: 'wind-rotor',
    work: 'wind',
    body: 'rotor',
    name: 'Coils',
    title: 'Wind the rotor and join it',
    todo: [
      'Coils or bars by the plan; separators between the layers, wedges tight.',
      'Join groups and star by the joints that were noted; braze, never solder what turns.',
      'Leads through the shaft, each to its own ring; nothing loose: it turns.',
      'Ohms from ring to ring at once: what is wrong now is still bare.',
    ],
    record: [
      required(quantity('rotorTurnsWound', 'Turns of a coil, as wound', 'count', 1, 400)),
      required(text('rotorWireWound', 'Wires in hand, as wound', 'such as 4x1.25', 60)),
      text('rotorReel', 'Reel', undefined, 60),
    ],
    caution: {
      name: 'Brazing',
      text: 'Extraction on, eye protection, wet cloth round the coils; no varnish or solvent near.',
    },
    tests: testsAt('before-varnish', 'ring-resistance'),
  },
  { ...like('band'), id: 'band-rotor' },
  {
    ...changed([like('varnish-armature')], {
      'varnish-armature': {
        todo: [
          'Mask the rings. Preheat to drive out moisture, 90 to 120 °C at the part (common practice).',
          'Impregnate standing, rings up; drain, wipe the core.',
        ],
      },
    })[0]!,
    id: 'varnish-rotor',
    name: 'Dip',
    gate: 'before-rotor-varnish',
  },
  {
    ...like('cure-armature'),
    id: 'cure-rotor',
    name: 'Bake',
    todo: [
      'The clock starts when the part is at temperature, not the oven. Turn it while it gels if it was dipped.',
      'Load the oven log on the test sheet; cool; unmask.',
    ],
    tests: testsAt('varnished', 'ring-resistance'),
  },
  {
    ...changed([like('turn')], {
      turn: {
        title: 'Turn and polish the rings',
        todo: [
          'Turn between its own journals, fine last cut, edges broken; check what is left of the rings.',
          'Polish, blow out; insulation from ring to ring and to the shaft.',
        ],
        tests: testsAt('varnished', 'slip-rings'),
      },
    })[0]!,
    id: 'turn-rings',
    name: 'Rings',
  },
  base.tracks.rotor.find((s) => s.id === 'balance')!,
];

const BRUSHES: Station = {
  id: 'ring-brushes',
  work: 'brushes',
  body: 'motor',
  name: 'Brushes',
  title: 'Brushes and lifting gear',
  todo: [
    'Holders over the middle of their rings, springs alike, brushes bedded and free.',
    'Lifting and shorting gear works where there is one; leads to the starter tight.',
    'Volts at the open rings, shaft blocked, before it is run.',
  ],
  record: [
    required(text('brushGrade', 'Brushes fitted', 'number, size, grade', 80)),
    required(quantity('seated', 'Seated, least of all brushes', 'percent', 0, 100)),
  ],
  caution: {
    name: 'Rings live, carbon dust',
    text: 'The rings carry volts while the stator is fed: block the shaft, guards on. Mask and extraction for the dust.',
  },
  tests: testsAt('final', 'open-ring'),
};

const closing = changed(base.closing, {
  test: {
    todo: [
      'Insulation of stator and rotor, resistance again.',
      'Start by the starter, never with the rings shorted; then short them and run, without load and at rated load.',
      'Watch brushes and the three currents; feel the bearings.',
    ],
  },
});
const assembled = closing.findIndex((s) => s.id === 'assemble') + 1;

export const woundRotorRewind: Route = {
  ...base,
  id: 'wound-rotor-rewind',
  version: 1,
  machine: 'wound-rotor',
  title: 'Rewind, slip rings',
  tracks: { stator: changed(base.tracks.stator, {}), rotor: ROTOR },
  closing: [...closing.slice(0, assembled), BRUSHES, ...closing.slice(assembled)],
  gates: base.gates.flatMap((g) =>
    g.id === 'before-varnish'
      ? [
          g,
          {
            id: 'before-rotor-stripping',
            title: 'Gate before the rotor is stripped',
            wants: [{ card: 'pulling' }],
          },
          {
            id: 'before-rotor-varnish',
            title: 'Gate before the rotor’s varnish',
            wants: testsWanted([
              'ring-resistance',
              'before-varnish',
              'A bad joint cannot be reached under varnish.',
            ]),
          },
        ]
      : g.id === 'before-assembly'
        ? [
            {
              ...g,
              wants: [
                ...g.wants,
                ...testsWanted(['slip-rings', 'varnished', 'Rings that are not true burn the brushes.']),
              ],
            },
          ]
        : g.id === 'before-shipping'
          ? [
              {
                ...g,
                wants: [
                  ...g.wants,
                  ...testsWanted(['open-ring', 'final', 'The starter is made for these volts.']),
                ],
              },
            ]
          : [g],
  ),
};
