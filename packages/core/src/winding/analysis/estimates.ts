/** Loading, loss and what can only be estimated: magnetising current and leakage, each with its expected error. */
import { derive, given, taken, type Figure } from '../../language/quantity/index.ts';
import type { WindingLayout } from '../layout/index.ts';
import type { FigureId, Figures } from './figure-ids.ts';
import type { SlotShape } from './slot-shape.ts';
import type { CoreSize, Supply, WindingData } from './winding-data.ts';

const MU_0 = 4e-7 * Math.PI;

/**
 * Field strength [A/m] over flux density [T] of common non-oriented electrical sheet.
 * Source: typical curve, from memory; sheets differ by a factor of two above 1.5 T.
 */
const SHEET: readonly (readonly [tesla: number, amperesPerMetre: number])[] = [
  [0, 0],
  [0.5, 70],
  [0.8, 110],
  [1.0, 160],
  [1.2, 280],
  [1.3, 400],
  [1.4, 700],
  [1.5, 1300],
  [1.6, 2500],
  [1.7, 4600],
  [1.8, 8000],
  [1.9, 13_500],
  [2.0, 22_000],
  [2.2, 60_000],
];

function fieldStrength(tesla: number): number {
  for (let i = 1; i < SHEET.length; i++) {
    const [b1, h1] = SHEET[i]!;
    const [b0, h0] = SHEET[i - 1]!;
    if (tesla <= b1) return h0 + ((h1 - h0) * (tesla - b0)) / (b1 - b0);
  }
  const [b, h] = SHEET[SHEET.length - 1]!;
  return h + (tesla - b) / MU_0;
}

/**
 * Carter's factor: how much longer the gap acts because of the slot openings [1].
 *   k_c = t / (t − γ·g),  γ = (b/g)² / (5 + b/g)
 * Source: F. W. Carter (1901) in its usual approximation; Pyrhönen et al., ch. 3 (from memory).
 */
export function carterFactor(slotPitchMm: number, openingMm: number, gapMm: number): number {
  const ratio = openingMm / gapMm;
  return slotPitchMm / (slotPitchMm - ((ratio * ratio) / (5 + ratio)) * gapMm);
}

