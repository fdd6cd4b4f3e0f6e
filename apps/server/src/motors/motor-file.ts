/** Everything about one motor, judged: the stored records and what the core makes of them. */
import {
  type ChosenCriteria,
  judgeVisit,
  kindAndRoute,
  type GateState,
  type HowToJudge,
  type JudgedVisit,
  type MotorStanding,
  type MotorVerdict,
  type Route,
  type SisterMotor,
  type TestOutcome,
  type Visit,
  type Voided,
} from '@norther/core';
import type {
  AttachmentRecord,
  AttemptRecord,
  GatePassRecord,
  HoldRecord,
  JointMarkRecord,
  MotorRecord,
  PartRecord,
  ReadingRecord,
  StepRecord,
  WindingRecord,
  WriteUpRecord,
} from '@norther/records';

export interface MotorRows {
  readonly motor: MotorRecord;
  /** The shop's own route where it goes one; null where it goes a published one. */
  readonly ownRoute: Route | null;
  /** Where an imported record came from. */
  readonly imported: { readonly by: string; readonly at: string; readonly file: string } | null;
  readonly windings: readonly WindingRecord[];
  readonly steps: readonly StepRecord[];
  /** Earlier ones, of stations that were opened again. */
  readonly attempts: readonly AttemptRecord[];
  readonly parts: readonly PartRecord[];
  readonly holds: readonly HoldRecord[];
  readonly gatePasses: readonly GatePassRecord[];
  /** In the order kept; without their logs, but for one that a newer core has to judge anew. */
  readonly readings: readonly StoredReading[];
  /** In the order made. */
  readonly jointMarks: readonly JointMarkRecord[];
  readonly attachments: readonly ShownAttachment[];
  readonly writeUps: readonly WriteUpRecord[];
  /** On the floor, of the same make and plate. */
  readonly sisters: readonly SisterMotor[];
  /** The limits that its tests are held to. */
  readonly criteria: ChosenCriteria;
  /** What the shop has set, as typed. */
  readonly settings: Readonly<Record<string, string>>;
}

export interface ShownAttachment extends AttachmentRecord {
  /** Its file is in this shop; a record may have been imported without. */
  readonly here: boolean;
}

export interface StoredReading extends ReadingRecord {
  readonly logPoints: number;
  readonly waveCount: number;
  readonly kept: { readonly core: string; readonly outcome: TestOutcome } | null;
}

export interface ShownReading extends Omit<StoredReading, 'kept' | 'log' | 'waves'> {
  readonly outcome: TestOutcome;
  readonly voided: Voided | null;
}

export interface MotorFile extends Omit<MotorRows, 'readings'> {
  readonly readings: readonly ShownReading[];
  readonly standing: MotorStanding;
  readonly gates: readonly GateState[];
  readonly verdict: MotorVerdict;
}

export interface JudgedMotor extends Pick<JudgedVisit, 'plans' | 'facts'> {
  readonly visit: Visit;
  readonly file: MotorFile;
}

/** The stored rows as the core knows a visit. */
export const visitOf = (rows: MotorRows): Visit =>
  ({
    ...rows,
    ...kindAndRoute(rows.motor, rows.ownRoute),
    number: rows.motor.number,
    plate: rows.motor.plate,
  }) as unknown as Visit;

/** A motor that is about to be changed: judged only as far as a decision asks, and not before it does. */
export class MotorToChange {
  readonly visit: Visit;
  private judged: JudgedVisit | null = null;

  constructor(readonly file: MotorRows) {
    this.visit = visitOf(file);
  }
  get plans() {
    return this.judge().plans;
  }
  get facts() {
    return this.judge().facts;
  }
  private judge() {
    return (this.judged ??= judgeVisit(this.visit, { working: false, onlyWhatCounts: true }));
  }
}

export function judgeMotor(rows: MotorRows, how: HowToJudge = { working: false }): JudgedMotor {
  const visit = visitOf(rows);
  const { plans, facts, readings, standing, gates, verdict } = judgeVisit(visit, how);
  return {
    visit,
    plans,
    facts,
    file: {
      ...rows,
      readings: readings.map(({ kept: _kept, log: _log, ...r }) => r as unknown as ShownReading),
      standing,
      gates,
      verdict,
    },
  };
}
