/** A slip-ring motor's card: the stator as any three-phase one, the rotor beside it, and whether the two fit the plate. */
import { analyseWinding, type WindingAnalysis } from '../../winding/analysis/index.ts';
import { ohmAt } from '../../physics/electrical/index.ts';
import { readForm, type Typed } from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import { derive, finding, given, type Figure, type Finding } from '../../language/quantity/index.ts';
import { showNumber, showShort } from '../../language/units/index.ts';
import { checkUnread } from '../check-unread.ts';
import { type ShopDefaults, missingFields, type Plan } from '../../winding/machine/index.ts';
import {
  checkDataCard,
  coreOf,
  readDataCard,
  windingOf,
  type ThreePhaseCard,
  type ThreePhasePlan,
} from '../three-phase/index.ts';
import {
  RING_FIELDS,
  ROTOR_FIELDS,
  ROTOR_PLATE,
  WOUND_ROTOR_MOMENTS,
  WOUND_ROTOR_SECTIONS,
} from './card-fields.ts';
import { openRing, referredOhm, type PhaseWinding } from './ring-volts.ts';

export const WOUND_ROTOR_ID = 'wound-rotor';

export interface WoundRotorPlate extends Nameplate {
  readonly rotorVoltageV?: number;
  readonly rotorCurrentA?: number;
}

export const WOUND_ROTOR_FIGURES = [
  'ringVolts',
  'turnsRatio',
  'ringOhm20',
  'referredOhm20',
  'rotorDensity',
] as const;
export type WoundRotorFigureId = (typeof WOUND_ROTOR_FIGURES)[number];

/** The rotor, as far as it is on the card. */
export interface RotorWinding {
  readonly analysis: WindingAnalysis;
  readonly figures: Readonly<Partial<Record<WoundRotorFigureId, Figure>>>;
}
export interface WoundRotorPlan extends ThreePhasePlan {
  readonly rotor: RotorWinding | null;
}
export interface WoundRotorCard extends ThreePhaseCard {
  readonly plan: WoundRotorPlan | null;
}

/** The rotor's winding as a card of its own: the stator's poles, its own slots. */
const rotorTyped = (typed: Typed): Typed => {
  const of = (id: string) => typed[id] ?? '';
  return {
    slots: of('rotorSlots'),
    poles: of('poles'),
    layers: '2',
    span: of('rotorSpan'),
    turns: of('rotorTurns'),
    wires: of('rotorWires'),
    circuits: of('rotorCircuits'),
    connection: of('rotorConnection'),
    meanTurn: of('rotorTurn'),
    coreLength: of('coreLength'),
  };
};
/** Fields of the rotor's own card by those on this one. */
const FIELD: Readonly<Record<string, string>> = {
  slots: 'rotorSlots',
  span: 'rotorSpan',
  turns: 'rotorTurns',
  wires: 'rotorWires',
  circuits: 'rotorCircuits',
  connection: 'rotorConnection',
  meanTurn: 'rotorTurn',
};

const phaseOf = ({ winding, figures }: WindingAnalysis): PhaseWinding | null =>
  figures.seriesTurns && figures.windingFactor
    ? {
        connection: winding.connection,
        seriesTurns: figures.seriesTurns.value,
        windingFactor: figures.windingFactor.value,
      }
    : null;

const SOURCE =
  'the induction machine as a transformer; M. Liwschitz-Garik, Alternating-Current Machines, from memory';

