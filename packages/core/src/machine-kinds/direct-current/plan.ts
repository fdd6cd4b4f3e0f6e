/** The plan of a direct-current machine: armature laid out, fields joined, with their figures. */
import {
  currentDensityScale,
  DEFAULT_SETTINGS,
  SLOT_FILL,
  type AnalysisSettings,
  type Judged,
} from '../../winding/analysis/index.ts';
import { CP, judgeOn, lowerIsBetter, usualRange, type LimitScale } from '../../language/quantity/index.ts';
import { showShort } from '../../language/units/index.ts';
import { showWires } from '../../winding/wire/index.ts';
import type { CoilOfCard, Plan } from '../../winding/machine/index.ts';
import { armatureCoils, type ArmatureCoil } from './armature-plan.ts';
import {
  POLE_WINDINGS,
  POLE_WINDING_NAME,
  type DirectCurrentCardData,
  type LaidArmature,
  type PoleCoil,
  type PoleWinding,
} from './card.ts';
import type { SoundRing } from './commutator-ring.ts';
import { connectFields, expectedPoles, judgeFieldWalk, type FieldConnection } from './field-connection.ts';
import {
  coilsOf,
  directCurrentFigures,
  soundRingOf,
  type DirectCurrentFigureId,
  type DirectCurrentFigures,
} from './figures.ts';
import { hasSeries, hasShunt, type DirectCurrentPlate } from './plate.ts';

export const DIRECT_CURRENT_ID = 'direct-current';

export interface DirectCurrentPlan extends Plan, LaidArmature {
  /** Id of the kind: other machines with a commutator have such a plan as well. */
  readonly machine: string;
  /** Every coil with its slots and bars; dead ones are the last numbers. */
  readonly armatureCoils: readonly ArmatureCoil[];
  readonly fields: FieldConnection;
  readonly poleCoils: Readonly<Partial<Record<PoleWinding, PoleCoil>>>;
  /** The ring as it reads when it is sound, at 20 °C; null where no coil's ohms follow. */
  readonly ring: SoundRing | null;
  readonly interpoleCount: number;
  /** Middle of bar 1 less middle of slot 1, clockwise [°]; null where nobody measured it. */
  readonly barFromSlotDeg: number | null;
  readonly figures: DirectCurrentFigures;
  readonly judged: Readonly<Partial<Record<DirectCurrentFigureId, Judged>>>;
}

/** Pole windings that this machine has, by its plate and its card. */
const windingsOf = (card: DirectCurrentCardData, plate: DirectCurrentPlate): PoleWinding[] =>
  POLE_WINDINGS.filter((w) =>
    w === 'shunt'
      ? hasShunt(plate.excitation)
      : w === 'series'
        ? hasSeries(plate.excitation)
        : w === 'interpole'
          ? card.interpoles !== 'none'
          : card.poleCoils.compensating !== undefined,
  );

