/** Which space harmonics a winder has to know about: those that make a motor crawl, cusp or sing. */
import type { SpaceHarmonic } from './magnetomotive-force.ts';

export interface WaveEffect {
  readonly polePairs: number;
  readonly order: number;
  readonly kind: 'crawl' | 'cusp' | 'noise';
  /** Amplitude against the working wave [1]. */
  readonly share: number;
  readonly message: string;
}

/** From this share of the working wave on an asynchronous torque is felt. Common practice, no source. */
const FELT = 0.03;
/** Waves of at most so many pole pairs bend the core enough to be heard. Common practice, no source. */
const HEARD_BELOW = 4;

/**
 * @param rotorBars for the slot harmonics of the cage; left out when not known
 * @returns the strongest first
 * Source: a wave of order h turns at 1/h of synchronous speed, forward ones hold the motor there, backward ones brake;
 * two waves of ν₁ and ν₂ pole pairs pull radially with |ν₁ ± ν₂| pairs. First principles; limits common practice.
 */
export function waveEffects(
  harmonics: readonly SpaceHarmonic[],
  polePairs: number,
  slots: number,
  rotorBars?: number,
): WaveEffect[] {
  const working = harmonics.find((h) => h.polePairs === polePairs);
  if (!working) return [];
  const found: WaveEffect[] = [];
  for (const h of harmonics) {
    if (h.polePairs === polePairs) continue;
    const share = h.amplitudeA / working.amplitudeA;
    const order = h.order;
    const nth = order.toFixed(Number.isInteger(order) ? 0 : 2);
    if (share >= FELT && order > 1) {
      const speed = `1/${nth} of synchronous speed`;
      if (h.direction === 'with')
        found.push({
          polePairs: h.polePairs,
          order,
          kind: 'crawl',
          share,
          message: `Order ${nth} runs with the field: the motor may hang near ${speed} while it starts.`,
        });
      else if (h.direction === 'against')
        found.push({
          polePairs: h.polePairs,
          order,
          kind: 'cusp',
          share,
          message: `Order ${nth} runs against the field: it brakes from standstill on, a dip in the torque near −${speed}.`,
        });
    }
    // Radial pull between this wave and the working one.
    const pairs = Math.min(Math.abs(h.polePairs - polePairs), h.polePairs + polePairs);
    if (share >= FELT && pairs > 0 && pairs < HEARD_BELOW && h.polePairs % polePairs !== 0)
      found.push({
        polePairs: h.polePairs,
        order,
        kind: 'noise',
        share,
        message: `${h.polePairs} pole pairs beside ${polePairs} pull the core into ${pairs} ${pairs === 1 ? 'bulge' : 'bulges'}: expect hum at twice the supply frequency.`,
      });
  }
  found.sort((a, b) => b.share - a.share);
  if (rotorBars) found.push(...cageEffects(slots, 2 * polePairs, rotorBars));
  return found;
}

/** Slot numbers of stator and cage that are known to lock, crawl or sing together. Source: common practice, no source. */
function cageEffects(slots: number, poles: number, bars: number): WaveEffect[] {
  const apart = Math.abs(slots - bars);
  const say = (kind: WaveEffect['kind'], message: string): WaveEffect => ({
    polePairs: apart,
    order: (2 * apart) / poles,
    kind,
    share: 1,
    message,
  });
  if (apart === 0)
    return [say('crawl', `${bars} rotor bars for ${slots} slots: the teeth may lock at standstill.`)];
  if (apart === poles)
    return [
      say(
        'cusp',
        `${slots} slots and ${bars} bars differ by the poles: a dip in the torque near standstill.`,
      ),
    ];
  if (apart <= 2 || apart === poles - 1 || apart === poles + 1 || apart === poles - 2 || apart === poles + 2)
    return [
      say(
        'noise',
        `${slots} slots and ${bars} bars differ by ${apart}: expect noise that changes with speed.`,
      ),
    ];
  return [];
}
