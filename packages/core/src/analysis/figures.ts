/** The bench's figures, each derived once, each with its working. */
import { derive, given, taken, type Figure, type Input } from '../quantity/index.ts';
import { pitchFactor, windingFactor, type LapLayout } from '../winding/index.ts';
import { turnAreaMm2, turnSquareMm2 } from '../wire/index.ts';
import type { AnalysisSettings, CoreSize, Supply, WindingData } from './winding-data.ts';

export const FIGURE_IDS = [
  'slotsPerPolePerPhase',
  'pitchFactor',
  'distributionFactor',
  'windingFactor',
  'seriesTurns',
  'phaseVoltage',
  'voltsPerCoil',
  'voltsPerTurn',
  'fluxPerPole',
  'gapDensity',
  'gapDensityPeak',
  'toothDensity',
  'backIronDensity',
  'turnArea',
  'currentDensity',
  'slotFillCopper',
  'slotFillEnamelled',
  'meanTurn',
  'phaseResistance20',
  'phaseResistance25',
  'lineResistance20',
  'lineResistance25',
  'copperMass',
] as const;
export type FigureId = (typeof FIGURE_IDS)[number];
export type Figures = { readonly [K in FigureId]?: Figure };

/** Copper at 20 °C, 100 % IACS. IEC 60028: 1/58 Ω·mm²/m. */
const RESISTIVITY_20 = 1 / 58;
const COPPER_DENSITY = 8.89; // g/cm³, IEC 60028
const COPPER_CONSTANT = 234.5; // °C, IEEE 112 and NEMA MG 1 (IEC 60034-1 uses 235)

/**
 * Every figure that the given inputs allow; a figure whose inputs are missing is absent.
 * Lengths mm, areas mm², flux mWb, densities T (peak values), resistance Ω, mass kg.
 * @param keep builds the working of each figure
 */
