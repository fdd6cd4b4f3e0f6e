/** The rewind of a sealed or submersible motor: that of a three-phase one, with seals, oil, cable entry, and a test under water. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { acRewind } from '../ac-rewind/index.ts';
import { usually, withMore } from '../pieces.ts';
import type { Route } from '../route.ts';
import { YES, type Station } from '../station.ts';

const rewind = acRewind.at(-1)!;

const SEAL: Station = {
  id: 'seal',
  body: 'motor',
  name: 'Seal',
  title: 'Seals, oil chamber, cable entry',
  todo: [
    'Both seals new, faces clean and never touched; springs and O-rings from the kit of this machine.',
    'Fill the oil chamber by its plate; leave the room that it says for the oil to expand.',
    'Cable entry: gland and compound by the maker’s data, each core sealed on its own.',
  ],
  record: [
    required(text('seals', 'Seals fitted', 'upper / lower, face material', 100)),
    required(text('oil', 'Oil, kind and amount', undefined, 80)),
    required(choice('entry', 'Cable entry sealed', YES)),
  ],
  caution: {
    name: 'Pinch, lifting',
    text: 'Block the stack while the seals go on. Explosion-protected: only under its own certificate.',
  },
  tests: [],
};

const PRESSURE: Station = {
  id: 'pressure',
  body: 'motor',
  name: 'Pressure',
  title: 'Pressure test, dry',
  todo: [
    'Shut the housing, bring it to the test pressure with air or nitrogen, valve shut, wait.',
    'Soap every joint and the cable entry. The gauge must stand.',
  ],
  record: [
    required(
      usually(quantity('testPressure', 'Test pressure', 'pressure', 0.05, 20), { least: 0.3, most: 2 }),
    ),
    required(usually(quantity('heldFor', 'Held for', 'duration', 1, 600), { least: 10 })),
    required(usually(quantity('pressureDrop', 'Fell by', 'pressure', 0, 5), { most: 0.02 })),
  ],
  caution: {
    name: 'Pressure',
    text: 'A housing can burst: relief valve on, guard or barrier, nobody in front of covers and glands.',
  },
  tests: [],
};

const UNDER_WATER: Station = {
  id: 'under-water',
  body: 'motor',
  name: 'Water',
  title: 'Under water',
  equipment: 'Test tank',
  todo: [
    'Wholly under water, cable out. Insulation after the hours that the shop holds to, still under water.',
    'Lift it out, open the drain of the oil chamber: no water in it.',
  ],
  record: [
    required(usually(quantity('underWater', 'Under water for', 'duration', 5, 4320), { least: 240 })),
    required(
      usually(quantity('insulationWet', 'Insulation, still under water', 'insulation-resistance', 0, 1e6), {
        least: 100,
      }),
    ),
    required(choice('oilClear', 'Oil still clear', YES)),
  ],
  caution: {
    name: 'Voltage and water',
    text: 'Nobody touches tank or water while a test voltage is on; discharge and ground before it is lifted.',
  },
  signedBy: ['tester', 'lead'],
  tests: [],
};

const closing = (id: string) => rewind.closing.filter((s) => s.id === id);

export const acSealed: Route = {
  ...rewind,
  id: 'ac-sealed',
  version: 1,
  title: 'Rewind of a sealed motor, tested under water',
  opening: withMore(rewind.opening, {
    intake: {
      todo: ['Drain oil and water first, note how much of each: water in the oil says which seal let go.'],
      record: [text('waterFound', 'Water and oil found', 'where, how much', 120)],
    },
  }),
  closing: [
    ...closing('match'),
    ...closing('assemble'),
    SEAL,
    PRESSURE,
    ...closing('test'),
    UNDER_WATER,
    ...closing('ship'),
  ],
};
