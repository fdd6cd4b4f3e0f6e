/** Figures of a direct-current machine, each derived once, each with its working. */
import { copperKg, copperOhm20, type CoreSize } from '../../winding/analysis/index.ts';
import { ohmAt } from '../../physics/electrical/index.ts';
import { CP, derive, given, taken, type Figure } from '../../language/quantity/index.ts';
import { turnAreaMm2, turnSquareMm2, type Strand } from '../../winding/wire/index.ts';
import {
  POLE_WINDINGS,
  POLE_WINDING_NAME,
  type DirectCurrentCardData,
  type LaidArmature,
  type PoleWinding,
} from './card.ts';
import { barToBarOhm, ringNetwork, type SoundRing } from './commutator-ring.ts';
import { fieldVolts, hasShunt, type DirectCurrentPlate } from './plate.ts';

export const DIRECT_CURRENT_FIGURES = [
  'paths',
  'commutatorPitch',
  'conductors',
  'voltsPerBar',
  'emf',
  'fluxPerPole',
  'gapDensity',
  'toothDensity',
  'armatureCurrent',
  'armatureDensity',
  'ampereLoading',
  'slotFill',
  'meanTurn',
  'coilOhm20',
  'barOhm20',
  'armatureOhm20',
  'shuntOhm20',
  'shuntCurrent',
  'shuntDensity',
  'seriesOhm20',
  'seriesDensity',
  'interpoleOhm20',
  'interpoleDensity',
  'compensatingOhm20',
  'compensatingDensity',
  'interpoleRatio',
  'transformerVolts',
  'rimSpeed',
  'fieldRatio',
  'copperMass',
] as const;
export type DirectCurrentFigureId = (typeof DIRECT_CURRENT_FIGURES)[number];
export type DirectCurrentFigures = Readonly<Partial<Record<DirectCurrentFigureId, Figure>>>;

type Input = ReturnType<typeof given>;
const LANGSDORF = 'A. Langsdorf, Principles of Direct-Current Machines (from memory)';
const COPPER = 'IEC 60028: copper 1/58 Ω·mm²/m at 20 °C, 8.89 g/cm³';
/** Of both brushes together, carbon [V]. Common practice, no source. */
const BRUSH_VOLTS = 2;
const HOT_C = 75;

/** Coils of each pole winding: main poles, or the gaps that have an interpole. */
export const coilsOf = (winding: PoleWinding, poles: number, interpoles: 'none' | 'half' | 'all'): number =>
  // The compensating winding of a pole pair lies across the gap between them: as many as poles.
  winding !== 'interpole' ? poles : interpoles === 'none' ? 0 : interpoles === 'half' ? poles / 2 : poles;

/** One turn of an armature coil [mm]: twice the core, and two ends over the coil's span. */
export function armatureTurnMm({ armature, spec }: LaidArmature, core: CoreSize): number | null {
  if (core.meanTurnMm) return core.meanTurnMm;
  const { boreDiameterMm: D, coreLengthMm: L, slotDepthMm: depth = 0 } = core;
  if (!D || !L) return null;
  const arc = (Math.PI * (D - depth) * armature.slotPitch) / spec.slots;
  return 2 * L + 2 * (1.3 * arc + 15);
}

/** The ring of coils as it reads when it is sound; null where no coil's ohms are known. */
export function soundRingOf(
  laid: LaidArmature,
  equalized: boolean,
  coilOhm: number | undefined,
): SoundRing | null {
  if (!coilOhm) return null;
  const { spec, armature } = laid;
  return {
    bars: spec.bars,
    kind: spec.kind,
    poles: spec.poles,
    plex: spec.plex,
    progressive: spec.progressive,
    coilOhm,
    equalizerPitchBars: equalized ? armature.equalizerPitchBars : null,
  };
}

/**
 * Every figure that the given inputs allow.
 * @param supply volts and speed that the winding is for; recordWorking whether the working of each is built
 */
