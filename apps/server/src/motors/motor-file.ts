/** Everything about one motor, judged: the stored records and what the core makes of them. */
import {
  checkDataCard,
  checkGate,
  GATE_IDS,
  judgeTest,
  motorVerdict,
  newestReadings,
  proposedCard,
  readNameplate,
  readShopSettings,
  standingOf,
  type CheckedCard,
  type GateFacts,
  type GateState,
  type HoldRecord as CoreHold,
  type LatestTest,
  type MotorStanding,
  type MotorVerdict,
  type ShopSettings,
  type Nameplate,
  type StepRecord as CoreStep,
  type Stage,
  type TestOutcome,
} from '@norther/core';
import type {
  GatePassRecord,
  HoldRecord,
  JointMarkRecord,
  MotorRecord,
  ReadingRecord,
  StepRecord,
  WindingRecord,
} from '@norther/records';

export interface MotorRows {
  readonly motor: MotorRecord;
  readonly windings: readonly WindingRecord[];
  readonly steps: readonly StepRecord[];
  readonly holds: readonly HoldRecord[];
  readonly gatePasses: readonly GatePassRecord[];
  /** Oldest first. */
  readonly readings: readonly ReadingRecord[];
  /** Oldest first. */
  readonly jointMarks: readonly JointMarkRecord[];
  /** What the shop has set, as typed. */
  readonly settings: Readonly<Record<string, string>>;
}

export interface JudgedReading extends ReadingRecord {
  readonly outcome: TestOutcome;
}

export interface MotorFile extends Omit<MotorRows, 'readings'> {
  readonly readings: readonly JudgedReading[];
  readonly standing: MotorStanding;
  readonly gates: readonly GateState[];
  readonly verdict: MotorVerdict;
}

export interface JudgedMotor {
  readonly file: MotorFile;
  readonly facts: GateFacts;
  readonly plate: Nameplate;
  readonly asFound: CheckedCard;
  readonly proposed: CheckedCard | null;
  readonly asWound: CheckedCard | null;
  readonly shop: ShopSettings;
}

const typedOf = (rows: MotorRows, role: string) => rows.windings.find((w) => w.role === role)?.typed;

/** Judges the stored rows; the plan is the proposed winding where there is one that can be wound, else the one found. */
export function judgeMotor(rows: MotorRows, working = false): JudgedMotor {
  const { plate } = readNameplate(rows.motor.plate);
  const shop = readShopSettings(rows.settings);
  const found = typedOf(rows, 'as-found') ?? {};
  const asFound = checkDataCard(found, plate, working, shop);
  const proposal = typedOf(rows, 'proposed');
  const wound = typedOf(rows, 'as-wound');
  const proposed = proposal ? checkDataCard(proposedCard(found, proposal), plate, working, shop) : null;
  const planned = proposed?.analysis ? proposed : asFound;
  const readings = rows.readings.map((reading): JudgedReading => ({
    ...reading,
    outcome: judgeTest(reading.kind, reading.typed, {
      plate,
      // As it came, a motor is held against what was found; afterwards against what it was to become.
      analysis: (reading.stage === 'incoming' ? asFound : planned).analysis,
      meanTurnMeasured: planned.card.meanTurn !== undefined,
      ...(reading.log ? { log: reading.log } : {}),
    }),
  }));
  // A reading that could not be judged does not hide the one before it.
  const tests = newestReadings(readings.filter((r) => r.outcome.ok)).flatMap((r): LatestTest[] =>
    r.outcome.ok ? [{ kind: r.kind, stage: r.stage as Stage, judgement: r.outcome.judgement }] : [],
  );
  const steps = rows.steps as readonly CoreStep[];
  const holds = rows.holds as readonly CoreHold[];
  const facts: GateFacts = { card: asFound, tests, steps };
  const passes = rows.gatePasses.map((p) => ({
    gate: p.gate as (typeof GATE_IDS)[number],
    reason: p.reason,
    by: p.by,
  }));
  return {
    plate,
    facts,
    asFound,
    proposed,
    asWound: wound ? checkDataCard(proposedCard(found, wound), plate, working, shop) : null,
    shop,
    file: {
      ...rows,
      readings,
      standing: standingOf(steps, holds),
      gates: GATE_IDS.map((id) => checkGate(id, facts)),
      verdict: motorVerdict(facts, holds, passes),
    },
  };
}
