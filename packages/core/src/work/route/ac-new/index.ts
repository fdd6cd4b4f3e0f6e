/** A new three-phase stator in a new or bare core: coils inserted by hand, or drawn in by machine. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { CLOSING_STATIONS } from '../ac-rewind/closing.ts';
import { CLOSING_DETAILS, ROTOR_DETAILS, STATOR_DETAILS } from '../ac-rewind/details.ts';
import { testGates } from '../ac-rewind/gates.ts';
import { ROTOR_STATIONS } from '../ac-rewind/rotor.ts';
import { STATOR_STATIONS } from '../ac-rewind/stator.ts';
import { pieceOf, usually, withMore } from '../pieces.ts';
import type { Route } from '../route.ts';
import { YES, type Station } from '../station.ts';

const RECEIVE: Station = {
  id: 'receive',
  body: 'motor',
  name: 'Receive',
  title: 'Receive core, shaft and housing',
  todo: [
    'Count the slots, measure bore, core length, tooth and slot on the core itself: they go on the card.',
    'Look for burrs, rust, bent teeth; read drawing and order against what came.',
  ],
  record: [
    required(text('order', 'Order or drawing', 'number, revision', 80)),
    required(choice('burrs', 'Bore and slots free of burrs', YES)),
    usually(quantity('boreRound', 'Bore out of round', 'length', 0, 2), { most: 0.05 }),
  ],
  caution: {
    name: 'Sharp laminations, lifting',
    text: 'Cut-proof gloves. Lift at the eye only, nobody under the load.',
  },
  tests: [],
};

const CORE: Station = {
  ...pieceOf(STATOR_STATIONS, 'core'),
  begins: 'bare',
  title: 'Prove the core',
  todo: [
    'Deburr and clean; enamel bore and slots where the order says so.',
    'Loop test: watts per kilogram at the density of the order are the figure that every later repair is held against.',
  ],
  record: [
    usually(quantity('loopDensity', 'Loop test at', 'flux-density', 0.2, 2, 'in the back iron'), {
      least: 1,
      most: 1.5,
    }),
    required(text('lossPerMass', 'Loss, W/kg', 'and hot spots', 80)),
  ],
  tests: [],
};

const SETTING: Station = {
  id: 'setting',
  body: 'stator',
  name: 'Set',
  title: 'Set winder and inserter',
  todo: [
    'Turns, wires in hand, gang and loop size from the plan; tension for the thickest wire.',
    'Wind one gang, insert it in an old core, measure the end turns, correct the loop.',
  ],
  record: [
    required(quantity('loop', 'Loop, inside', 'length', 20, 5000)),
    required(usually(quantity('trialStandOut', 'End turns of the trial', 'length', 1, 600), {})),
    text('tooling', 'Tooling', 'former, blades, inserter', 80),
  ],
  caution: {
    name: 'Moving machine',
    text: 'Guards shut, two-hand start. Locked off while blades or formers are changed.',
  },
  gate: 'before-winding',
  tests: [],
};

const MACHINE_WIND: Station = {
  ...pieceOf(STATOR_STATIONS, 'wind'),
  title: 'Wind and draw in by machine',
  todo: [
    'Count the first and every tenth gang; look at the enamel after the blades, not before.',
    'Draw in, wedges with it; look through the bore, press the end turns, lace.',
  ],
  record: [
    ...pieceOf(STATOR_STATIONS, 'wind').record,
    quantity('nicks', 'Nicks found', 'count', 0, 200, 'booked against reel and maker'),
    usually(
      quantity('pullForce', 'Drawn in at', 'pressure', 0, 400, 'of the inserter, where it shows it'),
      {},
    ),
  ],
  caution: {
    name: 'Moving machine',
    text: 'Guards shut, two-hand start; hands out of the bore while the blades move.',
  },
};

const { gate: _gate, ...MACHINE_WIND_AFTER_SETTING } = MACHINE_WIND;

const more = (id: string): Station => withMore([pieceOf(STATOR_STATIONS, id)], STATOR_DETAILS)[0]!;
const TAIL = ['connect', 'check', 'varnish', 'cure'].map(more);

/** A new winding is planned, not found: what is needed before winding is asked, nothing of an old one. */
const GATES: Route['gates'] = [
  { id: 'before-winding', title: 'Gate before winding', wants: [{ card: 'winding' }] },
  ...testGates('resistance', [
    ['no-load', 'A winding error shows in the three currents.'],
    ['full-load', 'Only load shows whether it does what the plate says.'],
  ]).map((gate) => ({
    ...gate,
    wants: gate.wants.filter((w) => !('test' in w) || w.test !== 'core-loss'),
  })),
];

const common = {
  machine: 'three-phase',
  opening: [RECEIVE],
  closing: withMore(CLOSING_STATIONS, CLOSING_DETAILS),
  gates: GATES,
} as const;
const rotor = withMore(ROTOR_STATIONS, ROTOR_DETAILS);

export const acNewByHand: Route = {
  ...common,
  id: 'ac-new-by-hand',
  version: 1,
  title: 'New winding, inserted by hand',
  tracks: { stator: [CORE, more('insulate'), more('wind'), ...TAIL], rotor },
};

export const acNewByMachine: Route = {
  ...common,
  id: 'ac-new-by-machine',
  version: 1,
  title: 'New winding, inserted by machine',
  tracks: { stator: [CORE, more('insulate'), SETTING, MACHINE_WIND_AFTER_SETTING, ...TAIL], rotor },
};
