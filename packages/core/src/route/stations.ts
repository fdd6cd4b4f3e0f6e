/** The stations of an AC rewind: what to do, what to record, what can hurt. */
import { JOINTS } from '../data-card/index.ts';
import { choice, quantity, required, text, type Field, type Form, type Typed } from '../forms/index.ts';
import { HOT_SURFACE, type Caution } from '../safety/index.ts';
import type { Stage, TestKindId } from '../test-kinds/index.ts';

export type Role = 'winder' | 'tester' | 'lead';
export type Body = 'stator' | 'rotor' | 'motor';
export type StationId =
  | 'intake'
  | 'data'
  | 'saw'
  | 'strip'
  | 'pull'
  | 'core'
  | 'insulate'
  | 'wind'
  | 'connect'
  | 'check'
  | 'varnish'
  | 'cure'
  | 'inspect'
  | 'balance'
  | 'match'
  | 'assemble'
  | 'test'
  | 'ship';
export type GateId =
  | 'before-stripping'
  | 'before-burn-off'
  | 'before-pulling'
  | 'before-winding'
  | 'before-varnish'
  | 'before-assembly'
  | 'before-shipping';

export interface Station {
  readonly id: StationId;
  readonly body: Body;
  /** Short name for the track. */
  readonly name: string;
  readonly title: string;
  readonly todo: readonly string[];
  readonly record: Form;
  readonly caution?: Caution;
  /** Gate that must be open before this station is taken. */
  readonly gate?: GateId;
  /** Tests that belong to the station and are entered on the test sheet; it is not signed without them. */
  readonly tests: readonly StationTest[];
  /** The route has grown it: a motor that was past it before went along without. */
  readonly addedLater?: true;
  /** Signing it brings the motor to this stage of testing. */
  readonly begins?: Stage;
  /** What it occupies in the shop: several stations may share one. */
  readonly equipment?: string;
  /** Signing it ends the visit: the motor leaves. */
  readonly ends?: 'visit';
  /** Who signs it; anybody signed in where absent. */
  readonly signedBy?: readonly Role[];
}

export interface StationTest {
  readonly kind: TestKindId;
  readonly stage: Stage;
}
const at = (stage: Stage, ...kinds: readonly TestKindId[]): StationTest[] =>
  kinds.map((kind) => ({ kind, stage }));

const YES = { yes: 'yes', no: 'no' } as const;

export const STATIONS: readonly Station[] = [
  {
    id: 'intake',
    body: 'motor',
    name: 'Intake',
    title: 'Intake',
    todo: [
      'Photograph the motor as it came, damage and all.',
      'Measure insulation to ground, then winding resistance, before anything is loosened.',
      'Dismantle and look for the cause, not only the damage.',
    ],
    record: [
      required(text('failed', 'What failed, and where', 'slot, coil, end', 300)),
      text('cause', 'Cause found', 'and what shows it', 300),
    ],
    caution: {
      name: 'Lifting, stored charge',
      text: 'Lift at the eye only, nobody under the load. Discharge and ground the winding after every insulation test.',
    },
    tests: at('incoming', 'insulation', 'resistance'),
  },
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
    tests: at('bare', 'core-loss'),
  },
  {
    id: 'insulate',
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
    tests: at('before-varnish', 'polarity'),
  },
  {
    id: 'check',
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
    tests: at('before-varnish', 'insulation', 'resistance'),
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
    tests: at('varnished', 'cure', 'insulation'),
  },
  {
    id: 'inspect',
    body: 'rotor',
    name: 'Inspect',
    title: 'Check the rotor',
    todo: [
      'Bars and rings, cracks and colour; journals, keyway, run-out between centres.',
      'Mark the rotor with the motor number before it leaves the bench.',
    ],
    record: [
      required(quantity('runOut', 'Run-out', 'length', 0, 5)),
      required(choice('bars', 'Bars and rings sound', YES)),
    ],
    caution: {
      name: 'Lifting',
      text: 'Sling the rotor at the core, not at the journals.',
    },
    tests: [],
  },
  {
    id: 'balance',
    equipment: 'Balancer',
    body: 'rotor',
    name: 'Balance',
    title: 'Balance the rotor',
    todo: [
      'Half key in the keyway. Spin, correct, spin again until within tolerance.',
      'Enter the residual of both planes on the test sheet.',
    ],
    record: [
      required(
        choice('corrected', 'Corrected by', {
          none: 'no correction needed',
          add: 'weight added',
          remove: 'material taken away',
        }),
      ),
    ],
    caution: {
      name: 'Spinning rotor',
      text: 'Guard shut, weights secured, nobody in line with the planes. It coasts for minutes.',
    },
    tests: at('final', 'balance'),
  },
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
    tests: at('final', 'insulation', 'resistance', 'no-load', 'full-load'),
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

export const stationOf = (id: StationId): Station => STATIONS.find((s) => s.id === id)!;

/** Fields of a record: what the station records, and what an older record of it holds that another station records now. */
export const recordedAt = (station: Station, typed: Typed): readonly Field[] => [
  ...station.record,
  ...STATIONS.flatMap((s) => s.record).filter(
    (f) => typed[f.id] !== undefined && !station.record.some((own) => own.id === f.id),
  ),
];

/** Rules look at what a station records, not at its name: another route may record it elsewhere. */
export const records = (id: StationId, field: string): boolean =>
  stationOf(id).record.some((f) => f.id === field);

/** Opening stretch, the two tracks, and the stretch after they meet. */
export const OPENING: readonly StationId[] = ['intake'];
export const TRACKS: Readonly<Record<'stator' | 'rotor', readonly StationId[]>> = {
  stator: ['data', 'saw', 'strip', 'pull', 'core', 'insulate', 'wind', 'connect', 'check', 'varnish', 'cure'],
  rotor: ['inspect', 'balance'],
};
export const CLOSING: readonly StationId[] = ['match', 'assemble', 'test', 'ship'];
