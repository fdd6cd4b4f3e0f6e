/** What explains a walk that reads wrong, with the fewest misconnections of the hand that joined the ends. */
import type { GroupEnd, Joint } from './connection-list.ts';
import type { NetworkWinding } from './network.ts';
import type { WalkReading } from './polarity-walk.ts';
import type { EndPair, WalkNetwork } from './walk-network.ts';

/** Joints of any machine, and the circuits of each of its branches. */
export interface JoinedBranches {
  readonly joints: readonly Joint<string>[];
  /** By branch, by circuit: the groups in the order the current passes them. */
  readonly paths: Readonly<Record<string, readonly (readonly number[])[]>>;
  /** What a branch is called in a sentence; `phase U` when absent. */
  readonly say?: (branch: string) => string;
  /** Whether branches end at a star point, where their finishes may be changed over; yes when absent. */
  readonly atTheStar?: boolean;
}

export interface WalkMistake {
  readonly kind:
    | 'group-reversed'
    | 'phase-reversed'
    | 'circuit-reversed'
    | 'jumper-misplaced'
    | 'groups-exchanged'
    | 'several'
    | 'no-field'
    | 'too-many'
    | 'unexplained';
  readonly message: string;
  /** Joints to open. */
  readonly joints: readonly number[];
  readonly groups: readonly number[];
  /** How many things went wrong for this to be the explanation. */
  readonly mistakes: number;
}

/** One thing done wrong: in few words for a list, and in full. */
interface Misconnection extends Omit<WalkMistake, 'mistakes'> {
  readonly short: string;
}
/** Ends that may have been taken for each other; put into words only when they explain something. */
interface Exchange {
  readonly pairs: readonly EndPair[];
  readonly misconnection: () => Misconnection;
}

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six'];
/** Beyond that many it is no explanation but a list. */
const MOST = 6;

/**
 * Readings of groups worked out before it is given up: some tens of milliseconds. A hand that walked a real winding has
 * far fewer misconnections than that can tell; random letters do not.
 */
const BUDGET = 1_000_000;

/**
 * @param seen what the compass showed, by group number − 1; null where not read
 * @param wrong groups that read wrong
 * @param network the winding as it must be joined, fed as it was fed
 * @returns the likeliest four at most, fewest misconnections first, never empty; and whether every way was tried
 * Source: every exchange of ends is made in the list of joints and its network solved again. A group joined the other way
 * round leaves the network as it was and only turns its own pole, so what then still differs is covered by the fewest
 * reversed groups, circuits and phases. First principles.
 */