function rotorFigures(
  stator: WindingAnalysis,
  rotor: WindingAnalysis,
  plate: WoundRotorPlate,
): RotorWinding['figures'] {
  const [s, r] = [phaseOf(stator), phaseOf(rotor)];
  const f: { -readonly [K in WoundRotorFigureId]?: Figure } = {};
  if (!s || !r) return f;
  const put = <K extends string>(
    id: WoundRotorFigureId,
    [name, symbol, unit]: readonly [string, string, string],
    formula: string,
    inputs: Readonly<Record<K, ReturnType<typeof given>>>,
    value: (v: Readonly<Record<K, number>>) => number,
    ...assumptions: string[]
  ) =>
    (f[id] = derive({ id, name, symbol, unit, formula, source: SOURCE, inputs, value, assumptions }, true));
  const turns = {
    N1: given('N₁·k₁', s.seriesTurns * s.windingFactor, '', 'stator, effective turns of a phase'),
    N2: given('N₂·k₂', r.seriesTurns * r.windingFactor, '', 'rotor, effective turns of a phase'),
  };
  put(
    'turnsRatio',
    ['Rotor to stator, effective turns', 'N₂k₂/N₁k₁', ''],
    'N₂·k₂ / (N₁·k₁)',
    turns,
    (v) => v.N2 / v.N1,
  );
  if (plate.voltageV) {
    const open = openRing(plate.voltageV, s, r, 1, null);
    if (open.ok)
      put(
        'ringVolts',
        ['Ring to ring, rings open, standstill', 'U₂', 'V'],
        'U₂ = U_phase · ratio · (√3 where the rotor is star)',
        { U: given('U', plate.voltageV, 'V', 'plate, line to line'), ...turns },
        () => open.value.ringV,
        'without leakage; a reading is 2 to 5 % less',
      );
  }
  const ohm = rotor.figures.lineResistance20;
  if (ohm) {
    put(
      'ringOhm20',
      ['Ring to ring at 20 °C', 'R₂', 'Ω'],
      'as a stator’s, from lead to lead',
      { R: given('R', ohm.value, 'Ω', 'rotor’s winding') },
      (v) => v.R,
    );
    const referred = referredOhm(s, r, ohm.value);
    if (referred.ok)
      put(
        'referredOhm20',
        ['Rotor phase as the stator sees it', 'R₂′', 'Ω'],
        'R₂′ = R_phase / ratio²',
        { R: given('R₂', ohm.value, 'Ω', 'ring to ring'), ...turns },
        () => referred.value,
      );
  }
  const density = rotor.figures.currentDensity;
  if (density)
    put(
      'rotorDensity',
      ['Rotor, current density', 'J₂', 'A/mm²'],
      'J₂ = I₂ / (circuits · A)',
      { J: given('J', density.value, 'A/mm²', 'rotor’s winding at its plate current') },
      (v) => v.J,
    );
  return f;
}

export function checkWoundRotorCard(
  typed: Typed,
  named: Nameplate,
  working = true,
  shop: ShopDefaults = {},
): WoundRotorCard {
  const plate = named as WoundRotorPlate;
  const base = checkDataCard(typed, plate, working, shop);
  const found: Finding[] = [
    ...base.findings,
    ...checkUnread(plate, ROTOR_PLATE, ['rotorVoltage', 'rotorCurrent']),
    ...readForm([...ROTOR_FIELDS, ...RING_FIELDS], typed).findings,
  ];
  const phases = typed['rotorPhases'] || '3';
  if (phases !== '3')
    found.push(
      finding(
        'stop',
        'card.rotor-phases',
        `A rotor of ${phases} phases is not worked out here: only three-phase rotors are. Its stator’s card can be kept; wind the rotor by its own drawing.`,
        ['rotorPhases'],
      ),
    );
  const rotor = phases === '3' ? rotorOf(typed, plate, shop, working, found) : null;
  const plan: WoundRotorPlan | null = base.plan
    ? withRotor(
        base.plan,
        rotor && base.analysis
          ? { analysis: rotor, figures: rotorFigures(base.analysis, rotor, plate) }
          : null,
        typed,
      )
    : null;
  if (plan?.rotor) found.push(...checkRings(plan.rotor, typed, plate));
  const sections = WOUND_ROTOR_SECTIONS.flatMap((s) => s.fields);
  const missing = missingFields(WOUND_ROTOR_MOMENTS, sections, typed);
  return {
    ...base,
    machine: WOUND_ROTOR_ID,
    plan,
    findings: found,
    missing,
    moments: WOUND_ROTOR_MOMENTS,
    complete: missing.length === 0 && !found.some((f) => f.severity === 'stop'),
  };
}

/** The rotor's winding laid out; what is wrong with it goes into `found`, at its own fields. */
function rotorOf(
  typed: Typed,
  plate: WoundRotorPlate,
  shop: ShopDefaults,
  working: boolean,
  found: Finding[],
): WindingAnalysis | null {
  const { card, findings } = readDataCard(rotorTyped(typed));
  const own = (list: readonly Finding[]) =>
    list
      .filter((f) => f.fields.some((id) => FIELD[id]))
      .map((f) => ({ ...f, message: `Rotor: ${f.message}`, fields: f.fields.map((id) => FIELD[id] ?? id) }));
  found.push(...own(findings));
  const winding = windingOf(card);
  if (!winding) return null;
  const result = analyseWinding(
    {
      winding,
      core: coreOf(card),
      supply: plate.rotorCurrentA
        ? { currentA: plate.rotorCurrentA, ...(plate.cooling ? { cooling: plate.cooling } : {}) }
        : {},
      settings: shop.analysis ?? {},
    },
    working,
  );
  found.push(...own(result.ok ? result.value.findings : result.findings));
  return result.ok ? result.value : null;
}

