/** A polarity walk as it goes on: kept on the device until it is put with the tests. */
import type { WalkReading } from '@norther/core';
import { useMemo } from 'react';
import { useAddReadingMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';

export interface Walk {
  /** What is fed: `all`, or one phase. */
  readonly fed: string;
  readonly feed: (fed: string) => void;
  readonly readings: readonly WalkReading[];
  readonly begun: boolean;
  /** Group to read next; null when all are read. */
  readonly next: number | null;
  readonly read: (reading: 'N' | 'S' | '0') => void;
  readonly back: () => void;
  readonly goTo: (group: number) => void;
  readonly again: () => void;
  readonly complete: boolean;
  readonly keep: () => Promise<void>;
  readonly keeping: boolean;
}

const letterOf = (c: string | undefined): WalkReading => (c === 'N' || c === 'S' || c === '0' ? c : null);

/**
 * @param groups of the winding
 * @param expected what each must show when this is fed
 */
export function useWalk(
  file: MotorFile,
  groups: number,
  expected: (fed: string) => readonly WalkReading[],
): Walk {
  const draft = useDraft(`walk:${file.motor.number}`);
  const fed = draft.typed['phase'] ?? 'all';
  const letters = draft.typed['letters'] ?? '';
  const readings = useMemo(
    () => Array.from({ length: groups }, (_, i) => letterOf(letters[i])),
    [groups, letters],
  );
  const wanted = expected(fed);
  // Groups that are not fed need not be read, but may be: a needle that moves there is a finding.
  const open = readings.findIndex((r, i) => r === null && wanted[i] !== '0');
  const at = draft.typed['at'] ? Number(draft.typed['at']) : null;
  const next = at ?? (open < 0 ? null : open + 1);
  const [add, { isLoading }] = useAddReadingMutation();
  const act = useAct();
  const write = (group: number, letter: string) => {
    const list = Array.from({ length: groups }, (_, i) => letters[i] ?? '-');
    list[group - 1] = letter;
    draft.type({ letters: list.join(''), at: '' });
  };
  return {
    fed,
    feed: (p) => draft.type({ phase: p, letters: '', at: '' }),
    readings,
    begun: letters.replaceAll('-', '') !== '' || at !== null,
    next,
    read: (reading) => {
      if (next) write(next, reading);
    },
    back: () => {
      const last = readings.findLastIndex((r) => r !== null);
      if (last >= 0) write(last + 1, '-');
    },
    goTo: (group) => draft.type({ at: String(group) }),
    again: () => draft.type({ letters: '', at: '' }),
    complete: fed === 'all' && readings.every((r) => r !== null),
    keeping: isLoading,
    keep: async () => {
      const problem = await act(
        unwrap(
          add({
            writeId: draft.writeId ?? crypto.randomUUID(),
            number: file.motor.number,
            entry: {
              kind: 'polarity',
              stage: 'before-varnish',
              typed: { sequence: readings.map((r) => r ?? '').join('') },
            },
          }),
        ),
        'The walk is kept with the tests.',
      );
      if (!problem) draft.drop();
    },
  };
}
