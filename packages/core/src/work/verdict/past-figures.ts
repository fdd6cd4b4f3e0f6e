/** What was read of a machine over all its visits, and of its sisters: one figure after the other, to be set over the time. Source: none, figures are gathered; each names its own. */
import type { LimitScale, TestOutcome, Verdict } from '../../language/quantity/index.ts';
import { TEST_KINDS, type Stage, type TestKindId } from '../../test-kinds/index.ts';

export interface PastReading {
  /** Number of the visit. */
  readonly number: string;
  /** Another machine of the same make and plate. */
  readonly sister: boolean;
  readonly at: string;
  readonly value: number;
  readonly verdict: Verdict | null;
}

export interface FigureOverTime {
  readonly kind: TestKindId;
  readonly title: string;
  readonly stage: Stage;
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  /** Of the newest reading. */
  readonly scale: LimitScale | null;
  /** In the order taken. */
  readonly readings: readonly PastReading[];
}

export interface VisitFigures {
  readonly number: string;
  readonly sister: boolean;
  readonly readings: readonly {
    readonly kind: TestKindId;
    readonly stage: Stage;
    readonly takenAt: string;
    readonly outcome: TestOutcome;
    readonly voided: object | null;
    readonly withdrawn: object | null;
  }[];
}

/** Figures with a scale only; what was withdrawn, or proves nothing any more, is left out. */
export function figuresOverTime(visits: readonly VisitFigures[]): FigureOverTime[] {
  const found = new Map<string, FigureOverTime & { readings: PastReading[] }>();
  const all = visits
    .flatMap((v) => v.readings.map((r) => ({ ...r, number: v.number, sister: v.sister })))
    .filter((r) => r.outcome.ok && !r.withdrawn && !r.voided)
    .toSorted((a, b) => a.takenAt.localeCompare(b.takenAt));
  for (const r of all) {
    if (!r.outcome.ok) continue;
    for (const { figure, scale, verdict } of r.outcome.judgement.figures) {
      if (!scale) continue;
      const key = `${r.kind} ${r.stage} ${figure.id}`;
      const one = found.get(key) ?? {
        kind: r.kind,
        title: TEST_KINDS[r.kind].title,
        stage: r.stage,
        id: figure.id,
        name: figure.name,
        unit: figure.unit,
        scale,
        readings: [],
      };
      one.readings.push({
        number: r.number,
        sister: r.sister,
        at: r.takenAt,
        value: figure.value,
        verdict: verdict ?? null,
      });
      found.set(key, r.sister ? one : { ...one, scale });
    }
  }
  return [...found.values()].filter((f) => f.readings.some((r) => !r.sister));
}
