/** The single-phase stator with a main and a start winding, and a cage rotor, as a kind of machine. */
import { SINGLE_PHASE_MATERIALS } from './materials.ts';
import { jointKey } from '../../winding/connection/index.ts';
import { finding, refused, type Finding } from '../../language/quantity/index.ts';
import { copperKg } from '../../winding/analysis/index.ts';
import { readWires, showWires, turnAreaMm2 } from '../../winding/wire/index.ts';
import { CORE_FIELDS } from '../iron.ts';
import type { MachineKind, WireDrawn } from '../../winding/machine/index.ts';
import { readTurns, scaledCounts } from '../../winding/words/index.ts';
import { layWindings, readSinglePhaseCard } from './card.ts';
import {
  BURNT_FIELDS,
  LEAD_FIELDS,
  MAIN_FIELDS,
  MEASURED_FIELDS,
  SINGLE_PHASE_MOMENTS,
  SINGLE_PHASE_PROPOSAL,
  START_FIELDS,
  STATOR_FIELDS,
  SUPPLY_FIELDS,
} from './card-fields.ts';
import { checkSinglePhaseCard, type SinglePhaseCard } from './check-card.ts';
import { cutOfSinglePhase } from './cut.ts';
import { compareBranches } from './concentric-branch.ts';
import { connectWindings } from './connection.ts';
import { singlePhaseCauses } from './failure.ts';
import { branchLengthM } from './turn-length.ts';
import { keyOf, SINGLE_PHASE_ID, singlePhasePlanOf } from './plan.ts';
import { readSinglePhasePlate, SINGLE_PHASE_PLATE } from './plate.ts';
import {
  changeOfSinglePhaseLine,
  readSinglePhaseLine,
  SINGLE_PHASE_LINE,
  writeSinglePhaseLine,
} from './shorthand.ts';

const OF_THE_WINDING = SINGLE_PHASE_PROPOSAL.map((f) => f.id);
const OF_THE_IRON = [...CORE_FIELDS.map((f) => f.id), 'meanTurn', 'rotation'];
const BRANCH = [
  ['main', 'Main'],
  ['start', 'Start'],
] as const;

