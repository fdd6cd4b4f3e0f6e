/** Copper of both windings: mean turn, ohms, mass. */
import { copperKg, copperOhm20, type CoreSize } from '../../winding/analysis/index.ts';
import { derive, given, taken, type Figure } from '../../language/quantity/index.ts';
import type { LaidWindings } from './card.ts';
import { branchLengthM } from './turn-length.ts';

type Input = ReturnType<typeof given>;
type CopperFigures = Readonly<
  Record<'meanTurn' | 'mainOhm20' | 'startOhm20' | 'ohmRatio' | 'copperMass', Figure>
>;

/**
 * @param h halves of the main winding, in parallel
 * @param Am Am and As: copper of a turn, main and start [mm²]
 * @returns nothing where the core is not known
 */
export function copperFigures(
  laid: LaidWindings,
  h: Input,
  Am: Input,
  As: Input,
  core: CoreSize,
  recordWorking: boolean,
): Partial<CopperFigures> {
  const [lm, ls] = [branchLengthM(laid.main, laid, core), branchLengthM(laid.start, laid, core)];
  if (lm === null || ls === null) return {};
  const source = 'IEC 60028: copper 1/58 Ω·mm²/m at 20 °C, 8.89 g/cm³';
  const meanTurn = derive(
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
      value: (v) => (1000 * v.l) / (laid.main.poles * laid.main.turnsPerPole),
    },
    recordWorking,
  );
  const ohm = (id: 'mainOhm20' | 'startOhm20', name: string, length: number, A: Input, parts: Input) =>
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
      recordWorking,
    );
  const mainOhm20 = ohm(
    'mainOhm20',
    h.value === 2 ? 'Main winding, halves in parallel, 20 °C' : 'Main winding, 20 °C',
    lm,
    Am,
    h,
  );
  const startOhm20 = ohm('startOhm20', 'Start winding, 20 °C', ls, As, given('h', 1, 'halves', 'in one'));
  const ohmRatio = derive(
    {
      id: 'ohmRatio',
      name: 'Ohms, start to main',
      symbol: 'R_s/R_m',
      unit: '',
      formula: 'R_s / R_m',
      source: 'common practice, no source',
      inputs: { s: taken(startOhm20), m: taken(mainOhm20) },
      value: (v) => v.s / v.m,
    },
    recordWorking,
  );
  const copperMass = derive(
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
    recordWorking,
  );
  return { meanTurn, mainOhm20, startOhm20, ohmRatio, copperMass };
}