export function explainWalk(
  layout: NetworkWinding,
  list: JoinedBranches,
  seen: readonly WalkReading[],
  wrong: readonly number[],
  network: WalkNetwork,
): { readonly explanations: WalkMistake[]; readonly exact: boolean } {
  const names = (groups: readonly number[]) => groups.map((n) => layout.groups[n - 1]!.name).join(', ');
  const reversals = reversalsOf(layout, list);
  // A reversed group shows the other pole; one without a field, or with one where none is fed, is not reversed.
  const other = stillWrong(network.asJoined(), seen);
  const asOne = other ? reversals.all.filter((r) => covers(r.groups, other, seen)) : [];
  if (asOne.length) return { explanations: best(asOne.map(alone)), exact: true };

  const together: WalkMistake[] = [];
  if (wrong.every((n) => seen[n - 1] === '0'))
    together.push({
      kind: 'no-field',
      message: `${names(wrong)}: no field where one must be. A joint is open there, or the current does not reach it.`,
      joints: jointsAt(list, wrong),
      groups: [...wrong],
      mistakes: 1,
    });
  const cover = other ? reversals.cover(other, seen, MOST) : null;
  const most = cover?.length ?? MOST;
  if (cover) together.push(joined(layout, cover));
  let exact = true;
  const left: number[] = [];
  for (const exchange of exchanges(layout, list, wrong)) {
    if (network.work > BUDGET) {
      exact = false;
      break;
    }
    left.length = 0;
    const fits = network.show(exchange.pairs, (group, shows) => {
      const s = seen[group - 1];
      if (s === null || s === undefined || s === shows) return true;
      if (s === '0' || shows === '0') return false;
      left.push(group);
      return true;
    });
    if (!fits) continue;
    if (left.length === 0) together.push(alone(exchange.misconnection()));
    else {
      network.work += layout.groups.length;
      const rest = reversals.cover(left, seen, most - 2);
      if (rest) together.push(joined(layout, [exchange.misconnection(), ...rest]));
    }
  }
  if (together.length) {
    const fewest = Math.min(...together.map((m) => m.mistakes));
    return { explanations: best(together.filter((m) => m.mistakes === fewest)), exact };
  }
  const unexplained: WalkMistake = {
    kind: exact ? 'unexplained' : 'too-many',
    message: exact
      ? `${names(wrong)} read wrong; no few misconnections explain that. Open and check their joints one by one.`
      : `${wrong.length} of ${layout.groups.length} groups read wrong, too many to tell why. Check the feed and the compass, and walk again.`,
    joints: exact ? jointsAt(list, wrong) : [],
    groups: [...wrong],
    mistakes: wrong.length,
  };
  return { explanations: [unexplained], exact };
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

const alone = ({ kind, message, joints, groups }: Misconnection): WalkMistake => ({
  kind,
  message,
  joints,
  groups,
  mistakes: 1,
});

function joined(layout: NetworkWinding, misconnections: readonly Misconnection[]): WalkMistake {
  if (misconnections.length === 1) return alone(misconnections[0]!);
  const groups = misconnections
    .filter((s) => s.kind === 'group-reversed')
    .sort((a, b) => a.groups[0]! - b.groups[0]!);
  const names = groups.map((s) => layout.groups[s.groups[0]! - 1]!.name);
  const each = groups.length > 1 ? [`${names.join(', ')} are each reversed`] : groups.map((s) => s.short);
  const others = misconnections.filter((s) => s.kind !== 'group-reversed').map((s) => s.short);
  return {
    kind: 'several',
    message: `${COUNT[misconnections.length]} misconnections together: ${[...others, ...each].join('; ')}.`,
    joints: [...new Set(misconnections.flatMap((s) => s.joints))].sort((a, b) => a - b),
    groups: [...new Set(misconnections.flatMap((s) => s.groups))].sort((a, b) => a - b),
    mistakes: misconnections.length,
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

const jointsAt = (list: JoinedBranches, groups: readonly number[], besides?: Joint['kind']) =>
  list.joints
    .filter((j) => j.kind !== besides && j.ends.some((e) => groups.includes(e.group)))
    .map((j) => j.number);

/** Groups, circuits and phases that may be joined the other way round. */
function reversalsOf(layout: NetworkWinding, list: JoinedBranches) {
  const word = list.say ?? ((branch: string) => `phase ${branch}`);
  const name = (n: number) => layout.groups[n - 1]!.name;
  const group = (n: number): Misconnection => ({
    kind: 'group-reversed',
    message: `${name(n)} is reversed: its start and finish are changed over.`,
    short: `${name(n)} is reversed`,
    joints: jointsAt(list, [n]),
    groups: [n],
  });
  const circuit = (path: readonly number[]): Misconnection => ({
    kind: 'circuit-reversed',
    message: `The circuit ${path.map(name).join(', ')} is reversed: it is joined to ${list.atTheStar === false ? 'its leads' : 'lead and star'} the wrong way round.`,
    short: `the circuit ${path.map(name).join(', ')} is reversed`,
    joints: jointsAt(list, path, 'jumper'),
    groups: path,
  });
  const groupsOf = (phase: string) => layout.groups.filter((g) => g.phase === phase).map((g) => g.number);
  const whole = (phase: string): Misconnection => ({
    kind: 'phase-reversed',
    message: `All of ${word(phase)} reads the other way: its start and finish are changed over, at the leads${list.atTheStar === false ? '' : ' or at the star'}.`,
    short: `all of ${word(phase)} is reversed`,
    joints: jointsAt(list, groupsOf(phase), 'jumper'),
    groups: groupsOf(phase),
  });
  const circuitsOf = (phase: string) => (list.paths[phase]!.length > 1 ? list.paths[phase]! : []);

  const branches = Object.keys(list.paths);
  const groupsByPhase = branches.map(groupsOf);
  const count = layout.groups.length + 1;

  /**
   * The fewest reversals that turn exactly the wrong groups, of those that were read.
   * @returns null when more than `most` would be needed
   */
  function cover(
    wrong: readonly number[],
    seen: readonly WalkReading[],
    most = Infinity,
  ): Misconnection[] | null {
    const isWrong = new Uint8Array(count);
    for (const n of wrong) isWrong[n] = 1;
    const misconnections: Misconnection[] = [];
    for (const [i, phase] of branches.entries()) {
      const all = groupsByPhase[i]!;
      const within = (turned: boolean): (() => Misconnection)[] => {
        const single = new Uint8Array(count);
        for (const n of all) if (seen[n - 1] !== null && (isWrong[n] === 1) !== turned) single[n] = 1;
        const found: (() => Misconnection)[] = turned ? [() => whole(phase)] : [];
        for (const path of circuitsOf(phase)) {
          let bad = 0;
          let fine = 0;
          for (const n of path) {
            if (single[n]) bad++;
            else if (seen[n - 1] !== null) fine++;
          }
          if (path.length < 2 || bad <= 1 + fine) continue;
          found.push(() => circuit(path));
          for (const n of path) if (seen[n - 1] !== null) single[n] = single[n] ? 0 : 1;
        }
        for (const n of all) if (single[n]) found.push(() => group(n));
        return found;
      };
      const [apart, turned] = [within(false), within(true)];
      const fewest = all.length > 1 && turned.length < apart.length ? turned : apart;
      if (misconnections.length + fewest.length > most) return null;
      misconnections.push(...fewest.map((misconnection) => misconnection()));
    }
    return misconnections;
  }
  return {
    all: branches.flatMap((phase) => [
      ...groupsOf(phase).map(group),
      ...(groupsOf(phase).length > 1 ? [whole(phase)] : []),
      ...circuitsOf(phase)
        .filter((path) => path.length > 1)
        .map(circuit),
    ]),
    cover,
  };
}

/** Groups taken for each other, then ends changed over, of which at least one reads wrong or lies in a phase that does. */
function* exchanges(
  layout: NetworkWinding,
  list: JoinedBranches,
  wrong: readonly number[],
): Generator<Exchange> {
  const name = (n: number) => layout.groups[n - 1]!.name;
  const off = new Set(wrong);
  for (const a of wrong.slice(0, 6))
    for (const { number: b } of layout.groups) {
      if (b === a || (off.has(b) && b < a)) continue;
      const short = `${name(a)} and ${name(b)} are joined in each other’s place`;
      yield {
        pairs: [
          [
            { group: a, end: 's' },
            { group: b, end: 's' },
          ],
          [
            { group: a, end: 'f' },
            { group: b, end: 'f' },
          ],
        ],
        misconnection: () => ({
          kind: 'groups-exchanged',
          message: `${short}.`,
          short,
          joints: jointsAt(list, [a, b]),
          groups: [a, b],
        }),
      };
    }
  const phases = new Set(wrong.map((n) => layout.groups[n - 1]!.phase));
  const ends = layout.groups
    .filter((g) => phases.has(g.phase))
    .flatMap((g): GroupEnd[] => [
      { group: g.number, end: 's' },
      { group: g.number, end: 'f' },
    ]);
  // Of a large winding only those at a group that reads wrong.
  const many = (ends.length * ends.length) / 2 > 3000;
  const word = (e: GroupEnd) => `${name(e.group)}${e.end}`;
  const same = (a: GroupEnd, b: GroupEnd) => a.group === b.group && a.end === b.end;
  for (const [i, x] of ends.entries())
    for (const y of ends.slice(i + 1)) {
      if (x.group === y.group || (many && !off.has(x.group) && !off.has(y.group))) continue;
      yield {
        pairs: [[x, y]],
        misconnection: () => {
          const at = list.joints
            .filter((j) => j.ends.some((e) => same(e, x) || same(e, y)))
            .map((j) => j.number);
          const short = `${word(x)} and ${word(y)} are changed over`;
          return {
            kind: 'jumper-misplaced',
            message: `${short} between joints ${at.join(' and ')}.`,
            short,
            joints: at,
            groups: [x.group, y.group],
          };
        },
      };
    }
}
