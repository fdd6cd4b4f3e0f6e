/** Figures of a single-phase stator, each derived once, each with its working. */
import {
  fluxDensities,
  slotShape,
  type AnalysisSettings,
  type CoreSize,
} from '../../winding/analysis/index.ts';
import { derive, given, taken, type Figure } from '../../language/quantity/index.ts';
import { turnAreaMm2, turnSquareMm2 } from '../../winding/wire/index.ts';
import type { LaidWindings } from './card.ts';
import { branchFactor, compareBranches, type Branch } from './concentric-branch.ts';
import { copperFigures } from './copper-figures.ts';
import { runsWithCapacitor, type SinglePhasePlate } from './plate.ts';

export const SINGLE_PHASE_FIGURES = [
  'mainFactor',
  'startFactor',
  'mainTurns',
  'startTurns',
  'mainEffective',
  'startEffective',
  'effectiveRatio',
  'displacement',
  'fluxPerPole',
  'gapDensity',
  'gapDensityPeak',
  'toothDensity',
  'backIronDensity',
  'mainCurrent',
  'mainDensity',
  'startDensity',
  'slotFillEnamelled',
  'meanTurn',
  'mainOhm20',
  'startOhm20',
  'ohmRatio',
  'copperMass',
  'runCapacitorVolts',
  'runCapacitor',
] as const;
export type SinglePhaseFigureId = (typeof SINGLE_PHASE_FIGURES)[number];
export type SinglePhaseFigures = Readonly<Partial<Record<SinglePhaseFigureId, Figure>>>;

export interface SinglePhaseSupply {
  readonly voltageV?: number | undefined;
  readonly frequencyHz?: number | undefined;
}

/** Turns of every slot, in square over the enamel and in copper. */
function fullestSlot(laid: LaidWindings): { readonly slot: number; readonly squareMm2: number } {
  const square = new Float64Array(laid.main.slots + 1);
  for (const [branch, wires] of [
    [laid.main, laid.mainWires],
    [laid.start, laid.startWires],
  ] as const) {
    const each = turnSquareMm2(wires);
    for (const c of branch.coils)
      for (const slot of [c.firstSlot, c.secondSlot]) square[slot]! += c.turns * each;
  }
  let slot = 1;
  for (let s = 2; s < square.length; s++) if (square[s]! > square[slot]! + 1e-9) slot = s;
  return { slot, squareMm2: square[slot]! };
}

/**
 * Every figure that the given inputs allow. Volts are those across one half of the main winding where it has two.
 * @param halves of the main winding; recordWorking whether the working of each is built
 */