/** The stator's plan with its rotor; key and lines are made when they are asked for. */
function withRotor(plan: ThreePhasePlan, rotor: RotorWinding | null, typed: Typed): WoundRotorPlan {
  const own = Object.getOwnPropertyDescriptors(plan);
  const lines = rotor ? linesOf(rotor, typed) : [];
  return Object.defineProperties({} as WoundRotorPlan, {
    ...own,
    machine: { value: WOUND_ROTOR_ID, enumerable: true },
    rotor: { value: rotor, enumerable: true },
    key: { get: () => `${rotor ? `rotor ${keyOfRotor(typed)} ` : ''}${plan.key}`, enumerable: true },
    lines: { get: () => [...plan.lines, ...lines], enumerable: true },
  });
}
const keyOfRotor = (typed: Typed) =>
  ['rotorSlots', 'rotorSpan', 'rotorCircuits', 'rotorConnection'].map((id) => typed[id] ?? '').join('/');

const linesOf = ({ figures, analysis }: RotorWinding, typed: Typed): (readonly [string, string])[] => [
  [
    'Rotor',
    `${analysis.layout.slots} slots, ${typed['rotorSpan']}, ${typed['rotorTurns']} turns, ${analysis.winding.circuits} ${analysis.winding.connection === 'star' ? 'Y' : 'Δ'}`,
  ],
  ...Object.values(figures).map((f) => [f.name, `${showShort(f.value)} ${f.unit}`.trim()] as const),
];

/** The open ring volts of a reading lie 2 to 5 % under those without leakage. Common practice, no source. */
const [WATCH, STOP] = [0.1, 0.3];

function checkRings({ figures }: RotorWinding, typed: Typed, plate: WoundRotorPlate): Finding[] {
  const found: Finding[] = [];
  const planned = figures.ringVolts?.value;
  if (planned && plate.rotorVoltageV) {
    const off = Math.log(planned / plate.rotorVoltageV);
    if (Math.abs(off) > Math.log(1 + WATCH))
      found.push(
        finding(
          Math.abs(off) > Math.log(1 + STOP) ? 'stop' : 'watch',
          'card.ring-volts',
          `By both windings the open rings would have ${showNumber(planned, 3)} V, the plate says ${showNumber(plate.rotorVoltageV, 3)} V: count turns and circuits of rotor and stator again, and look whether each is star or delta.`,
          ['rotorTurns', 'rotorCircuits', 'rotorConnection', 'rotorVoltage'],
        ),
      );
  }
  const { numbers } = readForm(RING_FIELDS, typed);
  const { rotorOhm, rotorOhmTemperature = 20 } = numbers;
  const ohm = figures.ringOhm20?.value;
  if (rotorOhm && ohm) {
    const off = Math.abs(Math.log(ohmAt(rotorOhm, rotorOhmTemperature, 20) / ohm));
    if (off > Math.log(1.12))
      found.push(
        finding(
          off > Math.log(1.35) ? 'stop' : 'watch',
          'card.ring-ohms',
          `Ring to ring ${showNumber(rotorOhm, 3)} Ω measured, ${showNumber(ohm, 3)} Ω at 20 °C by turns and wire. Count turns, measure wire and ohms again.`,
          ['rotorOhm', 'rotorTurns', 'rotorWires'],
        ),
      );
  }
  if (numbers['ringDiameter'] && numbers['ringLeast'] && numbers['ringDiameter'] < numbers['ringLeast'])
    found.push(
      finding(
        'watch',
        'card.rings-worn',
        `The rings at ${showNumber(numbers['ringDiameter'], 4)} mm are under the ${showNumber(numbers['ringLeast'], 4)} mm at which they are worn out.`,
        ['ringDiameter', 'ringLeast'],
      ),
    );
  return found;
}

/** The plan of a slip-ring motor; null where there is none, or of another kind. */
export const woundRotorPlanOf = (plan: Plan | null | undefined): WoundRotorPlan | null =>
  plan && 'rotor' in plan && 'analysis' in plan ? (plan as WoundRotorPlan) : null;
