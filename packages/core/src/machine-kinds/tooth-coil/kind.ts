/** The brushless motor with magnets and coils on single teeth, as a kind of machine. */
import { TOOTH_COIL_MATERIALS } from './materials.ts';
import { copperKg } from '../../winding/analysis/index.ts';
import { jointKey } from '../../winding/connection/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import { cutListOf, formerOf } from '../../winding/insulation/index.ts';
import { finding, refused, type Finding } from '../../language/quantity/index.ts';
import { readWires, showWires, turnAreaMm2 } from '../../winding/wire/index.ts';
import type { MachineKind } from '../../winding/machine/index.ts';
import {
  TOOTH_COIL_MOMENTS,
  TOOTH_COIL_PROPOSAL,
  TOOTH_COIL_SECTIONS,
  WINDING_FIELDS,
} from './card-fields.ts';
import { checkToothCoilCard, type ToothCoilCard } from './check-card.ts';
import { layTeeth, readToothCoilCard } from './card.ts';
import { toothTurnMm } from './figures.ts';
import { keyOf, TOOTH_COIL_ID, toothCoilPlanOf } from './plan.ts';
import { readToothCoilPlate, TOOTH_COIL_PLATE } from './plate.ts';
import {
  changeOfToothCoilLine,
  readToothCoilLine,
  TOOTH_COIL_LINE,
  writeToothCoilLine,
} from './shorthand.ts';
import { connectTeeth } from './tooth-connection.ts';

const MAY_CHANGE = TOOTH_COIL_PROPOSAL.map((f) => f.id);

