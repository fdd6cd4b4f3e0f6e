/** Every joint of a winding: which ends of which groups meet, in jumpers, leads and star points. */
import type { PhaseConnection } from '../../physics/electrical/index.ts';
import { finding, good, refused, type Outcome } from '../../language/quantity/index.ts';
import {
  PHASES,
  slowSpeed,
  windingFactor,
  type Group,
  type Phase,
  type WindingLayout,
} from '../layout/index.ts';
import { equalHalves, partGroups, splitCircuits, validCircuits } from './circuits.ts';
import {
  isTwoSpeed,
  LEAD_SCHEMES,
  MARKS,
  SPEED_MARKS,
  type ConnectionSpec,
  type LeadScheme,
} from './connection-spec.ts';
import { hookupsOf, type Hookup } from './hookups.ts';

/** s: the start of the group's first coil; f: the finish of its last coil. */
export interface GroupEnd {
  readonly group: number;
  readonly end: 's' | 'f';
}

export interface Joint<Branch extends string = Phase> {
  readonly number: number;
  readonly kind: 'jumper' | 'lead' | 'star' | 'corner';
  /** Phase of a jumper or lead; null for a star point or an inner corner of a delta. */
  readonly phase: Branch | null;
  /** Terminal mark of a lead. */
  readonly lead?: string;
  readonly ends: readonly GroupEnd[];
}

/** Half of a phase that the leads can switch, or the whole phase. */
export interface Section {
  readonly phase: Phase;
  /** Circuits in parallel, each the groups in the order the current passes them. */
  readonly paths: readonly (readonly number[])[];
}

export interface ConnectionList {
  readonly circuits: number;
  readonly connection: PhaseConnection;
  readonly scheme: LeadScheme;
  readonly joints: readonly Joint[];
  /** By phase, by circuit: the groups in the order the current passes them from the phase's start. */
  readonly paths: Readonly<Record<Phase, readonly (readonly number[])[]>>;
  readonly sections: readonly Section[];
  /** Coil ends on the first lead. */
  readonly endsPerLead: number;
  /** At all star points together; 0 without one. */
  readonly endsAtStar: number;
  /** Group ends, 2 × groups. */
  readonly groupEnds: number;
  /** What is joined and fed at the terminals, for each voltage, start or speed. */
  readonly hookups: readonly Hookup[];
}

type Draft = Omit<Joint, 'number'>;
const BEFORE: Readonly<Record<Phase, Phase>> = { U: 'W', V: 'U', W: 'V' };

/**
 * Joints in working order, each group end used exactly once.
 * Source: ends per lead c in star and 2c in delta, 3c at the star point: common practice, no source; delta corners
 * U1-W2, V1-U2, W1-V2 after IEC 60034-8 (from memory).
 */
export function connectionList(layout: WindingLayout, spec: ConnectionSpec): Outcome<ConnectionList> {
  const scheme = spec.leads ?? 'three';
  const wrong = schemeProblem(spec, scheme);
  if (wrong) return refused([wrong]);
  const parted = partIntoSections(layout, spec, scheme);
  if (!parted.ok) return parted;
  const sections = parted.value;
  // With two speeds the series path shows one polarity throughout, so every group is entered at its start.
  const alwaysStart = scheme === 'constant-torque' || scheme === 'variable-torque';
  const of = (n: number) => layout.groups[n - 1]!;
  const forward = (g: Group) => alwaysStart || g.sign > 0;
  const entry = (n: number): GroupEnd => ({ group: n, end: forward(of(n)) ? 's' : 'f' });
  const exit = (n: number): GroupEnd => ({ group: n, end: forward(of(n)) ? 'f' : 's' });

  const jumpers: Draft[] = sections.flatMap(({ phase, paths }) =>
    paths.flatMap((path) =>
      path.slice(1).map((next, i): Draft => ({
        kind: 'jumper',
        phase,
        ends: [exit(path[i]!), entry(next)],
      })),
    ),
  );
  const ins = (ph: Phase, half: number) => halfOf(sections, ph, half).map((path) => entry(path[0]!));
  const outs = (ph: Phase, half: number) => halfOf(sections, ph, half).map((path) => exit(path.at(-1)!));
  const { leads, inner } = bringOut(spec, scheme, ins, outs);
  const order = spec.order === 'leads-first' ? [leads, jumpers, inner] : [jumpers, leads, inner];
  const joints = order.flat().map((j, i) => ({ number: i + 1, ...j }));
  const paths = Object.fromEntries(
    PHASES.map((ph) => [ph, sections.filter((s) => s.phase === ph).flatMap((s) => s.paths)]),
  ) as unknown as ConnectionList['paths'];
  const first = joints.find((j) => j.kind === 'lead')!;
  return good({
    circuits: spec.circuits,
    connection: spec.connection,
    scheme,
    joints,
    paths,
    sections,
    endsPerLead: first.ends.length,
    endsAtStar: joints.reduce((n, j) => n + (j.kind === 'star' ? j.ends.length : 0), 0),
    groupEnds: 2 * layout.groups.length,
    hookups: hookupsOf(spec, scheme, layout.poles),
  });
}

