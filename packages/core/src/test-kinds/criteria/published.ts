/**
 * Criteria sets that come with the program; a shop copies one and changes the copy, never these.
 * Source: beside each value; `from memory` where a standard is recalled, else common practice.
 */
import type { CriterionId } from './criteria.ts';

export interface PublishedSet {
  readonly id: string;
  readonly name: string;
  /** For which work it is meant. */
  readonly words: string;
  readonly values: Readonly<Partial<Record<CriterionId, string>>>;
  readonly sources: Readonly<Partial<Record<CriterionId, string>>>;
}

const AR100 = 'rewind practice, ANSI/EASA AR100 (from memory)';
const IEC = 'IEC 60034-1 (from memory)';

export const PUBLISHED_SETS: readonly PublishedSet[] = [
  {
    id: 'practice',
    name: 'Common practice',
    words: 'what most shops hold to; taken where nothing else is chosen',
    values: {},
    sources: {},
  },
  {
    id: 'new-iec',
    name: 'New, by IEC',
    words: 'a new machine, and one that is to be as good',
    values: {
      copper: 'iec',
      repeatShare: '80',
      reconditionedShare: '75',
      vibrationGrade: 'A',
      fullLoadCurrent: '105',
    },
    sources: {
      copper: IEC,
      repeatShare: `${IEC}, withstand voltage test`,
      reconditionedShare: `${IEC}, as for a winding that is partly replaced`,
      vibrationGrade: 'IEC 60034-14 (from memory)',
    },
  },
  {
    id: 'rewound',
    name: 'Rewound, rewind practice',
    words: 'rewound in a shop that works to the rewind practice of North America',
    values: {
      copper: 'ieee',
      repeatShare: '80',
      reconditionedShare: '65',
      coreRise: '20',
      coreHotSpot: '10',
    },
    sources: {
      copper: 'IEEE 112 (from memory)',
      repeatShare: AR100,
      reconditionedShare: AR100,
      coreRise: AR100,
      coreHotSpot: AR100,
    },
  },
  {
    id: 'reconditioned',
    name: 'Reconditioned',
    words: 'cleaned, dried and varnished again: an old winding is not held against the limits of a new one',
    values: { resistanceUnbalance: '3', currentUnbalance: '12', surgeArea: '12', reconditionedShare: '65' },
    sources: { reconditionedShare: AR100 },
  },
];
