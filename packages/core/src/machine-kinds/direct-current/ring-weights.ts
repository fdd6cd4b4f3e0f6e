/**
 * What a pulse between two bars sees of each coil, and which coil explains places that ring unlike the others.
 * Source: a share of the energy is the share by which a small change of one coil changes the whole (Tellegen's theorem);
 * coils taken as alike, their coupling left out.
 */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import { ringNetwork, ringPitch, type SoundRing } from './commutator-ring.ts';

/**
 * Share of the energy that each coil takes of a pulse from bar 1 to bar 1 + span; from another bar the same, turned.
 * @param span bars between the contacts
 * @returns coil by the bar that it begins on, from bar 1 [1], together 1; refused where no current flows between such bars
 */
export function ringWeights(ring: SoundRing, span: number): Outcome<readonly number[]> {
  const unit = { ...ring, coilOhm: 1 };
  const pitch = ringPitch(unit);
  const network = ringNetwork(unit, []);
  if (!pitch.ok) return pitch;
  if (!network.ok) return network;
  const { bars } = ring;
  const out = span % bars;
  const whole = network.value.transfer(0, out, 0, out);
  if (!whole)
    return refuse(
      'armature.span-apart',
      `Bars that are ${span} apart are not joined by a coil, or are one bar: no pulse goes between them.`,
      'span',
    );
  return good(
    Array.from({ length: bars }, (_, coil) => {
      const finish = (((coil + pitch.value) % bars) + bars) % bars;
      const current = network.value.transfer(coil, finish, 0, out) ?? 0;
      return current ** 2 / whole;
    }),
  );
}

export interface OddCoil {
  /** By the bar that it begins on. */
  readonly startBar: number;
  /** Share of the differences between the places that it explains [1]. */
  readonly explains: number;
  /** Share of the whole that the coil is, at each place [1]. */
  readonly seen: readonly number[];
  /** How far each place would be from the first one [same unit as was read]. */
  readonly said: readonly number[];
}

/** Coils that explain nearly as much as the best one cannot be told from it. */
const AS_GOOD = 0.98;

/**
 * Coils whose change explains how far each place is from the first one, best first; what cannot be told apart stands together.
 * @param apart a figure a bar, from bar 1: how far the place is from the first one
 * @param weights as `ringWeights` gives them
 */
export function oddCoils(apart: readonly number[], weights: readonly number[]): readonly OddCoil[] {
  const bars = apart.length;
  const mean = apart.reduce((s, v) => s + v, 0) / bars;
  const whole = apart.reduce((s, v) => s + (v - mean) ** 2, 0);
  if (!(whole > 0)) return [];
  const found = Array.from({ length: bars }, (_, coil): OddCoil => {
    const seen = apart.map((_, place) => weights[(coil - place + bars) % bars]!);
    const pattern = seen.map((w) => Math.abs(w - seen[0]!));
    const middle = pattern.reduce((s, v) => s + v, 0) / bars;
    const [own, both] = pattern.reduce(
      ([o, b], v, i) => [o + (v - middle) ** 2, b + (v - middle) * (apart[i]! - mean)],
      [0, 0],
    );
    const slope = own > 0 ? Math.max(0, both / own) : 0;
    return {
      startBar: coil + 1,
      seen,
      explains: own > 0 && both > 0 ? both ** 2 / (own * whole) : 0,
      said: pattern.map((v) => mean + slope * (v - middle)),
    };
  }).sort((a, b) => b.explains - a.explains);
  const best = found[0]!.explains;
  return best > 0 ? found.filter((c) => c.explains >= AS_GOOD * best) : [];
}
