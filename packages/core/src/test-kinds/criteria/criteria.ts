/**
 * The limits that a shop may set: one list, from which the form, the published sets and the tests all read.
 * Source: each published value names its own; where none does it is common practice, no source.
 */
import { ALUMINIUM, COPPER_IEC, COPPER_IEEE } from '../../physics/electrical/index.ts';
import { choice, quantity, readForm, required, text, type Typed } from '../../language/forms/index.ts';
import { CP, finding, type Finding } from '../../language/quantity/index.ts';
import { PUBLISHED_SETS } from './published.ts';

const percent = <const Id extends string>(id: Id, label: string, min: number, max: number, hint?: string) =>
  quantity(id, label, 'percent', min, max, hint);

export const CRITERIA_FIELDS = [
  required(text('name', 'Name of the set', 'such as the customer’s', 60)),
  choice('copper', 'Copper’s constant', { ieee: '234.5 °C, IEEE and NEMA', iec: '235 °C, IEC' }),
  percent('resistanceUnbalance', 'Resistance unbalance', 0.5, 10, 'watch from half of it'),
  percent('currentUnbalance', 'Current unbalance', 2, 30, 'watch from half of it'),
  percent('fullLoadCurrent', 'Full-load current at most', 101, 130, 'of the plate’s'),
  percent('surgeArea', 'Surge area', 3, 30, 'at most'),
  percent('coreRise', 'Core loss rise', 5, 50, 'after against before'),
  quantity('coreHotSpot', 'Core hot spot', 'temperature-difference', 3, 40, 'over the mean'),
  percent('repeatShare', 'Hipot, tested before', 50, 100, 'of the full level'),
  percent('reconditionedShare', 'Hipot, reconditioned', 40, 100, 'of the full level'),
  choice('vibrationGrade', 'Vibration grade', { A: 'A', B: 'B, finer' }),
  quantity('bearingTemperature', 'Bearings at most', 'temperature', 60, 130),
] as const;
export type CriterionId = Exclude<(typeof CRITERIA_FIELDS)[number]['id'], 'name'>;

/** Where a set leaves something open. Common practice, no source. */
const PRACTICE: Readonly<Record<CriterionId, string>> = {
  copper: 'ieee',
  resistanceUnbalance: '2',
  currentUnbalance: '10',
  fullLoadCurrent: '110',
  surgeArea: '10',
  coreRise: '20',
  coreHotSpot: '10',
  repeatShare: '80',
  reconditionedShare: '65',
  vibrationGrade: 'A',
  bearingTemperature: '95',
};

/** Of these the practice has a published source. */
const PRACTICE_SOURCES: Readonly<Partial<Record<CriterionId, string>>> = {
  copper: 'IEEE 112: k = 234.5 for copper (IEC 60034-1 uses 235)',
  repeatShare: 'IEC 60034-1, withstand voltage test (from memory)',
  reconditionedShare: 'rewind practice, ANSI/EASA AR100 (from memory)',
  vibrationGrade: 'IEC 60034-14 (from memory)',
};

/** Which set is in force: one that is published, or a copy with its values. */
export interface ChosenCriteria {
  /** Of a published one; null with a copy of the shop's own. */
  readonly published: string | null;
  /** Of the shop's own. */
  readonly own: Typed | null;
}

export interface Criteria {
  readonly name: string;
  /** °C below 0 at which copper would have no resistance. */
  readonly copperC: number;
  /** The same where the set itself says it; null where it leaves it to the standard of the test. */
  readonly ownCopperC: number | null;
  /** A set was chosen that nobody here knows: common practice is taken instead, which is said. */
  readonly unknown: boolean;
  readonly aluminiumC: number;
  readonly number: (id: Exclude<CriterionId, 'copper' | 'vibrationGrade'>) => number;
  readonly vibrationGrade: 'A' | 'B';
  /** Where the value in force comes from, in words. */
  readonly source: (id: CriterionId) => string;
}

const NAMES = new Map(PUBLISHED_SETS.map((s) => [s.id, s]));

/** @param chosen null where nobody has chosen: common practice */
export function criteriaOf(chosen: ChosenCriteria | null | undefined): Criteria {
  const published = chosen?.own ? null : (NAMES.get(chosen?.published ?? '') ?? PUBLISHED_SETS[0]!);
  const own = chosen?.own ?? null;
  const typed: Typed = own ?? (published!.values as Typed);
  const { numbers, texts } = readForm(CRITERIA_FIELDS, typed);
  const practice = readForm(CRITERIA_FIELDS, PRACTICE);
  const copper = (texts['copper'] ?? practice.texts['copper']) as 'ieee' | 'iec';
  const unknown = own === null && !!chosen?.published && !NAMES.has(chosen.published);
  const name = own?.['name']?.trim() || published?.name || '';
  const copperC = copper === 'iec' ? COPPER_IEC : COPPER_IEEE;
  return {
    name: unknown ? `${name}, since the set that was chosen is not known here` : name,
    unknown,
    copperC,
    ownCopperC: texts['copper'] === undefined ? null : copperC,
    aluminiumC: ALUMINIUM,
    number: (id) => numbers[id] ?? practice.numbers[id]!,
    vibrationGrade: (texts['vibrationGrade'] ?? PRACTICE.vibrationGrade) as 'A' | 'B',
    source: (id) => {
      if (typed[id] === undefined) return PRACTICE_SOURCES[id] ?? CP;
      return own ? `set “${name}” of the shop` : (published!.sources[id] ?? PRACTICE_SOURCES[id] ?? CP);
    },
  };
}

/** What a set says of each limit, side by side with the others: `null` where it leaves it to common practice. */
export const criteriaSideBySide = (own: readonly Typed[]) =>
  CRITERIA_FIELDS.filter((f) => f.id !== 'name').map((field) => ({
    field,
    practice: PRACTICE[field.id as CriterionId],
    published: PUBLISHED_SETS.map((s) => s.values[field.id as CriterionId] ?? null),
    own: own.map((t) => t[field.id]?.trim() || null),
  }));

/** A set of a shop is refused with what is wrong in it, and when it says nothing. */
export function checkCriteria(typed: Typed): Finding[] {
  const { findings } = readForm(CRITERIA_FIELDS, typed);
  const found = [...findings];
  if (!typed['name']?.trim())
    found.push(finding('stop', 'criteria.no-name', 'Name of the set is missing.', ['name']));
  if (PUBLISHED_SETS.some((s) => s.name.toLowerCase() === typed['name']?.trim().toLowerCase()))
    found.push(
      finding(
        'stop',
        'criteria.published-name',
        'A published set has this name: give yours another, since that one stays as it is.',
        ['name'],
      ),
    );
  if (!CRITERIA_FIELDS.some((f) => f.id !== 'name' && typed[f.id]?.trim()))
    found.push(
      finding('stop', 'criteria.empty', 'It changes no limit: that is common practice already.', ['name']),
    );
  return found;
}
