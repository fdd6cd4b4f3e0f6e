/** The three-phase stator with a cage rotor, as a kind of machine. */
import { THREE_PHASE_MATERIALS } from './materials.ts';
import { connectionList, jointKey, planKey } from '../../winding/connection/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { buildLayout } from '../../winding/layout/index.ts';
import { readWires, showWires, turnAreaMm2 } from '../../winding/wire/index.ts';
import { CORE_FIELDS } from '../iron.ts';
import { scaledCounts } from '../../winding/words/index.ts';
import type { MachineKind } from '../../winding/machine/index.ts';
import {
  BURNT_FIELDS,
  COUNT_FIELDS,
  JOINING_FIELDS,
  MEASURED_FIELDS,
  PROPOSAL_FIELDS,
  SLOT_FIELDS,
  SPECIAL_FIELDS,
  SUPPLY_FIELDS,
  WINDING_FIELDS,
} from './card-fields.ts';
import { checkDataCard, withDefaults, type ThreePhaseCard } from './check-data-card.ts';
import { proposedCard, readDataCard, windingOf } from './data-card.ts';
import { assumedOnCard } from './assumed.ts';
import { cutOfThreePhase } from './cut.ts';
import { threePhaseCauses } from './failure.ts';
import { CARD_MOMENTS } from './moments.ts';
import { analysisOf, THREE_PHASE_ID } from './plan.ts';
import { NAMEPLATE_FIELDS, readNameplate } from './plate.ts';
import { changeOfLine, readShorthand, writeShorthand } from './shorthand.ts';

export const threePhase: MachineKind<ThreePhaseCard> = {
  id: THREE_PHASE_ID,
  name: 'three-phase',
  bodies: { stator: 'stator', rotor: 'rotor' },
  plate: NAMEPLATE_FIELDS,
  card: [
    { title: null, fields: WINDING_FIELDS },
    {
      title: 'Groups, skew, empty slots, a second winding, coil by coil',
      fields: SPECIAL_FIELDS,
      folded: true,
    },
    { title: 'How it was joined', fields: JOINING_FIELDS },
    { title: 'Counted, to compare', fields: COUNT_FIELDS },
    { title: 'Gone after burn-off', fields: BURNT_FIELDS },
    { title: 'Core', fields: CORE_FIELDS },
    { title: 'Slot shape, end turns', fields: SLOT_FIELDS, folded: true },
    { title: 'Measured, if it can be', fields: MEASURED_FIELDS },
    { title: 'What a proposal is for', fields: SUPPLY_FIELDS, folded: true },
  ],
  proposal: PROPOSAL_FIELDS,
  newCard: { layers: '2' },
  moments: CARD_MOMENTS,
  coils: [
    {
      name: '',
      turns: 'turns',
      wires: 'wires',
      figures: ['currentDensity', 'slotFillEnamelled', 'gapDensity'],
      figuresIn: analysisOf,
    },
  ],
  tests: [
    'insulation',
    'resistance',
    'surge',
    'core-loss',
    'polarity',
    'sensors',
    'impregnation',
    'cure',
    'immersion',
    'high-potential',
    'shaft-fits',
    'balance',
    'rotor-bars',
    'no-load',
    'locked-rotor',
    'full-load',
    'efficiency',
    'temperature-rise',
    'bearing-heat',
    'vibration',
    'noise',
  ],
  route: 'ac-rewind',
  shorthand: {
    example: '48s 4p 1-11 T12 3x0.95+1x0.90 2Y',
    read: readShorthand,
    write: writeShorthand,
    change: changeOfLine,
  },
  readPlate: readNameplate,
  checkCard: checkDataCard,
  assumed: (typed, { joining = {} }) => assumedOnCard(typed, joining),
  values: (typed) => ({ ...readDataCard(typed).card }),
  proposedCard,
  fromSister: {
    fields: [...WINDING_FIELDS, ...SPECIAL_FIELDS].map((f) => f.id).concat('jumpers', 'starPoints', 'order'),
    scaleTurns: ({ turns = '' }, factor) => ({ turns: scaledCounts(turns, factor) }),
  },

  /** Equal for equal coils in equal slots joined and led out alike; turns and wire are left out. */
  nameOfPlan(typed, { joining = {}, analysis }) {
    const winding = windingOf(readDataCard(withDefaults(typed, joining)).card);
    const layout = winding && buildLayout(winding);
    if (!layout?.ok) return '';
    const list = connectionList(layout.value, {
      ...winding!,
      ...(analysis?.marks ? { marks: analysis.marks } : {}),
    });
    if (!list.ok) return '';
    const joints = list.value.joints.map((j) => `${jointKey(j)}=${j.lead ?? ''}`).toSorted();
    return `${planKey(layout.value)} ${joints.join(';')}`;
  },

  failureCauses: threePhaseCauses,

  checkWound({ analysis: plan }, record) {
    const found: Finding[] = [];
    if (!plan) return found;
    const turns = Number(record['turnsWound']?.replace(',', '.'));
    const planned = plan.layout.meanTurns ?? plan.winding.turnsPerCoil;
    if (Number.isFinite(turns) && Math.abs(turns - planned) > 0.5)
      found.push(
        finding(
          'watch',
          'station.turns-differ',
          `${turns} turns were wound, the plan says ${Number.isInteger(planned) ? planned : planned.toFixed(1)}.`,
          ['turnsWound'],
          'Count one coil again; if it is so, keep it as wound on the winding bench and see what it does.',
        ),
      );
    const wires = readWires(record['wireWound'] ?? '');
    if (wires.ok) {
      const ratio = turnAreaMm2(wires.wires) / turnAreaMm2(plan.winding.wires);
      if (Math.abs(ratio - 1) > 0.02)
        found.push(
          finding(
            'watch',
            'station.wire-differs',
            `${showWires(wires.wires)} has ${((ratio - 1) * 100).toFixed(0)} % ${ratio > 1 ? 'more' : 'less'} copper than the plan's ${showWires(plan.winding.wires)}.`,
            ['wireWound'],
          ),
        );
    } else if (record['wireWound']?.trim())
      found.push(finding('stop', 'station.not-wires', wires.message, ['wireWound']));
    return found;
  },

  asWound({ analysis: plan, typed }, record, plate, shop) {
    if (record['wireWound'] === undefined) return null;
    const mean = plan?.layout.meanTurns ?? plan?.winding.turnsPerCoil;
    const other = record['turnsWound'] && Number(record['turnsWound']) !== mean;
    const made = {
      ...typed,
      turns: other ? record['turnsWound']! : (typed['turns'] ?? ''),
      wires: record['wireWound'],
    };
    const reel = record['reel']?.trim();
    const kg = checkDataCard(made, plate, false, shop).plan?.copperKg ?? 0;
    return { typed: made, wire: reel ? [{ reel, field: 'reel', kg }] : [] };
  },

  cutList: cutOfThreePhase,
  materials: ({ analysis }, { work }, cut) =>
    (analysis && THREE_PHASE_MATERIALS[work]?.(analysis, cut)) ?? null,

  examples: [
    {
      plate: {
        power: '11',
        voltage: '400',
        plateConnection: 'star',
        current: '22',
        frequency: '50',
        speed: '1455',
        insulationClass: 'F',
        cooling: 'enclosed-fan',
      },
      card: {
        slots: '36',
        poles: '4',
        layers: '2',
        span: '1-8',
        turns: '18',
        wires: '2x1.06',
        circuits: '2',
        connection: 'star',
        bore: '165',
        coreLength: '150',
        backIron: '26',
        toothWidth: '7.9',
        slotArea: '180',
      },
    },
  ],
};