export function singlePhaseFigures(
  laid: LaidWindings,
  halves: 1 | 2,
  core: CoreSize,
  plate: SinglePhasePlate,
  supply: SinglePhaseSupply,
  settings: AnalysisSettings,
  recordWorking: boolean,
): SinglePhaseFigures {
  const { main, start } = laid;
  const f: { -readonly [K in SinglePhaseFigureId]?: Figure } = {};
  const card = (symbol: string, value: number, unit: string, what: string) =>
    given(symbol, value, unit, `card, ${what}`);
  const factorSource = 'phasor sum over the star of slots, weighted by turns; first principles';
  const h = given(
    'h',
    halves,
    'halves',
    halves === 2 ? 'of the main winding, in parallel' : 'main winding in one',
  );
  const twoP = card('2p', main.poles, 'poles', 'poles');
  const of = (id: 'main' | 'start', name: string, s: string, branch: Branch, parts: typeof h) => {
    const factor = derive(
      {
        id: `${id}Factor`,
        name: `Winding factor, ${name}`,
        symbol: `k_${s}`,
        unit: '',
        formula: `k_${s} = |Σ sign·T·(e^(jα first) − e^(jα second))| / (2·ΣT)`,
        source: factorSource,
        assumptions: ['no skew, no slot opening'],
        inputs: {
          Q: card('Q', branch.slots, 'slots', 'slots'),
          twoP,
          T: card('ΣT', branch.turnsPerPole, 'turns', `turns of a pole, ${name}`),
        },
        value: () => branchFactor(branch),
      },
      recordWorking,
    );
    const turns = derive(
      {
        id: `${id}Turns`,
        name: `Turns in series, ${name}`,
        symbol: `N_${s}`,
        unit: 'turns',
        formula: `N_${s} = 2p · ΣT / h`,
        source: 'definition; common practice, no source',
        inputs: { twoP, T: card('ΣT', branch.turnsPerPole, 'turns', `turns of a pole, ${name}`), h: parts },
        value: (v) => (v.twoP * v.T) / v.h,
      },
      recordWorking,
    );
    const effective = derive(
      {
        id: `${id}Effective`,
        name: `Effective turns, ${name}`,
        symbol: `N_${s}·k`,
        unit: 'turns',
        formula: `N_${s}·k_${s}`,
        source: 'turns that the working wave sees; first principles',
        inputs: { N: taken(turns), k: taken(factor) },
        value: (v) => v.N * v.k,
      },
      recordWorking,
    );
    return { factor, turns, effective };
  };
  const m = of('main', 'main', 'm', main, h);
  const s = of('start', 'start', 's', start, given('h', 1, 'halves', 'start winding in one'));
  Object.assign(f, {
    mainFactor: m.factor,
    startFactor: s.factor,
    mainTurns: m.turns,
    startTurns: s.turns,
    mainEffective: m.effective,
    startEffective: s.effective,
  });
  const ratio = derive(
    {
      id: 'effectiveRatio',
      name: 'Start to main, by effective turns',
      symbol: 'a',
      unit: '',
      formula: 'a = N_s·k_s / (N_m·k_m)',
      source:
        'definition of the turns ratio of two unlike windings; Fitzgerald, Kingsley & Umans, ch. 9 (from memory)',
      inputs: { s: taken(s.effective), m: taken(m.effective) },
      value: (v) => v.s / v.m,
    },
    recordWorking,
  );
  f.effectiveRatio = ratio;
  f.displacement = derive(
    {
      id: 'displacement',
      name: 'Start axis ahead of main axis',
      symbol: 'β',
      unit: '° el.',
      formula: 'β = angle of the start winding’s wave less that of the main one',
      source: factorSource,
      inputs: {
        m: card('n_m', main.firstSlot, '', 'first slot, main'),
        s: card('n_s', start.firstSlot, '', 'first slot, start'),
      },
      value: () => compareBranches(main, start).displacementElectricalDeg,
    },
    recordWorking,
  );
  if (supply.voltageV && supply.frequencyHz) {
    f.fluxPerPole = derive(
      {
        id: 'fluxPerPole',
        name: 'Flux per pole',
        symbol: 'Φ',
        unit: 'mWb',
        formula: 'Φ = U·r / (π√2 · f · N_m·k_m)',
        source: 'induced voltage of a sinusoidal flux; Fitzgerald, Kingsley & Umans, ch. 4 (from memory)',
        assumptions: ['induced voltage = r × terminal voltage'],
        inputs: {
          U: given('U', supply.voltageV, 'V', halves === 2 ? 'plate, the lower voltage' : 'plate'),
          r: given('r', settings.emfRatio, '', 'shop setting'),
          f: given('f', supply.frequencyHz, 'Hz', 'plate'),
          Nk: taken(m.effective),
        },
        value: (v) => (1000 * v.U * v.r) / (Math.PI * Math.SQRT2 * v.f * v.Nk),
      },
      recordWorking,
    );
    Object.assign(f, fluxDensities(f.fluxPerPole, main, core, settings, recordWorking));
  }
  const area = (wires: LaidWindings['mainWires'], name: string, symbol: string) =>
    given(symbol, turnAreaMm2(wires), 'mm²', `wires in hand, ${name}`);
  const [Am, As] = [area(laid.mainWires, 'main', 'A_m'), area(laid.startWires, 'start', 'A_s')];
  if (plate.currentA) {
    const I = given('I', plate.currentA, 'A', 'plate');
    const both = runsWithCapacitor(plate.starts);
    const mainCurrent = derive(
      {
        id: 'mainCurrent',
        name: 'Current of the main winding',
        symbol: 'I_m',
        unit: 'A',
        formula: both ? 'I_m = I · a / √(1 + a²)' : 'I_m = I',
        source: both
          ? 'two-phase operation: start current I_m/a, a quarter ahead; first principles'
          : 'the start winding is off while it runs',
        assumptions: both ? ['an estimate: balanced running, currents a quarter apart'] : [],
        inputs: { I, a: taken(ratio) },
        value: (v) => (both ? (v.I * v.a) / Math.hypot(1, v.a) : v.I),
      },
      recordWorking,
    );
    f.mainCurrent = mainCurrent;
    f.mainDensity = derive(
      {
        id: 'mainDensity',
        name: 'Current density, main',
        symbol: 'J_m',
        unit: 'A/mm²',
        formula: 'J_m = I_m / (h · A_m)',
        source: 'first principles',
        inputs: { I: taken(mainCurrent), h, A: Am },
        value: (v) => v.I / v.h / v.A,
      },
      recordWorking,
    );
    if (both)
      f.startDensity = derive(
        {
          id: 'startDensity',
          name: 'Current density, start, while running',
          symbol: 'J_s',
          unit: 'A/mm²',
          formula: 'J_s = I_m / (a · A_s)',
          source: 'first principles',
          assumptions: ['an estimate: balanced running'],
          inputs: { I: taken(mainCurrent), a: taken(ratio), A: As },
          value: (v) => v.I / v.a / v.A,
        },
        recordWorking,
      );
    if (both && supply.voltageV && supply.frequencyHz) {
      f.runCapacitorVolts = derive(
        {
          id: 'runCapacitorVolts',
          name: 'Volts of the run capacitor',
          symbol: 'U_c',
          unit: 'V',
          formula: 'U_c = U · √(1 + a²)',
          source: 'symmetrical two-phase operation; Veinott (from memory), first principles',
          assumptions: ['an estimate, near rated load; without load it is higher'],
          inputs: { U: given('U', supply.voltageV, 'V', 'plate'), a: taken(ratio) },
          value: (v) => v.U * Math.hypot(1, v.a),
        },
        recordWorking,
      );
      f.runCapacitor = derive(
        {
          id: 'runCapacitor',
          name: 'Run capacitor, estimated',
          symbol: 'C',
          unit: 'µF',
          formula: 'C = 10⁶ · I_m / (a · 2π·f · U_c)',
          source: 'symmetrical two-phase operation; Veinott (from memory), first principles',
          assumptions: ['an estimate, within about a third: the current of balanced running at rated load'],
          inputs: {
            I: taken(mainCurrent),
            a: taken(ratio),
            f: given('f', supply.frequencyHz, 'Hz', 'plate'),
            Uc: taken(f.runCapacitorVolts),
          },
          value: (v) => (1e6 * v.I) / (v.a * 2 * Math.PI * v.f * v.Uc),
        },
        recordWorking,
      );
    }
  }
  const shape = slotShape({ slots: main.slots }, core);
  const slotArea = core.slotAreaMm2 ?? shape?.areaMm2;
  if (shape && slotArea) {
    const full = fullestSlot(laid);
    f.slotFillEnamelled = derive(
      {
        id: 'slotFillEnamelled',
        name: 'Slot fill, enamelled, the fullest slot',
        symbol: 's_f',
        unit: '',
        formula: 's_f = ΣT·Σn·d_e² / (A_s − t·(P + w) − t_w·w)',
        source: 'common practice, no source; enamel IEC 60317-0-1 grade 2 where not measured (from memory)',
        assumptions: [
          'parallel teeth: depth and mean width follow from bore, tooth and area',
          'liner round the slot and a separator between the windings',
        ],
        inputs: {
          sq: given('ΣT·Σn·d_e²', full.squareMm2, 'mm²', `slot ${full.slot}`),
          As: card('A_s', slotArea, 'mm²', 'slot area'),
          t: given('t', settings.linerThicknessMm, 'mm', 'shop setting, liner'),
          P: given('P', shape.wallMm, 'mm', 'slot wall, from its shape'),
          w: given('w', shape.widthMm, 'mm', 'mean slot width, from the same'),
          tw: given('t_w', settings.wedgeThicknessMm, 'mm', 'shop setting, wedge'),
        },
        value: (v) => v.sq / Math.max(1e-9, v.As - v.t * (v.P + v.w) - v.tw * v.w),
      },
      recordWorking,
    );
  }
  Object.assign(f, copperFigures(laid, h, Am, As, core, recordWorking));
  return f;
}
