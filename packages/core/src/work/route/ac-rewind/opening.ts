/** The stations of an AC rewind before the motor is in two parts. */
import { required, text } from '../../../language/forms/index.ts';
import { testsAt, type Station } from '../station.ts';

export const OPENING_STATIONS: readonly Station[] = [
  {
    id: 'intake',
    body: 'motor',
    name: 'Intake',
    title: 'Intake',
    todo: [
      'Photograph the motor as it came, damage and all.',
      'Measure insulation to ground, then winding resistance, before anything is loosened.',
      'Dismantle and look for the cause, not only the damage.',
    ],
    record: [
      required(text('failed', 'What failed, and where', 'slot, coil, end', 300)),
      text('cause', 'Cause found', 'and what shows it', 300),
    ],
    caution: {
      name: 'Lifting, stored charge',
      text: 'Lift at the eye only, nobody under the load. Discharge and ground the winding after every insulation test.',
    },
    tests: testsAt('incoming', 'insulation', 'resistance'),
  },
];