export const singlePhase: MachineKind<SinglePhaseCard> = {
  id: SINGLE_PHASE_ID,
  name: 'single-phase',
  bodies: { stator: 'stator', rotor: 'rotor' },
  plate: SINGLE_PHASE_PLATE,
  card: [
    { title: null, fields: STATOR_FIELDS },
    { title: 'Main winding', fields: MAIN_FIELDS },
    { title: 'Start winding', fields: START_FIELDS },
    { title: 'Gone after the saw', fields: LEAD_FIELDS },
    { title: 'Gone after burn-off', fields: BURNT_FIELDS },
    { title: 'Core', fields: CORE_FIELDS },
    { title: 'Measured, if it can be', fields: MEASURED_FIELDS },
    { title: 'What a proposal is for', fields: SUPPLY_FIELDS, folded: true },
  ],
  proposal: SINGLE_PHASE_PROPOSAL,
  newCard: {},
  moments: SINGLE_PHASE_MOMENTS,
  coils: (['main', 'start'] as const).map((id) => ({
    name: id === 'main' ? 'Main' : 'Start',
    turns: null,
    wires: `${id}Wires`,
    figures: [`${id}Density`, 'slotFillEnamelled', `${id}Ohm20`],
    figuresIn: singlePhasePlanOf,
  })),
  tests: [
    'insulation',
    'branch-resistance',
    'core-loss',
    'polarity',
    'sensors',
    'impregnation',
    'cure',
    'high-potential',
    'starting',
    'shaft-fits',
    'balance',
    'single-no-load',
    'single-load',
    'bearing-heat',
    'vibration',
    'noise',
  ],
  route: 'single-phase-rewind',
  shorthand: {
    example: SINGLE_PHASE_LINE,
    read: readSinglePhaseLine,
    write: writeSinglePhaseLine,
    change: changeOfSinglePhaseLine,
  },
  readPlate: readSinglePhasePlate,
  checkCard: checkSinglePhaseCard,
  assumed: () => ({}),
  values(typed) {
    const { card } = readSinglePhaseCard(typed);
    const { bore, coreLength } = card.numbers;
    return { ...card, ...(bore ? { bore } : {}), ...(coreLength ? { coreLength } : {}) };
  },

  proposedCard(found, proposal) {
    const card: Record<string, string> = {};
    for (const id of [...OF_THE_WINDING, ...OF_THE_IRON]) {
      const value = (OF_THE_WINDING.includes(id) ? proposal[id] : undefined) ?? found[id];
      if (value !== undefined) card[id] = value;
    }
    // Another span is another coil: a mean turn measured on the old one no longer holds.
    if ((card['mainSpans'] ?? '') !== (found['mainSpans'] ?? '')) delete card['meanTurn'];
    return card;
  },

  fromSister: {
    fields: [...STATOR_FIELDS, ...MAIN_FIELDS, ...START_FIELDS].map((f) => f.id),
    scaleTurns: (typed, factor) =>
      Object.fromEntries(
        BRANCH.map(([id]) => [`${id}Turns`, scaledCounts(typed[`${id}Turns`] ?? '', factor)]),
      ),
  },

  nameOfPlan(typed, { analysis }) {
    const { card } = readSinglePhaseCard(typed);
    const { laid } = layWindings(card);
    if (!laid) return '';
    const { joints } = connectWindings(
      laid,
      card.voltages ?? 'one',
      analysis?.marks ?? 'iec',
      compareBranches(laid.main, laid.start).displacementElectricalDeg,
    );
    return `${keyOf(laid)} ${joints
      .map((j) => `${jointKey(j)}=${j.lead ?? ''}`)
      .toSorted()
      .join(';')}`;
  },

  failureCauses: singlePhaseCauses,

  checkWound({ plan }, record) {
    if (!plan) return [];
    return BRANCH.flatMap(([id, name]): Finding[] => {
      const found: Finding[] = [];
      const [turnsId, wireId] = [`${id}TurnsWound`, `${id}WireWound`];
      const turns = readTurns(record[turnsId] ?? '');
      const planned = plan[id].turns;
      if (record[turnsId]?.trim()) {
        if (!turns.ok)
          found.push(finding('stop', 'station.not-turns', `${name}: ${turns.message}`, [turnsId]));
        else if (turns.value[0]!.join() !== planned.join())
          found.push(
            finding(
              'watch',
              'station.turns-differ',
              `${name} winding: ${turns.value[0]!.join(', ')} turns were wound, the plan says ${planned.join(', ')}.`,
              [turnsId],
              'Count one group again; the ratio of the two windings decides how it starts.',
            ),
          );
      }
      const wires = readWires(record[wireId] ?? '');
      if (wires.ok) {
        const ratio = turnAreaMm2(wires.wires) / turnAreaMm2(plan[`${id}Wires`]);
        if (Math.abs(ratio - 1) > 0.02)
          found.push(
            finding(
              'watch',
              'station.wire-differs',
              `${name} winding: ${showWires(wires.wires)} has ${((ratio - 1) * 100).toFixed(0)} % ${ratio > 1 ? 'more' : 'less'} copper than the plan's ${showWires(plan[`${id}Wires`])}.`,
              [wireId],
            ),
          );
      } else if (record[wireId]?.trim())
        found.push(finding('stop', 'station.not-wires', `${name}: ${wires.message}`, [wireId]));
      return found;
    });
  },

  asWound({ plan, typed }, record, plate, shop) {
    if (record['mainWireWound'] === undefined) return null;
    const made: Record<string, string> = { ...typed };
    for (const [id] of BRANCH) {
      made[`${id}Turns`] = record[`${id}TurnsWound`]?.trim() || (typed[`${id}Turns`] ?? '');
      made[`${id}Wires`] = record[`${id}WireWound`]?.trim() || (typed[`${id}Wires`] ?? '');
    }
    const wound = checkSinglePhaseCard(made, plate, false, shop).plan ?? plan;
    const wire = BRANCH.flatMap(([id]): WireDrawn[] => {
      const reel = record[`${id}Reel`]?.trim();
      if (!reel) return [];
      const { card } = readSinglePhaseCard(made);
      const length = wound && branchLengthM(wound[id], wound, card.core);
      return [
        {
          reel,
          field: `${id}Reel`,
          kg: wound && length ? copperKg(length, turnAreaMm2(wound[`${id}Wires`])) : 0,
        },
      ];
    });
    return { typed: made, wire };
  },

  materials(card, { work }, cut) {
    const plan = singlePhasePlanOf(card.plan);
    return (plan && SINGLE_PHASE_MATERIALS[work]?.(plan, cut)) ?? null;
  },

  cutList({ plan, typed, findings }, plate, stock, settings) {
    const { card } = readSinglePhaseCard(typed);
    if (!plan) return refused(findings);
    const core = card.numbers['meanTurn']
      ? { ...card.core, meanTurnMm: card.numbers['meanTurn'] }
      : card.core;
    const { overhang, trialStandOut } = card.numbers;
    const measured = {
      ...(overhang === undefined ? {} : { standOutMm: overhang }),
      ...(trialStandOut === undefined ? {} : { trialStandOutMm: trialStandOut }),
    };
    return cutOfSinglePhase(plan, core, plate, measured, stock, settings);
  },

  examples: [
    {
      plate: {
        starts: 'capacitor-start',
        power: '0.55',
        voltage: '230',
        current: '4.9',
        frequency: '50',
        speed: '1430',
        startCapacitor: '80',
        insulationClass: 'F',
        cooling: 'enclosed-fan',
      },
      card: {
        slots: '24',
        poles: '4',
        mainSpans: '1-6,1-4',
        mainTurns: '62,44',
        mainWires: '0.95',
        mainFirst: '1',
        startSpans: '1-6,1-4',
        startTurns: '70,50',
        startWires: '0.56',
        startFirst: '4',
        bore: '82',
        coreLength: '80',
        backIron: '13',
        toothWidth: '5.6',
        slotArea: '150',
      },
    },
    {
      plate: {
        starts: 'permanent-capacitor',
        power: '0.37',
        voltage: '115/230',
        current: '5.6/2.8',
        frequency: '60',
        speed: '1725',
        runCapacitor: '60',
        insulationClass: 'B',
      },
      card: {
        slots: '36',
        poles: '4',
        voltages: 'two',
        mainSpans: '1-9,1-7,1-5',
        mainTurns: '40,34,24',
        mainWires: '0.80',
        mainFirst: '1',
        startSpans: '1-8,1-6,1-4',
        startTurns: '24,20,14',
        startWires: '0.85',
        startFirst: '6',
        bore: '85',
        coreLength: '65',
      },
    },
  ],
};
