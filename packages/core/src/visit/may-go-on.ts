/** Whether a station may be taken, and what keeps it from being signed. */
import { BEFORE_THE_WORK } from '../test-kinds/index.ts';
import { standingMarks, type ConnectionList } from '../connection/index.ts';
import { checkGate, wantTest, type GateFacts } from '../gates/index.ts';
import { finding, type Finding } from '../quantity/index.ts';
import {
  checkStationRecord,
  holdOn,
  records,
  isBehind,
  requiredBefore,
  stationOf,
  type HoldRecord,
  type Role,
  type StationId,
} from '../route/index.ts';
import type { Typed } from '../forms/index.ts';
import { readQuantity } from '../units/index.ts';
import { readWires, showWires, turnAreaMm2 } from '../wire/index.ts';
import type { JudgedVisit } from './judge-visit.ts';
import { passOf } from './passes.ts';
import type { Visit } from './visit.ts';

interface Judged {
  readonly visit: Pick<Visit, 'number' | 'steps' | 'holds' | 'gatePasses' | 'jointMarks'>;
  readonly facts: GateFacts;
  readonly plans: JudgedVisit['plans'];
}

/** Earlier stations signed, nothing held, and the gate before it open or passed by the lead. Empty: it may go on. */
export function mayGoOn({ visit, facts }: Judged, id: StationId): Finding[] {
  const station = stationOf(id);
  const unsigned = requiredBefore(id).filter((before) => !isBehind(before, visit.steps));
  if (unsigned.length > 0) {
    const names = unsigned.map((s) => stationOf(s).title.toLowerCase()).join(' and ');
    return [finding('stop', 'step.too-early', `${station.title}: to be signed before it: ${names}.`, [])];
  }
  const hold: HoldRecord | null = holdOn(id, visit.holds);
  if (hold)
    return [
      finding(
        'stop',
        'step.held',
        `Held by ${hold.raisedBy}: ${hold.reason}. It goes on when the hold is released.`,
        [],
      ),
    ];
  if (!station.gate || passOf(visit, station.gate)) return [];
  const gate = checkGate(station.gate, facts);
  if (gate.open) return [];
  const first = gate.findings.find((f) => f.severity === 'stop')!;
  return [
    finding('stop', 'gate.shut', `${gate.title} is shut: ${first.message}`, []),
    ...gate.findings.filter((f) => f.severity === 'stop'),
  ];
}

/** May this role sign it at all? One finding when not. */
export function signerOf(id: StationId, role: Role): Finding[] {
  const { title, signedBy } = stationOf(id);
  if (!signedBy || signedBy.includes(role)) return [];
  return [
    finding(
      'stop',
      'step.wrong-role',
      `${title} is signed by ${signedBy.join(' or ')}; you are signed in as ${role}.`,
      [],
    ),
  ];
}

export interface SigningCheck {
  /** What the record itself says: read, missing, contradicting. */
  readonly record: readonly Finding[];
  /** What is not there that the signature would claim; a lead may sign over it with a written reason. */
  readonly claims: readonly Finding[];
}

/** What is said against signing a station with this record. `stop` findings keep it from being signed. */
export function checkSigning(judged: Judged, id: StationId, typed: Typed): SigningCheck {
  const { visit, facts, plans } = judged;
  const record = checkStationRecord(id, typed, visit.number).findings;
  const claims = stationOf(id).tests.flatMap(({ kind, stage }): Finding[] =>
    BEFORE_THE_WORK.has(stage)
      ? // A motor may come so that nothing can be measured; and what it reads then is what it is brought for.
        facts.tests.some((t) => t.kind === kind && t.stage === stage)
        ? []
        : wantTest(facts, kind, stage, 'Everything later is held against what it was when it came.').map(
            (f) => ({
              ...f,
              severity: 'watch',
            }),
          )
      : wantTest(facts, kind, stage, 'The signature says that it was measured.'),
  );
  const analysis = plans.toMake.analysis;
  if (analysis && records(id, 'allMade')) claims.push(...openJoints(analysis.connection, judged));
  return { record: [...record, ...againstPlan(plans, typed), ...copperAgainstCard(plans, typed)], claims };
}

/** What was wound against what was to be wound: it may be right, and then the plan is not. */
function againstPlan({ toMake }: JudgedVisit['plans'], typed: Typed): Finding[] {
  const found: Finding[] = [];
  const plan = toMake.analysis;
  if (!plan) return found;
  const turns = Number(typed['turnsWound']?.replace(',', '.'));
  const planned = plan.layout.meanTurns ?? plan.winding.turnsPerCoil;
  if (Number.isFinite(turns) && Math.abs(turns - planned) > 0.5)
    found.push(
      finding(
        'watch',
        'station.turns-differ',
        `${turns} turns were wound, the plan says ${Number.isInteger(planned) ? planned : planned.toFixed(1)}.`,
        ['turnsWound'],
        'Count one coil again; if it is so, keep it as wound on the winding bench and see what it does.',
      ),
    );
  const wires = readWires(typed['wireWound'] ?? '');
  if (wires.ok) {
    const ratio = turnAreaMm2(wires.wires) / turnAreaMm2(plan.winding.wires);
    if (Math.abs(ratio - 1) > 0.02)
      found.push(
        finding(
          'watch',
          'station.wire-differs',
          `${showWires(wires.wires)} has ${((ratio - 1) * 100).toFixed(0)} % ${ratio > 1 ? 'more' : 'less'} copper than the plan's ${showWires(plan.winding.wires)}.`,
          ['wireWound'],
        ),
      );
  } else if (typed['wireWound']?.trim())
    found.push(finding('stop', 'station.not-wires', wires.message, ['wireWound']));
  return found;
}

/** The scale knows better than the card: far more or less copper than the card comes to is a card misread. */
function copperAgainstCard({ asFound }: JudgedVisit['plans'], typed: Typed): Finding[] {
  const weighed = readQuantity(typed['copper'] ?? '', 'mass');
  const expected = asFound.analysis?.figures.copperMass?.value;
  if (!weighed.ok || !expected || Math.abs(weighed.value / expected - 1) <= COPPER_OFF) return [];
  return [
    finding(
      'watch',
      'station.copper-differs',
      `${weighed.value.toFixed(1)} kg came out, the card comes to ${expected.toFixed(1)} kg: turns, wires in hand or circuits on the card are not what was in it.`,
      ['copper'],
      'An estimated mean turn is good to some 10 %; enamel and varnish add a little.',
    ),
  ];
}
/** Common practice, no source. */
const COPPER_OFF = 0.2;

function openJoints(list: ConnectionList, { visit, plans }: Judged): Finding[] {
  const marks = standingMarks(plans.toMake.analysis!.layout, list, visit.jointMarks);
  const open = list.joints.filter((j) => marks.get(j.number)?.mark !== 'made').map((j) => j.number);
  if (open.length === 0) return [];
  return [
    finding(
      'stop',
      'station.joints-open',
      `${list.joints.length - open.length} of ${list.joints.length} joints are marked as made; ${
        open.length > 6 ? `${open.length} are` : `${open.join(', ')} ${open.length === 1 ? 'is' : 'are'}`
      } open.`,
      ['allMade'],
      'Tick them on the connection sheet as they are made; one that nobody ticked is one that nobody looked at.',
    ),
  ];
}
