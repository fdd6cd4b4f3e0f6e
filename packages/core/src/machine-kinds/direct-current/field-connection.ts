/** The coils of a direct-current field frame, joined in series round the frame, and its walk with the needle. */
import {
  judgeFedWalk,
  showing,
  type Feed,
  type Joint,
  type JoinedBranches,
  type NetworkWinding,
  type TerminalMarks,
  type WalkJudgement,
  type WalkReading,
} from '../../winding/connection/index.ts';
import type { PoleWinding } from './card.ts';
import { poleOrder, type FieldFrame } from './field-poles.ts';

/** Marks of the windings. Source: IEC 60034-8 (E shunt, F separate, D series, B commutating, C compensating) and NEMA MG 1 part 2 (F, S, C); from memory. */
const MARKS: Readonly<Record<TerminalMarks, Readonly<Record<PoleWinding | 'separate', string>>>> = {
  iec: { shunt: 'E', separate: 'F', series: 'D', interpole: 'B', compensating: 'C' },
  nema: { shunt: 'F', separate: 'F', series: 'S', interpole: 'C', compensating: 'C' },
};
const LETTER: Readonly<Record<PoleWinding, string>> = {
  shunt: 'F',
  series: 'D',
  interpole: 'B',
  compensating: 'C',
};

/** Windings whose axis lies between the main poles. */
const ACROSS_GAP: ReadonlySet<PoleWinding> = new Set(['interpole', 'compensating']);

export interface FieldGroup {
  readonly number: number;
  readonly name: string;
  readonly phase: PoleWinding;
  readonly polarity: 'N' | 'S';
  readonly coils: readonly number[];
  /** Place on the frame, clockwise from a north main pole; gaps are counted. */
  readonly place: number;
}

export interface FieldConnection extends JoinedBranches {
  readonly groups: readonly FieldGroup[];
  readonly network: NetworkWinding;
  readonly windings: readonly PoleWinding[];
  readonly leads: Readonly<Partial<Record<PoleWinding, readonly [string, string]>>>;
  readonly feeds: Readonly<Partial<Record<PoleWinding, { readonly words: string; readonly feed: Feed }>>>;
}

/**
 * @param windings those that the frame has
 * Source: neighbouring coils of one winding, wound alike and mounted alike, are joined like end to like end so that north and
 * south take turns; interpoles that are all alike, unlike end to unlike end: common practice, no source.
 */
export function connectFields(
  frame: FieldFrame,
  windings: readonly PoleWinding[],
  separate: boolean,
  marks: TerminalMarks,
): FieldConnection {
  const order = poleOrder(frame);
  const places = order.ok ? order.value : [];
  // What lies across a gap has the polarity of an interpole there, whether there is one or not.
  const gaps = poleOrder({ ...frame, interpoles: frame.poles });
  const groups: FieldGroup[] = [];
  for (const phase of windings)
    (phase === 'compensating' && gaps.ok ? gaps.value : places).forEach((pole, i) => {
      if (pole === '-' || (i % 2 === 1) !== ACROSS_GAP.has(phase)) return;
      const number = groups.length + 1;
      const own = groups.filter((g) => g.phase === phase).length + 1;
      groups.push({
        number,
        name: `${own}${LETTER[phase]}`,
        phase,
        polarity: pole.toUpperCase() as 'N' | 'S',
        coils: [number],
        place: i + 1,
      });
    });
  const drafts: Omit<Joint<PoleWinding>, 'number'>[] = [];
  const paths: Partial<Record<PoleWinding, number[][]>> = {};
  const leads: Partial<Record<PoleWinding, readonly [string, string]>> = {};
  const feeds: Partial<Record<PoleWinding, { words: string; feed: Feed }>> = {};
  for (const phase of windings) {
    const own = groups.filter((g) => g.phase === phase);
    if (own.length === 0) continue;
    const letter = MARKS[marks][phase === 'shunt' && separate ? 'separate' : phase];
    // Where both share a letter they are one circuit, and the numbers go on.
    const from =
      phase === 'compensating' && letter === MARKS[marks].interpole && windings.includes('interpole') ? 3 : 1;
    const [into, outOf] = [`${letter}${from}`, `${letter}${from + 1}`];
    const entry = (g: FieldGroup) => ({
      group: g.number,
      end: g.polarity === 'N' ? ('s' as const) : ('f' as const),
    });
    const exit = (g: FieldGroup) => ({
      group: g.number,
      end: g.polarity === 'N' ? ('f' as const) : ('s' as const),
    });
    own
      .slice(1)
      .forEach((next, i) => drafts.push({ kind: 'jumper', phase, ends: [exit(own[i]!), entry(next)] }));
    drafts.push(
      { kind: 'lead', phase, lead: into, ends: [entry(own[0]!)] },
      { kind: 'lead', phase, lead: outOf, ends: [exit(own.at(-1)!)] },
    );
    paths[phase] = [own.map((g) => g.number)];
    leads[phase] = [into, outOf];
    feeds[phase] = {
      words: `Low DC in at ${into}, out at ${outOf}.`,
      feed: { into: [into], outOf: [outOf] },
    };
  }
  return {
    groups,
    network: { groups, coils: groups.map(() => ({ turnShare: 1 })) },
    joints: drafts.map((j, i) => ({ number: i + 1, ...j })),
    paths: paths as Readonly<Record<string, readonly (readonly number[])[]>>,
    say: (branch) =>
      ({
        shunt: 'the shunt field',
        series: 'the series field',
        interpole: 'the interpoles',
        compensating: 'the compensating winding',
      })[branch] ?? branch,
    atTheStar: false,
    windings: windings.filter((w) => paths[w]),
    leads,
    feeds,
  };
}

