/** Figures of a single-phase stator, each derived once, each with its working. */
import {
  copperKg,
  copperOhm20,
  fluxDensities,
  slotShape,
  type AnalysisSettings,
  type CoreSize,
} from '../../analysis/index.ts';
import { derive, given, taken, type Figure } from '../../quantity/index.ts';
import { turnAreaMm2, turnSquareMm2 } from '../../wire/index.ts';
import type { LaidWindings } from './card.ts';
import { branchFactor, compareBranches, type Branch, type BranchCoil } from './concentric-branch.ts';
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
 * Length of one turn of a coil [mm]: two core lengths and two heads, each head the chord of its span with a way out and back.
 * A measured mean turn of the main winding sets the way out.
 * Source: the estimate of random-wound coils, 2·L + 2.4·W + 100 for stators of some 100 mm bore and more (Pyrhönen, Jokinen &
 * Hrabovcová, ch. 5, from memory), its 100 mm taken in proportion to the bore below that: common practice, no source.
 */
export function turnOfCoilMm(
  pitch: number,
  slots: number,
  core: CoreSize,
  meanMainPitch: number,
): number | null {
  const { boreDiameterMm: bore, coreLengthMm: length } = core;
  // The coils lie in the middle of slots about an eighth of the bore deep.
  const out = (y: number) => (bore ? (2.4 * Math.PI * bore * 1.12 * y) / slots : 0);
  if (core.meanTurnMm) return core.meanTurnMm + out(pitch) - out(meanMainPitch);
  if (!bore || !length) return null;
  return 2 * length + out(pitch) + Math.min(100, bore);
}

const meanPitch = (branch: Branch) =>
  branch.coils.reduce((n, c) => n + c.turns * c.pitch, 0) / branch.coils.reduce((n, c) => n + c.turns, 0);

/** Length of wire of a whole winding, one strand [m]; null where the core is not known. */
export function branchLengthM(branch: Branch, laid: LaidWindings, core: CoreSize): number | null {
  const mean = meanPitch(laid.main);
  const one = (c: BranchCoil) => turnOfCoilMm(c.pitch, branch.slots, core, mean);
  const parts = branch.coils.map((c) => [c.turns, one(c)] as const);
  return parts.some(([, l]) => l === null) ? null : parts.reduce((s, [t, l]) => s + (t * l!) / 1000, 0);
}

/**
 * Every figure that the given inputs allow. Volts are those across one half of the main winding where it has two.
 * @param halves of the main winding; keep whether the working of each is built
 */
export function singlePhaseFigures(
  laid: LaidWindings,
  halves: 1 | 2,
  core: CoreSize,
  plate: SinglePhasePlate,
  supply: SinglePhaseSupply,
  settings: AnalysisSettings,
  keep: boolean,
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
      keep,
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
      keep,
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
      keep,
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
    keep,
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
    keep,
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
      keep,
    );
    Object.assign(f, fluxDensities(f.fluxPerPole, main, core, settings, keep));
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
      keep,
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
      keep,
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
        keep,
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
        keep,
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
        keep,
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
      keep,
    );
  }
  const [lm, ls] = [branchLengthM(main, laid, core), branchLengthM(start, laid, core)];
  if (lm !== null && ls !== null) {
    const source = 'IEC 60028: copper 1/58 Ω·mm²/m at 20 °C, 8.89 g/cm³';
    f.meanTurn = derive(
      {
        id: 'meanTurn',
        name: 'Mean turn, main',
        symbol: 'l_m',
        unit: 'mm',
        formula: core.meanTurnMm ? 'l_m as measured' : 'l_m = wire of the main winding / its turns',
        source: core.meanTurnMm
          ? 'measured on a coil'
          : 'each coil by its own span; 2·L + 2.4·W + the bore, 100 mm at most: common practice, no source',
        assumptions: core.meanTurnMm
          ? []
          : ['an estimate, within about 15 %; measure a middle coil and enter its turn'],
        inputs: { l: given('ℓ_m', lm, 'm', 'turns of every coil by its own span') },
        value: (v) => (1000 * v.l) / (main.poles * main.turnsPerPole),
      },
      keep,
    );
    const ohm = (
      id: 'mainOhm20' | 'startOhm20',
      name: string,
      length: number,
      A: typeof Am,
      parts: typeof h,
    ) =>
      derive(
        {
          id,
          name,
          symbol: id === 'mainOhm20' ? 'R_m' : 'R_s',
          unit: 'Ω',
          formula: 'R = ρ₂₀ · ℓ / (h² · A)',
          source,
          assumptions: ['wire drawn to nominal size; leads and joints left out'],
          inputs: { l: given('ℓ', length, 'm', 'turns of every coil by its own span'), h: parts, A },
          value: (v) => copperOhm20(v.l, v.A) / v.h ** 2,
        },
        keep,
      );
    f.mainOhm20 = ohm(
      'mainOhm20',
      halves === 2 ? 'Main winding, halves in parallel, 20 °C' : 'Main winding, 20 °C',
      lm,
      Am,
      h,
    );
    f.startOhm20 = ohm('startOhm20', 'Start winding, 20 °C', ls, As, given('h', 1, 'halves', 'in one'));
    f.ohmRatio = derive(
      {
        id: 'ohmRatio',
        name: 'Ohms, start to main',
        symbol: 'R_s/R_m',
        unit: '',
        formula: 'R_s / R_m',
        source: 'common practice, no source',
        inputs: { s: taken(f.startOhm20), m: taken(f.mainOhm20) },
        value: (v) => v.s / v.m,
      },
      keep,
    );
    f.copperMass = derive(
      {
        id: 'copperMass',
        name: 'Copper in both windings',
        symbol: 'm_Cu',
        unit: 'kg',
        formula: 'm_Cu = (ℓ_m · A_m + ℓ_s · A_s) · γ',
        source,
        assumptions: ['bare copper, no enamel, no leads'],
        inputs: {
          lm: given('ℓ_m', lm, 'm', 'main'),
          Am,
          ls: given('ℓ_s', ls, 'm', 'start'),
          As,
        },
        value: (v) => copperKg(v.lm, v.Am) + copperKg(v.ls, v.As),
      },
      keep,
    );
  }
  return f;
}
