/** What explains a walk that reads wrong, with the fewest slips of the hand that joined the ends. */
import { PHASES, type Phase, type WindingLayout } from '../winding/index.ts';
import type { ConnectionList, GroupEnd, Joint } from './connection-list.ts';
import type { WalkReading } from './polarity-walk.ts';

export interface WalkMistake {
  readonly kind:
    | 'group-reversed'
    | 'phase-reversed'
    | 'circuit-reversed'
    | 'jumper-misplaced'
    | 'groups-exchanged'
    | 'several'
    | 'no-field'
    | 'unexplained';
  readonly message: string;
  /** Joints to open. */
  readonly joints: readonly number[];
  readonly groups: readonly number[];
  /** How many things went wrong for this to be the explanation. */
  readonly mistakes: number;
}

/** One thing done wrong: in few words for a list, and in full. */
interface Slip extends Omit<WalkMistake, 'mistakes'> {
  readonly short: string;
}
/** Ends taken for other ends. */
interface Exchange extends Slip {
  readonly as: (e: GroupEnd) => GroupEnd;
}

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six'];
/** Beyond that many it is no explanation but a list. */
const MOST = 6;

/**
 * @param seen what the compass showed, by group number − 1; null where not read
 * @param wrong groups that read wrong
 * @param showing what the groups show when the ends are joined like that
 * @returns the likeliest four at most, fewest slips first; never empty
 * Source: every exchange of ends is made in the list of joints and its network solved again. A group joined the other way
 * round leaves the network as it was and only turns its own pole, so what then still differs is covered by the fewest
 * reversed groups, circuits and phases. First principles.
 */
export function explainWalk(
  layout: WindingLayout,
  list: ConnectionList,
  seen: readonly WalkReading[],
  wrong: readonly number[],
  showing: (joints: readonly Joint[]) => readonly WalkReading[],
): WalkMistake[] {
  const names = (groups: readonly number[]) => groups.map((n) => layout.groups[n - 1]!.name).join(', ');
  const reversals = reversalsOf(layout, list);
  // A reversed group shows the other pole; one without a field, or with one where none is fed, is not reversed.
  const other = stillWrong(showing(list.joints), seen);
  const asOne = other ? reversals.all.filter((r) => covers(r.groups, other, seen)) : [];
  if (asOne.length) return best(asOne.map(alone));

  const together: WalkMistake[] = [];
  if (wrong.every((n) => seen[n - 1] === '0'))
    together.push({
      kind: 'no-field',
      message: `${names(wrong)}: no field where one must be. A joint is open there, or the current does not reach it.`,
      joints: jointsAt(list, wrong),
      groups: [...wrong],
      mistakes: 1,
    });
  const cover = other ? reversals.cover(other, seen) : null;
  const most = Math.min(cover?.length ?? MOST, MOST);
  if (cover && cover.length <= MOST) together.push(joined(layout, cover));
  for (const exchange of [...exchangesOf(layout, list, wrong), ...endsOf(layout, list, wrong)]) {
    const left = stillWrong(showing(remake(list.joints, exchange.as)), seen);
    if (left === null) continue;
    if (left.length === 0) together.push(alone(exchange));
    else {
      const rest = reversals.cover(left, seen);
      if (rest.length + 1 < most) together.push(joined(layout, [exchange, ...rest]));
    }
  }
  if (together.length) {
    const fewest = Math.min(...together.map((m) => m.mistakes));
    return best(together.filter((m) => m.mistakes === fewest));
  }
  return [
    {
      kind: 'unexplained',
      message: `${names(wrong)} read wrong; no few slips explain that. Open and check their joints one by one.`,
      joints: jointsAt(list, wrong),
      groups: [...wrong],
      mistakes: wrong.length,
    },
  ];
}

const best = (list: readonly WalkMistake[]) =>
  list
    .toSorted(
      (a, b) =>
        Number(b.kind === 'no-field') - Number(a.kind === 'no-field') ||
        a.mistakes - b.mistakes ||
        a.joints.length - b.joints.length,
    )
    .slice(0, 4);

const alone = ({ kind, message, joints, groups }: Slip): WalkMistake => ({
  kind,
  message,
  joints,
  groups,
  mistakes: 1,
});

function joined(layout: WindingLayout, slips: readonly Slip[]): WalkMistake {
  if (slips.length === 1) return alone(slips[0]!);
  const groups = slips.filter((s) => s.kind === 'group-reversed').sort((a, b) => a.groups[0]! - b.groups[0]!);
  const names = groups.map((s) => layout.groups[s.groups[0]! - 1]!.name);
  const each = groups.length > 1 ? [`${names.join(', ')} are each reversed`] : groups.map((s) => s.short);
  const others = slips.filter((s) => s.kind !== 'group-reversed').map((s) => s.short);
  return {
    kind: 'several',
    message: `${COUNT[slips.length]} slips together: ${[...others, ...each].join('; ')}.`,
    joints: [...new Set(slips.flatMap((s) => s.joints))].sort((a, b) => a - b),
    groups: [...new Set(slips.flatMap((s) => s.groups))].sort((a, b) => a - b),
    mistakes: slips.length,
  };
}

/** A reversal turns exactly the groups that read wrong; what was not read may be either. */
const covers = (groups: readonly number[], wrong: readonly number[], seen: readonly WalkReading[]) =>
  wrong.every((n) => groups.includes(n)) && groups.every((n) => wrong.includes(n) || seen[n - 1] === null);

/** Groups that show the other pole than was seen; null when one shows none where one was seen, or the other way round. */
function stillWrong(shows: readonly WalkReading[], seen: readonly WalkReading[]): number[] | null {
  const left: number[] = [];
  for (const [i, s] of seen.entries()) {
    if (s === null || s === shows[i]) continue;
    if (s === '0' || shows[i] === '0') return null;
    left.push(i + 1);
  }
  return left;
}

