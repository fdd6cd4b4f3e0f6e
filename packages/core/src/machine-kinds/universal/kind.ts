/** The universal motor of a hand tool as a kind of machine: the general armature with two poles, and what is its own. */
import { jointKey } from '../../winding/connection/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import { DIRECT_CURRENT_COILS, directCurrent, type DirectCurrentCard } from '../direct-current/index.ts';
import type { MachineKind } from '../../winding/machine/index.ts';
import {
  UNIVERSAL_ARMATURE,
  UNIVERSAL_FIELD,
  UNIVERSAL_MOMENTS,
  UNIVERSAL_PROPOSAL,
  UNIVERSAL_SECTIONS,
} from './card-fields.ts';
import { asArmatureCard, checkUniversalCard, UNIVERSAL_ID, universalPlan } from './check-card.ts';
import { universalCauses } from './failure.ts';
import { readUniversalPlate, UNIVERSAL_PLATE } from './plate.ts';
import { changeOfUniversalLine, readUniversalLine, UNIVERSAL_LINE, writeUniversalLine } from './shorthand.ts';

const MAY_CHANGE = UNIVERSAL_PROPOSAL.map((f) => f.id);
/** The station's fields of the field coils, and those by which the general kind knows them. */
const FIELD_OF = { fieldTurnsWound: 'seriesTurns', fieldWireWound: 'seriesWires' } as const;

export const universal: MachineKind<DirectCurrentCard> = {
  id: UNIVERSAL_ID,
  name: 'universal, hand tool',
  bodies: { stator: 'field', rotor: 'armature' },
  plate: UNIVERSAL_PLATE,
  card: UNIVERSAL_SECTIONS,
  proposal: UNIVERSAL_PROPOSAL,
  newCard: {},
  moments: UNIVERSAL_MOMENTS,
  coils: DIRECT_CURRENT_COILS.filter((c) => UNIVERSAL_PROPOSAL.some((f) => f.id === c.wires)),
  tests: [
    'insulation',
    'bar-to-bar',
    'armature-surge',
    'core-loss',
    'field-drop',
    'field-surge',
    'polarity',
    'double-insulation',
    'commutator',
    'impregnation',
    'cure',
    'high-potential',
    'shaft-fits',
    'balance',
    'dc-no-load',
    'dc-load',
    'vibration',
    'noise',
  ],
  route: 'universal-rewind',
  shorthand: {
    example: UNIVERSAL_LINE,
    read: readUniversalLine,
    write: writeUniversalLine,
    change: changeOfUniversalLine,
  },
  readPlate: readUniversalPlate,
  checkCard: checkUniversalCard,
  assumed: () => ({}),
  values: (typed) => directCurrent.values(asArmatureCard(typed)),

  proposedCard(found, proposal) {
    const card: Record<string, string> = {};
    for (const [id, value] of Object.entries(found)) if (!MAY_CHANGE.includes(id)) card[id] = value;
    for (const id of MAY_CHANGE) {
      const value = proposal[id] ?? found[id];
      if (value !== undefined) card[id] = value;
    }
    // Another span is another coil; what was measured was the old winding.
    if ((card['coilSpan'] ?? '') !== (found['coilSpan'] ?? '')) delete card['meanTurn'];
    for (const id of ['barOhm', 'seriesOhm', 'strippedCopper']) delete card[id];
    return card;
  },

  fromSister: {
    fields: [...UNIVERSAL_ARMATURE, ...UNIVERSAL_FIELD].map((f) => f.id),
    scaleTurns: (typed, factor): Typed => {
      const turns = Number(typed['turns']);
      return turns > 0 ? { turns: String(Math.max(1, Math.round(turns * factor))) } : {};
    },
  },

  nameOfPlan(typed, shop) {
    const { plan } = universalPlan(typed, {}, shop, false);
    return plan
      ? `${plan.key} ${plan.joints
          .map((j) => `${jointKey(j)}=${j.lead ?? ''}`)
          .toSorted()
          .join(';')}`
      : '';
  },

  failureCauses: universalCauses,
  checkWound: (card, record) => directCurrent.checkWound(card, record),

  asWound(card, record, plate, shop) {
    const made = directCurrent.asWound(card, record, plate, shop);
    const field = Object.entries(FIELD_OF).flatMap(([from, to]) => {
      const value = record[from]?.trim();
      return value ? [[to, value] as const] : [];
    });
    if (!made && field.length === 0) return null;
    return {
      typed: { ...(made?.typed ?? card.typed), ...Object.fromEntries(field) },
      wire: made?.wire ?? [],
    };
  },

  cutList: (card, plate, stock, settings) =>
    directCurrent.cutList({ ...card, typed: asArmatureCard(card.typed) }, plate, stock, settings),

  materials: (card, at, cut) => directCurrent.materials(card, at, cut),

  examples: [
    {
      plate: {
        power: '1010 W',
        voltage: '230',
        current: '4.7',
        frequency: '50',
        speed: '28500',
        noLoadSpeed: '33000',
        turns: 'clockwise',
        doubleInsulated: 'yes',
        insulationClass: 'F',
        cooling: 'open',
      },
      card: {
        slots: '12',
        bars: '24',
        leads: 'retrogressive',
        coilSpan: '1-6',
        turns: '13',
        wires: '0.45',
        enamel: 'grade-2',
        firstBar: '5',
        leadShift: '2',
        joint: 'fused',
        overhang: '11',
        sleeve: 'moulded',
        sleeveThickness: '1.2',
        slotLiner: 'paper',
        linerEnd: '1.6',
        seriesTurns: '95',
        seriesWires: '0.63',
        seriesTurn: '170',
        fieldWound: 'into',
        diameter: '38',
        coreLength: '45',
        toothWidth: '3',
        slotDepth: '8.5',
        slotWidth: '5.4',
        poleArc: '38',
        airGap: '0.5',
      },
    },
    {
      plate: {
        power: '350 W',
        voltage: '110',
        current: '3.4',
        frequency: '60',
        speed: '18000',
        turns: 'both',
        doubleInsulated: 'no',
        insulationClass: 'E',
        cooling: 'open',
      },
      card: {
        slots: '11',
        bars: '22',
        leads: 'progressive',
        coilSpan: '1-6',
        turns: '14',
        wires: '0.40',
        enamel: 'grade-1',
        firstBar: '12',
        leadShift: '0',
        joint: 'soldered',
        overhang: '10',
        sleeve: 'none',
        slotLiner: 'powder',
        linerEnd: '1',
        seriesTurns: '80',
        seriesWires: '0.56',
        seriesTurn: '150',
        fieldWound: 'former',
        diameter: '35',
        coreLength: '32',
        toothWidth: '3',
        slotDepth: '8',
        slotWidth: '5',
        poleArc: '35',
        airGap: '0.5',
      },
    },
  ],
};
