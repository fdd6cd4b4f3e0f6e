/** What a number of bare wires on one line lead can mean, before anything else of the winding is known. */
import { finding, type Finding } from '../../language/quantity/index.ts';
import { gcd } from '../layout/index.ts';
import type { PhaseConnection } from '../../physics/electrical/index.ts';

export interface WireCount {
  /** Bare wire ends found on one line lead. */
  readonly wires: number;
  readonly wiresInHand: number;
  readonly poles: number;
  readonly slots?: number;
}

export interface LeadCountReading {
  readonly grouping: 'every-pole' | 'consequent';
  readonly connection: PhaseConnection;
  readonly circuits: number;
}

/**
 * Star: a circuit has one coil end on the lead; delta: two. Circuits must part the groups of a phase equally, and with the
 * slots known the coils as well.
 * Source: counting; that equal circuits need equal groups is first principles.
 */
export function countLead({ wires, wiresInHand, poles, slots }: WireCount): {
  readonly coilEnds: number | null;
  readonly readings: readonly LeadCountReading[];
  readonly findings: readonly Finding[];
} {
  if (wires % wiresInHand !== 0)
    return {
      coilEnds: null,
      readings: [],
      findings: [
        finding(
          'watch',
          'leads.wires-not-divisible',
          `${wires} wires do not come from coils of ${wiresInHand} in hand: one was lost or counted twice. Count again.`,
          ['wires', 'wiresInHand'],
        ),
      ],
    };
  const coilEnds = wires / wiresInHand;
  const readings = (['every-pole', 'consequent'] as const).flatMap((grouping) => {
    const groups = grouping === 'every-pole' ? poles : poles / 2;
    const most = slots === undefined ? groups : gcd(slots, groups);
    return (['star', 'delta'] as const).flatMap((connection): LeadCountReading[] => {
      const circuits = connection === 'star' ? coilEnds : coilEnds / 2;
      return Number.isInteger(circuits) && most % circuits === 0 ? [{ grouping, connection, circuits }] : [];
    });
  });
  return { coilEnds, readings, findings: [] };
}
