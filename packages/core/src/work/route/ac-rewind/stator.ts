/** The stations of the stator in an AC rewind, from the old winding to the cured new one. */
import { JOINTS } from '../../../machine-kinds/index.ts';
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { HOT_SURFACE } from '../../../language/safety/index.ts';
import { testsAt, YES, type Station } from '../station.ts';

export const STATOR_STATIONS: readonly Station[] = [
  {
    id: 'data',
    body: 'stator',
    name: 'Data',
    title: 'Take the winding data',
    todo: [
      'Cut back to one line lead and count the coil ends joined to it. Look for the star joint, the jumpers, the lead exit.',
      'Measure how far the end turns stand out; note leads, sensors and liner.',
      'Photograph the connection end and the lead exit before the saw.',
      'What is seen better on the burnt winding or the clean core is taken there.',
    ],
    record: [text('remarks', 'Remarks', undefined, 300)],
    caution: {
      name: 'Old insulation',
      text: 'Fibre cloth or board from before about 1980 may hold asbestos: stop, have it tested.',
    },
    tests: [],
  },
  {
    id: 'saw',
    body: 'stator',
    name: 'Saw',
    addedLater: true,
    title: 'Saw one end winding off',
    todo: [
      'Saw the end without the leads, close to the core; keep clear of the laminations.',
      'Look at liner, sleeving, sensors and lead sizes before they burn.',
    ],
    record: [choice('cut', 'Ends cut', { sawn: 'sawn off', chisel: 'cut with the chisel', left: 'left on' })],
    caution: {
      name: 'Blade, flying wire',
      text: 'Guard on, core clamped. Face shield and cut-proof gloves; dust extraction on.',
    },
    gate: 'before-stripping',
    tests: [],
  },
  {
    id: 'strip',
    begins: 'bare',
    equipment: 'Burn-off',
    body: 'stator',
    name: 'Burn off',
    title: 'Burn off',
    todo: [
      'Burn off with the thermocouple on the part, not in the air.',
      'Let it cool slowly in the oven, so the core keeps its shape.',
    ],
    record: [required(quantity('partTemperature', 'Hottest the part became', 'temperature', 20, 600))],
    caution: {
      name: 'Hot part, fumes',
      text: `${HOT_SURFACE} Not wound until near room temperature (common practice). Afterburner and extraction on.`,
    },
    gate: 'before-burn-off',
    tests: [],
  },
  {
    id: 'pull',
    body: 'stator',
    name: 'Pull',
    addedLater: true,
    title: 'Pull the coils',
    todo: [
      'Count slots, coils and groups; read the span of one whole group.',
      'Count the turns of every coil of one group; measure the wire bare and over enamel.',
      'Pull the coils, weigh the copper.',
    ],
    record: [quantity('copper', 'Copper weighed', 'mass', 0.01, 5000)],
    caution: {
      name: 'Springing wire, sharp ends',
      text: `Face shield and cut-proof gloves; stand beside the pull, not in its line. ${HOT_SURFACE}`,
    },
    gate: 'before-pulling',
    tests: [],
  },
  {
    id: 'core',
    body: 'stator',
    name: 'Core',
    title: 'Clean and prove the core',
    todo: [
      'Straighten splayed teeth before blasting. Blast soft: nut shell or plastic media.',
      'Measure bore, core, tooth, back iron and slot on the clean iron.',
      'Loop test, compare the loss with before burn-off, look for hot spots.',
      'Paint bore and slots with insulating enamel.',
    ],
    record: [
      required(choice('media', 'Blasted with', { soft: 'soft media', grit: 'grit', none: 'not blasted' })),
    ],
    caution: {
      name: 'Blasting dust, loop current',
      text: 'Breathing protection on. A core under loop test heats within minutes: stay beside it.',
    },
    tests: testsAt('bare', 'core-loss'),
  },
  {
    id: 'insulate',
    work: 'insulate',
    body: 'stator',
    name: 'Insulate',
    title: 'Slot insulation',
    todo: [
      'Feel every slot for burrs before the first liner goes in.',
      'Liner: slot perimeter plus cuffs wide, core length plus stand-out at both ends long.',
      'Measure the stand-out at the connection end, the least of four slots.',
    ],
    record: [
      required(quantity('liner', 'Liner thickness', 'length', 0.05, 3)),
      required(quantity('standOut', 'Stand-out, least of four slots', 'length', 0, 60)),
    ],
    caution: {
      name: 'Sharp slots',
      text: 'Feel every slot with a gloved finger first. A burr left in now is a ground fault after cure.',
    },
    tests: [],
  },
  {
    id: 'wind',
    work: 'wind',
    begins: 'before-varnish',
    body: 'stator',
    name: 'Wind',
    title: 'Wind and insert the coils',
    todo: [
      'Wind the groups by the plan; run the wire through the fingers for nicks.',
      'Insert layer by layer, separators between, nothing into the bore, wedges last.',
    ],
    record: [
      required(quantity('turnsWound', 'Turns in a coil, as wound', 'count', 1, 2000)),
      required(text('wireWound', 'Wires in hand, as wound', 'such as 3x0.95+1x0.90', 60)),
      text('reel', 'Reel', undefined, 60),
    ],
    gate: 'before-winding',
    tests: [],
  },
  {
    id: 'connect',
    work: 'connect',
    body: 'stator',
    name: 'Connect',
    title: 'Connect groups and leads',
    todo: [
      'Make the joints in the order of the connection list; sleeve every end.',
      'Walk the polarity round the bore with a low direct current and a compass.',
    ],
    record: [
      required(choice('joints', 'Joints', JOINTS)),
      required(choice('allMade', 'Every joint of the list made and sleeved', YES)),
    ],
    caution: {
      name: 'Brazing',
      text: 'Extraction on, wet cloth round the winding, extinguisher at hand, no varnish or solvent near.',
    },
    tests: testsAt('before-varnish', 'polarity'),
  },
  {
    id: 'check',
    work: 'prove',
    equipment: 'Test panel',
    body: 'stator',
    name: 'Check',
    title: 'Test before varnish',
    todo: [
      'Insulation to ground and winding resistance; compare with the plan.',
      'Gauge through the bore: no coil proud. Lace and tie.',
      'Mask feet, fits, rabbets, threads and bolt holes.',
    ],
    record: [
      required(choice('gauge', 'Gauge passes the bore', YES)),
      required(choice('masked', 'Feet and fits masked', YES)),
    ],
    caution: {
      name: 'High voltage',
      text: 'Barrier shut, two people. Discharge and ground before anybody touches the leads.',
    },
    signedBy: ['tester', 'lead'],
    tests: testsAt('before-varnish', 'insulation', 'resistance'),
  },
  {
    id: 'varnish',
    begins: 'varnished',
    equipment: 'Varnish',
    body: 'stator',
    name: 'Varnish',
    title: 'Preheat and impregnate',
    todo: [
      'Preheat to drive out moisture, 90 to 120 °C at the part (common practice).',
      'Impregnate, drain as the data sheet says.',
    ],
    record: [
      required(quantity('preheat', 'Part at preheat', 'temperature', 10, 250)),
      required(text('batch', 'Varnish and batch', 'of bonding wire: wire and batch', 80)),
      required(
        choice('method', 'Method', {
          dip: 'dip and bake',
          vacuum: 'vacuum-pressure',
          'vacuum-alone': 'vacuum alone',
          trickle: 'trickle or roll',
          bonding: 'bonding wire, by current',
        }),
      ),
    ],
    caution: {
      name: 'Flammable vapour',
      text: 'Extraction on, no flame or spark, gloves and goggles. Vacuum and pressure vessels by their own instructions.',
    },
    gate: 'before-varnish',
    tests: [],
  },
  {
    id: 'cure',
    equipment: 'Cure',
    body: 'stator',
    name: 'Cure',
    title: 'Bake and cure',
    todo: [
      'The clock starts when the part is at temperature, not the oven.',
      'Load the oven log on the test sheet; cool; unmask.',
    ],
    record: [required(choice('unmasked', 'Unmasked, fits clean', YES))],
    caution: {
      name: 'Hot part',
      text: `${HOT_SURFACE} Fan on while solvent is driven out.`,
    },
    tests: testsAt('varnished', 'cure', 'insulation'),
  },
];