/** @param working whether figures keep their derivation */
export function directCurrentPlan(
  laid: LaidArmature,
  card: DirectCurrentCardData,
  plate: DirectCurrentPlate,
  settings: Partial<AnalysisSettings>,
  working: boolean,
): DirectCurrentPlan {
  const { spec, armature } = laid;
  const { marks } = { ...DEFAULT_SETTINGS, ...settings };
  const interpoleCount = coilsOf('interpole', spec.poles, card.interpoles);
  const fields = connectFields(
    {
      poles: spec.poles,
      interpoles: interpoleCount,
      mode: plate.mode ?? 'motor',
      rotation: plate.turns ?? 'clockwise',
    },
    windingsOf(card, plate),
    plate.excitation === 'separate',
    marks,
  );
  const coils = armatureCoils(spec, armature, laid.firstBar, 0);
  const supply = {
    voltageV: card.numbers['forVoltage'] ?? plate.voltageV,
    speedRpm: card.numbers['forSpeed'] ?? plate.speedRpm,
    ...(plate.alternating ? { alternating: plate.alternating } : {}),
  };
  const figures = directCurrentFigures(laid, card, plate, supply, working);
  return {
    ...laid,
    machine: DIRECT_CURRENT_ID,
    slots: spec.slots,
    poles: spec.poles,
    coils: coils.map((c) => ({ number: c.coil, slots: [c.firstSlot, c.secondSlot] as const })),
    get key() {
      return keyOf(laid);
    },
    // Poles of the frame count on behind the coils of the armature.
    groups: fields.groups.map((g) => ({ ...g, coils: [coils.length + g.number] })),
    joints: fields.joints,
    copperKg: figures.copperMass?.value ?? null,
    gapDensityT: figures.gapDensity?.value ?? null,
    meanTurnMeasured: card.numbers['meanTurn'] !== undefined,
    armatureCoils: coils,
    fields,
    poleCoils: card.poleCoils,
    ring: soundRingOf(laid, card.equalized, figures.coilOhm20?.value),
    interpoleCount,
    barFromSlotDeg: card.barFromSlotDeg,
    figures,
    judged: judgeFigures(figures, plate),
    linePairs: null,
    walk: {
      words: `One winding fed alone at a time, clockwise from a north pole, seen from the commutator. ${fields.windings.map((w) => `${POLE_WINDING_NAME[w]}: ${fields.feeds[w]!.words}`).join(' ')}`,
      get expected() {
        return expectedPoles(fields);
      },
      judge: (readings, explain) => judgeFieldWalk(fields, readings, explain),
    },
    get lines() {
      return linesOf(laid, card, fields, figures);
    },
  };
}

/** Equal armatures have equal names; another throw to slot or bar gives another one. */
export const keyOf = ({ spec, armature, firstBar }: LaidArmature): string =>
  `${spec.slots}s ${spec.bars}b ${spec.poles}p ${spec.kind}${spec.plex > 1 ? spec.plex : ''} ${1}-${armature.slotPitch + 1} ${armature.commutatorPitchBars > 0 ? '+' : ''}${armature.commutatorPitchBars}@${firstBar}`;

/** Usual ranges. Source: common practice, no source. */
const GAP = usualRange({ from: 0.2, low: 0.4, high: 0.9, limit: 1.05, to: 1.3, source: CP });
const TOOTH = usualRange({ from: 0.8, low: 1.4, high: 2.1, limit: 2.4, to: 2.8, source: CP });
const BAR_VOLTS = lowerIsBetter({
  from: 0,
  watch: 15,
  limit: 25,
  to: 40,
  name: 'limit 25 V',
  source: `flashover from bar to bar; ${CP}`,
});
const FIELD_DENSITY = usualRange({ from: 0.5, low: 1, high: 3, limit: 4, to: 6, source: CP });
const TRANSFORMER = lowerIsBetter({
  from: 0,
  watch: 3.5,
  limit: 6,
  to: 10,
  name: 'limit 6 V',
  source: `sparking under the brush from the coil it shorts; ${CP}`,
});
const RIM = lowerIsBetter({
  from: 0,
  watch: 55,
  limit: 75,
  to: 100,
  name: 'limit 75 m/s',
  source: `what holds coil ends and wedges; ${CP}`,
});
const TOOL_DENSITY = usualRange({ from: 3, low: 6, high: 16, limit: 22, to: 28, source: CP });
const FIELD_RATIO = usualRange({ from: 0.2, low: 0.5, high: 1.4, limit: 2, to: 3, source: CP });
const INTERPOLE = usualRange({ from: 0.6, low: 1.1, high: 1.4, limit: 1.7, to: 2, source: CP });

