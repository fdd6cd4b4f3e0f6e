/** Why some motors of the made-up shop failed, and what is agreed with their customers. */
import { WRITE_UPS, type WriteUpKind, type WriteUpRecord } from '@norther/records';
import { v7 as uuidV7 } from 'uuid';

type Written = Readonly<Partial<Record<WriteUpKind, object>>>;

/** By motor; @param ago a time so many hours before now */
const written = (ago: (hours: number) => string): Readonly<Record<string, Written>> => ({
  '3112': {
    failure: {
      damages: [
        { kind: 'burnt', place: 'winding/U', end: 'all', note: 'all six groups black, the others sound' },
      ],
      chain:
        'One contactor tip of line 2 burnt away\nRan on two lines until the relay tripped\nOne phase of the delta carried the load alone',
      cause: 'It ran on two lines: one was lost',
      state: 'suspected',
      evidence: '',
      change: 'Mend the contactor; a relay that trips when a line is lost.',
    },
    agreement: {
      scope: 'rewind',
      standard: 'as-found',
      facts: 'Winding: phase U: one phase in all its groups, the others sound.',
      estimate: [
        { what: 'Rewind with burn-off, class F', amount: 1840 },
        { what: 'Two bearings', amount: 164 },
        { what: 'Core test before and after', amount: 120 },
      ],
      currency: 'EUR',
      agreed: 'The dented fan cover stays as it came.',
    },
  },
  '3101': {
    failure: {
      damages: [{ kind: 'browned', place: 'all', end: 'all', note: 'even all round, both ends' }],
      cause: 'Cooling blocked, or run slowly without a blower',
      state: 'confirmed',
      evidence: 'Screen of the fan cover closed with lint; photo as it came.',
      chain:
        'Lint in the fan cover\nWinding too hot for months\nEnamel brown, insulation down to some megohms',
      change: 'Clean the screen every month; it stands above the stage.',
    },
    agreement: {
      scope: 'rewind',
      standard: 'improved',
      facts: 'Winding: the whole winding alike.\nInsulation resistance: below its limit when it came.',
      estimate: [
        { what: 'Rewind, class H wire', amount: 2210 },
        { what: 'Balance of the rotor', amount: 180 },
      ],
      currency: 'EUR',
      answers: [
        {
          at: ago(150),
          who: 'Stage manager',
          answer: 'yes',
          words: 'As fast as it goes; class H is worth it.',
        },
      ],
      agreed: 'New fan cover with a coarse screen.',
    },
  },
  '3109': {
    failure: {
      damages: [
        { kind: 'turn-short', place: 'group/3', end: 'connection', note: 'copper molten in two coils' },
      ],
      state: 'open',
    },
  },
});

export function demoWriteUps(number: string, now: number): WriteUpRecord[] {
  const ago = (hours: number) => new Date(now - hours * 3_600_000).toISOString();
  const of: Written = written(ago)[number] ?? {};
  return (Object.keys(of) as WriteUpKind[]).map(
    (kind) =>
      ({
        id: uuidV7(),
        kind,
        body: WRITE_UPS[kind].parse(of[kind]),
        version: 1,
        changedAt: ago(kind === 'failure' ? 16 : 15),
        changedBy: kind === 'failure' ? 'Olav Tindal' : 'Ida Haft',
      }) as WriteUpRecord,
  );
}
