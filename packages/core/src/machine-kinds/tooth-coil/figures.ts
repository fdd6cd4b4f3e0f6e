/** Figures of a motor with coils on teeth, each derived once, each with its working. */
import { copperKg, copperOhm20, type CoreSize } from '../../winding/analysis/index.ts';
import { CP, derive, given, taken, type Figure } from '../../language/quantity/index.ts';
import { turnAreaMm2, turnSquareMm2 } from '../../winding/wire/index.ts';
import type { LaidTeeth, ToothCoilCardData } from './card.ts';
import type { ToothCoilPlate } from './plate.ts';
import { armatureFieldKam, gradeAt, ownFieldKam } from './magnets.ts';
import { slotPoleRow } from './slot-pole-table.ts';
import { toothFactor, type ToothSpec } from './star-of-slots.ts';

export const TOOTH_COIL_FIGURES = [
  'windingFactor',
  'coilsPerPhase',
  'seriesTurns',
  'emfConstant',
  'fluxLinkage',
  'torqueConstant',
  'noLoadSpeed',
  'gapDensity',
  'coggingCycles',
  'magnetMargin',
  'currentDensity',
  'slotFill',
  'meanTurn',
  'lineOhm20',
  'copperMass',
] as const;
export type ToothCoilFigureId = (typeof TOOTH_COIL_FIGURES)[number];
export type ToothCoilFigures = Readonly<Partial<Record<ToothCoilFigureId, Figure>>>;

/** Magnets of a loaded motor, where the card does not say that they are good to less. Common practice, no source. */
const HOT_MAGNET_C = 100;
/** What a drive gives for short, of rated current. Common practice, no source. */
const PEAK_TIMES = 3;

/** One turn round a tooth [mm]: twice the core and the tooth, and half a slot on each side. */
export function toothTurnMm({ slots }: ToothSpec, core: CoreSize): number | null {
  if (core.meanTurnMm) return core.meanTurnMm;
  const { boreDiameterMm: D, coreLengthMm: L, toothWidthMm: b } = core;
  if (!D || !L || !b) return null;
  const slot = (Math.PI * D) / slots - b;
  return 2 * (L + b) + (Math.PI * Math.max(slot, 0)) / 2 + 6;
}

