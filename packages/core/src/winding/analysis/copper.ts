/** Resistance and mass of the copper. */
import { derive, given, taken, type Figure, type Input } from '../../language/quantity/index.ts';
import type { WindingLayout } from '../layout/index.ts';
import type { Figures } from './figure-ids.ts';
import type { WindingData } from './winding-data.ts';

/** Copper at 20 °C, 100 % IACS. IEC 60028: 1/58 Ω·mm²/m. */
const RESISTIVITY_20 = 1 / 58;
const COPPER_DENSITY = 8.89; // g/cm³, IEC 60028
const COPPER_CONSTANT = 234.5; // °C, IEEE 112 and NEMA MG 1 (IEC 60034-1 uses 235)

/** Resistance of a copper wire at 20 °C [Ω]. @param lengthM, areaMm2 bare. Source: IEC 60028. */
export const copperOhm20 = (lengthM: number, areaMm2: number): number => (RESISTIVITY_20 * lengthM) / areaMm2;
/** Mass of a copper wire [kg]. @param lengthM, areaMm2 bare. Source: IEC 60028. */
export const copperKg = (lengthM: number, areaMm2: number): number =>
  (lengthM * areaMm2 * COPPER_DENSITY) / 1000;

/**
 * Length of one turn of a coil by its own span [mm]: a mean turn is that of the mean span, and what goes over the ends grows
 * with the span. Wire, copper and coil former all take it from here.
 * @param pitch of the coil [slots]; meanTurnMm of the mean span [mm]; coreLengthMm [mm]
 * Source: geometry; the same line in the span as the estimate of the mean turn.
 */
export function turnLengthMm(
  layout: Pick<WindingLayout, 'meanPitch'>,
  pitch: number,
  meanTurnMm: number,
  coreLengthMm: number | undefined,
): number {
  const overEnds = coreLengthMm === undefined ? 0 : Math.max(0, meanTurnMm - 2 * coreLengthMm - 100);
  return meanTurnMm + overEnds * (pitch / layout.meanPitch - 1);
}

/**
 * Length of the turns of the coils [m], each coil by its own span.
 * @param coils those of a phase, or all; turns the mean of a coil
 */
export const turnsLengthM = (
  layout: WindingLayout,
  coils: readonly WindingLayout['coils'][number][],
  meanTurnMm: number,
  coreLengthMm: number | undefined,
  turns: number,
): number =>
  coils.reduce(
    (s, c) => s + (turns * c.turnShare * turnLengthMm(layout, c.pitch, meanTurnMm, coreLengthMm)) / 1000,
    0,
  );

/** Resistance and mass from the wire of every coil; phases are not taken for equal. */
export function copperFigures(
  length: Input,
  turnArea: Figure,
  winding: WindingData,
  a: Input,
  recordWorking: boolean,
): Figures {
  const star = winding.connection === 'star';
  const source = 'IEC 60028: copper 1/58 Ω·mm²/m at 20 °C';
  const phaseResistance20 = derive(
    {
      id: 'phaseResistance20',
      name: 'Phase resistance, mean of the three, 20 °C',
      symbol: 'R₂₀',
      unit: 'Ω',
      formula: 'R₂₀ = ρ₂₀ · ℓ / (3 · a² · A_t)',
      source,
      assumptions: ['wire drawn to nominal size; leads and joints left out'],
      inputs: {
        rho: given('ρ₂₀', RESISTIVITY_20, 'Ω·mm²/m', 'copper, 100 % IACS'),
        l: length,
        a,
        At: taken(turnArea),
      },
      value: (v) => (v.rho * v.l) / (3 * v.a * v.a * v.At),
    },
    recordWorking,
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
      recordWorking,
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
    recordWorking,
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
        formula: 'm_Cu = ℓ · A_t · γ',
        source: 'IEC 60028: γ = 8.89 g/cm³',
        assumptions: ['bare copper, no enamel, no leads'],
        inputs: {
          l: length,
          At: taken(turnArea),
          gamma: given('γ', COPPER_DENSITY, 'g/cm³', 'copper'),
        },
        value: (v) => (v.l * v.At * v.gamma) / 1000,
      },
      recordWorking,
    ),
  };
}
