/** Joints and leads of the two windings, and what is joined at the terminals for each voltage and direction. */
import type {
  Feed,
  Joint,
  JoinedBranches,
  NetworkWinding,
  TerminalMarks,
} from '../../winding/connection/index.ts';
import type { LaidWindings } from './card.ts';
import type { Branch } from './concentric-branch.ts';

export type BranchName = 'main' | 'start';
export const BRANCHES: readonly BranchName[] = ['main', 'start'];
const LETTER: Readonly<Record<BranchName, string>> = { main: 'M', start: 'S' };

/**
 * Marks of the leads: two halves of the main winding, or the whole of it at `in1` and `out2`; the start winding.
 * Source: IEC 60034-8 (U main, Z auxiliary winding) and NEMA MG 1 part 2 (T1–T4 main, T5–T8 auxiliary winding); from memory.
 */
const MARKS: Readonly<
  Record<TerminalMarks, Readonly<Record<'in1' | 'out1' | 'in2' | 'out2' | 's' | 'f', string>>>
> = {
  iec: { in1: 'U1', out1: 'U2', in2: 'U3', out2: 'U4', s: 'Z1', f: 'Z2' },
  nema: { in1: 'T1', out1: 'T2', in2: 'T3', out2: 'T4', s: 'T5', f: 'T8' },
};

export interface SinglePhaseGroup {
  readonly number: number;
  readonly name: string;
  /** The winding it belongs to; `phase` to the network, which knows branches by that name. */
  readonly phase: BranchName;
  readonly polarity: 'N' | 'S';
  readonly sign: 1 | -1;
  /** Numbers of its coils, outermost first. */
  readonly coils: readonly number[];
}

/** Leads on L and N, and leads joined with one another. */
export interface SinglePhaseHookup {
  readonly name: string;
  readonly turns: 'clockwise' | 'counter-clockwise';
  readonly line: readonly string[];
  readonly neutral: readonly string[];
  readonly joined: readonly (readonly string[])[];
  readonly higherVoltage: boolean;
}

export interface SinglePhaseConnection extends JoinedBranches {
  readonly groups: readonly SinglePhaseGroup[];
  readonly network: NetworkWinding;
  readonly leads: Readonly<Record<BranchName, readonly string[]>>;
  readonly halves: 1 | 2;
  readonly hookups: readonly SinglePhaseHookup[];
  /** Polarity walk: how each winding is fed. */
  readonly feeds: Readonly<Record<BranchName, { readonly words: string; readonly feed: Feed }>>;
}

type Draft = Omit<Joint<BranchName>, 'number'>;

/**
 * Groups in series, north and south in turn, so that like ends meet; the main winding of two voltages in two halves of
 * neighbouring poles.
 * @param displacementDeg from the main to the start axis, in (−180, 180] [° electrical]
 * Source: like ends of neighbouring groups are joined: common practice, no source. Direction: a start current ahead in time and
 * an axis ahead along rising slot numbers turn the rotor against them, first principles.
 */