export function directCurrentFigures(
  laid: LaidArmature,
  card: DirectCurrentCardData,
  plate: DirectCurrentPlate,
  supply: {
    readonly voltageV?: number | undefined;
    readonly speedRpm?: number | undefined;
    readonly alternating?: DirectCurrentPlate['alternating'];
  },
  recordWorking: boolean,
): DirectCurrentFigures {
  const { spec, armature, turns, wires } = laid;
  const core = card.numbers['meanTurn'] ? { ...card.core, meanTurnMm: card.numbers['meanTurn'] } : card.core;
  const f: { -readonly [K in DirectCurrentFigureId]?: Figure } = {};
  const put = <K extends string>(
    id: DirectCurrentFigureId,
    [name, symbol, unit]: readonly [string, string, string],
    formula: string,
    source: string,
    inputs: Readonly<Record<K, Input>>,
    value: (v: Readonly<Record<K, number>>) => number,
    ...assumptions: string[]
  ): Figure =>
    (f[id] = derive({ id, name, symbol, unit, formula, source, inputs, value, assumptions }, recordWorking));
  const counted = (symbol: string, value: number, what: string) => given(symbol, value, '', `card, ${what}`);
  const [K, poles] = [counted('K', spec.bars, 'bars'), counted('2p', spec.poles, 'main poles')];
  const m = counted('m', spec.plex, 'plex');

  const paths = put(
    'paths',
    ['Parallel paths', '2a', ''],
    spec.kind === 'lap' ? '2a = 2p · m' : '2a = 2 · m',
    LANGSDORF,
    { poles, m },
    () => armature.paths,
  );
  put(
    'commutatorPitch',
    ['Commutator pitch', 'y_c', 'bars'],
    spec.kind === 'lap' ? 'y_c = ± m' : 'y_c = (K ± m) / p',
    LANGSDORF,
    { K, poles, m },
    () => armature.commutatorPitchBars,
  );
  const T = given('T', turns, 'turns', 'card, turns of a coil');
  const Z = put(
    'conductors',
    ['Conductors round the armature', 'Z', ''],
    'Z = 2 · K · T',
    LANGSDORF,
    { K, T },
    (v) => 2 * v.K * v.T,
  );
  const A = given('A', turnAreaMm2(wires), 'mm²', 'card, wires in hand');
  const turnMm = armatureTurnMm(laid, core);
  if (turnMm !== null) {
    const l = put(
      'meanTurn',
      ['Mean turn, armature', 'l', 'mm'],
      core.meanTurnMm ? 'l as measured' : 'l = 2·L + 2·(1.3 · arc of the span + 15 mm)',
      core.meanTurnMm ? 'measured on a coil' : CP,
      { l: given('l', turnMm, 'mm', core.meanTurnMm ? 'card' : 'core length, diameter and span') },
      (v) => v.l,
      ...(core.meanTurnMm ? [] : ['an estimate, within about 15 %; measure a coil and enter its turn']),
    );
    const coil = put(
      'coilOhm20',
      ['One coil, bar to bar apart', 'R_c', 'Ω'],
      'R_c = ρ₂₀ · T · l / A',
      COPPER,
      { T, l: taken(l), A },
      (v) => copperOhm20((v.T * v.l) / 1000, v.A),
      'wire drawn to nominal size; risers left out',
    );
    const ring = soundRingOf(laid, card.equalized, coil.value);
    const network = ring && ringNetwork(ring, []);
    const reading = network?.ok ? barToBarOhm(spec.bars, network.value)[0] : null;
    if (reading)
      put(
        'barOhm20',
        ['Bar to next bar', 'R_bb', 'Ω'],
        'the whole ring as a network between two neighbouring bars',
        'Kirchhoff’s laws',
        { K, Rc: taken(coil) },
        () => reading,
      );
    put(
      'armatureOhm20',
      ['Armature between the brushes', 'R_a', 'Ω'],
      'R_a = K · R_c / (2a)²',
      LANGSDORF,
      { K, Rc: taken(coil), paths: taken(paths) },
      (v) => (v.K * v.Rc) / v.paths ** 2,
      'brushes and risers left out',
    );
  }

  const strands: [Figure['id'], number, readonly Strand[]][] = [];
  for (const winding of POLE_WINDINGS) {
    const pole = card.poleCoils[winding];
    const coils = coilsOf(winding, spec.poles, card.interpoles);
    if (!pole || coils === 0 || pole.meanTurnMm === null) continue;
    const name = POLE_WINDING_NAME[winding];
    const metres = (coils * pole.turns * pole.meanTurnMm) / 1000;
    strands.push([winding, metres, pole.wires]);
    put(
      `${winding}Ohm20`,
      [name, 'R', 'Ω'],
      'R = ρ₂₀ · coils · T · l / A',
      COPPER,
      {
        n: given('coils', coils, '', 'card, all in series'),
        T: given('T', pole.turns, 'turns', `card, ${name.toLowerCase()}`),
        l: given('l', pole.meanTurnMm, 'mm', 'card, mean turn'),
        A: given('A', turnAreaMm2(pole.wires), 'mm²', 'card, wires in hand'),
      },
      (v) => copperOhm20((v.n * v.T * v.l) / 1000, v.A),
    );
  }
  const U = supply.voltageV ? given('U', supply.voltageV, 'V', 'plate') : null;
  const field = hasShunt(plate.excitation) ? fieldVolts(plate) : undefined;
  if (f.shuntOhm20 && field)
    put(
      'shuntCurrent',
      ['Shunt current at 75 °C', 'I_f', 'A'],
      'I_f = U_f / R_f · (234.5 + 20)/(234.5 + 75)',
      'Ohm’s law; resistance over temperature by IEEE 112, k = 234.5',
      { U: given('U_f', field, 'V', 'plate'), R: taken(f.shuntOhm20) },
      (v) => v.U / ohmAt(v.R, 20, HOT_C),
    );
  if (plate.currentA) {
    const I = given('I', plate.currentA, 'A', 'plate');
    const own = plate.excitation === 'shunt' || plate.excitation === 'compound';
    const shunt =
      own && plate.fieldCurrentA
        ? given('I_f', plate.fieldCurrentA, 'A', 'plate')
        : own && f.shuntCurrent
          ? taken(f.shuntCurrent)
          : null;
    // A motor's line feeds its field as well; a generator's armature does.
    const sign = plate.mode === 'generator' ? 1 : -1;
    put(
      'armatureCurrent',
      ['Armature current', 'I_a', 'A'],
      shunt ? (sign > 0 ? 'I_a = I + I_f' : 'I_a = I − I_f') : 'I_a = I',
      'Kirchhoff’s laws',
      { I, If: shunt ?? given('I_f', 0, 'A', 'not from this line') },
      (v) => v.I + sign * v.If,
    );
  }
  const Ia = f.armatureCurrent;
  if (Ia) {
    put(
      'armatureDensity',
      ['Armature, current density', 'J', 'A/mm²'],
      'J = I_a / (2a · A)',
      'definition',
      { I: taken(Ia), paths: taken(paths), A },
      (v) => v.I / (v.paths * v.A),
    );
    if (core.boreDiameterMm)
      put(
        'ampereLoading',
        ['Amperes along the armature', 'A_s', 'A/mm'],
        'A_s = Z · I_a / (2a · π · D)',
        LANGSDORF,
        {
          Z: taken(Z),
          I: taken(Ia),
          paths: taken(paths),
          D: given('D', core.boreDiameterMm, 'mm', 'card, armature diameter'),
        },
        (v) => (v.Z * v.I) / (v.paths * Math.PI * v.D),
      );
    for (const winding of ['series', 'interpole', 'compensating'] as const) {
      const pole = card.poleCoils[winding];
      if (pole && coilsOf(winding, spec.poles, card.interpoles) > 0)
        put(
          `${winding}Density`,
          [`${POLE_WINDING_NAME[winding]}, current density`, 'J', 'A/mm²'],
          'J = I_a / A',
          'definition',
          { I: taken(Ia), A: given('A', turnAreaMm2(pole.wires), 'mm²', 'card, wires in hand') },
          (v) => v.I / v.A,
        );
    }
    const inter = card.poleCoils.interpole;
    if (inter && card.interpoles === 'all')
      put(
        'interpoleRatio',
        ['Interpole to armature, ampere-turns', 'θ_i/θ_a', ''],
        'θ_i/θ_a = T_i · 2p · 2a / (Z/2)',
        LANGSDORF,
        {
          T: given(
            'T_i',
            inter.turns + (card.poleCoils.compensating?.turns ?? 0),
            'turns',
            card.poleCoils.compensating
              ? 'card, of one interpole and of the compensating winding beside it'
              : 'card, of one interpole',
          ),
          poles,
          paths: taken(paths),
          Z: taken(Z),
        },
        (v) => (v.T * v.poles * v.paths) / (v.Z / 2),
        'the interpoles carry the whole armature current',
      );
  }
  const shunt = card.poleCoils.shunt;
  if (shunt && f.shuntCurrent)
    put(
      'shuntDensity',
      ['Shunt field, current density', 'J', 'A/mm²'],
      'J = I_f / A',
      'definition',
      { I: taken(f.shuntCurrent), A: given('A', turnAreaMm2(shunt.wires), 'mm²', 'card, wires in hand') },
      (v) => v.I / v.A,
    );
  if (U) {
    put(
      'voltsPerBar',
      ['Mean volts from bar to bar', 'U_b', 'V'],
      'U_b = U · 2p / K',
      LANGSDORF,
      { U, poles, K },
      (v) => (v.U * v.poles) / v.K,
    );
    if (supply.speedRpm) {
      const inSeries = [f.armatureOhm20, f.seriesOhm20, f.interpoleOhm20, f.compensatingOhm20].filter(
        (x) => x !== undefined,
      );
      const drop = Ia ? inSeries.reduce((sum, x) => sum + ohmAt(x.value, 20, HOT_C), 0) * Ia.value : null;
      const sign = plate.mode === 'generator' ? 1 : -1;
      const ac = supply.alternating;
      const E = put(
        'emf',
        ['Induced volts at rated load', 'E', 'V'],
        ac
          ? 'E = U · λ − I_a · R_75 − 2 V'
          : sign < 0
            ? 'E = U − I_a · R_75 − 2 V'
            : 'E = U + I_a · R_75 + 2 V',
        ac ? 'what of the volts is in phase with the current; first principles' : LANGSDORF,
        {
          U,
          // Shown where there is one.
          ...((ac ? { pf: given('λ', ac.powerFactor, '', 'plate, or 0.93 assumed') } : {}) as {
            pf: Input;
          }),
          d: given(
            'I_a·R',
            drop ?? 0.06 * U.value,
            'V',
            drop === null ? 'taken as 6 % of U' : 'copper at 75 °C',
          ),
          b: given('U_br', BRUSH_VOLTS, 'V', 'both brushes, carbon: common practice'),
        },
        (v) => v.U * (ac?.powerFactor ?? 1) + sign * (v.d + v.b),
        ...(drop === null ? ['current or core are not known: a drop of 6 % is taken'] : []),
      );
      const flux = put(
        'fluxPerPole',
        [ac ? 'Flux per pole, peak' : 'Flux per pole', 'Φ', 'mWb'],
        ac ? 'Φ = √2 · 60 · E · 2a / (Z · n · 2p)' : 'Φ = 60 · E · 2a / (Z · n · 2p)',
        LANGSDORF,
        {
          E: taken(E),
          paths: taken(paths),
          Z: taken(Z),
          n: given('n', supply.speedRpm, 'rpm', 'plate'),
          poles,
        },
        (v) => ((ac ? Math.SQRT2 : 1) * 1000 * 60 * v.E * v.paths) / (v.Z * v.n * v.poles),
      );
      if (ac)
        put(
          'transformerVolts',
          ['Volts in the coil under the brush', 'e_t', 'V'],
          'e_t = √2 · π · f · T · Φ',
          'a coil that the brush shorts is the secondary of a transformer; first principles',
          { f: given('f', ac.frequencyHz, 'Hz', 'plate'), T, flux: taken(flux) },
          (v) => (Math.SQRT2 * Math.PI * v.f * v.T * v.flux) / 1000,
        );
      const arc = card.numbers['poleArc'];
      const { coreLengthMm: L, toothWidthMm: tooth, boreDiameterMm: D } = core;
      if (arc && L) {
        const length = given('L', L, 'mm', 'card, core length');
        const b = given('b', arc, 'mm', 'card, pole face along the arc');
        put(
          'gapDensity',
          ['Gap density under the pole', 'B', 'T'],
          'B = Φ / (b · L)',
          'definition of flux density',
          { flux: taken(flux), b, L: length },
          (v) => (v.flux * 1000) / (v.b * v.L),
          'all flux through the pole face, none beside it',
        );
        if (tooth && D)
          put(
            'toothDensity',
            ['Tooth density, narrowest', 'B_t', 'T'],
            'B_t = Φ / (teeth under the pole · b_t · 0.95 · L)',
            `definition of flux density; stacking factor 0.95: ${CP}`,
            {
              flux: taken(flux),
              n: given('teeth', (arc * spec.slots) / (Math.PI * D), '', 'pole face over slot pitch'),
              t: given('b_t', tooth, 'mm', 'card, tooth'),
              L: length,
            },
            (v) => (v.flux * 1000) / (v.n * v.t * 0.95 * v.L),
          );
      }
    }
  }
  // Of machines without interpoles: how the field stands against the armature, and what the rim has to hold.
  const ownSeries = card.poleCoils.series;
  if (plate.tool && ownSeries)
    put(
      'fieldRatio',
      ['Field to armature, ampere-turns', 'θ_f/θ_a', ''],
      'θ_f/θ_a = T_f · 2p · 2a / (Z/2)',
      LANGSDORF,
      {
        T: given('T_f', ownSeries.turns, 'turns', 'card, of one pole'),
        poles,
        paths: taken(paths),
        Z: taken(Z),
      },
      (v) => (v.T * v.poles * v.paths) / (v.Z / 2),
    );
  if (plate.tool && core.boreDiameterMm && supply.speedRpm)
    put(
      'rimSpeed',
      ['Speed of the rim', 'v', 'm/s'],
      'v = π · D · n / 60',
      'definition',
      {
        D: given('D', core.boreDiameterMm, 'mm', 'card, armature diameter'),
        n: given('n', supply.speedRpm, 'rpm', 'plate'),
      },
      (v) => (Math.PI * v.D * v.n) / 60_000,
    );
  const { slotDepthMm: depth, slotWidthTopMm: width } = core;
  if (depth && width)
    put(
      'slotFill',
      ['Slot fill, over the enamel', 's', ''],
      's = 2·u · T · (wires squared) / (depth · width)',
      `squares over the enamel; ${CP}`,
      {
        u: counted('u', armature.coilsPerSlot, 'coils a slot, dead ones too'),
        T,
        a: given('a', turnSquareMm2(wires), 'mm²', 'squares of a turn over the enamel'),
        d: given('d', depth, 'mm', 'card, slot depth'),
        w: given('w', width, 'mm', 'card, slot width'),
      },
      (v) => (2 * v.u * v.T * v.a) / (v.d * v.w),
    );
  if (f.meanTurn) {
    const metres = (armature.coilsPerSlot * spec.slots * turns * f.meanTurn.value) / 1000;
    put(
      'copperMass',
      ['Copper, bare', 'm', 'kg'],
      'm = Σ length · area · 8.89 g/cm³',
      COPPER,
      {
        a: given('m_a', copperKg(metres, A.value), 'kg', 'armature, dead coils too'),
        f: given(
          'm_f',
          strands.reduce((sum, [, length, w]) => sum + copperKg(length, turnAreaMm2(w)), 0),
          'kg',
          strands.length > 0 ? strands.map(([id]) => id).join(', ') : 'no field whose mean turn is known',
        ),
      },
      (v) => v.a + v.f,
    );
  }
  return f;
}
