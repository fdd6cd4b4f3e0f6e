/** What the plan of any kind of winding offers to code that knows no kinds: tests, gates, stations, joints. */
import type { LinePairs } from '../analysis/index.ts';
import type { Joint, WalkJudgement, WalkReading } from '../connection/index.ts';

export interface PlanGroup {
  readonly number: number;
  readonly name: string;
  /** The winding it belongs to: a phase, or main or start. */
  readonly phase: string;
  readonly polarity: 'N' | 'S';
  /** Numbers of its coils. */
  readonly coils: readonly number[];
}

export interface PlanCoil {
  readonly number: number;
  /** The two that its sides lie in. */
  readonly slots: readonly [number, number];
}

/** The polarity walk of a winding: how it is fed, what it must show, and what was seen. */
export interface PlanWalk {
  readonly words: string;
  /** Group by group, in the order of `Plan.groups`. */
  readonly expected: readonly WalkReading[];
  readonly judge: (readings: readonly WalkReading[], explain: boolean) => WalkJudgement;
}

export interface Plan {
  /** Id of the kind of machine. */
  readonly machine: string;
  readonly slots: number;
  readonly poles: number;
  readonly coils: readonly PlanCoil[];
  /** Equal coils in equal slots have an equal key; marks of joints are kept under it. */
  readonly key: string;
  /** In the order in which they are walked. */
  readonly groups: readonly PlanGroup[];
  readonly joints: readonly Joint<string>[];
  /** Bare copper; null where the core or the mean turn is not known [kg]. */
  readonly copperKg: number | null;
  /** In the gap, without load; null where bore, length, volts or frequency are not known [T]. */
  readonly gapDensityT: number | null;
  /** A mean turn was measured on the old winding, so ohms can be trusted further. */
  readonly meanTurnMeasured: boolean;
  /** What an ohmmeter reads between three line leads; null where there are none, or no ohms follow. */
  readonly linePairs: LinePairs | null;
  readonly walk: PlanWalk;
  /** What a document says of the winding: what it is called, and what it is. */
  readonly lines: readonly (readonly [label: string, value: string])[];
}