export function connectWindings(
  { main, start }: LaidWindings,
  voltages: 'one' | 'two',
  marks: TerminalMarks,
  displacementDeg: number,
): SinglePhaseConnection {
  const poles = main.poles;
  const halves = voltages === 'two' ? 2 : 1;
  const m = MARKS[marks];
  const groups = [...groupsOf('main', main, 0, 0), ...groupsOf('start', start, poles, main.coils.length)];
  const mean = main.coils.reduce((n, c) => n + c.turns, 0) / main.coils.length;
  const network: NetworkWinding = {
    groups,
    coils: [...main.coils, ...start.coils].map((c) => ({ turnShare: c.turns / mean })),
  };
  const entry = (g: SinglePhaseGroup) => ({
    group: g.number,
    end: g.sign > 0 ? ('s' as const) : ('f' as const),
  });
  const exit = (g: SinglePhaseGroup) => ({
    group: g.number,
    end: g.sign > 0 ? ('f' as const) : ('s' as const),
  });
  const mains = groups.slice(0, poles);
  const starts = groups.slice(poles);
  const sections: readonly (readonly [BranchName, readonly SinglePhaseGroup[], string, string])[] =
    halves === 2
      ? [
          ['main', mains.slice(0, poles / 2), m.in1, m.out1],
          ['main', mains.slice(poles / 2), m.in2, m.out2],
          ['start', starts, m.s, m.f],
        ]
      : [
          ['main', mains, m.in1, marks === 'nema' ? m.out2 : m.out1],
          ['start', starts, m.s, m.f],
        ];
  const drafts: Draft[] = [
    ...sections.flatMap(([phase, path]) =>
      path.slice(1).map((next, i): Draft => ({ kind: 'jumper', phase, ends: [exit(path[i]!), entry(next)] })),
    ),
    ...sections.flatMap(([phase, path, lead, out]): Draft[] => [
      { kind: 'lead', phase, lead, ends: [entry(path[0]!)] },
      { kind: 'lead', phase, lead: out, ends: [exit(path.at(-1)!)] },
    ]),
  ];
  const joints = drafts.map((j, i) => ({ number: i + 1, ...j }));
  const leadsOf = (phase: BranchName) =>
    sections.filter(([b]) => b === phase).flatMap(([, , a, b]) => [a, b]);
  const leads = { main: leadsOf('main'), start: leadsOf('start') };
  const [u1, u2, u3, u4] = leads.main as [string, string, string?, string?];
  const [z1, z2] = leads.start as [string, string];
  const feed = (branch: BranchName) =>
    branch === 'start'
      ? { words: `Low DC in at ${z1}, out at ${z2}.`, feed: { into: [z1], outOf: [z2] } }
      : u3 && u4
        ? {
            words: `Join ${u2}–${u3}. Low DC in at ${u1}, out at ${u4}.`,
            feed: { into: [u1], outOf: [u4], joined: [[u2, u3]] },
          }
        : { words: `Low DC in at ${u1}, out at ${u2}.`, feed: { into: [u1], outOf: [u2] } };
  return {
    groups,
    network,
    joints,
    paths: {
      main: sections.filter(([b]) => b === 'main').map(([, path]) => path.map((g) => g.number)),
      start: [starts.map((g) => g.number)],
    },
    say: (branch) => `the ${branch} winding`,
    atTheStar: false,
    leads,
    halves,
    hookups: hookupsOf(leads, halves, displacementDeg),
    feeds: { main: feed('main'), start: feed('start') },
  };
}

function groupsOf(
  branch: BranchName,
  { poles, pitches }: Branch,
  before: number,
  coils: number,
): SinglePhaseGroup[] {
  return Array.from({ length: poles }, (_, i) => ({
    number: before + i + 1,
    name: `${i + 1}${LETTER[branch]}`,
    phase: branch,
    polarity: i % 2 === 0 ? 'N' : 'S',
    sign: i % 2 === 0 ? 1 : -1,
    coils: pitches.map((_y, k) => coils + i * pitches.length + k + 1),
  }));
}

/** Every voltage in both directions; the direction turns when the start winding's leads change places. */
function hookupsOf(
  { main, start }: SinglePhaseConnection['leads'],
  halves: 1 | 2,
  displacementDeg: number,
): SinglePhaseHookup[] {
  const [u1, u2, u3, u4] = main as [string, string, string?, string?];
  const [z1, z2] = start as [string, string];
  // Start lead 1 with main lead 1, its current ahead: against rising slots when its axis lies ahead of the main one.
  const straight = displacementDeg > 0 ? 'counter-clockwise' : 'clockwise';
  return (['clockwise', 'counter-clockwise'] as const).flatMap((turns): SinglePhaseHookup[] => {
    const [a, b] = turns === straight ? [z1, z2] : [z2, z1];
    if (halves === 1 || !u3 || !u4)
      return [{ name: `${turns}`, turns, line: [u1, a], neutral: [u2, b], joined: [], higherVoltage: false }];
    return [
      {
        name: `lower voltage, ${turns}`,
        turns,
        line: [u1, u3, a],
        neutral: [u2, u4, b],
        joined: [],
        higherVoltage: false,
      },
      {
        name: `higher voltage, ${turns}`,
        turns,
        line: [u1, a],
        neutral: [u4],
        // The start winding stays on the volts of one half.
        joined: [[u2, u3, b]],
        higherVoltage: true,
      },
    ];
  });
}
