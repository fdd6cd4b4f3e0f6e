/** The stations of the rotor in an AC rewind. */
import { choice, quantity, required } from '../../../language/forms/index.ts';
import { testsAt, YES, type Station } from '../station.ts';

export const ROTOR_STATIONS: readonly Station[] = [
  {
    id: 'inspect',
    body: 'rotor',
    name: 'Inspect',
    title: 'Check the rotor',
    todo: [
      'Bars and rings, cracks and colour; journals, keyway, run-out between centres.',
      'Mark the rotor with the motor number before it leaves the bench.',
    ],
    record: [
      required(quantity('runOut', 'Run-out', 'length', 0, 5)),
      required(choice('bars', 'Bars and rings sound', YES)),
    ],
    caution: {
      name: 'Lifting',
      text: 'Sling the rotor at the core, not at the journals.',
    },
    tests: [],
  },
  {
    id: 'balance',
    equipment: 'Balancer',
    body: 'rotor',
    name: 'Balance',
    title: 'Balance the rotor',
    todo: [
      'Half key in the keyway. Spin, correct, spin again until within tolerance.',
      'Enter the residual of both planes on the test sheet.',
    ],
    record: [
      required(
        choice('corrected', 'Corrected by', {
          none: 'no correction needed',
          add: 'weight added',
          remove: 'material taken away',
        }),
      ),
    ],
    caution: {
      name: 'Spinning rotor',
      text: 'Guard shut, weights secured, nobody in line with the planes. It coasts for minutes.',
    },
    tests: testsAt('final', 'balance'),
  },
];
