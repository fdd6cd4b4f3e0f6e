/** The polarity walk: what a compass must show round the bore, and what explains another showing with the fewest mistakes. */
import { PHASES, type Phase, type WindingLayout } from '../winding/index.ts';
import type { ConnectionList, GroupEnd, Joint } from './connection-list.ts';
import { traceCurrent, type Feed } from './trace.ts';

/** What the compass showed at a group: north, south, no field; null where it was not read. */
export type WalkReading = 'N' | 'S' | '0' | null;

export interface WalkFeed {
  /** In words, for the person with the battery. */
  readonly words: string;
  readonly feed: Feed;
}

/**
 * How to send the direct current so that every group of the fed phases shows the pole it must: in at every phase's start,
 * out at the star; an internal delta is opened at one lead and fed in series.
 * Source: common practice, no source.
 */
export function walkFeed(list: ConnectionList, phase: Phase | 'all'): WalkFeed {
  const leads = (ph: Phase) => list.joints.filter((j) => j.kind === 'lead' && j.phase === ph);
  const fed = phase === 'all' ? PHASES : [phase];
  const first = (ph: Phase) => leads(ph)[0]!.lead!;
  const star = list.joints.some((j) => j.kind === 'star');
  const name = (marks: readonly string[]) => marks.join(', ');
  switch (list.scheme) {
    case 'three':
      if (star)
        return {
          words: `Low DC in at ${name(fed.map(first))}, out at the star point.`,
          feed: { into: fed.map(first), outOf: ['star'] },
        };
      return {
        words: `Open the delta at ${first('U')}: part the finishes of W from it. Low DC in at ${first('U')}, out at those finishes; all three phases lie in series.`,
        feed: { into: [first('U')], outOf: ['open'], openAt: first('U') },
      };
    case 'six-part-winding': {
      const both = fed.flatMap((ph) => leads(ph).map((j) => j.lead!));
      if (star)
        return {
          words: `Low DC in at ${name(both)}, out at the star points.`,
          feed: { into: both, outOf: ['star'] },
        };
      const [one, two] = leads('U').map((j) => j.lead!);
      return {
        words: `Open the delta at ${one}: part the finishes of W from it. Low DC in at ${one}, out at those finishes. Then the same at ${two}.`,
        feed: { into: [one!], outOf: ['open'], openAt: one! },
      };
    }
    case 'nine': {
      const [in1, out1, in2] = [0, 1, 2].map((k) => PHASES.map((ph) => leads(ph)[k]!.lead!));
      const joined = out1!.map((m, i) => [m, in2![i]!]);
      if (star)
        return {
          words: `Join ${joined.map((p) => p.join('–')).join(', ')}. Low DC in at ${name(fed.map(first))}, out at the star point.`,
          feed: { into: fed.map((ph) => in1![PHASES.indexOf(ph)]!), outOf: ['star'], joined },
        };
      return {
        words: `Join ${joined.map((p) => p.join('–')).join(', ')} and open the delta at ${in1![0]}: part the finishes of W from it. Low DC in at ${in1![0]}, out at those finishes.`,
        feed: { into: [in1![0]!], outOf: ['open'], openAt: in1![0]!, joined },
      };
    }
    case 'six':
    case 'twelve': {
      const twelve = list.scheme === 'twelve';
      const marks = (k: number) => PHASES.map((ph) => leads(ph)[k]!.lead!);
      const joined = twelve ? marks(1).map((m, i) => [m, marks(2)[i]!]) : [];
      const outs = marks(twelve ? 3 : 1);
      return {
        words: `${joined.length ? `Join ${joined.map((p) => p.join('–')).join(', ')}. ` : ''}Low DC in at ${name(fed.map(first))}, out at ${name(outs)} joined.`,
        feed: { into: fed.map(first), outOf: outs, joined },
      };
    }
    case 'constant-torque':
    case 'variable-torque': {
      const outer = PHASES.map((ph) => leads(ph)[0]!.lead!);
      const middle = fed.map((ph) => leads(ph)[1]!.lead!);
      const outOf = star ? [...outer, 'star'] : outer;
      return {
        words: `Low DC in at ${name(middle)}, out at ${name(outer)}${star ? ' and the star point' : ''} joined: the poles of the higher speed.`,
        feed: { into: middle, outOf },
      };
    }
    case 'constant-power': {
      const one = first('U');
      return {
        words: `Open the delta at ${one}: part the finishes of W from it. Low DC in at ${one}, out at those finishes: the poles of the higher speed.`,
        feed: { into: [one], outOf: ['open'], openAt: one },
      };
    }
  }
}

