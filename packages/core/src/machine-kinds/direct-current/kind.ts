/** The direct-current machine with a wound armature and a field frame, as a kind of machine. */
import { COMMUTATOR_MATERIALS } from './materials.ts';
import { jointKey } from '../../winding/connection/index.ts';
import { copperKg } from '../../winding/analysis/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import { finding, refused, type Finding } from '../../language/quantity/index.ts';
import { readWires, showWires, turnAreaMm2, type Strand } from '../../winding/wire/index.ts';
import type { MachineKind, WireDrawn } from '../../winding/machine/index.ts';
import { layArmature, readDirectCurrentCard } from './card.ts';
import {
  ARMATURE_FIELDS,
  COMPENSATING_FIELDS,
  DIRECT_CURRENT_MOMENTS,
  DIRECT_CURRENT_PROPOSAL,
  DIRECT_CURRENT_SECTIONS,
  INTERPOLE_FIELDS,
  SERIES_FIELDS,
  SHUNT_FIELDS,
} from './card-fields.ts';
import { checkDirectCurrentCard, type DirectCurrentCard } from './check-card.ts';
import { cutOfDirectCurrent } from './cut.ts';
import { directCurrentCauses } from './failure.ts';
import { armatureTurnMm } from './figures.ts';
import {
  commutatorPlanOf,
  DIRECT_CURRENT_COILS,
  DIRECT_CURRENT_ID,
  directCurrentPlan,
  keyOf,
} from './plan.ts';
import { DIRECT_CURRENT_PLATE, readDirectCurrentPlate } from './plate.ts';
import {
  changeOfDirectCurrentLine,
  DIRECT_CURRENT_LINE,
  readDirectCurrentLine,
  writeDirectCurrentLine,
} from './shorthand.ts';

const MAY_CHANGE = DIRECT_CURRENT_PROPOSAL.map((f) => f.id);
/** What a station records as wound, and the field of the card that it was to be. */
const WOUND = [
  ['turnsWound', 'turns', 'wireWound', 'wires', 'reel', 'Armature'],
  ['shuntTurnsWound', 'shuntTurns', 'shuntWireWound', 'shuntWires', 'shuntReel', 'Shunt field'],
] as const;