function judgeFigures(figures: DirectCurrentFigures, plate: DirectCurrentPlate): DirectCurrentPlan['judged'] {
  const density = plate.tool ? TOOL_DENSITY : currentDensityScale(plate.cooling);
  const scales: Partial<Record<DirectCurrentFigureId, LimitScale>> = {
    gapDensity: GAP,
    toothDensity: TOOTH,
    voltsPerBar: BAR_VOLTS,
    armatureDensity: density,
    shuntDensity: FIELD_DENSITY,
    seriesDensity: density,
    interpoleDensity: density,
    compensatingDensity: density,
    interpoleRatio: INTERPOLE,
    transformerVolts: TRANSFORMER,
    rimSpeed: RIM,
    fieldRatio: FIELD_RATIO,
    slotFill: SLOT_FILL,
  };
  return Object.fromEntries(
    Object.entries(scales).flatMap(([id, scale]) => {
      const figure = figures[id as DirectCurrentFigureId];
      return figure ? [[id, { scale, verdict: judgeOn(scale, figure.value) }]] : [];
    }),
  );
}

const PLEX = ['', 'simplex', 'duplex', 'triplex'];

function linesOf(
  { spec, armature, turns, wires, firstBar }: LaidArmature,
  card: DirectCurrentCardData,
  fields: FieldConnection,
  figures: DirectCurrentFigures,
): (readonly [string, string])[] {
  const { coilsPerSlot: u, deadCoils } = armature;
  return [
    ['Slots, bars, poles', `${spec.slots} slots, ${spec.bars} bars, ${spec.poles} poles`],
    [
      'Winding',
      `${PLEX[spec.plex] ?? spec.plex} ${spec.kind}, ${spec.progressive ? 'progressive' : 'retrogressive'}, ${armature.closures === 1 ? 'one closed circuit' : `${armature.closures} closed circuits`}`,
    ],
    [
      'Coil',
      `1-${armature.slotPitch + 1}, ${turns} ${turns === 1 ? 'turn' : 'turns'}, ${u} a slot${deadCoils > 0 ? `, ${deadCoils} dead` : ''}`,
    ],
    ['Wires in hand', `${showWires(wires)} mm`],
    ['Coil 1', `bar ${firstBar} to bar ${armatureCoils(spec, armature, firstBar, 0)[0]!.finishBar}`],
    ...fields.windings.map((w): readonly [string, string] => {
      const coil = card.poleCoils[w];
      return [
        POLE_WINDING_NAME[w],
        `${fields.groups.filter((g) => g.phase === w).length} poles${coil ? `, ${coil.turns} turns of ${showWires(coil.wires)} mm` : ''}, leads ${fields.leads[w]!.join(' ')}`,
      ];
    }),
    ...(
      [
        'voltsPerBar',
        'fluxPerPole',
        'gapDensity',
        'armatureDensity',
        'barOhm20',
        'armatureOhm20',
        'shuntOhm20',
        'copperMass',
      ] as const
    )
      .flatMap((id) => figures[id] ?? [])
      .map((x) => [x.name, `${showShort(x.value)} ${x.unit}`.trim()] as const),
  ];
}

/** The plan of a machine with a commutator; null where there is none, or the machine has none. */
export const commutatorPlanOf = (plan: Plan | null | undefined): DirectCurrentPlan | null =>
  plan && 'armatureCoils' in plan ? (plan as DirectCurrentPlan) : null;

/** How many poles carry this winding; none where the machine has no such winding. */
export const polesOfWinding = (plan: DirectCurrentPlan | null, winding: string): number =>
  plan?.fields.groups.filter((g) => g.phase === winding).length ?? 0;

/** The armature and each winding of the poles, with the fields of the card that say them. */
export const DIRECT_CURRENT_COILS: readonly CoilOfCard[] = [
  {
    name: 'Armature',
    turns: 'turns',
    wires: 'wires',
    figures: ['armatureDensity', 'slotFill', 'armatureOhm20'],
    figuresIn: commutatorPlanOf,
  },
  ...POLE_WINDINGS.map((w) => ({
    name: POLE_WINDING_NAME[w],
    turns: `${w}Turns`,
    wires: `${w}Wires`,
    figures: [`${w}Density`, `${w}Ohm20`],
    figuresIn: commutatorPlanOf,
  })),
];