export const toothCoil: MachineKind<ToothCoilCard> = {
  id: TOOTH_COIL_ID,
  name: 'brushless, coils on teeth',
  bodies: { stator: 'stator', rotor: 'rotor' },
  plate: TOOTH_COIL_PLATE,
  card: TOOTH_COIL_SECTIONS,
  proposal: TOOTH_COIL_PROPOSAL,
  newCard: {},
  moments: TOOTH_COIL_MOMENTS,
  coils: [
    {
      name: '',
      turns: 'turns',
      wires: 'wires',
      figures: ['currentDensity', 'slotFill', 'lineOhm20'],
      figuresIn: toothCoilPlanOf,
    },
  ],
  tests: [
    'insulation',
    'resistance',
    'polarity',
    'surge',
    'sensors',
    'impregnation',
    'cure',
    'high-potential',
    'shaft-fits',
    'balance',
    'back-emf',
    'cogging',
    'sensor-alignment',
    'bond-pulse',
    'pm-run',
    'bearing-heat',
    'vibration',
    'noise',
  ],
  route: 'tooth-coil-rewind',
  shorthand: {
    example: TOOTH_COIL_LINE,
    read: readToothCoilLine,
    write: writeToothCoilLine,
    change: changeOfToothCoilLine,
  },
  readPlate: readToothCoilPlate,
  checkCard: checkToothCoilCard,
  assumed: () => ({}),
  values(typed) {
    const { numbers } = readToothCoilCard(typed).card;
    const { slots, poles, bore, coreLength } = numbers;
    return {
      numbers,
      ...(slots ? { slots } : {}),
      ...(poles ? { poles } : {}),
      ...(bore ? { bore } : {}),
      ...(coreLength ? { coreLength } : {}),
    };
  },

  proposedCard(found, proposal) {
    const card: Record<string, string> = {};
    for (const [id, value] of Object.entries(found)) if (!MAY_CHANGE.includes(id)) card[id] = value;
    for (const id of MAY_CHANGE) {
      const value = proposal[id] ?? found[id];
      if (value !== undefined) card[id] = value;
    }
    // What was measured was the old winding.
    for (const id of ['lineOhm', 'emfMeasured', 'strippedCopper']) delete card[id];
    return card;
  },

  fromSister: {
    fields: WINDING_FIELDS.map((f) => f.id),
    scaleTurns: (typed, factor): Typed => {
      const turns = Number(typed['turns']);
      return turns > 0 ? { turns: String(Math.max(1, Math.round(turns * factor))) } : {};
    },
  },

  nameOfPlan(typed) {
    const { laid } = layTeeth(readToothCoilCard(typed).card);
    if (!laid) return '';
    return `${keyOf(laid)} ${connectTeeth(laid.teeth, laid.connectedIn, laid.circuits)
      .joints.map((j) => `${jointKey(j)}=${j.lead ?? ''}`)
      .toSorted()
      .join(';')}`;
  },

  failureCauses: ({ id }) =>
    id !== 'one-winding' && id !== 'two-windings'
      ? []
      : [
          {
            id: 'drive-phase',
            cause:
              'The drive fed one or two phases only: a switch in it failed, or it held the rotor still under current',
            confirmedBy: [
              'The drive’s own fault log',
              'Switches of the drive, phase by phase',
              'How long it stood at torque',
            ],
            change:
              'The drive mended first, or the new winding burns the same way; a current limit at standstill.',
          },
        ],

  checkWound({ plan }, record) {
    if (!plan) return [];
    const found: Finding[] = [];
    const turns = record['turnsWound']?.trim();
    if (turns && Number(turns) !== plan.turns)
      found.push(
        finding(
          'watch',
          'station.turns-differ',
          `${turns} turns were wound, the plan says ${plan.turns}.`,
          ['turnsWound'],
          'The speed at given volts follows from the turns: count one coil again.',
        ),
      );
    const typed = record['wireWound']?.trim();
    if (!typed) return found;
    const wires = readWires(typed);
    if (!wires.ok) return [...found, finding('stop', 'station.not-wires', wires.message, ['wireWound'])];
    const ratio = turnAreaMm2(wires.wires) / turnAreaMm2(plan.wires);
    if (Math.abs(ratio - 1) > 0.02)
      found.push(
        finding(
          'watch',
          'station.wire-differs',
          `${showWires(wires.wires)} has ${((ratio - 1) * 100).toFixed(0)} % ${ratio > 1 ? 'more' : 'less'} copper than the plan's ${showWires(plan.wires)}.`,
          ['wireWound'],
        ),
      );
    return found;
  },

  asWound({ plan, typed }, record, plate, shop) {
    if (record['wireWound'] === undefined) return null;
    const made = {
      ...typed,
      wires: record['wireWound'],
      ...(record['turnsWound'] ? { turns: record['turnsWound'] } : {}),
    };
    const wound = checkToothCoilCard(made, plate, false, shop);
    const of = wound.plan ?? plan;
    const reel = record['reel']?.trim();
    const turnMm = of && toothTurnMm(of.spec, wound.card.core);
    return {
      typed: made,
      wire: reel
        ? [
            {
              reel,
              field: 'reel',
              kg:
                of && turnMm
                  ? copperKg((of.teeth.length * of.turns * turnMm) / 1000, turnAreaMm2(of.wires))
                  : 0,
            },
          ]
        : [],
    };
  },

  materials(card, { work }, cut) {
    const plan = toothCoilPlanOf(card.plan);
    return (plan && TOOTH_COIL_MATERIALS[work]?.(plan, cut)) ?? null;
  },

  cutList({ plan, typed, findings }, plate, stock, settings) {
    if (!plan) return refused(findings);
    const { core: bare, numbers } = readToothCoilCard(typed).card;
    const core = numbers['meanTurn'] ? { ...bare, meanTurnMm: numbers['meanTurn'] } : bare;
    const { spec, turns, wires, teeth } = plan;
    const turnMm = toothTurnMm(spec, core) ?? 0;
    const { overhang } = numbers;
    return cutListOf(
      {
        slots: spec.slots,
        usedSlots: spec.slots,
        sharedSlots: spec.layers === 2 ? spec.slots : 0,
        between: 'Separator between neighbouring coils',
        groups: teeth.length,
        widestGroup: 1,
        meanPitch: 1,
        leads: 3,
        endsPerLead: plan.circuits * (plan.connectedIn === 'star' ? 1 : 2),
        amperesPerLead: plate.currentA ?? 0,
        meanTurnMeasured: plan.meanTurnMeasured,
        parts: [
          {
            name: 'Coil of a tooth',
            wires,
            coilEnds: 2 * teeth.length,
            endsOf: 'coil',
            former: (base) =>
              formerOf(
                { slots: spec.slots, meanPitch: 1, gangs: 1, coils: [{ pitch: 1, turns, turnMm }] },
                { ...base, meanTurnMm: turnMm },
              ),
            lengthM: (more) => (teeth.length * turns * (turnMm + more)) / 1000,
          },
        ],
      },
      core,
      {
        ...(plate.voltageV ? { volts: plate.voltageV } : {}),
        ...(plate.insulationClass ? { insulationClass: plate.insulationClass } : {}),
      },
      stock,
      { ...settings, ...(overhang === undefined ? {} : { standOutMm: overhang }) },
    );
  },

  examples: [
    {
      plate: {
        supply: 'dc',
        power: '0.5',
        voltage: '23',
        current: '15.5',
        speed: '3000',
        emfConstant: '6.6',
        linkVoltage: '48',
        insulationClass: 'F',
        cooling: 'enclosed-fan',
      },
      card: {
        slots: '12',
        poles: '10',
        turns: '14',
        wires: '2x0.90',
        connection: 'star',
        circuits: '2',
        leadsFound: '3 of 2.5 mm², U V W',
        overhang: '9',
        bore: '52',
        coreLength: '45',
        toothWidth: '6.5',
        backIron: '6',
        slotArea: '98',
      },
    },
    {
      plate: {
        supply: 'ac',
        power: '2.2',
        voltage: '175',
        current: '8.4',
        speed: '3000',
        emfConstant: '52',
        insulationClass: 'F',
      },
      card: {
        slots: '9',
        poles: '8',
        turns: '46',
        wires: '2x0.80',
        connection: 'delta',
        leadsFound: '3 of 1.5 mm²',
        overhang: '14',
        bore: '70',
        coreLength: '90',
        toothWidth: '12',
        backIron: '9',
        slotArea: '220',
      },
    },
  ],
};