/** Every winding read while it is fed alone. */
export const expectedPoles = ({
  groups,
  network,
  joints,
  feeds,
  windings,
}: FieldConnection): WalkReading[] => {
  const shown = Object.fromEntries(
    windings.map((w) => [w, showing(network, joints, feeds[w]!.feed)] as const),
  );
  return groups.map((g, i) => shown[g.phase]![i]!);
};

/** All walks together; a winding turned against the first one is a crossed circuit, though its own poles take turns. */
export function judgeFieldWalk(
  connection: FieldConnection,
  readings: readonly WalkReading[],
  explain: boolean,
): WalkJudgement {
  const { groups, network, feeds, windings } = connection;
  const each = windings.map((winding) => ({
    winding,
    judged: judgeFedWalk(
      network,
      connection,
      feeds[winding]!.feed,
      groups.map((g, i) => (g.phase === winding ? (readings[i] ?? null) : null)),
      explain,
    ),
  }));
  const read = each.filter(({ judged }) => judged.state !== 'unread');
  const against = read.filter(({ judged }) => judged.compassTurned !== read[0]!.judged.compassTurned);
  const crossed = against.map(({ winding }) => {
    const own = groups.filter((g) => g.phase === winding).map((g) => g.number);
    const [a, b] = connection.leads[winding]!;
    return {
      kind: 'circuit-reversed' as const,
      message: `All of ${connection.say!(winding)} read reversed against the first winding, one after the other right: the whole circuit is crossed. Change over ${a} and ${b}, where it is joined to the armature.`,
      joints: connection.joints.filter((j) => j.phase === winding && j.kind === 'lead').map((j) => j.number),
      groups: own,
      mistakes: 1,
    };
  });
  const states = each.map(({ judged }) => judged.state);
  return {
    state:
      states.includes('wrong') || crossed.length > 0
        ? 'wrong'
        : states.every((s) => s === 'right')
          ? 'right'
          : states.every((s) => s === 'unread')
            ? 'unread'
            : 'right-so-far',
    wrongGroups: [
      ...new Set([...each.flatMap(({ judged }) => judged.wrongGroups), ...crossed.flatMap((c) => c.groups)]),
    ].sort((a, b) => a - b),
    compassTurned: read[0]?.judged.compassTurned ?? false,
    explanations: [...crossed, ...each.flatMap(({ judged }) => judged.explanations)],
    exact: each.every(({ judged }) => judged.exact),
  };
}
