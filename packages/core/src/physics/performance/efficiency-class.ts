/** Least efficiency of the classes IE1 to IE4 at 50 Hz, by the interpolation polynomial. */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export const EFFICIENCY_CLASSES = ['IE1', 'IE2', 'IE3', 'IE4'] as const;
export type EfficiencyClass = (typeof EFFICIENCY_CLASSES)[number];

type Coefficients = readonly [a: number, b: number, c: number, d: number];
type ByPoles = Readonly<Record<number, Coefficients>>;

/**
 * η = A·x³ + B·x² + C·x + D, x = lg(P/kW), in percent. From 0.75 to 200 kW and, from 0.12 kW, below it.
 * Source: IEC 60034-30-1, interpolation coefficients for 50 Hz (from memory; each is held against the printed table in
 * the tests). What is not remembered is not here: IE1 of eight poles, and IE1 under 0.75 kW.
 */
const FROM_0_75: Readonly<Record<EfficiencyClass, ByPoles>> = {
  IE1: {
    2: [0.5234, -5.0499, 17.418, 74.3171],
    4: [0.5234, -5.0499, 17.418, 74.3171],
    6: [0.0786, -3.5838, 17.2918, 72.2383],
  },
  IE2: {
    2: [0.2972, -3.3454, 13.0651, 79.077],
    4: [0.0278, -1.9247, 10.4395, 80.9761],
    6: [0.0148, -2.4978, 13.247, 77.5603],
    8: [2.1311, -12.029, 26.719, 69.735],
  },
  IE3: {
    2: [0.3569, -3.3076, 11.6108, 82.2503],
    4: [0.0773, -1.8951, 9.2984, 83.7025],
    6: [0.1252, -2.613, 11.9963, 80.4769],
    8: [0.7189, -5.1678, 15.705, 77.074],
  },
  IE4: {
    2: [0.34, -3.0479, 10.293, 84.8208],
    4: [0.2412, -2.3608, 8.446, 86.8321],
    6: [0.3598, -3.2107, 10.7933, 84.107],
    8: [0.6556, -4.7229, 13.977, 80.247],
  },
};
const BELOW_0_75: Readonly<Partial<Record<EfficiencyClass, ByPoles>>> = {
  IE3: {
    2: [6.8532, 6.2006, 25.1317, 84.0392],
    4: [7.6356, 4.8236, 21.0903, 86.0998],
    6: [-17.361, -44.538, -3.0554, 79.1318],
    8: [-0.5896, -25.526, 4.2884, 75.831],
  },
  IE4: {
    2: [-8.8538, -20.3352, 8.9002, 85.0641],
    4: [8.432, 2.6888, 14.6236, 87.6153],
    6: [-13.0355, -36.9497, -4.3621, 82.0009],
    8: [-4.9735, -21.453, 2.6653, 79.055],
  },
};

/** @returns [%], not rounded to a tenth */
export function classEfficiencyPercent(
  of: EfficiencyClass,
  poles: number,
  powerKw: number,
  frequencyHz: number,
): Outcome<number> {
  if (frequencyHz !== 50)
    return refuse(
      'class.no-polynomial',
      'The polynomial is for 50 Hz only; at 60 Hz the standard has a table.',
      'frequencyHz',
    );
  if (!(powerKw >= 0.12 && powerKw <= 200))
    return refuse('class.power', 'The polynomial is for 0.12 to 200 kW.', 'powerKw');
  const coefficients = (powerKw < 0.75 ? BELOW_0_75 : FROM_0_75)[of]?.[poles];
  if (!coefficients)
    return refuse(
      'class.not-at-hand',
      `The coefficients of ${of} for ${poles} poles ${powerKw < 0.75 ? 'under' : 'from'} 0.75 kW are not at hand: look in IEC 60034-30-1.`,
      'class',
      'poles',
    );
  const x = Math.log10(powerKw);
  const [a, b, c, d] = coefficients;
  return good(((a * x + b) * x + c) * x + d);
}
