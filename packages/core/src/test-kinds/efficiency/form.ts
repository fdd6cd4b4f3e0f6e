/** What is entered of a load test. */
import { assumed, choice, quantity, required, lines, type ReadingOf } from '../../language/forms/index.ts';

export const EFFICIENCY_FORM = [
  required(
    lines(
      'points',
      'Points',
      [
        ['current', 'A'],
        ['power in', 'W'],
        ['torque', 'N·m'],
        ['speed', 'rpm'],
        ['lead to lead', 'Ω'],
        ['winding', '°C'],
      ],
      'a line a point: A; W in; N·m; rpm; Ω lead to lead; °C winding',
      4000,
    ),
  ),
  required(quantity('friction', 'Friction and windage', 'power', 0, 500, 'from the no-load test')),
  required(quantity('core', 'Core loss', 'power', 0, 500, 'from the no-load test, at rated volts')),
  assumed(
    choice('school', 'Correlation as', { ieee: 'IEEE 112 wants, 0.90', iec: 'IEC 60034-2-1 wants, 0.95' }),
    'ieee',
  ),
  quantity(
    'toTemperature',
    'Winding at rated load',
    'temperature',
    20,
    220,
    'empty: that of the point nearest to it',
  ),
  quantity('leadOhm', 'Lead to lead, cold', 'resistance', 0.000001, 20000, 'for points out of a log'),
  quantity('leadAt', 'Cold winding', 'temperature', -20, 80),
  choice('class', 'Class on the plate', { IE1: 'IE1', IE2: 'IE2', IE3: 'IE3', IE4: 'IE4' }),
] as const;
export type EfficiencyReading = ReadingOf<typeof EFFICIENCY_FORM>;