export function deriveFigures(
  layout: LapLayout,
  winding: WindingData,
  core: CoreSize,
  supply: Supply,
  settings: AnalysisSettings,
  keep: boolean,
): Figures {
  const { slots, poles, pitch } = layout;
  const { circuits, connection, turnsPerCoil } = winding;
  const { boreDiameterMm: bore, coreLengthMm: length } = core;
  const f: { -readonly [K in FigureId]?: Figure } = {};
  const card = (symbol: string, value: number, unit: string, what: string): Input =>
    given(symbol, value, unit, `card, ${what}`);
  const Q = card('Q', slots, 'slots', 'slots');
  const twoP = card('2p', poles, 'poles', 'poles');
  const T = card('T', turnsPerCoil, 'turns', 'turns a coil');
  const a = card('a', circuits, 'circuits', 'circuits');

  f.slotsPerPolePerPhase = derive(
    {
      id: 'slotsPerPolePerPhase',
      name: 'Slots per pole and phase',
      symbol: 'q',
      unit: '',
      formula: 'q = Q / (2p · 3)',
      source: 'definition, IEC 60050-411 (from memory)',
      inputs: { Q, twoP },
      value: (v) => v.Q / (v.twoP * 3),
    },
    keep,
  );
  const factorSource =
    'phasor sum over the star of slots; closed forms in Fitzgerald, Kingsley & Umans, app. B (from memory)';
  f.pitchFactor = derive(
    {
      id: 'pitchFactor',
      name: 'Pitch factor',
      symbol: 'k_p',
      unit: '',
      formula: 'k_p = |sin(p·π·y / Q)|',
      source: factorSource,
      inputs: { y: card('y', pitch, 'slots', `span 1-${pitch + 1}`), Q, twoP },
      value: () => pitchFactor(layout),
    },
    keep,
  );
  f.windingFactor = derive(
    {
      id: 'windingFactor',
      name: 'Winding factor',
      symbol: 'k_w',
      unit: '',
      formula: 'k_w = |Σ sign·(e^(jα top) − e^(jα bottom))| / (2·coils), phase U',
      source: factorSource,
      assumptions: ['no skew, no slot opening'],
      inputs: {
        Q,
        twoP,
        y: card('y', pitch, 'slots', `span 1-${pitch + 1}`),
        n: given('n', slots / 3, 'coils', 'coils a phase'),
      },
      value: () => windingFactor(layout),
    },
    keep,
  );
  f.distributionFactor = derive(
    {
      id: 'distributionFactor',
      name: 'Distribution factor',
      symbol: 'k_d',
      unit: '',
      formula: 'k_d = k_w / k_p',
      source: factorSource,
      inputs: { kw: taken(f.windingFactor), kp: taken(f.pitchFactor) },
      value: (v) => v.kw / v.kp,
    },
    keep,
  );
  f.seriesTurns = derive(
    {
      id: 'seriesTurns',
      name: 'Series turns a phase',
      symbol: 'N',
      unit: 'turns',
      formula: 'N = (Q / 3) · T / a',
      source: 'definition; common practice, no source',
      inputs: { Q, T, a },
      value: (v) => ((v.Q / 3) * v.T) / v.a,
    },
    keep,
  );
  const area = turnAreaMm2(winding.wires);
  f.turnArea = derive(
    {
      id: 'turnArea',
      name: 'Copper in one turn',
      symbol: 'A_t',
      unit: 'mm²',
      formula: 'A_t = Σ n·π·d² / 4',
      source: 'geometry of round wire',
      inputs: Object.fromEntries(
        winding.wires.flatMap((w, i) => [
          [`n${i}`, card(`n${i + 1}`, w.count, 'strands', 'wires in hand')],
          [`d${i}`, card(`d${i + 1}`, w.bareDiameterMm, 'mm', 'bare diameter')],
        ]),
      ),
      value: () => area,
    },
    keep,
  );

  if (supply.voltageV) {
    const U = given('U', supply.voltageV, 'V', 'plate, line to line');
    f.phaseVoltage = derive(
      {
        id: 'phaseVoltage',
        name: 'Phase voltage',
        symbol: 'U_ph',
        unit: 'V',
        formula: connection === 'star' ? 'U_ph = U / √3 (star)' : 'U_ph = U (delta)',
        source: 'first principles',
        inputs: { U },
        value: (v) => (connection === 'star' ? v.U / Math.sqrt(3) : v.U),
      },
      keep,
    );
    f.voltsPerCoil = derive(
      {
        id: 'voltsPerCoil',
        name: 'Volts a coil',
        symbol: 'U_c',
        unit: 'V',
        formula: 'U_c = U_ph · a / (Q / 3)',
        source: 'terminal volts shared by the coils in series; common practice, no source',
        inputs: { Uph: taken(f.phaseVoltage), a, Q },
        value: (v) => (v.Uph * v.a) / (v.Q / 3),
      },
      keep,
    );
    f.voltsPerTurn = derive(
      {
        id: 'voltsPerTurn',
        name: 'Volts a turn',
        symbol: 'U_t',
        unit: 'V',
        formula: 'U_t = U_c / T',
        source: 'common practice, no source',
        inputs: { Uc: taken(f.voltsPerCoil), T },
        value: (v) => v.Uc / v.T,
      },
      keep,
    );
    if (supply.frequencyHz) {
      f.fluxPerPole = derive(
        {
          id: 'fluxPerPole',
          name: 'Flux per pole',
          symbol: 'Φ',
          unit: 'mWb',
          formula: 'Φ = U_ph·r / (π√2 · f · N · k_w)',
          source: 'induced voltage of a sinusoidal flux; Fitzgerald, Kingsley & Umans, ch. 4 (from memory)',
          assumptions: ['induced voltage = r × terminal voltage'],
          inputs: {
            Uph: taken(f.phaseVoltage),
            r: given('r', settings.emfRatio, '', 'shop setting'),
            f: given('f', supply.frequencyHz, 'Hz', 'plate'),
            N: taken(f.seriesTurns),
            kw: taken(f.windingFactor),
          },
          value: (v) => (1000 * v.Uph * v.r) / (Math.PI * Math.SQRT2 * v.f * v.N * v.kw),
        },
        keep,
      );
      Object.assign(f, densities(f.fluxPerPole, layout, core, settings, keep));
    }
  }
  if (supply.currentA) {
    f.currentDensity = derive(
      {
        id: 'currentDensity',
        name: 'Current density',
        symbol: 'J',
        unit: 'A/mm²',
        formula: connection === 'star' ? 'J = I / (a · A_t)' : 'J = I / (√3 · a · A_t)',
        source: 'first principles',
        assumptions: ['line current from the plate'],
        inputs: {
          I: given('I', supply.currentA, 'A', 'plate, line'),
          a,
          At: taken(f.turnArea),
        },
        value: (v) => v.I / (connection === 'star' ? 1 : Math.sqrt(3)) / v.a / v.At,
      },
      keep,
    );
  }
  if (core.slotAreaMm2) {
    const As = card('A_s', core.slotAreaMm2, 'mm²', 'slot area');
    f.slotFillCopper = derive(
      {
        id: 'slotFillCopper',
        name: 'Slot fill, bare copper',
        symbol: 's_Cu',
        unit: '',
        formula: 's_Cu = 2·T·A_t / A_s',
        source: 'common practice, no source',
        inputs: { T, At: taken(f.turnArea), As },
        value: (v) => (2 * v.T * v.At) / v.As,
      },
      keep,
    );
    const shape = slotShape(layout, core);
    if (shape) {
      f.slotFillEnamelled = derive(
        {
          id: 'slotFillEnamelled',
          name: 'Slot fill, enamelled',
          symbol: 's_f',
          unit: '',
          formula: 's_f = 2·T·Σn·d_e² / (A_s − t·(2h + 2w) − t_w·w)',
          source: 'common practice, no source; enamel IEC 60317-0-1 grade 2 where not measured (from memory)',
          assumptions: [
            'parallel teeth: depth and mean width follow from bore, tooth and area',
            'liner round the slot and a separator of the same thickness between the layers',
          ],
          inputs: {
            T,
            sq: given('Σn·d_e²', turnSquareMm2(winding.wires), 'mm²', 'wires in hand'),
            As,
            t: given('t', settings.linerThicknessMm, 'mm', 'shop setting, liner'),
            h: given('h', shape.depthMm, 'mm', 'slot depth, from bore, tooth width and slot area'),
            w: given('w', shape.widthMm, 'mm', 'mean slot width, from the same'),
            tw: given('t_w', settings.wedgeThicknessMm, 'mm', 'shop setting, wedge'),
          },
          value: (v) => (2 * v.T * v.sq) / Math.max(1e-9, v.As - v.t * (2 * v.h + 2 * v.w) - v.tw * v.w),
        },
        keep,
      );
    }
  }
  if (core.meanTurnMm) {
    f.meanTurn = derive(
      {
        id: 'meanTurn',
        name: 'Mean turn',
        symbol: 'l_m',
        unit: 'mm',
        formula: 'l_m as measured',
        source: 'measured on the coil',
        inputs: { lm: card('l_m', core.meanTurnMm, 'mm', 'mean turn measured') },
        value: (v) => v.lm,
      },
      keep,
    );
  } else if (bore && length) {
    const shape = slotShape(layout, core);
    f.meanTurn = derive(
      {
        id: 'meanTurn',
        name: 'Mean turn',
        symbol: 'l_m',
        unit: 'mm',
        formula: 'l_m = 2·L + 2.4·W + 100,  W = π·(D + h)·y / Q',
        source:
          'random-wound round wire: Pyrhönen, Jokinen & Hrabovcová, Design of Rotating Electrical Machines, ch. 5 (from memory)',
        assumptions: ['an estimate, within about 10 %; measure a coil and enter its turn'],
        inputs: {
          L: card('L', length, 'mm', 'core length'),
          D: card('D', bore, 'mm', 'bore'),
          h: given('h', shape?.depthMm ?? 0.12 * bore, 'mm', 'slot depth, worked out'),
          y: card('y', pitch, 'slots', 'span'),
          Q,
        },
        value: (v) => 2 * v.L + (2.4 * Math.PI * (v.D + v.h) * v.y) / v.Q + 100,
      },
      keep,
    );
  }
  if (f.meanTurn) Object.assign(f, copper(f.meanTurn, f.seriesTurns, f.turnArea, winding, Q, T, a, keep));
  return f;
}