/** What each group must show with that feed; `0` for a group that is not fed. Index: group number − 1. */
export function expectedWalk(
  layout: WindingLayout,
  list: ConnectionList,
  phase: Phase | 'all',
): WalkReading[] {
  return showing(layout, list.joints, walkFeed(list, phase).feed);
}

const showing = (layout: WindingLayout, joints: readonly Joint[], feed: Feed): WalkReading[] =>
  traceCurrent(layout, joints, feed).polarity.map((p) => p ?? '0');

export interface WalkMistake {
  readonly kind:
    | 'compass-turned'
    | 'group-reversed'
    | 'phase-reversed'
    | 'circuit-reversed'
    | 'jumper-misplaced'
    | 'groups-exchanged'
    | 'groups-reversed';
  readonly message: string;
  /** Joints to open. */
  readonly joints: readonly number[];
  readonly groups: readonly number[];
  /** How many things went wrong for this to be the explanation. */
  readonly mistakes: number;
}

export interface WalkJudgement {
  readonly state: 'unread' | 'right-so-far' | 'right' | 'wrong';
  readonly wrongGroups: readonly number[];
  readonly compassTurned: boolean;
  /** Fewest mistakes first; empty when nothing is wrong. */
  readonly explanations: readonly WalkMistake[];
}

const flip = (r: WalkReading): WalkReading => (r === 'N' ? 'S' : r === 'S' ? 'N' : r);

/**
 * @param readings index: group number − 1; null where not read yet
 * Source: each mistake is made in the list of joints and its network solved again; the ones whose poles agree with the
 * readings are the explanations. First principles.
 */
export function judgeWalk(
  layout: WindingLayout,
  list: ConnectionList,
  phase: Phase | 'all',
  readings: readonly WalkReading[],
): WalkJudgement {
  const { feed } = walkFeed(list, phase);
  const wanted = showing(layout, list.joints, feed);
  const read = wanted.map((_, i) => readings[i] ?? null);
  const done = read.filter((r) => r !== null).length;
  const fed = wanted.flatMap((w, i) => (w === '0' ? [] : [i]));
  const differ = (turned: boolean) =>
    read.flatMap((r, i) => (r !== null && (turned ? flip(r) : r) !== wanted[i] ? [i + 1] : []));
  const straight = differ(false);
  const turned = differ(true);
  // One reading alone cannot tell a turned compass from a reversed group.
  const compassTurned = done > 2 && turned.length < straight.length && turned.length < fed.length / 2;
  const wrong = compassTurned ? turned : straight;
  if (done === 0) return { state: 'unread', wrongGroups: [], compassTurned: false, explanations: [] };
  if (wrong.length === 0)
    return {
      state: fed.every((i) => read[i] !== null) ? 'right' : 'right-so-far',
      wrongGroups: [],
      compassTurned,
      explanations: [],
    };
  const seen = compassTurned ? read.map(flip) : read;
  const fits = (joints: readonly Joint[]) => {
    const shows = showing(layout, joints, feed);
    const agree = (turn: boolean) =>
      shows.every((s, i) => seen[i] === null || (turn ? flip(s) : s) === seen[i]);
    return agree(false);
  };
  return {
    state: 'wrong',
    wrongGroups: wrong,
    compassTurned,
    explanations: explain(layout, list, wrong, fits),
  };
}

const nameOf = (layout: WindingLayout, e: GroupEnd) => `${layout.groups[e.group - 1]!.name}${e.end}`;

