/** The resistance at switch-off from readings taken after it. Source: IEC 60034-1 and IEEE 112, extrapolation (from memory). */
import { fitLine } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export interface CoolingCurve {
  readonly atZeroOhm: number;
  readonly timeConstantS: number;
  readonly asymptoteOhm: number;
}

const notFalling = (): Outcome<CoolingCurve> =>
  refuse(
    'cooling.not-falling',
    'The resistance does not fall towards its end: this is no cooling curve.',
    'ohm',
  );

/**
 * ln(R − R∞) is a straight line over time.
 * @param asymptoteOhm R∞; 0 for the straight line of ln R, which serves only for the first short while
 */
export function coolingToAsymptote(
  timeS: readonly number[],
  ohm: readonly number[],
  asymptoteOhm: number,
): Outcome<CoolingCurve> {
  if (ohm.some((r) => r <= asymptoteOhm))
    return refuse(
      'cooling.below-asymptote',
      'Every reading must be over the resistance it cools down to.',
      'asymptoteOhm',
    );
  const line = fitLine(
    timeS,
    ohm.map((r) => Math.log(r - asymptoteOhm)),
  );
  if (!line || !(line.slope < 0)) return notFalling();
  return good({
    atZeroOhm: asymptoteOhm + Math.exp(line.intercept),
    timeConstantS: -1 / line.slope,
    asymptoteOhm,
  });
}

/** Exact exponential through three readings that are equally far apart; it finds its own asymptote. */
export function coolingByThree(timeS: readonly number[], ohm: readonly number[]): Outcome<CoolingCurve> {
  if (timeS.length !== 3)
    return refuse('cooling.not-three', 'This method takes three readings.', 'timeS', 'ohm');
  const [t1, t2, t3] = timeS as readonly [number, number, number];
  const [a, b, c] = ohm as readonly [number, number, number];
  const step = t2 - t1;
  if (!(step > 0) || Math.abs(t3 - t2 - step) > 1e-6 * step)
    return refuse('cooling.not-even', 'The three readings must be equally far apart in time.', 'timeS');
  const ratio = (b - c) / (a - b);
  if (!(a > b && b > c && ratio < 1)) return notFalling();
  const asymptoteOhm = (a * c - b * b) / (a + c - 2 * b);
  const timeConstantS = -step / Math.log(ratio);
  return good({
    atZeroOhm: asymptoteOhm + (a - asymptoteOhm) * Math.exp(t1 / timeConstantS),
    timeConstantS,
    asymptoteOhm,
  });
}
