/** The bench's figures, each derived once, each with its working. */
import { derive, given, taken, type Figure, type Input } from '../quantity/index.ts';
import { pitchFactor, windingFactor, type LapLayout } from '../winding/index.ts';
import { turnAreaMm2, turnSquareMm2 } from '../wire/index.ts';
import { copperFigures } from './copper.ts';
import type { FigureId, Figures } from './figure-ids.ts';
import { fluxDensities } from './flux-densities.ts';
import { slotShape } from './slot-shape.ts';
import type { AnalysisSettings, CoreSize, Supply, WindingData } from './winding-data.ts';

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
      Object.assign(f, fluxDensities(f.fluxPerPole, layout, core, settings, keep));
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
  if (f.meanTurn)
    Object.assign(f, copperFigures(f.meanTurn, f.seriesTurns, f.turnArea, winding, Q, T, a, keep));
  return f;
}