/** Gap, tooth and back-iron density from the flux per pole. */
function densities(
  flux: Figure,
  layout: LapLayout,
  core: CoreSize,
  settings: AnalysisSettings,
  keep: boolean,
): Figures {
  const { boreDiameterMm: D, coreLengthMm: L } = core;
  if (!D || !L) return {};
  const { slots, poles } = layout;
  const iron = (L - (core.ductsMm ?? 0)) * settings.stackingFactor;
  const Phi = taken(flux);
  const bore = given('D', D, 'mm', 'card, bore');
  const length = given('L', L, 'mm', 'card, core length');
  const twoP = given('2p', poles, 'poles', 'card, poles');
  const ironLength = given(
    'L_fe',
    iron,
    'mm',
    `core length less ducts × stacking factor ${settings.stackingFactor}`,
  );
  const gapDensity = derive(
    {
      id: 'gapDensity',
      name: 'Gap flux density, average',
      symbol: 'B',
      unit: 'T',
      formula: 'B = Φ / (τ·L),  τ = π·D / 2p',
      source: 'first principles',
      inputs: { Phi, D: bore, twoP, L: length },
      value: (v) => (1000 * v.Phi) / (((Math.PI * v.D) / v.twoP) * v.L),
    },
    keep,
  );
  const gapDensityPeak = derive(
    {
      id: 'gapDensityPeak',
      name: 'Gap flux density, peak of the fundamental',
      symbol: 'B₁',
      unit: 'T',
      formula: 'B₁ = π/2 · B',
      source: 'sinusoidal distribution, first principles',
      inputs: { B: taken(gapDensity) },
      value: (v) => (Math.PI / 2) * v.B,
    },
    keep,
  );
  const result: { -readonly [K in FigureId]?: Figure } = { gapDensity, gapDensityPeak };
  if (core.toothWidthMm)
    result.toothDensity = derive(
      {
        id: 'toothDensity',
        name: 'Tooth flux density, peak',
        symbol: 'B_t',
        unit: 'T',
        formula: 'B_t = B₁ · (π·D / Q) · L / (b_t · L_fe)',
        source: 'flux of one slot pitch through the tooth, first principles',
        assumptions: ['all flux in the tooth, none in the slot'],
        inputs: {
          B1: taken(gapDensityPeak),
          D: bore,
          Q: given('Q', slots, 'slots', 'card, slots'),
          L: length,
          bt: given('b_t', core.toothWidthMm, 'mm', 'card, tooth width'),
          Lfe: ironLength,
        },
        value: (v) => (v.B1 * ((Math.PI * v.D) / v.Q) * v.L) / (v.bt * v.Lfe),
      },
      keep,
    );
  if (core.backIronMm)
    result.backIronDensity = derive(
      {
        id: 'backIronDensity',
        name: 'Back-iron flux density, peak',
        symbol: 'B_y',
        unit: 'T',
        formula: 'B_y = (Φ / 2) / (h_y · L_fe)',
        source: 'half the pole flux returns each way, first principles',
        inputs: {
          Phi,
          hy: given('h_y', core.backIronMm, 'mm', 'card, back iron'),
          Lfe: ironLength,
        },
        value: (v) => (1000 * v.Phi) / 2 / (v.hy * v.Lfe),
      },
      keep,
    );
  return result;
}

