/** Coils on teeth joined to phases: series, parallel, star or delta, with the walk round the teeth. */
import {
  judgeFedWalk,
  showing,
  type Feed,
  type Joint,
  type JoinedBranches,
  type NetworkWinding,
  type WalkJudgement,
  type WalkReading,
} from '../../winding/connection/index.ts';
import type { ToothCoil } from './star-of-slots.ts';

type PhaseName = ToothCoil['phase'];
const PHASES: readonly PhaseName[] = ['U', 'V', 'W'];

export interface ToothGroup {
  readonly number: number;
  readonly name: string;
  readonly phase: PhaseName;
  readonly polarity: 'N' | 'S';
  readonly coils: readonly number[];
  readonly tooth: number;
}
export interface ToothConnection extends JoinedBranches {
  readonly groups: readonly ToothGroup[];
  readonly network: NetworkWinding;
  readonly feed: Feed;
  readonly words: string;
}

/**
 * @param circuits one of those that give equal paths
 * Source: like EMF in every path: coils a whole part of the machine apart; common practice, no source for the order of joints.
 */
export function connectTeeth(
  coils: readonly ToothCoil[],
  connection: 'star' | 'delta',
  circuits: number,
): ToothConnection {
  const groups = coils.map((c, i): ToothGroup => ({
    number: i + 1,
    name: `${c.tooth}${c.phase}`,
    phase: c.phase,
    polarity: c.sign > 0 ? 'N' : 'S',
    coils: [i + 1],
    tooth: c.tooth,
  }));
  const entry = (g: ToothGroup) => ({
    group: g.number,
    end: g.polarity === 'N' ? ('s' as const) : ('f' as const),
  });
  const exit = (g: ToothGroup) => ({
    group: g.number,
    end: g.polarity === 'N' ? ('f' as const) : ('s' as const),
  });
  const drafts: Omit<Joint<string>, 'number'>[] = [];
  const paths: Record<PhaseName, number[][]> = { U: [], V: [], W: [] };
  const [starts, finishes] = [
    new Map<PhaseName, ReturnType<typeof entry>[]>(),
    new Map<PhaseName, ReturnType<typeof entry>[]>(),
  ];
  for (const phase of PHASES) {
    const own = groups.filter((g) => g.phase === phase);
    // Parts of the machine that are alike follow one another round the teeth: each gives one path.
    const each = own.length / circuits;
    const parts = Array.from({ length: circuits }, (_, k) => own.slice(k * each, (k + 1) * each));
    paths[phase] = parts.map((path) => path.map((g) => g.number));
    for (const path of parts)
      path
        .slice(1)
        .forEach((next, i) => drafts.push({ kind: 'jumper', phase, ends: [exit(path[i]!), entry(next)] }));
    starts.set(
      phase,
      parts.map((path) => entry(path[0]!)),
    );
    finishes.set(
      phase,
      parts.map((path) => exit(path.at(-1)!)),
    );
  }
  if (connection === 'star') {
    for (const phase of PHASES) drafts.push({ kind: 'lead', phase, lead: phase, ends: starts.get(phase)! });
    drafts.push({ kind: 'star', phase: null, ends: PHASES.flatMap((p) => finishes.get(p)!) });
  } else
    PHASES.forEach((phase, i) =>
      drafts.push({
        kind: 'lead',
        phase,
        lead: phase,
        ends: [...starts.get(phase)!, ...finishes.get(PHASES[(i + 2) % 3]!)!],
      }),
    );
  return {
    groups,
    network: { groups, coils: groups.map(() => ({ turnShare: 1 })) },
    joints: drafts.map((j, i) => ({ number: i + 1, ...j })),
    paths,
    atTheStar: connection === 'star',
    feed:
      connection === 'star'
        ? { into: ['U', 'V', 'W'], outOf: ['star'] }
        : { into: ['U'], outOf: ['open'], openAt: 'U' },
    words:
      connection === 'star'
        ? 'Low DC in at U, V and W joined, out at the star point; tooth by tooth clockwise from the lead end.'
        : 'Delta opened at U: low DC in at its starts, out at its finishes; tooth by tooth clockwise from the lead end.',
  };
}

export const expectedTeeth = ({ network, joints, feed }: ToothConnection): WalkReading[] =>
  showing(network, joints, feed);
export const judgeTeeth = (
  connection: ToothConnection,
  readings: readonly WalkReading[],
  explain: boolean,
): WalkJudgement => judgeFedWalk(connection.network, connection, connection.feed, readings, explain);