export const directCurrent: MachineKind<DirectCurrentCard> = {
  id: DIRECT_CURRENT_ID,
  name: 'direct-current',
  bodies: { stator: 'frame', rotor: 'armature' },
  plate: DIRECT_CURRENT_PLATE,
  card: DIRECT_CURRENT_SECTIONS,
  proposal: DIRECT_CURRENT_PROPOSAL,
  newCard: {},
  moments: DIRECT_CURRENT_MOMENTS,
  coils: DIRECT_CURRENT_COILS,
  tests: [
    'insulation',
    'bar-to-bar',
    'armature-surge',
    'core-loss',
    'field-drop',
    'field-surge',
    'polarity',
    'commutator',
    'sensors',
    'impregnation',
    'cure',
    'high-potential',
    'shaft-fits',
    'balance',
    'neutral',
    'dc-no-load',
    'dc-load',
    'bearing-heat',
    'vibration',
    'noise',
  ],
  route: 'dc-rewind',
  shorthand: {
    example: DIRECT_CURRENT_LINE,
    read: readDirectCurrentLine,
    write: writeDirectCurrentLine,
    change: changeOfDirectCurrentLine,
  },
  readPlate: readDirectCurrentPlate,
  checkCard: checkDirectCurrentCard,
  assumed: () => ({}),
  values(typed) {
    const { numbers, spec } = readDirectCurrentCard(typed).card;
    const { slots, poles, diameter, coreLength } = numbers;
    return {
      numbers,
      ...(spec ? { winding: spec.kind } : {}),
      ...(slots ? { slots } : {}),
      ...(poles ? { poles } : {}),
      ...(diameter ? { bore: diameter } : {}),
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
    // Another span is another coil: a mean turn measured on the old one no longer holds.
    if ((card['coilSpan'] ?? '') !== (found['coilSpan'] ?? '')) delete card['meanTurn'];
    // What was measured was the old winding.
    for (const id of ['barOhm', 'shuntOhm', 'strippedCopper']) delete card[id];
    return card;
  },

  fromSister: {
    fields: [
      ...ARMATURE_FIELDS,
      ...SHUNT_FIELDS,
      ...SERIES_FIELDS,
      ...INTERPOLE_FIELDS,
      ...COMPENSATING_FIELDS,
    ].map((f) => f.id),
    scaleTurns: (typed, factor): Typed => {
      const turns = Number(typed['turns']);
      return turns > 0 ? { turns: String(Math.max(1, Math.round(turns * factor))) } : {};
    },
  },

  nameOfPlan(typed, shop) {
    const { card } = readDirectCurrentCard(typed);
    const { laid } = layArmature(card);
    if (!laid) return '';
    const { joints } = directCurrentPlan(laid, card, {}, shop.analysis ?? {}, false);
    return `${keyOf(laid)} ${joints
      .map((j) => `${jointKey(j)}=${j.lead ?? ''}`)
      .toSorted()
      .join(';')}`;
  },

  failureCauses: directCurrentCauses,

  checkWound({ plan }, record) {
    if (!plan) return [];
    return WOUND.flatMap(([turnsId, , wireId, , , name], i): Finding[] => {
      const found: Finding[] = [];
      const planned: { readonly turns: number; readonly wires: readonly Strand[] } | undefined =
        i === 0 ? plan : plan.poleCoils.shunt;
      if (!planned) return found;
      const turns = record[turnsId]?.trim();
      if (turns && Number(turns) !== planned.turns)
        found.push(
          finding(
            'watch',
            'station.turns-differ',
            `${name}: ${turns} turns were wound, the plan says ${planned.turns}.`,
            [turnsId],
            'Speed and field follow from the turns: count one coil again.',
          ),
        );
      const typed = record[wireId]?.trim();
      if (!typed) return found;
      const wires = readWires(typed);
      if (!wires.ok) found.push(finding('stop', 'station.not-wires', `${name}: ${wires.message}`, [wireId]));
      else {
        const ratio = turnAreaMm2(wires.wires) / turnAreaMm2(planned.wires);
        if (Math.abs(ratio - 1) > 0.02)
          found.push(
            finding(
              'watch',
              'station.wire-differs',
              `${name}: ${showWires(wires.wires)} has ${((ratio - 1) * 100).toFixed(0)} % ${ratio > 1 ? 'more' : 'less'} copper than the plan's ${showWires(planned.wires)}.`,
              [wireId],
            ),
          );
      }
      return found;
    });
  },

  asWound({ plan, typed }, record, plate, shop) {
    if (record['wireWound'] === undefined && record['shuntWireWound'] === undefined) return null;
    const made: Record<string, string> = { ...typed };
    for (const [turnsId, turns, wireId, wires] of WOUND) {
      if (record[turnsId]?.trim()) made[turns] = record[turnsId];
      if (record[wireId]?.trim()) made[wires] = record[wireId];
    }
    const checked = checkDirectCurrentCard(made, plate, false, shop);
    const wound = checked.plan ?? plan;
    const wire = WOUND.flatMap(([, , , , reelId], i): WireDrawn[] => {
      const reel = record[reelId]?.trim();
      if (!reel) return [];
      const shunt = checked.card.poleCoils.shunt;
      const turnMm = wound && armatureTurnMm(wound, checked.card.core);
      const kg =
        i === 0
          ? wound && turnMm
            ? copperKg(
                (wound.armature.coilsPerSlot * wound.spec.slots * wound.turns * turnMm) / 1000,
                turnAreaMm2(wound.wires),
              )
            : 0
          : wound && shunt?.meanTurnMm
            ? copperKg((wound.poles * shunt.turns * shunt.meanTurnMm) / 1000, turnAreaMm2(shunt.wires))
            : 0;
      return [{ reel, field: reelId, kg }];
    });
    return { typed: made, wire };
  },

  materials(card, { work }, cut) {
    const plan = commutatorPlanOf(card.plan);
    return (plan && COMMUTATOR_MATERIALS[work]?.(plan, cut)) ?? null;
  },

  cutList(card, plate, stock, settings) {
    const { plan, typed, findings } = card;
    if (!plan) return refused(findings);
    const { core, numbers } = readDirectCurrentCard(typed).card;
    const { overhang } = numbers;
    return cutOfDirectCurrent(
      plan,
      numbers['meanTurn'] ? { ...core, meanTurnMm: numbers['meanTurn'] } : core,
      plate,
      stock,
      { ...settings, ...(overhang === undefined ? {} : { standOutMm: overhang }) },
    );
  },

  examples: [
    {
      plate: {
        excitation: 'shunt',
        power: '7.5',
        voltage: '220',
        current: '41',
        fieldCurrent: '1.3',
        speed: '1450',
        turns: 'clockwise',
        insulationClass: 'F',
        cooling: 'open',
      },
      card: {
        slots: '31',
        bars: '93',
        poles: '4',
        winding: 'wave',
        leads: 'retrogressive',
        coilSpan: '1-8',
        turns: '3',
        wires: '2x1.40',
        firstBar: '24',
        joint: 'fused',
        band: 'tape',
        overhang: '46',
        shuntTurns: '2400',
        shuntWires: '0.80',
        shuntTurn: '420',
        interpoles: 'all',
        interpoleTurns: '44',
        interpoleWires: '2x2.80',
        interpoleTurn: '330',
        diameter: '170',
        coreLength: '125',
        toothWidth: '6.6',
        slotDepth: '27',
        slotWidth: '9.6',
        poleArc: '88',
        airGap: '1.5',
      },
    },
    {
      plate: {
        excitation: 'separate',
        power: '22',
        voltage: '400',
        current: '63',
        fieldVoltage: '310',
        speed: '1500',
        weakenedSpeed: '2500',
        turns: 'counter-clockwise',
        insulationClass: 'F',
        cooling: 'open',
      },
      card: {
        slots: '36',
        bars: '144',
        poles: '4',
        winding: 'lap',
        leads: 'progressive',
        coilSpan: '1-10',
        turns: '3',
        wires: '2x1.18',
        equalizers: 'all',
        shuntTurns: '2300',
        shuntWires: '1.00',
        shuntTurn: '560',
        interpoles: 'all',
        interpoleTurns: '34',
        interpoleWires: '4x2.00',
        interpoleTurn: '480',
        diameter: '230',
        coreLength: '190',
        toothWidth: '9',
        slotDepth: '30',
        slotWidth: '10.5',
        poleArc: '118',
        airGap: '2',
      },
    },
  ],
};
