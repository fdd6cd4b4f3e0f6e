/** Turns and wire of coils on teeth for other volts or another speed. */
import type { Typed } from '../../language/forms/index.ts';
import {
  derive,
  finding,
  given,
  good,
  refused,
  type Figure,
  type Outcome,
} from '../../language/quantity/index.ts';
import { rewound } from '../rewound.ts';
import type { ToothCoilCard } from './check-card.ts';
import type { ToothCoilPlate } from './plate.ts';

/** The same flux and the same copper: turns ∝ volts / speed. Source: induced volts ∝ turns · speed, first principles. */
export function redesignToothCoil(
  { plan }: ToothCoilCard,
  plate: ToothCoilPlate,
  wish: { readonly voltageV?: number | undefined; readonly speedRpm?: number | undefined },
): Outcome<{ readonly fields: Typed; readonly steps: readonly Figure[] }> {
  const stop = (code: string, message: string, fields: string[]) =>
    refused<{ fields: Typed; steps: readonly Figure[] }>([
      finding('stop', `redesign.${code}`, message, fields),
    ]);
  if (!plan) return stop('no-winding', 'There is no winding to start from yet: fill the card.', ['turns']);
  const { voltageV: U, speedRpm: n } = plate;
  if (!U || !n)
    return stop('no-supply', 'Volts and speed of the plate are needed to start from.', ['voltage', 'speed']);
  const [newU, newN] = [wish.voltageV ?? U, wish.speedRpm ?? n];
  if (newU === U && newN === n)
    return stop('nothing-changes', 'Write other volts or another speed.', ['forVoltage', 'forSpeed']);
  const ratio = derive(
    {
      id: 'turnsRatio',
      name: 'Turns, new over old',
      symbol: 'T′/T',
      unit: '',
      formula: 'T′/T = (U′/U) · (n/n′)',
      source: 'the same flux of the magnets; induced volts ∝ turns · speed, first principles',
      inputs: {
        U: given('U', U, 'V', 'plate'),
        U2: given('U′', newU, 'V', 'wanted'),
        n: given('n', n, 'rpm', 'plate'),
        n2: given('n′', newN, 'rpm', 'wanted'),
      },
      value: (v) => (v.U2 / v.U) * (v.n / v.n2),
    },
    true,
  );
  const made = rewound({ turns: 'turns', wires: 'wires' }, '', plan, ratio);
  return good({
    fields: { ...made.fields, forVoltage: String(newU), forSpeed: String(newN) },
    steps: [ratio, ...made.steps],
  });
}
