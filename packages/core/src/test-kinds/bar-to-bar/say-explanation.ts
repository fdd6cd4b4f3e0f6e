/** What one explanation of a ring's readings means to the hand. Source: none, sentences only. */
import { fold, type DirectCurrentPlan, type RingExplanation } from '../../machine-kinds/index.ts';
import { showNumber } from '../../language/units/index.ts';

/** A coil by its number, bars and slots. @param startBar that it begins on: so the ring counts coils, the hand by their slots */
export function sayCoil(startBar: number, plan: DirectCurrentPlan): string {
  const own = plan.armatureCoils.find((c) => c.startBar === startBar);
  return own
    ? `Coil ${own.coil} (bar ${own.startBar} to ${own.finishBar}, slots ${own.firstSlot} and ${own.secondSlot})`
    : `The coil from bar ${startBar}`;
}

/** Where it is, and what it is. @returns null where nothing is wrong */
export function sayExplanation(e: RingExplanation, plan: DirectCurrentPlan): string | null {
  const next = (bar: number) => fold(bar + 1, plan.spec.bars);
  const coil = (number: number) => sayCoil(number, plan);
  switch (e.kind) {
    case 'none':
      return null;
    case 'open':
      return `${coil(e.coil)} is open: a broken wire, or a lead out of its riser`;
    case 'short':
      return `${coil(e.coil)} is short-circuited, or there is copper between its bars`;
    case 'partial':
      return e.factor < 1
        ? `${coil(e.coil)} has shorted turns: ${showNumber(100 * e.factor, 2)} % of its ohms`
        : `${coil(e.coil)} has a poor joint of one lead: ${showNumber(100 * e.factor, 3)} % of its ohms`;
    case 'crossed':
      return `Bars ${e.bar} and ${next(e.bar)} have crossed leads: both of one with both of the other`;
    case 'finishes-exchanged':
      return `Bars ${e.bar} and ${next(e.bar)} have their lower leads changed over`;
    case 'riser':
      return `Bar ${e.bar} has a poor riser: ${showNumber(1000 * e.ohm, 2)} mΩ between it and both its leads`;
  }
}
