/** One job of one motor as it is stored: what was typed, in the order in which it happened. Source: none, nothing is computed by a formula. */
import type { ChosenCriteria } from '../../test-kinds/criteria/index.ts';
import type { SisterMotor, VisitPart } from './parts.ts';
import type { JointMark } from '../../winding/connection/index.ts';
import type { Stage, TestKindId } from '../../test-kinds/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import type { LogPoint } from '../../physics/heat/index.ts';
import type { TestOutcome } from '../../language/quantity/index.ts';
import { type MachineKind } from '../../winding/machine/index.ts';
import { machineKind } from '../../machine-kinds/index.ts';
import {
  routeOf,
  type GateId,
  type HoldRecord,
  type Route,
  type RouteName,
  type StepRecord,
} from '../route/index.ts';

export type WindingRole = 'as-found' | 'proposed' | 'as-wound';

export interface VisitWinding {
  readonly role: WindingRole;
  readonly typed: Typed;
  /** Place in the order of events at which it last became another winding. */
  readonly planOrder: number;
  /** When a lead released a proposal; null while it is only proposed. */
  readonly releasedAt: string | null;
}

export interface VisitReading {
  readonly kind: TestKindId;
  readonly stage: Stage;
  readonly typed: Typed;
  /** Its log where it has one and it is at hand. */
  readonly log?: readonly LogPoint[] | undefined;
  /** How it was judged, and by which core: judging a log again costs reading it again. */
  readonly kept?: { readonly core: string; readonly outcome: TestOutcome } | null | undefined;
  readonly order: number;
  /** Taken back, with a reason: it stays readable and counts no more. */
  readonly withdrawn: { readonly by: string; readonly reason: string } | null;
}

export interface Visit {
  readonly machine: MachineKind;
  /** In the version that the visit began with. */
  readonly route: Route;
  readonly number: string;
  readonly plate: Typed;
  readonly windings: readonly VisitWinding[];
  readonly steps: readonly StepRecord[];
  readonly parts: readonly VisitPart[];
  /** The limits that were chosen for it, else by the shop; common practice when absent. */
  readonly criteria?: ChosenCriteria | null | undefined;
  /** Motors on the floor of the same make and plate, with the tags of their stators and rotors. */
  readonly sisters?: readonly SisterMotor[] | undefined;
  readonly holds: readonly HoldRecord[];
  readonly gatePasses: readonly {
    readonly gate: GateId;
    readonly reason: string;
    readonly by: string;
    readonly order: number;
  }[];
  /** Oldest first. */
  readonly readings: readonly VisitReading[];
  /** Oldest first. */
  readonly jointMarks: readonly (JointMark & { readonly order: number })[];
  /** What the shop has set, as typed. */
  readonly settings: Typed;
}

/**
 * What a motor's record says by id: its kind, and its route in the version that it began with.
 * @param own the shop's own route where the motor goes one
 */
export function kindAndRoute(
  motor: RouteName & { readonly kind: string },
  own: Route | null,
): Pick<Visit, 'machine' | 'route'> {
  return { machine: machineKind(motor.kind), route: routeOf(motor, own) };
}
