/**
 * Why a motor failed: patterns in what was found, the likely causes of each, and what is still open in what was written.
 * Source: none, rules of this program; patterns and causes name theirs.
 */
import type { MachineKind, Plan } from '../../winding/machine/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import {
  generalCauses,
  type LikelyCause,
  coilsAt,
  readDamagePlace,
  sayDamage,
  sayDamagePlace,
  type Damage,
  patternsIn,
  PATTERNS,
  type FailurePattern,
} from '../../winding/damage/index.ts';

export const CAUSE_STATES = {
  open: 'not looked for yet',
  suspected: 'suspected',
  confirmed: 'confirmed',
  'not-found': 'looked for, not found',
} as const;
export type CauseState = keyof typeof CAUSE_STATES;

/** What was written about a failure; empty texts where nothing was. */
export interface FailureRecord {
  readonly damages: readonly (Damage & { readonly note: string; readonly photo: string | null })[];
  /** From the damage back to its cause, one event a line. */
  readonly chain: string;
  readonly cause: string;
  readonly state: CauseState;
  /** What confirmed it. */
  readonly evidence: string;
  /** What the customer has to change. */
  readonly change: string;
}

export interface JudgedPattern {
  readonly pattern: FailurePattern;
  readonly words: string;
  readonly causes: readonly LikelyCause[];
}

/** @param plan of the winding as it came; null where its card does not say enough: then only whole windings can be read */
export function analyseFailure(
  machine: MachineKind,
  plan: Plan | null,
  damages: readonly Damage[],
): readonly JudgedPattern[] {
  return patternsIn(plan, damages).map((pattern) => {
    const own = machine.failureCauses(pattern, plan);
    const known = new Set(own.map((c) => c.id));
    return {
      pattern,
      words: wordsOf(plan, pattern),
      causes: [...own, ...generalCauses(pattern).filter((c) => !known.has(c.id))],
    };
  });
}

function wordsOf(plan: Plan | null, { id, windings }: FailurePattern): string {
  const names = windings.map((w) => sayDamagePlace(plan, `winding/${w}`)).join(' and ');
  return id === 'one-winding' || id === 'two-windings' ? `${names}: ${PATTERNS[id]}` : PATTERNS[id];
}

/** What a document says of a failure, line by line: found, cause, what has to change. Empty where nothing was written. */
export function failureLines(
  plan: Plan | null,
  record: FailureRecord,
): readonly (readonly [label: string, text: string])[] {
  const lines: (readonly [string, string])[] = record.damages.map(
    (d) => ['Found', `${sayDamage(plan, d)}${d.note ? ` (${d.note})` : ''}`] as const,
  );
  if (record.cause) lines.push([`Cause, ${CAUSE_STATES[record.state]}`, record.cause]);
  else if (record.state === 'not-found') lines.push(['Cause', CAUSE_STATES['not-found']]);
  for (const event of record.chain.split('\n').filter((x) => x.trim()))
    lines.push(['How it came about', event]);
  if (record.evidence) lines.push(['Confirmed by', record.evidence]);
  if (record.change) lines.push(['To be changed', record.change]);
  return lines;
}

/** What is said against a record as it was written. `stop` findings keep it from being saved. */
export function checkFailure(plan: Plan | null, record: FailureRecord): Finding[] {
  const findings = record.damages.flatMap((d, i): Finding[] => {
    const at = readDamagePlace(d.place);
    if (!at)
      return [
        finding(
          'stop',
          'failure.no-place',
          `“${d.place}” is no place: it is all, winding/U, group/3, coil/12 or slot/17.`,
          [`damages.${i}.place`],
        ),
      ];
    if (plan && coilsAt(plan, d.place).length === 0 && !isEmptySlot(plan, d.place))
      return [
        finding('stop', 'failure.not-here', `This winding has no ${sayDamagePlace(null, d.place)}.`, [
          `damages.${i}.place`,
        ]),
      ];
    return [];
  });
  if (record.state === 'confirmed' && record.evidence.trim() === '')
    findings.push(
      finding('stop', 'failure.no-evidence', 'Confirmed by what? Write what was seen or measured.', [
        'evidence',
      ]),
    );
  if ((record.state === 'confirmed' || record.state === 'suspected') && record.cause.trim() === '')
    findings.push(finding('stop', 'failure.no-cause', `Write which cause is ${record.state}.`, ['cause']));
  if (record.state === 'confirmed' && record.change.trim() === '')
    findings.push(
      finding(
        'watch',
        'failure.no-change',
        'Nothing is written that the customer has to change: put back as it was, it fails again.',
        ['change'],
      ),
    );
  return findings;
}

function isEmptySlot(plan: Plan, place: string): boolean {
  const at = readDamagePlace(place);
  return at?.kind === 'slot' && at.of <= plan.slots;
}
