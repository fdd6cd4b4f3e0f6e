/** Turns and wire of a direct-current winding for other volts or another speed. */
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
import type { Strand } from '../../winding/wire/index.ts';
import { rewound } from '../rewound.ts';
import type { DirectCurrentCard } from './check-card.ts';
import { POLE_WINDING_NAME } from './card.ts';
import type { DirectCurrentPlate } from './plate.ts';

export interface DirectCurrentWish {
  readonly voltageV?: number | undefined;
  readonly speedRpm?: number | undefined;
}

export interface DirectCurrentRedesign {
  /** Fields of the card that make the proposal. */
  readonly fields: Typed;
  readonly steps: readonly Figure[];
}

/**
 * The same flux per pole and the same copper in every slot: armature turns ∝ volts / speed; shunt turns ∝ volts, with the
 * same ampere-turns, unless it is separately excited; what carries the armature's current, turns ∝ 1 / current.
 * Source: induced volts ∝ turns · flux · speed, first principles.
 */
export function redesignDirectCurrent(
  { plan, card }: DirectCurrentCard,
  plate: DirectCurrentPlate,
  wish: DirectCurrentWish,
): Outcome<DirectCurrentRedesign> {
  const stop = (code: string, message: string, fields: string[]) =>
    refused<DirectCurrentRedesign>([finding('stop', `redesign.${code}`, message, fields)]);
  if (!plan) return stop('no-winding', 'There is no winding to start from yet: fill the card.', ['turns']);
  const { voltageV: U, speedRpm: n } = plate;
  if (!U || !n)
    return stop('no-supply', 'Volts and speed of the plate are needed to start from.', ['voltage', 'speed']);
  const [newU, newN] = [wish.voltageV ?? U, wish.speedRpm ?? n];
  if (newU === U && newN === n)
    return stop('nothing-changes', 'Write other volts or another speed.', ['forVoltage', 'forSpeed']);
  const volts = {
    U: given('U', U, 'V', 'plate'),
    U2: given('U′', newU, 'V', 'wanted'),
  };
  const ratio = derive(
    {
      id: 'turnsRatio',
      name: 'Armature turns, new over old',
      symbol: 'T′/T',
      unit: '',
      formula: 'T′/T = (U′/U) · (n/n′)',
      source: 'the same flux per pole; induced volts ∝ turns · flux · speed, first principles',
      inputs: { ...volts, n: given('n', n, 'rpm', 'plate'), n2: given('n′', newN, 'rpm', 'wanted') },
      value: (v) => (v.U2 / v.U) * (v.n / v.n2),
    },
    true,
  );
  const steps: Figure[] = [ratio];
  const fields: Record<string, string> = { forVoltage: String(newU), forSpeed: String(newN) };
  const change = (
    [turnsId, wiresId]: readonly [string, string],
    name: string,
    old: { readonly turns: number; readonly wires: readonly Strand[] },
    factor: Figure,
  ) => {
    const made = rewound({ turns: turnsId, wires: wiresId }, name, old, factor);
    Object.assign(fields, made.fields);
    steps.push(...made.steps);
  };
  change(['turns', 'wires'], 'Armature', { turns: plan.turns, wires: plan.wires }, ratio);
  const { shunt, series, interpole, compensating } = card.poleCoils;
  if (shunt && plate.excitation !== 'separate' && newU !== U) {
    const byVolts = derive(
      {
        id: 'shuntRatio',
        name: 'Shunt turns, new over old',
        symbol: 'T′/T',
        unit: '',
        formula: 'T′/T = U′/U',
        source: 'the same ampere-turns and the same copper: current ∝ 1 / turns; first principles',
        inputs: volts,
        value: (v) => v.U2 / v.U,
      },
      true,
    );
    steps.push(byVolts);
    change(['shuntTurns', 'shuntWires'], POLE_WINDING_NAME.shunt, shunt, byVolts);
  }
  // The same power at other volts is another current, and these see nothing else.
  if ((series || interpole || compensating) && newU !== U) {
    const byCurrent = derive(
      {
        id: 'currentRatio',
        name: 'Series turns, new over old',
        symbol: 'T′/T',
        unit: '',
        formula: 'T′/T = I/I′ = U′/U',
        source: 'the same power: current ∝ 1 / volts; the same ampere-turns; first principles',
        inputs: volts,
        value: (v) => v.U2 / v.U,
      },
      true,
    );
    steps.push(byCurrent);
    if (series) change(['seriesTurns', 'seriesWires'], POLE_WINDING_NAME.series, series, byCurrent);
    if (interpole)
      change(['interpoleTurns', 'interpoleWires'], POLE_WINDING_NAME.interpole, interpole, byCurrent);
    if (compensating)
      change(
        ['compensatingTurns', 'compensatingWires'],
        POLE_WINDING_NAME.compensating,
        compensating,
        byCurrent,
      );
  }
  return good({ fields, steps });
}
