/** The three-phase motor with a wound rotor and slip rings, as a kind of machine. Its stator is that of any three-phase motor. */
import { WOUND_ROTOR_MATERIALS } from './materials.ts';
import { readForm } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { MachineKind } from '../../winding/machine/index.ts';
import { threePhase } from '../three-phase/index.ts';
import {
  ROTOR_FIELDS,
  ROTOR_PLATE,
  ROTOR_PROPOSAL,
  WOUND_ROTOR_MOMENTS,
  WOUND_ROTOR_SECTIONS,
} from './card-fields.ts';
import {
  checkWoundRotorCard,
  WOUND_ROTOR_ID,
  type WoundRotorCard,
  type WoundRotorPlate,
  woundRotorPlanOf,
} from './check-card.ts';

const ROTOR_IDS = ROTOR_FIELDS.map((f) => f.id);
const MAY_CHANGE = ROTOR_PROPOSAL.map((f) => f.id);
/** What the rotor's station records, and the field of the card that it was to be. */
const WOUND = { rotorTurnsWound: 'rotorTurns', rotorWireWound: 'rotorWires' } as const;

export const woundRotor: MachineKind<WoundRotorCard> = {
  ...threePhase,
  id: WOUND_ROTOR_ID,
  name: 'three-phase, slip rings',
  plate: [...threePhase.plate, ...ROTOR_PLATE],
  card: WOUND_ROTOR_SECTIONS,
  proposal: [...threePhase.proposal, ...ROTOR_PROPOSAL],
  moments: WOUND_ROTOR_MOMENTS,
  coils: [
    ...threePhase.coils.map((c) => ({ ...c, name: 'Stator' })),
    {
      name: 'Rotor',
      turns: 'rotorTurns',
      wires: 'rotorWires',
      figures: ['currentDensity', 'slotFillEnamelled', 'lineResistance20'],
      figuresIn: (plan) => woundRotorPlanOf(plan)?.rotor?.analysis ?? null,
    },
  ],
  tests: [
    ...threePhase.tests.filter((t) => t !== 'rotor-bars' && t !== 'immersion'),
    'ring-resistance',
    'open-ring',
    'slip-rings',
  ],
  route: 'wound-rotor-rewind',
  readPlate(typed) {
    const own = readForm(ROTOR_PLATE, typed);
    const { plate, findings } = threePhase.readPlate(typed);
    const { rotorVoltage, rotorCurrent } = own.numbers;
    const unread = [
      ...(plate.unread ?? []),
      ...own.findings.filter((f) => f.severity === 'stop').flatMap((f) => f.fields),
    ];
    return {
      plate: {
        ...plate,
        ...(rotorVoltage ? { rotorVoltageV: rotorVoltage } : {}),
        ...(rotorCurrent ? { rotorCurrentA: rotorCurrent } : {}),
        ...(unread.length > 0 ? { unread } : {}),
      } as WoundRotorPlate,
      findings: [...findings, ...own.findings],
    };
  },
  checkCard: checkWoundRotorCard,

  proposedCard(found, proposal) {
    const card: Record<string, string> = { ...threePhase.proposedCard(found, proposal) };
    for (const f of WOUND_ROTOR_SECTIONS.slice(1, 3).flatMap((s) => s.fields)) {
      const value = MAY_CHANGE.includes(f.id) ? (proposal[f.id] ?? found[f.id]) : found[f.id];
      if (value !== undefined) card[f.id] = value;
    }
    // What was measured was the old winding.
    delete card['rotorOhm'];
    if ((card['rotorSpan'] ?? '') !== (found['rotorSpan'] ?? '')) delete card['rotorTurn'];
    return card;
  },

  fromSister: {
    ...threePhase.fromSister,
    fields: [...threePhase.fromSister.fields, ...ROTOR_IDS],
  },

  nameOfPlan(typed, shop) {
    const stator = threePhase.nameOfPlan(typed, shop);
    const rotor = ['rotorSlots', 'rotorSpan', 'rotorCircuits', 'rotorConnection'].map(
      (id) => typed[id]?.trim() ?? '',
    );
    return stator && rotor.some(Boolean) ? `rotor ${rotor.join('/')} ${stator}` : stator;
  },

  materials(card, at, cut) {
    if (at.body === 'stator') return threePhase.materials(card, at, cut);
    const rotor = card.plan?.rotor;
    return (rotor && WOUND_ROTOR_MATERIALS[at.work]?.(rotor, cut)) ?? null;
  },

  checkWound(card, record) {
    const planned = card.plan?.rotor?.analysis.winding.turnsPerCoil;
    const turns = record['rotorTurnsWound']?.trim();
    const own: Finding[] =
      planned && turns && Number(turns) !== planned
        ? [
            finding(
              'watch',
              'station.turns-differ',
              `Rotor: ${turns} turns were wound, the plan says ${planned}.`,
              ['rotorTurnsWound'],
              'The ring volts follow from the turns: count one coil again.',
            ),
          ]
        : [];
    return [
      ...(record['turnsWound'] === undefined && own.length > 0 ? [] : threePhase.checkWound(card, record)),
      ...own,
    ];
  },

  asWound(card, record, plate, shop) {
    const made = threePhase.asWound(card, record, plate, shop);
    const rotor = Object.entries(WOUND).flatMap(([from, to]) => {
      const value = record[from]?.trim();
      return value ? [[to, value] as const] : [];
    });
    if (!made && rotor.length === 0) return null;
    return {
      typed: { ...(made?.typed ?? card.typed), ...Object.fromEntries(rotor) },
      wire: made?.wire ?? [],
    };
  },

  examples: [
    {
      plate: {
        power: '15',
        voltage: '400',
        plateConnection: 'star',
        current: '30',
        frequency: '50',
        speed: '1440',
        insulationClass: 'F',
        cooling: 'enclosed-fan',
        rotorVoltage: '245',
        rotorCurrent: '38',
      },
      card: {
        slots: '48',
        poles: '4',
        layers: '2',
        span: '1-11',
        turns: '11',
        wires: '3x1.00',
        circuits: '2',
        connection: 'star',
        bore: '170',
        coreLength: '170',
        backIron: '30',
        toothWidth: '6',
        slotArea: '150',
        rotorSlots: '36',
        rotorSpan: '1-9',
        rotorTurns: '9',
        rotorWires: '4x1.25',
        rotorCircuits: '2',
        rotorConnection: 'star',
        rotorTurn: '760',
        ringDiameter: '140',
        ringLeast: '132',
        rotorBand: 'tape',
      },
    },
  ],
};
