/** The bench's figures, each derived once, each with its working. */
import { derive, given, taken, type Figure, type Input } from '../../language/quantity/index.ts';
import {
  coilsOf,
  effectiveFactor,
  PHASES,
  pitchFactor,
  skewFactor,
  type WindingLayout,
} from '../layout/index.ts';
import { turnAreaMm2, turnSquareMm2 } from '../wire/index.ts';
import { copperFigures, turnsLengthM } from './copper.ts';
import type { FigureId, Figures } from './figure-ids.ts';
import { estimates } from './estimates.ts';
import { fluxDensities } from './flux-densities.ts';
import { slotShape } from './slot-shape.ts';
import type { AnalysisSettings, CoreSize, Supply, WindingData } from './winding-data.ts';

/**
 * Every figure that the given inputs allow; a figure whose inputs are missing is absent.
 * Lengths mm, areas mm², flux mWb, densities T (peak values), resistance Ω, mass kg.
 * @param recordWorking builds the working of each figure
 */
export function deriveFigures(
  layout: WindingLayout,
  winding: WindingData,
  core: CoreSize,
  supply: Supply,
  settings: AnalysisSettings,
  recordWorking: boolean,
): Figures {
  const { slots, poles } = layout;
  const { circuits, connection } = winding;
  const turnsPerCoil = layout.meanTurns ?? winding.turnsPerCoil;
  const { boreDiameterMm: bore, coreLengthMm: length } = core;
  const f: { -readonly [K in FigureId]?: Figure } = {};
  const card = (symbol: string, value: number, unit: string, what: string): Input =>
    given(symbol, value, unit, `card, ${what}`);
  const Q = card('Q', slots, 'slots', 'slots');
  const twoP = card('2p', poles, 'poles', 'poles');
  const T = card('T', turnsPerCoil, 'turns', layout.meanTurns ? 'mean turns a coil' : 'turns a coil');
  const coils = PHASES.map((phase) => coilsOf(layout, phase));
  const alike = layout.exactlyBalanced;
  const n = given(
    'n',
    alike ? coils[0]! : coils.reduce((sum, c) => sum + c, 0) / 3,
    'coils',
    `coils a phase, from the layout${alike ? '' : '; mean of the three'}`,
  );
  const pitches = new Set(layout.coils.map((c) => c.pitch));
  const y = given(
    'y',
    layout.meanPitch,
    'slots',
    pitches.size > 1 ? 'mean of the spans' : `card, span 1-${[...pitches][0]! + 1}`,
  );
  const sides = given('s', layout.fullestSlot, 'coil sides', 'in the fullest slot');
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
    recordWorking,
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
      assumptions:
        layout.layersFound !== 'one'
          ? []
          : [
              'one coil side a slot: where the sides of a phase lie in whole belts k_p is 1 whatever the throws',
            ],
      inputs: { y, Q, twoP },
      value: () => pitchFactor(layout),
    },
    recordWorking,
  );
  f.windingFactor = derive(
    {
      id: 'windingFactor',
      name: 'Winding factor',
      symbol: 'k_w',
      unit: '',
      formula: alike
        ? 'k_w = |Σ sign·(e^(jα top) − e^(jα bottom))| / (2·coils)'
        : 'k_w = |positive sequence of Σ sign·(e^(jα top) − e^(jα bottom))| / (2·coils)',
      source: alike ? factorSource : `${factorSource}; symmetrical components (Fortescue 1918)`,
      assumptions: ['no skew, no slot opening'],
      inputs: { Q, twoP, y, n },
      value: () => effectiveFactor(layout),
    },
    recordWorking,
  );
  if (winding.skewSlots)
    f.skewFactor = derive(
      {
        id: 'skewFactor',
        name: 'Skew factor',
        symbol: 'k_s',
        unit: '',
        formula: 'k_s = sin(p·π·s / Q) / (p·π·s / Q)',
        source: 'Fourier integral over the skewed length, first principles',
        inputs: { s: card('s', winding.skewSlots, 'slots', 'skew'), Q, twoP },
        value: (v) => skewFactor(v.Q, v.s, v.twoP / 2),
      },
      recordWorking,
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
    recordWorking,
  );
  f.seriesTurns = derive(
    {
      id: 'seriesTurns',
      name: 'Series turns a phase',
      symbol: 'N',
      unit: 'turns',
      formula: 'N = n · T / a',
      source: 'definition; common practice, no source',
      inputs: { n, T, a },
      value: (v) => (v.n * v.T) / v.a,
    },
    recordWorking,
  );
  const area = turnAreaMm2(winding.wires);
  f.turnArea = derive(
    {
      id: 'turnArea',
      name: 'Copper in one turn',
      symbol: 'A_t',
      unit: 'mm²',
      formula: winding.wires.some((w) => w.strap)
        ? 'A_t = Σ n·π·d² / 4, d of a strap as of round wire with its copper'
        : 'A_t = Σ n·π·d² / 4',
      source: 'geometry of wire',
      inputs: Object.fromEntries(
        winding.wires.flatMap((w, i) => [
          [`n${i}`, card(`n${i + 1}`, w.count, 'strands', 'wires in hand')],
          [`d${i}`, card(`d${i + 1}`, w.bareDiameterMm, 'mm', 'bare diameter')],
        ]),
      ),
      value: () => area,
    },
    recordWorking,
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
      recordWorking,
    );
    f.voltsPerCoil = derive(
      {
        id: 'voltsPerCoil',
        name: 'Volts a coil',
        symbol: 'U_c',
        unit: 'V',
        formula: 'U_c = U_ph · a / n',
        source: 'terminal volts shared by the coils in series; common practice, no source',
        inputs: { Uph: taken(f.phaseVoltage), a, n },
        value: (v) => (v.Uph * v.a) / v.n,
      },
      recordWorking,
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
      recordWorking,
    );
    if (supply.frequencyHz) {
      f.fluxPerPole = derive(
        {
          id: 'fluxPerPole',
          name: 'Flux per pole',
          symbol: 'Φ',
          unit: 'mWb',
          formula: `Φ = U_ph·r / (π√2 · f · N · k_w${f.skewFactor ? ' · k_s' : ''})`,
          source: 'induced voltage of a sinusoidal flux; Fitzgerald, Kingsley & Umans, ch. 4 (from memory)',
          assumptions: ['induced voltage = r × terminal voltage'],
          inputs: {
            Uph: taken(f.phaseVoltage),
            r: given('r', settings.emfRatio, '', 'shop setting'),
            f: given('f', supply.frequencyHz, 'Hz', 'plate'),
            N: taken(f.seriesTurns),
            kw: taken(f.windingFactor),
            ...(f.skewFactor ? { ks: taken(f.skewFactor) } : {}),
          },
          value: (v: Readonly<Record<string, number>>) =>
            (1000 * v['Uph']! * v['r']!) /
            (Math.PI * Math.SQRT2 * v['f']! * v['N']! * v['kw']! * (v['ks'] ?? 1)),
        },
        recordWorking,
      );
      Object.assign(f, fluxDensities(f.fluxPerPole, layout, core, settings, recordWorking));
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
      recordWorking,
    );
  }
  const shape = slotShape(layout, core);
  const area0 = core.slotAreaMm2 ?? shape?.areaMm2;
  if (area0) {
    const As = core.slotAreaMm2
      ? card('A_s', core.slotAreaMm2, 'mm²', 'slot area')
      : given('A_s', area0, 'mm²', 'from the slot’s dimensions');
    const beside = winding.besideInSlot;
    f.slotFillCopper = derive(
      {
        id: 'slotFillCopper',
        name: 'Slot fill, bare copper',
        symbol: 's_Cu',
        unit: '',
        formula: `s_Cu = ${beside ? '(s·T·A_t + A_2)' : 's·T·A_t'} / A_s`,
        source: 'common practice, no source',
        inputs: {
          s: sides,
          T,
          At: taken(f.turnArea),
          As,
          ...(beside ? { A2: given('A_2', beside.copperMm2, 'mm²', 'the other winding in the slot') } : {}),
        },
        value: (v: Readonly<Record<string, number>>) =>
          (v['s']! * v['T']! * v['At']! + (v['A2'] ?? 0)) / v['As']!,
      },
      recordWorking,
    );
    if (shape) {
      const separators = layout.layersFound === 'one' ? 0 : 1;
      f.slotFillEnamelled = derive(
        {
          id: 'slotFillEnamelled',
          name: 'Slot fill, enamelled',
          symbol: 's_f',
          unit: '',
          formula: `s_f = ${beside ? '(s·T·Σn·d_e² + S_2)' : 's·T·Σn·d_e²'} / (A_s − t·(P + z·w) − t_w·w)`,
          source: 'common practice, no source; enamel IEC 60317-0-1 grade 2 where not measured (from memory)',
          assumptions: [
            shape.measured
              ? 'slot as measured'
              : 'parallel teeth: depth and mean width follow from bore, tooth and area',
            'to 0.70 comfortable, to 0.80 by hand; drawn in by machine to about 0.75 (common practice)',
            separators
              ? 'liner round the slot and a separator of the same thickness between the layers'
              : 'liner round the slot, no separator',
          ],
          inputs: {
            s: sides,
            T,
            sq: given('Σn·d_e²', turnSquareMm2(winding.wires), 'mm²', 'wires in hand'),
            As,
            t: given('t', settings.linerThicknessMm, 'mm', 'shop setting, liner'),
            P: given('P', shape.wallMm, 'mm', 'slot wall, from its shape'),
            z: given('z', separators, '', 'separators'),
            w: given('w', shape.widthMm, 'mm', 'mean slot width, from the same'),
            tw: given('t_w', settings.wedgeThicknessMm, 'mm', 'shop setting, wedge'),
            ...(beside ? { S2: given('S_2', beside.squareMm2, 'mm²', 'the other winding in the slot') } : {}),
          },
          value: (v: Readonly<Record<string, number>>) =>
            (v['s']! * v['T']! * v['sq']! + (v['S2'] ?? 0)) /
            Math.max(1e-9, v['As']! - v['t']! * (v['P']! + v['z']! * v['w']!) - v['tw']! * v['w']!),
        },
        recordWorking,
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
      recordWorking,
    );
  } else if (bore && length) {
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
          y,
          Q,
        },
        value: (v) => 2 * v.L + (2.4 * Math.PI * (v.D + v.h) * v.y) / v.Q + 100,
      },
      recordWorking,
    );
  }
  if (f.meanTurn)
    Object.assign(
      f,
      copperFigures(
        given(
          'ℓ',
          turnsLengthM(layout, layout.coils, f.meanTurn.value, length, T.value),
          'm',
          'turns of every coil by its own span, from the layout',
        ),
        f.turnArea,
        winding,
        a,
        recordWorking,
      ),
    );
  Object.assign(f, estimates(f, layout, winding, core, supply, shape, recordWorking));
  return f;
}
