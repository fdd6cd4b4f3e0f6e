/** The gates before the old winding is sawn and burnt, before it is pulled, before the new one goes in: each asks the card. */
import { CARD_MOMENTS, dueBy, type CardMoment } from '../data-card/index.ts';
import { finding, type Finding } from '../quantity/index.ts';
import type { GateId } from '../route/index.ts';
import { gateState, type GateFacts, type GateState } from './gate.ts';

/** @returns a gate that wants what its step would destroy, and what has come before it; see data-card/moments.ts */
export const cardGate =
  (gate: GateId, title: string, moment: CardMoment) =>
  ({ card }: GateFacts): GateState => {
    const passed = CARD_MOMENTS.slice(0, CARD_MOMENTS.findIndex((m) => m.id === moment) + 1);
    const missing = card.missing.flatMap((m): Finding[] => {
      const of = passed.find((p) => p.id === m.moment);
      return of
        ? [finding('stop', 'gate.card-gap', `${m.label} is not on the data card.`, [m.id], of.because)]
        : [];
    });
    return gateState(gate, title, [
      ...card.findings.filter((f) => f.severity !== 'note' && dueBy(f, moment)),
      ...missing,
    ]);
  };
