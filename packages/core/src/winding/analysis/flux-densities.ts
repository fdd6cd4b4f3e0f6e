/** Flux densities in gap, tooth and back iron. First principles; each figure names its source. */
import { derive, given, taken, type Figure } from '../../language/quantity/index.ts';
import type { WindingLayout } from '../layout/index.ts';
import type { FigureId, Figures } from './figure-ids.ts';
import type { AnalysisSettings, CoreSize } from './winding-data.ts';

/** Gap, tooth and back-iron density from the flux per pole. */
export function fluxDensities(
  flux: Figure,
  layout: Pick<WindingLayout, 'slots' | 'poles'>,
  core: CoreSize,
  settings: AnalysisSettings,
  recordWorking: boolean,
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
    recordWorking,
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
    recordWorking,
  );
  const result: { -readonly [K in FigureId]?: Figure } = { gapDensity, gapDensityPeak };
  // Ducts as long as the core leave no iron to work out a density in.
  if (iron <= 0) return result;
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
      recordWorking,
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
      recordWorking,
    );
  return result;
}