/** Every figure that the given inputs allow. @param recordWorking whether the working of each is built */
export function toothCoilFigures(
  { spec, teeth, turns, wires, connectedIn, circuits }: LaidTeeth,
  card: ToothCoilCardData,
  core: CoreSize,
  plate: ToothCoilPlate,
  recordWorking: boolean,
): ToothCoilFigures {
  const f: { -readonly [K in ToothCoilFigureId]?: Figure } = {};
  type Input = ReturnType<typeof given>;
  const put = <K extends string>(
    id: ToothCoilFigureId,
    [name, symbol, unit]: readonly [string, string, string],
    formula: string,
    source: string,
    inputs: Readonly<Record<K, Input>>,
    value: (v: Readonly<Record<K, number>>) => number,
    ...assumptions: string[]
  ): Figure =>
    (f[id] = derive({ id, name, symbol, unit, formula, source, inputs, value, assumptions }, recordWorking));
  const Q = given('Q', spec.slots, '', 'card, teeth');
  const poles = given('2p', spec.poles, '', 'card, magnet poles');
  const T = given('T', turns, 'turns', 'card, turns of a coil');
  const a = given('a', circuits, '', 'card, circuits');
  const k = put(
    'windingFactor',
    ['Winding factor', 'k_w', ''],
    'k_w = |Σ sign · e^(j·p·angle of the tooth)| · sin(π·p/Q) / coils of a phase',
    'star of slots; N. Bianchi and M. Dai Prè 2006 (from memory)',
    { Q, poles },
    () => toothFactor(spec, teeth, spec.poles / 2),
  );
  const n = put(
    'coilsPerPhase',
    ['Coils of a phase', 'n', ''],
    'n = coils / 3',
    'definition',
    {
      c: given('coils', teeth.length, '', `a coil on ${spec.layers === 2 ? 'every' : 'every second'} tooth`),
    },
    (v) => v.c / 3,
  );
  const N = put(
    'seriesTurns',
    ['Turns in series, a phase', 'N', 'turns'],
    'N = n · T / a',
    'definition',
    { n: taken(n), T, a },
    (v) => (v.n * v.T) / v.a,
  );
  put(
    'coggingCycles',
    ['Cogging, cycles in a turn', 'c', ''],
    'c = least common multiple of teeth and poles',
    'Z. Zhu and D. Howe 2000 (from memory)',
    { Q, poles },
    () => slotPoleRow(spec).cogging ?? NaN,
    'the more, the smaller each of them',
  );
  const emf = card.numbers['emfMeasured'] ?? plate.emfConstantV;
  if (emf) {
    const K = put(
      'emfConstant',
      ['Back-EMF at 1000 rpm, line, rms', 'K_E', 'V'],
      'K_E as it stands there',
      'measured, or on the plate',
      { K: given('K_E', emf, 'V', card.numbers['emfMeasured'] ? 'measured on the card' : 'plate') },
      (v) => v.K,
    );
    put(
      'fluxLinkage',
      ['Flux linkage of a phase, peak', 'Ψ', 'mVs'],
      connectedIn === 'star' ? 'Ψ = √2 · K_E/√3 / (2π·p·1000/60)' : 'Ψ = √2 · K_E / (2π·p·1000/60)',
      'induced volts of a sinusoidal flux; first principles',
      { K: taken(K), poles },
      (v) =>
        (1000 * Math.SQRT2 * v.K * (connectedIn === 'star' ? 1 / Math.sqrt(3) : 1)) /
        ((2 * Math.PI * (v.poles / 2) * 1000) / 60),
    );
    put(
      'torqueConstant',
      ['Torque an ampere, rms', 'K_T', 'Nm/A'],
      'K_T = √3 · K_E · 60 / (2π · 1000)',
      'power out of the EMF; first principles, sine current in phase',
      { K: taken(K) },
      (v) => (Math.sqrt(3) * v.K * 60) / (2 * Math.PI * 1000),
    );
    const { boreDiameterMm: D, coreLengthMm: L } = core;
    if (D && L)
      put(
        'gapDensity',
        ['Gap density that this EMF needs, peak', 'B', 'T'],
        connectedIn === 'star'
          ? 'B = √2 · K_E/√3 / (2 · N·k_w · L · v), v = π·D·1000/60'
          : 'B = √2 · K_E / (2 · N·k_w · L · v), v = π·D·1000/60',
        'volts of a conductor B · l · v, first principles; a sinusoidal wave of the magnets',
        {
          K: taken(K),
          N: taken(N),
          k: taken(k),
          L: given('L', L, 'mm', 'card, core length'),
          D: given('D', D, 'mm', 'card, bore'),
        },
        (v) =>
          (Math.SQRT2 * v.K * (connectedIn === 'star' ? 1 / Math.sqrt(3) : 1)) /
          (2 * v.N * v.k * (v.L / 1000) * ((Math.PI * (v.D / 1000) * 1000) / 60)),
        'an estimate: leakage left out',
      );
    if (plate.voltageV)
      put(
        'noLoadSpeed',
        ['Speed at which its EMF is the rated volts', 'n₀', 'rpm'],
        'n₀ = 1000 · U / K_E',
        'definition of the constant',
        { U: given('U', plate.voltageV, 'V', 'plate'), K: taken(K) },
        (v) => (1000 * v.U) / v.K,
      );
  }
  const { magnetThickness: thick, magnetLimit } = card.numbers;
  if (card.magnet && thick && core.airGapMm && plate.currentA) {
    const hotC = Math.min(HOT_MAGNET_C, magnetLimit ?? HOT_MAGNET_C);
    const hot = gradeAt(card.magnet, hotC);
    put(
      'magnetMargin',
      ['Magnets, reserve against demagnetisation', 'H_cJ/H', ''],
      'H = B_r·g/(μ₀·(l_m + μ_r·g)) + 3/2·4/π·(N·k_w/2p)·Î/(l_m + μ_r·g)',
      'load line and the wave of the winding straight against the magnet; first principles',
      {
        Hc: given('H_cJ', hot.coercivityKam, 'kA/m', `grade on the card, at ${hotC} °C`),
        Br: given('B_r', hot.remanenceT, 'T', `grade on the card, at ${hotC} °C`),
        lm: given('l_m', thick, 'mm', 'card, magnets'),
        g: given('g', core.airGapMm, 'mm', 'card, air gap'),
        N: taken(N),
        k: taken(k),
        poles,
        I: given(
          'Î',
          (Math.SQRT2 * PEAK_TIMES * plate.currentA) / (connectedIn === 'star' ? 1 : Math.sqrt(3)),
          'A',
          `plate: ${PEAK_TIMES} times rated, as a drive may give`,
        ),
      },
      (v) =>
        v.Hc /
        (ownFieldKam(v.Br, v.lm, v.g) +
          armatureFieldKam(1.5 * (4 / Math.PI) * ((v.N * v.k) / v.poles) * v.I, v.lm, v.g)),
      'an estimate for magnets on the rotor’s face; the grade’s usual values, iron and edges left out',
    );
  }
  const A = given('A', turnAreaMm2(wires), 'mm²', 'card, wires in hand');
  if (plate.currentA)
    put(
      'currentDensity',
      ['Current density', 'J', 'A/mm²'],
      connectedIn === 'star' ? 'J = I / (a · A)' : 'J = I / (√3 · a · A)',
      'definition',
      { I: given('I', plate.currentA, 'A', 'plate'), a, A },
      (v) => v.I / (connectedIn === 'star' ? 1 : Math.sqrt(3)) / (v.a * v.A),
    );
  if (core.slotAreaMm2)
    put(
      'slotFill',
      ['Slot fill, over the enamel', 's', ''],
      's = sides a slot · T · (wires squared) / slot area',
      `squares over the enamel; ${CP}`,
      {
        n: given('sides', spec.layers, '', 'coil sides in a slot'),
        T,
        q: given('a', turnSquareMm2(wires), 'mm²', 'squares of a turn over the enamel'),
        S: given('S', core.slotAreaMm2, 'mm²', 'card, slot area'),
      },
      (v) => (v.n * v.T * v.q) / v.S,
    );
  const turnMm = toothTurnMm(spec, core);
  if (turnMm !== null) {
    const l = put(
      'meanTurn',
      ['Mean turn', 'l', 'mm'],
      core.meanTurnMm ? 'l as measured' : 'l = 2·(L + b_t) + π·(slot width)/2 + 6 mm',
      core.meanTurnMm ? 'measured on a coil' : CP,
      { l: given('l', turnMm, 'mm', core.meanTurnMm ? 'card' : 'core length, tooth and slot') },
      (v) => v.l,
      ...(core.meanTurnMm ? [] : ['an estimate, within about 15 %; measure a coil and enter its turn']),
    );
    put(
      'lineOhm20',
      ['Lead to lead at 20 °C', 'R', 'Ω'],
      connectedIn === 'star' ? 'R = 2 · ρ₂₀ · N · l / (a · A)' : 'R = 2/3 · ρ₂₀ · N · l / (a · A)',
      'IEC 60028: copper 1/58 Ω·mm²/m at 20 °C; leads left out',
      { N: taken(N), l: taken(l), a, A },
      (v) => ((connectedIn === 'star' ? 2 : 2 / 3) * copperOhm20((v.N * v.l) / 1000, v.A)) / v.a,
    );
    put(
      'copperMass',
      ['Copper, bare', 'm', 'kg'],
      'm = coils · T · l · A · 8.89 g/cm³',
      'IEC 60028',
      { c: given('coils', teeth.length, '', 'all'), T, l: taken(l), A },
      (v) => copperKg((v.c * v.T * v.l) / 1000, v.A),
    );
  }
  return f;
}