function explain(
  layout: WindingLayout,
  list: ConnectionList,
  wrong: readonly number[],
  fits: (joints: readonly Joint[]) => boolean,
): WalkMistake[] {
  const { joints } = list;
  const group = (n: number) => layout.groups[n - 1]!;
  const touching = (groups: readonly number[]) =>
    joints.filter((j) => j.ends.some((e) => groups.includes(e.group))).map((j) => j.number);
  const found: WalkMistake[] = [];
  const reverse = (groups: readonly number[]) =>
    remake(joints, (e) =>
      groups.includes(e.group) ? { group: e.group, end: e.end === 's' ? 'f' : 's' } : e,
    );

  for (const n of wrong)
    if (fits(reverse([n])))
      found.push({
        kind: 'group-reversed',
        message: `${group(n).name} is reversed: its start and finish are changed over.`,
        joints: touching([n]),
        groups: [n],
        mistakes: 1,
      });
  for (const phase of PHASES) {
    const groups = layout.groups.filter((g) => g.phase === phase).map((g) => g.number);
    if (
      groups.length > 1 &&
      wrong.length > 1 &&
      groups.some((g) => wrong.includes(g)) &&
      fits(reverse(groups))
    )
      found.push({
        kind: 'phase-reversed',
        message: `All of phase ${phase} reads the other way: its start and finish are changed over, at the leads or at the star.`,
        joints: joints
          .filter((j) => j.kind !== 'jumper' && j.ends.some((e) => groups.includes(e.group)))
          .map((j) => j.number),
        groups,
        mistakes: 1,
      });
    const paths = list.paths[phase];
    for (const path of paths)
      if (paths.length > 1 && path.length > 1 && path.some((g) => wrong.includes(g)) && fits(reverse(path)))
        found.push({
          kind: 'circuit-reversed',
          message: `The circuit ${path.map((g) => group(g).name).join(', ')} is reversed: it is joined to lead and star the wrong way round.`,
          joints: joints
            .filter((j) => j.kind !== 'jumper' && j.ends.some((e) => path.includes(e.group)))
            .map((j) => j.number),
          groups: [...path],
          mistakes: 1,
        });
  }
  if (found.length === 0) {
    for (const [a, b] of exchanges(layout, wrong)) {
      const swapped = remake(joints, (e) =>
        e.group === a ? { ...e, group: b } : e.group === b ? { ...e, group: a } : e,
      );
      if (fits(swapped))
        found.push({
          kind: 'groups-exchanged',
          message: `${group(a).name} and ${group(b).name} are joined in each other’s place.`,
          joints: touching([a, b]),
          groups: [a, b],
          mistakes: 1,
        });
    }
    for (const [x, y] of endPairs(layout, wrong)) {
      const swapped = remake(joints, (e) => (same(e, x) ? y : same(e, y) ? x : e));
      if (!fits(swapped)) continue;
      const at = joints.filter((j) => j.ends.some((e) => same(e, x) || same(e, y)));
      found.push({
        kind: 'jumper-misplaced',
        message: `${nameOf(layout, x)} and ${nameOf(layout, y)} are changed over between joints ${at.map((j) => j.number).join(' and ')}.`,
        joints: at.map((j) => j.number),
        groups: [x.group, y.group],
        mistakes: 1,
      });
    }
  }
  if (found.length === 0)
    found.push({
      kind: 'groups-reversed',
      message: `${wrong.map((n) => group(n).name).join(', ')} read wrong; no single slip explains that. Open and check their joints one by one.`,
      joints: touching(wrong),
      groups: [...wrong],
      mistakes: wrong.length,
    });
  return found.sort((a, b) => a.mistakes - b.mistakes || a.joints.length - b.joints.length).slice(0, 4);
}

const same = (a: GroupEnd, b: GroupEnd) => a.group === b.group && a.end === b.end;

/** The joints as they would be had every end been taken for another. */
const remake = (joints: readonly Joint[], as: (e: GroupEnd) => GroupEnd): Joint[] =>
  joints.map((j) => ({ ...j, ends: j.ends.map(as) }));

/** Pairs of groups one of which reads wrong: somebody took one for the other. */
function exchanges(layout: WindingLayout, wrong: readonly number[]): [number, number][] {
  const pairs: [number, number][] = [];
  for (const a of wrong.slice(0, 6))
    for (const g of layout.groups)
      if (g.number !== a && !(wrong.includes(g.number) && g.number < a)) pairs.push([a, g.number]);
  return pairs;
}

/** Pairs of ends that may have been changed over; the first belongs to a group that reads wrong or lies beside one. */
function endPairs(layout: WindingLayout, wrong: readonly number[]): [GroupEnd, GroupEnd][] {
  const near = new Set<number>();
  const phases = new Set(wrong.map((n) => layout.groups[n - 1]!.phase));
  for (const g of layout.groups) if (phases.has(g.phase)) near.add(g.number);
  const ends = [...near].flatMap((group): GroupEnd[] => [
    { group, end: 's' },
    { group, end: 'f' },
  ]);
  const pairs: [GroupEnd, GroupEnd][] = [];
  for (let i = 0; i < ends.length; i++)
    for (let j = i + 1; j < ends.length; j++)
      if (ends[i]!.group !== ends[j]!.group) pairs.push([ends[i]!, ends[j]!]);
  return pairs.length > 3000
    ? pairs.filter(([x, y]) => wrong.includes(x.group) || wrong.includes(y.group))
    : pairs;
}