const halfOf = (sections: readonly Section[], phase: Phase, half: number) =>
  sections.filter((s) => s.phase === phase)[half]?.paths ?? [];

function schemeProblem(spec: ConnectionSpec, scheme: LeadScheme) {
  const { label, sections } = LEAD_SCHEMES[scheme];
  const say = (code: string, message: string, because: string) =>
    finding('stop', code, message, ['leads', 'circuits', 'connection'], because);
  if (scheme === 'constant-power') {
    if (spec.connection !== 'delta')
      return say(
        'connection.constant-power-is-delta',
        'Constant power runs in delta at the higher speed; write the card’s connection as delta.',
        'Lower speed: double star; higher speed: series delta.',
      );
    return null;
  }
  if (isTwoSpeed(scheme) && (spec.connection !== 'star' || spec.circuits % 2 !== 0))
    return say(
      'connection.double-star-at-speed',
      `${label}: at the higher speed the two halves lie parallel in star, so the card’s connection is 2Y (or 4Y).`,
      'Count the circuits as they are at the higher speed.',
    );
  if (sections === 2 && spec.circuits % 2 !== 0)
    return say(
      'connection.halves-need-even-circuits',
      `${label}: each phase has two halves, so the circuits as counted with the halves parallel are even; ${spec.circuits} is not.`,
      'The volts on the plate are those with the halves parallel; in series it takes twice as much.',
    );
  return null;
}

function partIntoSections(
  layout: WindingLayout,
  spec: ConnectionSpec,
  scheme: LeadScheme,
): Outcome<readonly Section[]> {
  const { circuits, circuitsFrom = 'neighbours' } = spec;
  const arrange = (paths: readonly (readonly number[])[]) =>
    paths.map((path) => (spec.jumpers === 'long' ? alikeFirst(layout, path) : path));
  if (isTwoSpeed(scheme)) {
    const inHalf = scheme === 'constant-power' ? circuits : circuits / 2;
    const silent = slowProblem(layout);
    if (silent) return refused([silent]);
    const sections: Section[] = [];
    for (const phase of PHASES) {
      const ofSign = (sign: number) => layout.groups.filter((g) => g.phase === phase && g.sign === sign);
      const equal = equalHalves(layout, ofSign(-1), ofSign(1));
      for (const sign of [-1, 1]) {
        const paths = partGroups(layout, ofSign(sign), inHalf, circuitsFrom);
        if (!paths || !equal)
          return refused([
            finding(
              'stop',
              'connection.no-two-halves',
              `Phase ${phase} has no two equal halves of north and south groups in ${inHalf} ${inHalf === 1 ? 'circuit' : 'circuits'} each; one winding with two speeds needs one group a pole and phase.`,
              ['leads', 'grouping', 'circuits'],
            ),
          ]);
        sections.push({ phase, paths: arrange(paths) });
      }
    }
    return good(sections);
  }
  const split = splitCircuits(layout, circuits, circuitsFrom);
  if (!split.sets) return refused([split.reason!]);
  const sets = split.sets;
  if (LEAD_SCHEMES[scheme].sections === 1)
    return good(PHASES.map((phase) => ({ phase, paths: arrange(sets[phase]) })));
  if (!validCircuits(layout).includes(circuits)) return refused([split.reason!]);
  return good(
    PHASES.flatMap((phase) => [
      { phase, paths: arrange(sets[phase].slice(0, circuits / 2)) },
      { phase, paths: arrange(sets[phase].slice(circuits / 2)) },
    ]),
  );
}

/** A coil that spans whole pole pairs of the slower field gives nothing there. */
function slowProblem(layout: WindingLayout) {
  const slow = slowSpeed(layout).layout;
  if (windingFactor(slow) > 0.1) return null;
  const near = Math.max(2, Math.round(layout.slots / slow.poles) + 1);
  return finding(
    'stop',
    'connection.no-voltage-at-slow-speed',
    `At ${slow.poles} poles these coils would give no voltage; a span near 1-${near}, the pole pitch of the lower speed, serves both.`,
    ['span', 'leads'],
  );
}