/** Resistance and mass from the mean turn. */
function copper(
  meanTurn: Figure,
  seriesTurns: Figure,
  turnArea: Figure,
  winding: WindingData,
  Q: Input,
  T: Input,
  a: Input,
  keep: boolean,
): Figures {
  const star = winding.connection === 'star';
  const source = 'IEC 60028: copper 1/58 Ω·mm²/m at 20 °C';
  const phaseResistance20 = derive(
    {
      id: 'phaseResistance20',
      name: 'Phase resistance, 20 °C',
      symbol: 'R₂₀',
      unit: 'Ω',
      formula: 'R₂₀ = ρ₂₀ · N · l_m / (a · A_t)',
      source,
      assumptions: ['wire drawn to nominal size; leads and joints left out'],
      inputs: {
        rho: given('ρ₂₀', RESISTIVITY_20, 'Ω·mm²/m', 'copper, 100 % IACS'),
        N: taken(seriesTurns),
        lm: taken(meanTurn),
        a,
        At: taken(turnArea),
      },
      value: (v) => (v.rho * v.N * (v.lm / 1000)) / (v.a * v.At),
    },
    keep,
  );
  const at25 = (id: string, name: string, from: Figure) =>
    derive(
      {
        id,
        name,
        symbol: 'R₂₅',
        unit: 'Ω',
        formula: 'R₂₅ = R₂₀ · (k + 25) / (k + 20)',
        source: 'IEEE 112: k = 234.5 for copper (IEC 60034-1 uses 235)',
        inputs: { R20: taken(from), k: given('k', COPPER_CONSTANT, '°C', 'copper') },
        value: (v) => (v.R20 * (v.k + 25)) / (v.k + 20),
      },
      keep,
    );
  const lineResistance20 = derive(
    {
      id: 'lineResistance20',
      name: 'Lead to lead, 20 °C',
      symbol: 'R_LL',
      unit: 'Ω',
      formula: star ? 'R_LL = 2 · R₂₀ (star)' : 'R_LL = 2/3 · R₂₀ (delta)',
      source: 'first principles',
      inputs: { R20: taken(phaseResistance20) },
      value: (v) => (star ? 2 : 2 / 3) * v.R20,
    },
    keep,
  );
  return {
    phaseResistance20,
    phaseResistance25: at25('phaseResistance25', 'Phase resistance, 25 °C', phaseResistance20),
    lineResistance20,
    lineResistance25: at25('lineResistance25', 'Lead to lead, 25 °C', lineResistance20),
    copperMass: derive(
      {
        id: 'copperMass',
        name: 'Copper in the winding',
        symbol: 'm_Cu',
        unit: 'kg',
        formula: 'm_Cu = Q · T · l_m · A_t · γ',
        source: 'IEC 60028: γ = 8.89 g/cm³',
        assumptions: ['bare copper, no enamel, no leads'],
        inputs: {
          Q,
          T,
          lm: taken(meanTurn),
          At: taken(turnArea),
          gamma: given('γ', COPPER_DENSITY, 'g/cm³', 'copper'),
        },
        value: (v) => (v.Q * v.T * v.lm * v.At * v.gamma) / 1e6,
      },
      keep,
    ),
  };
}

/**
 * Depth and mean width of a slot between parallel teeth, from bore, tooth width and area:
 * A = h·(π·(D + h)/Q − b_t), solved for h. Null without the sizes or when they leave no slot.
 * Source: geometry, first principles.
 */
export function slotShape(
  layout: { readonly slots: number },
  core: CoreSize,
): { readonly depthMm: number; readonly widthMm: number } | null {
  const { boreDiameterMm: D, toothWidthMm: bt, slotAreaMm2: A } = core;
  if (!D || !bt || !A) return null;
  const a = Math.PI / layout.slots;
  const b = (Math.PI * D) / layout.slots - bt;
  if (b <= 0) return null;
  const depthMm = (-b + Math.sqrt(b * b + 4 * a * A)) / (2 * a);
  return { depthMm, widthMm: A / depthMm };
}
