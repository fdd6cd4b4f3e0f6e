/** What wire the floor still needs; runs in a worker, as every motor's plan is made for it. */
import { machineKind, plansOf, wireAhead, type MotorAhead, type WireAhead } from '@norther/core';
import { stockOf, type ReelRecord } from '@norther/records';
import type { MotorToWind } from './supplies.repository.ts';

export interface WireQuestion {
  /** In the order of the floor. */
  readonly motors: readonly MotorToWind[];
  readonly settings: Readonly<Record<string, string>>;
  readonly reels: readonly ReelRecord[];
}

export function wireForFloor({ motors, settings, reels }: WireQuestion): WireAhead {
  const ahead = motors.flatMap(({ number, kind, plate, windings, records }): MotorAhead[] => {
    const machine = machineKind(kind);
    const plans = plansOf({ machine, plate, windings, settings }, false);
    const card = plans.toMake;
    // What was wound has its wire: a signed station says of what.
    const wound =
      windings.some((w) => w.role === 'as-wound') ||
      records.some((typed) => machine.asWound(card, typed, plans.plate, plans.shop) !== null);
    return wound ? [] : [{ number, machine, card, plate: plans.plate, settings: plans.shop.cut }];
  });
  return wireAhead(ahead, stockOf(reels));
}