/** Long jumpers: all groups of the first one's polarity, then back through the others. */
function alikeFirst(layout: WindingLayout, path: readonly number[]): number[] {
  const sign = layout.groups[path[0]! - 1]!.sign;
  const same = (n: number) => layout.groups[n - 1]!.sign === sign;
  return [...path.filter(same), ...path.filter((n) => !same(n))];
}

type EndsOf = (phase: Phase, half: number) => GroupEnd[];

/** Which ends come out together, and which are joined inside. */
function bringOut(spec: ConnectionSpec, scheme: LeadScheme, ins: EndsOf, outs: EndsOf) {
  const marks = MARKS[spec.marks ?? 'iec'];
  const speed = SPEED_MARKS[spec.marks ?? 'iec'];
  const star = spec.connection === 'star';
  const lead = (phase: Phase, mark: string, ends: GroupEnd[]): Draft => ({
    kind: 'lead',
    phase,
    lead: mark,
    ends,
  });
  const each = (make: (phase: Phase, i: number) => Draft) => PHASES.map(make);
  const starOf = (half: number): Draft[] => {
    const ends = PHASES.map((ph) => outs(ph, half));
    if (spec.starPoints !== 'each-circuit') return [{ kind: 'star', phase: null, ends: ends.flat() }];
    return ends[0]!.map((_, i) => ({ kind: 'star', phase: null, ends: ends.map((e) => e[i]!) }));
  };
  const corner = (ph: Phase, from: number, back: number) => [...ins(ph, from), ...outs(BEFORE[ph], back)];
  switch (scheme) {
    case 'three':
      return star
        ? { leads: each((ph, i) => lead(ph, marks.in1[i]!, ins(ph, 0))), inner: starOf(0) }
        : { leads: each((ph, i) => lead(ph, marks.in1[i]!, corner(ph, 0, 0))), inner: [] };
    case 'six':
      return {
        leads: [
          ...each((ph, i) => lead(ph, marks.in1[i]!, ins(ph, 0))),
          ...each((ph, i) => lead(ph, marks.out1[i]!, outs(ph, 0))),
        ],
        inner: [],
      };
    case 'six-part-winding':
      return {
        leads: [0, 1].flatMap((half) =>
          each((ph, i) =>
            lead(ph, (half === 0 ? marks.in1 : marks.in2)[i]!, star ? ins(ph, half) : corner(ph, half, half)),
          ),
        ),
        inner: star ? [...starOf(0), ...starOf(1)] : [],
      };
    case 'nine':
      return {
        leads: [
          ...each((ph, i) => lead(ph, marks.in1[i]!, star ? ins(ph, 0) : corner(ph, 0, 1))),
          ...each((ph, i) => lead(ph, marks.out1[i]!, outs(ph, 0))),
          ...each((ph, i) => lead(ph, marks.in2[i]!, ins(ph, 1))),
        ],
        inner: star ? starOf(1) : [],
      };
    case 'twelve':
      return {
        leads: [
          ...each((ph, i) => lead(ph, marks.in1[i]!, ins(ph, 0))),
          ...each((ph, i) => lead(ph, marks.out1[i]!, outs(ph, 0))),
          ...each((ph, i) => lead(ph, marks.in2[i]!, ins(ph, 1))),
          ...each((ph, i) => lead(ph, marks.out2[i]!, outs(ph, 1))),
        ],
        inner: [],
      };
    case 'constant-torque':
    case 'variable-torque':
    case 'constant-power': {
      const [outer, middle] =
        scheme === 'constant-power' ? [speed.fast, speed.slow] : [speed.slow, speed.fast];
      // The slow field turns the other way for the same order of phases, so V and W change places in its marks.
      const slowMark = (i: number) => [0, 2, 1][i]!;
      const at = (marksOf: readonly string[], i: number) =>
        marksOf[marksOf === speed.slow ? slowMark(i) : i]!;
      const closed = scheme !== 'variable-torque';
      return {
        leads: [
          ...each((ph, i) => lead(ph, at(outer, i), closed ? corner(ph, 0, 1) : ins(ph, 0))),
          ...each((ph, i) => lead(ph, at(middle, i), [...outs(ph, 0), ...ins(ph, 1)])),
        ],
        inner: closed ? [] : starOf(1),
      };
    }
  }
}