const jointsAt = (list: ConnectionList, groups: readonly number[], besides?: Joint['kind']) =>
  list.joints
    .filter((j) => j.kind !== besides && j.ends.some((e) => groups.includes(e.group)))
    .map((j) => j.number);

/** Groups, circuits and phases that may be joined the other way round. */
function reversalsOf(layout: WindingLayout, list: ConnectionList) {
  const name = (n: number) => layout.groups[n - 1]!.name;
  const group = (n: number): Slip => ({
    kind: 'group-reversed',
    message: `${name(n)} is reversed: its start and finish are changed over.`,
    short: `${name(n)} is reversed`,
    joints: jointsAt(list, [n]),
    groups: [n],
  });
  const circuit = (path: readonly number[]): Slip => ({
    kind: 'circuit-reversed',
    message: `The circuit ${path.map(name).join(', ')} is reversed: it is joined to lead and star the wrong way round.`,
    short: `the circuit ${path.map(name).join(', ')} is reversed`,
    joints: jointsAt(list, path, 'jumper'),
    groups: path,
  });
  const groupsOf = (phase: Phase) => layout.groups.filter((g) => g.phase === phase).map((g) => g.number);
  const whole = (phase: Phase): Slip => ({
    kind: 'phase-reversed',
    message: `All of phase ${phase} reads the other way: its start and finish are changed over, at the leads or at the star.`,
    short: `all of phase ${phase} is reversed`,
    joints: jointsAt(list, groupsOf(phase), 'jumper'),
    groups: groupsOf(phase),
  });
  const circuitsOf = (phase: Phase) => (list.paths[phase].length > 1 ? list.paths[phase] : []);

  /** The fewest reversals that turn exactly the wrong groups, of those that were read. */
  function cover(wrong: readonly number[], seen: readonly WalkReading[]): Slip[] {
    return PHASES.flatMap((phase) => {
      const all = groupsOf(phase);
      const within = (turned: boolean): Slip[] => {
        const off = (n: number) => seen[n - 1] !== null && wrong.includes(n) !== turned;
        const single = new Set(all.filter(off));
        const slips: Slip[] = turned ? [whole(phase)] : [];
        for (const path of circuitsOf(phase)) {
          const bad = path.filter((n) => single.has(n));
          const good = path.filter((n) => seen[n - 1] !== null && !single.has(n));
          if (path.length < 2 || bad.length <= 1 + good.length) continue;
          slips.push(circuit(path));
          for (const n of bad) single.delete(n);
          for (const n of good) single.add(n);
        }
        return [...slips, ...[...single].map(group)];
      };
      const [apart, turned] = [within(false), within(true)];
      return all.length > 1 && turned.length < apart.length ? turned : apart;
    });
  }
  return {
    all: PHASES.flatMap((phase) => [
      ...groupsOf(phase).map(group),
      ...(groupsOf(phase).length > 1 ? [whole(phase)] : []),
      ...circuitsOf(phase)
        .filter((path) => path.length > 1)
        .map(circuit),
    ]),
    cover,
  };
}

const same = (a: GroupEnd, b: GroupEnd) => a.group === b.group && a.end === b.end;

/** The joints as they would be had every end been taken for another. */
const remake = (joints: readonly Joint[], as: (e: GroupEnd) => GroupEnd): Joint[] =>
  joints.map((j) => ({ ...j, ends: j.ends.map(as) }));

/** Pairs of groups one of which reads wrong: somebody took one for the other. */
function exchangesOf(layout: WindingLayout, list: ConnectionList, wrong: readonly number[]): Exchange[] {
  const name = (n: number) => layout.groups[n - 1]!.name;
  return wrong.slice(0, 6).flatMap((a) =>
    layout.groups
      .map((g) => g.number)
      .filter((b) => b !== a && !(wrong.includes(b) && b < a))
      .map((b) => ({
        kind: 'groups-exchanged',
        message: `${name(a)} and ${name(b)} are joined in each other’s place.`,
        short: `${name(a)} and ${name(b)} are joined in each other’s place`,
        joints: jointsAt(list, [a, b]),
        groups: [a, b],
        as: (e) => (e.group === a ? { ...e, group: b } : e.group === b ? { ...e, group: a } : e),
      })),
  );
}

/** Pairs of ends that may have been changed over, in the phases that read wrong. */
function endsOf(layout: WindingLayout, list: ConnectionList, wrong: readonly number[]): Exchange[] {
  const phases = new Set(wrong.map((n) => layout.groups[n - 1]!.phase));
  const ends = layout.groups
    .filter((g) => phases.has(g.phase))
    .flatMap((g): GroupEnd[] => [
      { group: g.number, end: 's' },
      { group: g.number, end: 'f' },
    ]);
  const pairs = ends.flatMap((x, i) =>
    ends.slice(i + 1).flatMap((y) => (x.group === y.group ? [] : [[x, y] as const])),
  );
  const tried =
    pairs.length > 3000
      ? pairs.filter(([x, y]) => wrong.includes(x.group) || wrong.includes(y.group))
      : pairs;
  const name = (e: GroupEnd) => `${layout.groups[e.group - 1]!.name}${e.end}`;
  return tried.map(([x, y]) => {
    const at = list.joints.filter((j) => j.ends.some((e) => same(e, x) || same(e, y))).map((j) => j.number);
    const short = `${name(x)} and ${name(y)} are changed over`;
    return {
      kind: 'jumper-misplaced',
      message: `${short} between joints ${at.join(' and ')}.`,
      short,
      joints: at,
      groups: [x.group, y.group],
      as: (e) => (same(e, x) ? y : same(e, y) ? x : e),
    };
  });
}
