/** The polarity walk: how to feed it, what a compass must show round the bore, and whether it did. */
import { PHASES, type Phase, type WindingLayout } from '../layout/index.ts';
import type { ConnectionList, Joint } from './connection-list.ts';
import { traceCurrent, type Feed } from './trace.ts';
import { WalkNetwork } from './walk-network.ts';
import { explainWalk, type JoinedBranches, type WalkMistake } from './walk-misconnections.ts';
import type { NetworkWinding } from './network.ts';

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

export const showing = (
  layout: NetworkWinding,
  joints: readonly Joint<string>[],
  feed: Feed,
): WalkReading[] => traceCurrent(layout, joints, feed).polarity.map((p) => p ?? '0');

export interface WalkJudgement {
  readonly state: 'unread' | 'right-so-far' | 'right' | 'wrong';
  readonly wrongGroups: readonly number[];
  readonly compassTurned: boolean;
  /** Fewest mistakes first; empty when nothing is wrong, or when nobody asked. */
  readonly explanations: readonly WalkMistake[];
  /** Whether every way of joining it wrongly was tried; with very many wrong readings it is not. */
  readonly exact: boolean;
}

const flip = (r: WalkReading): WalkReading => (r === 'N' ? 'S' : r === 'S' ? 'N' : r);

/** The walk of a three-phase winding; see `judgeFedWalk`. */
export const judgeWalk = (
  layout: WindingLayout,
  list: ConnectionList,
  phase: Phase | 'all',
  readings: readonly WalkReading[],
  explain = true,
): WalkJudgement => judgeFedWalk(layout, list, walkFeed(list, phase).feed, readings, explain);

/**
 * @param readings index: group number − 1; null where not read yet
 * @param explain whether to look for the slips that explain a wrong walk, which costs tens of milliseconds at most
 */
export function judgeFedWalk(
  layout: NetworkWinding,
  list: JoinedBranches,
  feed: Feed,
  readings: readonly WalkReading[],
  explain = true,
): WalkJudgement {
  const network = new WalkNetwork(layout, list.joints, feed);
  const wanted = network.asJoined();
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
  if (done === 0)
    return { state: 'unread', wrongGroups: [], compassTurned: false, explanations: [], exact: true };
  if (wrong.length === 0)
    return {
      state: fed.every((i) => read[i] !== null) ? 'right' : 'right-so-far',
      wrongGroups: [],
      compassTurned,
      explanations: [],
      exact: true,
    };
  const seen = compassTurned ? read.map(flip) : read;
  return {
    state: 'wrong',
    wrongGroups: wrong,
    compassTurned,
    ...(explain ? explainWalk(layout, list, seen, wrong, network) : { explanations: [], exact: true }),
  };
}
