/** A connection list as a network: joints are nodes, groups are resistors between them. */
import type { GroupEnd, Joint } from './connection-list.ts';
import type { Feed } from './trace.ts';

export type NetworkJoint = Pick<Joint<string>, 'ends' | 'kind' | 'lead' | 'phase'>;

/** Groups of coils of any machine; a branch of it, such as a phase, is told by its name. */
export interface NetworkWinding {
  readonly groups: readonly {
    readonly number: number;
    readonly name: string;
    readonly phase: string;
    readonly coils: readonly number[];
  }[];
  /** By coil number − 1; turns over the mean turns, of wire that is alike within a branch. */
  readonly coils: readonly { readonly turnShare: number }[];
}

export interface Network {
  /** Of each group, in mean coils. */
  readonly resistance: readonly number[];
  /** Node of every end: 2·(group − 1), and one more for its finish. */
  readonly node: Int32Array;
  /** The node an end comes to lie on when it stands where another end stands now. */
  readonly nodeInPlaceOf: (place: number, end: number) => number;
  /** Nodes the feed reaches, numbered from 0; `from` is 0. */
  readonly reached: ReadonlyMap<number, number>;
  readonly from: number;
  readonly to: number;
}

/** Index of an end in `Network.node`. */
export const endIndex = (e: GroupEnd) => 2 * (e.group - 1) + (e.end === 's' ? 0 : 1);

/**
 * @param joints ends that are joined; an end in no joint hangs open
 * @returns null when the feed finds no way in or out; `reached` lacks `to` when nothing joins the two
 * Source: Kirchhoff's laws; a group's resistance by its turns of equal wire; first principles.
 */
export function buildNetwork(
  layout: NetworkWinding,
  joints: readonly NetworkJoint[],
  feed: Feed,
): Network | null {
  const groups = layout.groups.length;
  const resistance = layout.groups.map((g) =>
    g.coils.reduce((n, c) => n + layout.coils[c - 1]!.turnShare, 0),
  );
  // One node a joint, one for each end that hangs open, then leads joined by hand are merged.
  const node = new Int32Array(2 * groups).fill(-1);
  const jointAt = new Int32Array(2 * groups).fill(-1);
  const byMark = new Map<string, number[]>();
  const mark = (name: string, n: number) => {
    const known = byMark.get(name);
    if (known) known.push(n);
    else byMark.set(name, [n]);
  };
  let nodes = 0;
  /** Of the joint at which a delta is opened: its other side. */
  const otherSide = new Map<number, number>();
  const own: number[] = [];
  joints.forEach((joint, k) => {
    const n = nodes++;
    own.push(n);
    if (joint.kind === 'star') mark('star', n);
    if (joint.lead) mark(joint.lead, n);
    if (joint.lead && joint.lead === feed.openAt) {
      const other = nodes++;
      otherSide.set(k, other);
      mark('open', other);
    }
    for (const e of joint.ends) jointAt[endIndex(e)] = k;
  });
  /** An opened delta keeps the lead's own phase on one side and parts the others. */
  const inJoint = (k: number, end: number) =>
    otherSide.has(k) && layout.groups[end >> 1]!.phase !== joints[k]!.phase ? otherSide.get(k)! : own[k]!;
  for (let i = 0; i < node.length; i++) node[i] = jointAt[i] === -1 ? nodes++ : inJoint(jointAt[i]!, i);
  const parent = Array.from({ length: nodes }, (_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i]!)));
  const nodesOf = (names: readonly string[]) => names.flatMap((n) => byMark.get(n) ?? []);
  for (const set of [feed.into, feed.outOf, ...(feed.joined ?? [])]) {
    const list = nodesOf(set);
    for (const n of list) parent[root(n)] = root(list[0]!);
  }
  const source = nodesOf(feed.into)[0];
  const sink = nodesOf(feed.outOf)[0];
  if (source === undefined || sink === undefined) return null;
  const hanging = node.slice();
  for (let i = 0; i < node.length; i++) node[i] = root(node[i]!);

  // Only what is connected with the feed takes part.
  const links = new Map<number, number[]>();
  for (let g = 0; g < groups; g++)
    for (const side of [0, 1]) {
      const a = node[2 * g + side]!;
      const list = links.get(a);
      if (list) list.push(g);
      else links.set(a, [g]);
    }
  const from = root(source);
  const reached = new Map<number, number>([[from, 0]]);
  const queue = [from];
  for (let n = queue.pop(); n !== undefined; n = queue.pop())
    for (const g of links.get(n) ?? [])
      for (const side of [0, 1]) {
        const other = node[2 * g + side]!;
        if (!reached.has(other)) {
          reached.set(other, reached.size);
          queue.push(other);
        }
      }
  return {
    resistance,
    node,
    nodeInPlaceOf: (place, end) =>
      jointAt[place] === -1 ? hanging[place]! : root(inJoint(jointAt[place]!, end)),
    reached,
    from,
    to: root(sink),
  };
}