/** @param f figures calculated so far; what depends on a missing one is left out */
export function estimates(
  f: Figures,
  layout: WindingLayout,
  winding: WindingData,
  core: CoreSize,
  supply: Supply,
  shape: SlotShape | null,
  recordWorking: boolean,
): Figures {
  const found: { -readonly [K in FigureId]?: Figure } = {};
  const star = winding.connection === 'star';
  const phaseCurrent = supply.currentA && supply.currentA / (star ? 1 : Math.sqrt(3));
  const I = (value: number) => given('I_ph', value, 'A', star ? 'plate, star' : 'plate / √3, delta');
  if (phaseCurrent && f.phaseResistance20)
    found.copperLoss = derive(
      {
        id: 'copperLoss',
        name: 'Loss in the winding, 75 °C',
        symbol: 'P_Cu',
        unit: 'W',
        formula: 'P_Cu = 3 · I_ph² · R₂₀ · (k + 75) / (k + 20)',
        source: 'IEEE 112 and IEC 60034-2-1: I²R of all three phases; k = 234.5',
        assumptions: ['stator only, at the current of the plate; no extra loss from alternating current'],
        inputs: {
          I: I(phaseCurrent),
          R20: taken(f.phaseResistance20),
          k: given('k', 234.5, '°C', 'copper'),
        },
        value: (v) => (3 * v.I ** 2 * v.R20 * (v.k + 75)) / (v.k + 20),
      },
      recordWorking,
    );
  const { boreDiameterMm: D, coreLengthMm: L, airGapMm: g } = core;
  if (phaseCurrent && D && f.seriesTurns)
    found.ampereLoading = derive(
      {
        id: 'ampereLoading',
        name: 'Ampere loading',
        symbol: 'A',
        unit: 'kA/m',
        formula: 'A = 6 · N · I_ph / (π · D)',
        source: 'definition; Pyrhönen et al., ch. 6 (from memory)',
        inputs: { N: taken(f.seriesTurns), I: I(phaseCurrent), D: given('D', D, 'mm', 'card, bore') },
        value: (v) => (6 * v.N * v.I) / (Math.PI * v.D),
      },
      recordWorking,
    );
  const { gapDensityPeak: B1, toothDensity: Bt, backIronDensity: By, seriesTurns: N, windingFactor: kw } = f;
  if (D && g && B1 && N && kw) {
    const slotPitch = (Math.PI * D) / layout.slots;
    const opening = shape?.openingMm ?? 3;
    const depth = shape?.depthMm ?? 0.12 * D;
    const yoke = core.backIronMm ?? 0;
    found.magnetisingAmpereTurns = derive(
      {
        id: 'magnetisingAmpereTurns',
        name: 'Ampere-turns a pole, estimate',
        symbol: 'F',
        unit: 'A',
        formula: 'F = B₁·g·k_c/µ₀ + 2·H(B_t)·h + H(B_y)·π·(D + 2h + h_y)/(2·2p)',
        source: 'magnetic circuit; Pyrhönen et al., ch. 3 (from memory); sheet curve from memory',
        assumptions: [
          'the rotor’s teeth are taken as loaded like the stator’s, its yoke as of no account',
          'expect 25 % error; more above 1.7 T in the teeth',
        ],
        inputs: {
          B1: taken(B1),
          g: given('g', g, 'mm', 'card, air gap'),
          kc: given(
            'k_c',
            carterFactor(slotPitch, opening, g),
            '',
            `Carter, opening ${opening.toFixed(1)} mm`,
          ),
          Bt: Bt ? taken(Bt) : given('B_t', 0, 'T', 'not known'),
          h: given('h', depth, 'mm', 'slot depth'),
          By: By ? taken(By) : given('B_y', 0, 'T', 'not known'),
          ly: given(
            'l_y',
            (Math.PI * (D + 2 * depth + yoke)) / (2 * layout.poles),
            'mm',
            'half a pole along the back iron',
          ),
        },
        value: (v) =>
          (v.B1 * v.g * v.kc) / 1000 / MU_0 +
          (2 * fieldStrength(v.Bt) * v.h) / 1000 +
          (fieldStrength(v.By) * v.ly) / 1000,
      },
      recordWorking,
    );
    found.magnetisingCurrent = derive(
      {
        id: 'magnetisingCurrent',
        name: 'No-load current, estimate',
        symbol: 'I_m',
        unit: 'A',
        formula: `I_m = ${star ? '' : '√3 · '}π · p · F / (3·√2 · N · k_w)`,
        source: 'fundamental of the three-phase magnetomotive force, first principles',
        assumptions: ['line current, magnetising part only; expect 30 % error'],
        inputs: {
          F: taken(found.magnetisingAmpereTurns),
          p: given('p', layout.polePairs, 'pole pairs', 'card'),
          N: taken(N),
          kw: taken(kw),
        },
        value: (v) => ((star ? 1 : Math.sqrt(3)) * Math.PI * v.p * v.F) / (3 * Math.SQRT2 * v.N * v.kw),
      },
      recordWorking,
    );
  }
  if (supply.frequencyHz && L && N && shape && f.meanTurn)
    found.leakageReactance = derive(
      {
        id: 'leakageReactance',
        name: 'Stator leakage reactance, estimate',
        symbol: 'X_σ',
        unit: 'Ω',
        formula: 'X_σ = 2π·f·µ₀·N²·(12/Q)·(L·λ_s + q·l_e·λ_e),  λ_s = h/(3w) + 1, λ_e = 0.3',
        source: 'slot and end-winding permeance; Pyrhönen et al., ch. 4 (from memory)',
        assumptions: ['a phase; slot and end winding only; expect 40 % error'],
        inputs: {
          f: given('f', supply.frequencyHz, 'Hz', 'plate'),
          N: taken(N),
          Q: given('Q', layout.slots, 'slots', 'card'),
          L: given('L', L, 'mm', 'card, core length'),
          h: given('h', shape.depthMm - shape.mouthMm, 'mm', 'slot'),
          w: given('w', shape.widthMm, 'mm', 'slot'),
          q: given('q', layout.slotsPerPolePerPhase, '', 'slots per pole and phase'),
          lm: taken(f.meanTurn),
        },
        value: (v) => {
          const slot = (v.L / 1000) * (v.h / (3 * v.w) + 1);
          const end = (v.q * 0.3 * Math.max(0, v.lm / 2 - v.L)) / 1000;
          return 2 * Math.PI * v.f * MU_0 * v.N ** 2 * (12 / v.Q) * (slot + end);
        },
      },
      recordWorking,
    );
  return found;
}
