/** Every joint of a winding: which ends of which groups meet, in jumpers, leads and star point. */
import { PHASES, type Group, type LapLayout, type Phase } from '../winding/index.ts';
import { good, refused, type Outcome } from '../quantity/index.ts';
import { splitCircuits } from './circuits.ts';

export type Star = 'star' | 'delta';
export type TerminalMarks = 'iec' | 'nema';

/** s: the start of the group's first coil; f: the finish of its last coil. */
export interface GroupEnd {
  readonly group: number;
  readonly end: 's' | 'f';
}

export interface Joint {
  readonly number: number;
  readonly kind: 'jumper' | 'lead' | 'star';
  /** Phase of a jumper; the phase that starts at a lead; null for the star point. */
  readonly phase: Phase | null;
  /** Terminal mark of a lead. */
  readonly lead?: string;
  readonly ends: readonly GroupEnd[];
}

export interface ConnectionList {
  readonly circuits: number;
  readonly connection: Star;
  readonly joints: readonly Joint[];
  /** By phase, by circuit: the groups in the order the current passes them from the phase's start. */
  readonly paths: Readonly<Record<Phase, readonly (readonly number[])[]>>;
  readonly endsPerLead: number;
  /** 0 in delta. */
  readonly endsAtStar: number;
  /** Group ends, 2 × groups. */
  readonly groupEnds: number;
}

const LEADS: Readonly<Record<TerminalMarks, readonly [string, string, string]>> = {
  iec: ['U1', 'V1', 'W1'], // IEC 60034-8
  nema: ['T1', 'T2', 'T3'], // NEMA MG 1 part 2
};

/** A group of sign + is entered at its start, one of sign − at its finish. */
const entry = (g: Group): GroupEnd => ({ group: g.number, end: g.sign > 0 ? 's' : 'f' });
const exit = (g: Group): GroupEnd => ({ group: g.number, end: g.sign > 0 ? 'f' : 's' });

/**
 * Joints in working order: jumpers, then leads, then the star point.
 * Source: ends per lead c in star and 2c in delta, 3c at the star point: common practice, no source; delta corners
 * U1-W2, V1-U2, W1-V2 after IEC 60034-8 (from memory).
 */
export function connectionList(
  layout: LapLayout,
  circuits: number,
  connection: Star,
  marks: TerminalMarks = 'iec',
): Outcome<ConnectionList> {
  const split = splitCircuits(layout, circuits);
  if (!split.sets) return refused([split.reason!]);
  const groupOf = (n: number) => layout.groups[n - 1]!;
  const paths = split.sets;
  const joints: Omit<Joint, 'number'>[] = [];
  for (const phase of PHASES)
    for (const path of paths[phase])
      for (let i = 1; i < path.length; i++)
        joints.push({
          kind: 'jumper',
          phase,
          ends: [exit(groupOf(path[i - 1]!)), entry(groupOf(path[i]!))],
        });
  const starts = (ph: Phase) => paths[ph].map((path) => entry(groupOf(path[0]!)));
  const finishes = (ph: Phase) => paths[ph].map((path) => exit(groupOf(path[path.length - 1]!)));
  const before: Record<Phase, Phase> = { U: 'W', V: 'U', W: 'V' };
  PHASES.forEach((phase, i) => {
    joints.push({
      kind: 'lead',
      phase,
      lead: LEADS[marks][i]!,
      ends: connection === 'star' ? starts(phase) : [...starts(phase), ...finishes(before[phase])],
    });
  });
  if (connection === 'star')
    joints.push({ kind: 'star', phase: null, ends: PHASES.flatMap((ph) => finishes(ph)) });
  return good({
    circuits,
    connection,
    joints: joints.map((j, i) => ({ number: i + 1, ...j })),
    paths,
    endsPerLead: connection === 'star' ? circuits : 2 * circuits,
    endsAtStar: connection === 'star' ? 3 * circuits : 0,
    groupEnds: 2 * layout.groups.length,
  });
}
