/** The rewind of a brushless motor with coils on teeth: the stator as any other, the rotor with its magnets handled apart. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { CLOSING_STATIONS } from '../ac-rewind/closing.ts';
import { unburntCardGates } from '../ac-rewind/gates.ts';
import { OPENING_STATIONS } from '../ac-rewind/opening.ts';
import { ROTOR_STATIONS } from '../ac-rewind/rotor.ts';
import { STATOR_STATIONS } from '../ac-rewind/stator.ts';
import { testsWanted, type Route } from '../route.ts';
import { changed, testsAt, YES, type Station } from '../station.ts';

const MAGNETS = {
  name: 'Strong magnets',
  text: 'They pull tools and chips over a hand’s width and crush fingers; clean wooden bench, steel away, no pacemaker near. Chips on a magnet end in the gap.',
};

const kept = (ids: readonly string[]) => STATOR_STATIONS.filter((s) => ids.includes(s.id));
const stator: readonly Station[] = changed(
  kept(['data', 'strip', 'pull', 'insulate', 'wind', 'connect', 'check', 'varnish', 'cure']),
  {
    data: {
      todo: [
        'Note leads, terminals and how deep they sit; where each sensor sits and which way round.',
        'Photograph the lead end; mark tooth 1 and the direction in which the teeth are counted.',
        'Measure how far the end turns stand out.',
      ],
    },
    strip: {
      name: 'Loosen',
      title: 'Loosen the old winding',
      todo: [
        'Glued or cast stacks are loosened by solvent or gentle heat, not burnt off: the glue of the core goes first.',
        'Thermocouple on the part; cool slowly.',
      ],
      gate: 'before-stripping',
    },
    pull: {
      todo: [
        'Count teeth and turns of one coil; measure the wire bare and over enamel.',
        'Note the sense of every coil, tooth by tooth, before it is off.',
      ],
    },
    insulate: {
      todo: [
        'Feel every tooth for burrs. Bobbins, end caps or paper, down to the slot’s bottom.',
        'Measure the stand-out at the lead end, the least of four slots.',
      ],
    },
    wind: {
      todo: [
        'Wind tooth by tooth by the table: phase and sense of each, turns counted, tension even.',
        'The needle’s hand does not cross a neighbour; no crossing over the tooth’s corner.',
      ],
      record: [
        required(quantity('turnsWound', 'Turns of a coil, as wound', 'count', 1, 2000)),
        required(text('wireWound', 'Wires in hand, as wound', 'such as 2x0.71', 60)),
        text('reel', 'Reel', undefined, 60),
      ],
    },
    connect: {
      todo: [
        'Join coils and phases by the connection list; weld, crimp or solder, sleeve every one.',
        'Walk the needle from tooth to tooth with all three phases fed.',
      ],
    },
    check: {
      todo: [
        'Insulation to ground and three resistances; surge, phase against phase, where there is a tester.',
        'Gauge through the bore: no wire proud.',
      ],
      tests: testsAt('before-varnish', 'insulation', 'resistance'),
    },
  },
);

const rotor: readonly Station[] = changed(ROTOR_STATIONS, {
  inspect: {
    title: 'Check the rotor and its magnets',
    todo: [
      'Needle pole by pole: all there, all in turn, none weak. Look for cracks, rust, loose glue, a torn sleeve.',
      'Clean the surface with tape; every chip off before it goes back.',
    ],
    record: [
      required(quantity('runOut', 'Run-out', 'length', 0, 5)),
      required(choice('polesAlternate', 'Poles in turn, none weak', YES)),
      required(
        choice('sleeveDone', 'Magnets and sleeve', {
          sound: 'sound',
          reglued: 'glued anew',
          sleeved: 'new sleeve',
        }),
      ),
      quantity('glueHeat', 'Hottest the rotor became', 'temperature', 10, 300, 'under the magnets’ limit'),
    ],
    caution: MAGNETS,
  },
  balance: {
    todo: [
      'Add weight, do not mill where magnets or their glue would be hurt; no steel chips near.',
      'Enter the residual of both planes on the test sheet.',
    ],
    caution: { ...MAGNETS, text: `${MAGNETS.text} Guard shut, nobody in line with the planes.` },
  },
});

export const toothCoilRewind: Route = {
  id: 'tooth-coil-rewind',
  version: 1,
  machine: 'tooth-coil',
  title: 'Rewind, brushless with coils on teeth',
  opening: changed(OPENING_STATIONS, {
    intake: {
      todo: [
        'Photograph the motor as it came; keep drive and plug data with it.',
        'Insulation and three resistances; turn it from outside and read what it induces, if it turns.',
        'Draw the rotor with a guide sleeve: the magnets pull it against the bore.',
      ],
      caution: MAGNETS,
      tests: testsAt('incoming', 'insulation', 'resistance', 'back-emf'),
    },
  }),
  tracks: { stator, rotor },
  closing: changed(CLOSING_STATIONS, {
    assemble: {
      todo: [
        'Guide the rotor in with a sleeve or a press: it snaps to the bore and crushes fingers and windings.',
        'New bearings; sensors at their mark, then aligned to the EMF.',
      ],
      caution: MAGNETS,
    },
    test: {
      todo: [
        'Insulation and resistances; what it induces when it is driven; then its own drive, both ways.',
        'It must start from every position, without a jerk.',
      ],
      record: [
        required(choice('sound', 'Runs quietly, both ways', YES)),
        text('sensorsAligned', 'Sensors aligned to', 'such as U-V crossing, 0°', 60),
      ],
      tests: testsAt('final', 'insulation', 'resistance', 'back-emf', 'pm-run'),
    },
  }),
  gates: [
    ...unburntCardGates('Gate before the winding is loosened'),
    {
      id: 'before-varnish',
      title: 'Gate before varnish',
      wants: testsWanted(
        ['polarity', 'before-varnish', 'A reversed coil cannot be mended under varnish.'],
        ['insulation', 'before-varnish', 'Varnish seals a damaged liner in.'],
        ['resistance', 'before-varnish', 'A bad joint cannot be reached under varnish.'],
      ),
    },
    {
      id: 'before-assembly',
      title: 'Gate before assembly',
      wants: testsWanted(
        ['cure', 'varnished', 'An under-cured winding is soft and sheds.'],
        ['balance', 'final', 'A rotor out of balance takes the bearings with it.'],
      ),
    },
    {
      id: 'before-shipping',
      title: 'Gate before shipping',
      wants: testsWanted(
        ['insulation', 'final', 'The last thing measured before it leaves.'],
        ['back-emf', 'final', 'Weak magnets or a reversed coil show here and nowhere else.'],
        ['pm-run', 'final', 'Only its drive shows whether it starts from every position.'],
      ),
    },
  ],
};
