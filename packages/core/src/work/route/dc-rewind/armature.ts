/** The stations of an armature, from its marks to the balanced rotor. */
import { choice, quantity, required, text } from '../../../language/forms/index.ts';
import { HOT_SURFACE } from '../../../language/safety/index.ts';
import { testsAt, YES, type Station } from '../station.ts';
import { STATOR_STATIONS } from '../ac-rewind/stator.ts';
import { ROTOR_STATIONS } from '../ac-rewind/rotor.ts';

const like = (id: string): Station => {
  const {
    addedLater: _later,
    gate: _gate,
    begins: _begins,
    ...station
  } = [...STATOR_STATIONS, ...ROTOR_STATIONS].find((s) => s.id === id)!;
  return { ...station, body: 'rotor' };
};

export const ARMATURE_STATIONS: readonly Station[] = [
  {
    id: 'mark',
    work: 'mark',
    body: 'rotor',
    name: 'Mark',
    title: 'Mark slot to bar, take the data',
    todo: [
      'Scribe one slot, and both bars of its first coil, before a lead is lifted; count on with the rotation seen from the commutator.',
      'Note whether leads go on to the next bar or back, the throw, dead coils, equalizers, bands and their turns.',
      'Photograph the commutator end. Read bar to bar if the armature still answers.',
    ],
    record: [
      required(choice('marked', 'Slot and bars marked on the iron', YES)),
      text('remarks', 'Remarks', undefined, 300),
    ],
    tests: [],
  },
  {
    id: 'strip-armature',
    begins: 'bare',
    body: 'rotor',
    name: 'Strip',
    title: 'Take the old winding out',
    todo: [
      'Cut the bands, cut or unsolder the leads at the risers; keep one whole coil.',
      'Count its turns, measure the wire, its mean turn, and how far the ends stand out.',
      'Protect the commutator from heat: its mica and its shrink rings are not made for the oven.',
    ],
    record: [
      required(
        choice('softened', 'Winding loosened by', {
          heat: 'oven',
          solvent: 'stripper',
          cold: 'cold, cut and driven',
        }),
      ),
      quantity('copper', 'Copper weighed', 'mass', 0.01, 5000),
    ],
    caution: {
      name: 'Bands under tension, fumes',
      text: `A cut band flies: clamp it, stand aside, face shield on. ${HOT_SURFACE}`,
    },
    gate: 'before-stripping',
    tests: [],
  },
  {
    ...like('core'),
    id: 'armature-core',
    gate: 'before-pulling',
    name: 'Core',
    title: 'Clean and prove core, shaft and commutator',
    todo: [
      'Clean the slots, dress burrs, prove the core by loop or wattmeter against before.',
      'Commutator: bar to bar and to the shell with a lamp or tester, tight, enough copper left.',
      'Journals, keyway, shaft run-out between centres.',
    ],
    record: [
      required(
        choice('commutatorDone', 'Commutator', {
          kept: 'kept',
          refilled: 'refilled',
          new: 'new, heated and pressed',
        }),
      ),
      required(quantity('runOut', 'Shaft run-out', 'length', 0, 5)),
    ],
  },
  {
    ...like('insulate'),
    id: 'insulate-armature',
    work: 'insulate',
    name: 'Insulate',
    todo: [
      'Sleeve on the shaft, end plates and coil supports insulated.',
      'Slot cells cut to the cut sheet; feel every slot for burrs before the first one goes in.',
    ],
  },
  {
    id: 'wind-armature',
    work: 'wind',
    begins: 'before-varnish',
    body: 'rotor',
    name: 'Wind',
    title: 'Wind the armature and lay the leads',
    todo: [
      'Coil by coil by the table: slot, slot, bar of the start. Lower leads first, tested one by one.',
      'Separator between lower and upper sides; wedges when the last upper side is in.',
      'Dead coils: both ends cut back and taped, none on a bar.',
    ],
    record: [
      required(quantity('turnsWound', 'Turns of a coil, as wound', 'count', 1, 1000)),
      required(text('wireWound', 'Wires in hand, as wound', 'such as 2x0.95', 60)),
      text('reel', 'Reel', undefined, 60),
      required(quantity('firstBarWound', 'Coil 1 started on bar', 'count', 1, 500)),
    ],
    gate: 'before-winding',
    tests: [],
  },
  {
    id: 'risers',
    work: 'bars',
    body: 'rotor',
    name: 'Risers',
    title: 'Connect the risers',
    todo: [
      'Lead by lead from the mark; every bar two leads, none doubled, none empty.',
      'Fuse, braze or solder; protect the winding from heat and from drops.',
      'Read bar to bar at once: what is wrong now is still bare.',
    ],
    record: [
      required(choice('risersDone', 'Joined by', { fused: 'fused', brazed: 'brazed', soldered: 'soldered' })),
      quantity('fusingCurrent', 'Fusing current', 'current', 1, 20000),
    ],
    caution: {
      name: 'Hot metal, fumes',
      text: 'Extraction on, eye protection, wet cloth round the coils; no varnish or solvent near.',
    },
    tests: testsAt('before-varnish', 'bar-to-bar', 'insulation'),
  },
  {
    id: 'band',
    body: 'rotor',
    name: 'Band',
    title: 'Band the ends',
    todo: [
      'Glass tape or wire with the tension of the data sheet, turn beside turn, over pressed ends.',
      'Nothing stands above the core; the fan end is clear.',
    ],
    record: [
      required(choice('bandedWith', 'Banded with', { tape: 'glass tape', wire: 'steel wire', cord: 'cord' })),
      quantity('bandTurnsWound', 'Turns', 'count', 1, 400),
      text('bandTension', 'Tension', 'such as 900 N', 30),
    ],
    caution: { name: 'Tape under tension', text: 'Fingers out of the nip; a band that tears whips back.' },
    tests: [],
  },
  {
    ...like('varnish'),
    id: 'varnish-armature',
    begins: 'varnished',
    gate: 'before-varnish',
    todo: [
      'Mask the commutator face. Preheat to drive out moisture, 90 to 120 °C at the part (common practice).',
      'Impregnate standing, commutator up, so that none runs into the risers’ slots; drain.',
    ],
  },
  {
    ...like('cure'),
    id: 'cure-armature',
    todo: [
      'The clock starts when the part is at temperature, not the oven. Turn it while it gels if it was dipped.',
      'Load the oven log on the test sheet; cool; unmask.',
    ],
    tests: testsAt('varnished', 'cure', 'bar-to-bar', 'insulation'),
  },
  {
    id: 'turn',
    body: 'rotor',
    name: 'Turn',
    title: 'Turn, undercut, chamfer the commutator',
    todo: [
      'Turn between its own journals, fine last cut; check that the copper left is enough.',
      'Undercut the mica, scrape the slots clean to both walls, chamfer the edges, polish with a stone.',
      'Blow it out; read bar to bar again if copper was dragged across.',
    ],
    record: [required(quantity('turnedTo', 'Turned to', 'length', 5, 2000))],
    caution: {
      name: 'Turning, copper chips, mica dust',
      text: 'No gloves or sleeves at the lathe, eye protection and extraction on.',
    },
    tests: testsAt('varnished', 'commutator'),
  },
  like('balance'),
];
