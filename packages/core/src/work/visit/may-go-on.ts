/** Whether a station may be taken, and what keeps it from being signed. */
import { BEFORE_THE_WORK } from '../../test-kinds/index.ts';
import { standingMarks } from '../../winding/connection/index.ts';
import type { Plan } from '../../winding/machine/index.ts';
import { checkGate, wantTest, type GateFacts } from '../gates/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import {
  checkStationRecord,
  gateOf,
  holdOn,
  records,
  isBehind,
  requiredBefore,
  stationOf,
  type HoldRecord,
  type Role,
  type Station,
  type StationId,
} from '../route/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import { readQuantity } from '../../language/units/index.ts';
import type { JudgedVisit } from './judge-visit.ts';
import { partsMissing, sayPart, sisterWith, tagsOf } from './parts.ts';
import { passOf } from './passes.ts';
import type { Visit } from './visit.ts';

interface Judged {
  readonly visit: Pick<
    Visit,
    'number' | 'route' | 'steps' | 'parts' | 'sisters' | 'holds' | 'gatePasses' | 'jointMarks'
  >;
  readonly facts: GateFacts;
  readonly plans: JudgedVisit['plans'];
}

/** Earlier stations signed, nothing held, and the gate before it open or passed by the lead. Empty: it may go on. */
export function mayGoOn({ visit, facts }: Judged, id: StationId): Finding[] {
  const { route } = visit;
  const station = stationOf(route, id);
  const unsigned = requiredBefore(route, id).filter((before) => !isBehind(route, before, visit.steps));
  if (unsigned.length > 0) {
    const names = unsigned.map((s) => stationOf(route, s).title.toLowerCase()).join(' and ');
    return [finding('stop', 'step.too-early', `${station.title}: to be signed before it: ${names}.`, [])];
  }
  const hold: HoldRecord | null = holdOn(station.body, visit.holds);
  if (hold)
    return [
      finding(
        'stop',
        'step.held',
        `Held by ${hold.raisedBy}: ${hold.reason}. It goes on when the hold is released.`,
        [],
      ),
    ];
  const before = station.gate ? gateOf(route, station.gate) : null;
  if (!before || passOf(visit, before.id)) return [];
  const gate = checkGate(before, facts);
  if (gate.open) return [];
  const first = gate.findings.find((f) => f.severity === 'stop')!;
  return [
    finding('stop', 'gate.shut', `${gate.title} is shut: ${first.message}`, []),
    ...gate.findings.filter((f) => f.severity === 'stop'),
  ];
}

/** May this role sign it at all? One finding when not. */
export function signerOf({ title, signedBy }: Station, role: Role): Finding[] {
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
  const station = stationOf(visit.route, id);
  const { record, sisters } = apartSisters(
    checkStationRecord(station, typed, visit.number, tagsOf(visit.parts)).findings,
    typed,
    visit,
  );
  const claims = station.tests.flatMap(({ kind, stage }): Finding[] =>
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
  claims.push(...sisters);
  if (station.ends === 'visit') claims.push(...partsLeft(visit.parts));
  const { plan } = plans.toMake;
  if (plan && records(station, 'allMade')) claims.push(...openJoints(plan, judged));
  return {
    record: [...record, ...plans.machine.checkWound(plans.toMake, typed), ...copperAgainstCard(plans, typed)],
    claims,
  };
}

/** A stranger's rotor is refused; a sister's fits, so it is asked about: a lead signs that it was exchanged, and why. */
function apartSisters(findings: readonly Finding[], typed: Typed, visit: Pick<Visit, 'number' | 'sisters'>) {
  const record: Finding[] = [];
  const sisters: Finding[] = [];
  for (const f of findings) {
    const field = f.fields[0] ?? '';
    const tag = typed[field] ?? '';
    const sister = f.code === 'station.wrong-pair' ? sisterWith(visit.sisters ?? [], tag) : null;
    if (!sister) record.push(f);
    else
      sisters.push(
        finding(
          'stop',
          'station.sister-pair',
          `${tag} is the ${field.replace('Tag', '')} of motor ${sister.number}, of the same make and plate as ${visit.number}. Exchanged on purpose?`,
          [field],
          'It goes in, and its gap, its fits and its balance are another’s: a lead signs it with the reason.',
        ),
      );
  }
  return { record, sisters };
}

/** What came along and is not laid to the motor stays behind. */
const partsLeft = (parts: Visit['parts']): Finding[] =>
  partsMissing(parts).map((part) =>
    finding(
      'stop',
      'station.part-left',
      `It came with ${sayPart(part)}, which is not ticked as laid to it.`,
      [],
      'A key or a fan that stays behind is missed where the motor is built in.',
    ),
  );

/** The scale knows better than the card: far more or less copper than the card comes to is a card misread. */
function copperAgainstCard({ asFound }: JudgedVisit['plans'], typed: Typed): Finding[] {
  const weighed = readQuantity(typed['copper'] ?? '', 'mass');
  const expected = asFound.plan?.copperKg;
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

function openJoints(plan: Plan, { visit }: Judged): Finding[] {
  const marks = standingMarks(plan.key, plan.joints, visit.jointMarks);
  const open = plan.joints.filter((j) => marks.get(j.number)?.mark !== 'made').map((j) => j.number);
  if (open.length === 0) return [];
  return [
    finding(
      'stop',
      'station.joints-open',
      `${plan.joints.length - open.length} of ${plan.joints.length} joints are marked as made; ${
        open.length > 6 ? `${open.length} are` : `${open.join(', ')} ${open.length === 1 ? 'is' : 'are'}`
      } open.`,
      ['allMade'],
      'Tick them on the connection sheet as they are made; one that nobody ticked is one that nobody looked at.',
    ),
  ];
}
