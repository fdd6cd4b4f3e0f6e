/** The gates before the old winding is sawn and burnt, before it is pulled, before the new one goes in: each asks the card. */
import { CARD_MOMENTS, dueBy, type CardMoment } from '../data-card/index.ts';
import { finding, type Finding } from '../quantity/index.ts';
import type { GateId } from '../route/index.ts';
import { gateState, type GateFacts, type GateState } from './gate.ts';

const GATE_OF: Readonly<Record<CardMoment, GateId>> = {
  stripping: 'before-stripping',
  burning: 'before-burn-off',
  pulling: 'before-pulling',
  winding: 'before-winding',
};

export const CARD_GATES = Object.values(GATE_OF);

/**
 * A gate that wants what its step would destroy, and what has come before it, unless a lead let that go: it cannot be found
 * any more, and stands on the verdict. See data-card/moments.ts.
 */
export const cardGate =
  (moment: CardMoment, title: string) =>
  ({ card, passed }: GateFacts): GateState => {
    const own = CARD_MOMENTS.findIndex((m) => m.id === moment);
    const wanted = CARD_MOMENTS.filter((m, i) => i === own || (i < own && !passed.has(GATE_OF[m.id])));
    const missing = card.missing.flatMap((m): Finding[] => {
      const of = wanted.find((p) => p.id === m.moment);
      return of
        ? [finding('stop', 'gate.card-gap', `${m.label} is not on the data card.`, [m.id], of.because)]
        : [];
    });
    return gateState(GATE_OF[moment], title, [
      ...card.findings.filter((f) => f.severity !== 'note' && dueBy(f, moment)),
      ...missing,
    ]);
  };
