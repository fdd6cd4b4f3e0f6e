/** Lays out a winding of any kind, or says every reason why it cannot be wound. */
import { finding, good, refused, type Finding, type Outcome } from '../../language/quantity/index.ts';
import { concentricGroups } from './concentric.ts';
import { consequentGroups } from './consequent.ts';
import { checkLap, lapGroups } from './lap-layout.ts';
import {
  assemble,
  PHASES,
  type EnteredCoil,
  type Phase,
  type RawGroup,
  type WindingLayout,
  type WindingSpec,
} from './layout.ts';
import { adjacentGroups, chainGroups, halvedGroups, halvedPitch } from './one-layer.ts';

/**
 * @returns layout, or every reason why it cannot be wound; what is doubtful only is left to the analysis
 * Source: see the file of each kind.
 */
export function buildLayout(spec: WindingSpec): Outcome<WindingLayout> {
  const empty = spec.leftEmpty ?? [];
  if (empty.length > 0 && spec.kind !== 'coils') return layOutBetween(spec, empty);
  const groups = groupsIn(spec);
  if (!groups.ok) return groups;
  const turned = withTurns(spec, groups.value);
  return turned.ok ? assemble(spec, turned.value, numberedBySlot(spec)) : turned;
}

/** Coils of a two-layer lap winding are called by the slot they start in. */
const numberedBySlot = ({ kind = 'lap', layers = 2, leftEmpty = [] }: WindingSpec) =>
  kind === 'lap' && layers === 2 && leftEmpty.length === 0;

/** The winding of the slots that are used, moved out to where those slots really lie. */
function layOutBetween(spec: WindingSpec, empty: readonly number[]): Outcome<WindingLayout> {
  const outside = empty.find((s) => !Number.isInteger(s) || s < 1 || s > spec.slots);
  if (outside !== undefined)
    return refused([
      finding(
        'stop',
        'winding.empty-slot-outside',
        `Slot ${outside} is to stay empty, but the slots are 1 to ${spec.slots}.`,
        ['leftEmpty'],
      ),
    ]);
  const used = Array.from({ length: spec.slots }, (_, i) => i + 1).filter((s) => !empty.includes(s));
  const groups = groupsIn({ ...spec, slots: used.length });
  if (!groups.ok) return groups;
  const turned = withTurns(spec, groups.value);
  if (!turned.ok) return turned;
  const moved = turned.value.map((g) => ({
    ...g,
    coils: g.coils.map((c) => ({ ...c, top: used[c.top - 1]!, bottom: used[c.bottom - 1]! })),
  }));
  return assemble(spec, moved);
}

function groupsIn(spec: WindingSpec): Outcome<readonly RawGroup[]> {
  const kind = spec.kind ?? 'lap';
  const found = kind === 'lap' ? checkLap(spec) : checkCounts(spec);
  if (kind === 'coils' && found.length === 0) return fromCoils(spec.slots, spec.coilList ?? []);
  found.push(...checkSizes(spec));
  if (found.length === 0 && kind === 'lap' && spec.layers === 1) found.push(...checkOneLayer(spec));
  return found.length > 0 ? refused(found) : groupsOf(spec, kind);
}

function groupsOf(spec: WindingSpec, kind: NonNullable<WindingSpec['kind']>): Outcome<readonly RawGroup[]> {
  if (kind === 'concentric') return concentricGroups(spec);
  const one = spec.layers === 1;
  const consequent = spec.grouping === 'consequent';
  const made = one
    ? consequent
      ? adjacentGroups(spec)
      : spec.pitch === halvedPitch(spec) && !spec.groupSizes
        ? halvedGroups(spec)
        : chainGroups(spec)
    : consequent
      ? consequentGroups(spec)
      : lapGroups(spec);
  return good(made);
}

function checkOneLayer({ slots, poles, pitch, grouping }: WindingSpec): Finding[] {
  if (slots % 6 !== 0)
    return [
      finding(
        'stop',
        'winding.slots-not-shared',
        `${slots} slots with one coil side each hold ${slots / 2} coils, which three phases cannot share; the nearest that would work are ${Math.floor(slots / 6) * 6} and ${Math.ceil(slots / 6) * 6} slots.`,
        ['slots', 'layers'],
      ),
    ];
  const halved = halvedPitch({ slots, poles });
  if (grouping !== 'consequent' && pitch % 2 === 0 && pitch !== halved)
    return [
      finding(
        'stop',
        'winding.pitch-not-odd',
        `With one side a slot the coils start in every second slot, so the span is odd in slots, 1-${pitch} or 1-${pitch + 2} and not 1-${pitch + 1}${halved ? `; with halved belts it is 1-${halved + 1}` : ''}.`,
        ['span', 'layers'],
      ),
    ];
  if (grouping === 'consequent' && pitch * poles !== slots)
    return [
      finding(
        'stop',
        'winding.pitch-not-full',
        `Groups of neighbouring coils with one side a slot need the full pole pitch, 1-${Math.round(slots / poles) + 1}.`,
        ['span', 'layers', 'grouping'],
      ),
    ];
  return [];
}

function checkCounts({ slots, poles }: WindingSpec): Finding[] {
  const found: Finding[] = [];
  if (!Number.isInteger(slots) || slots < 3 || slots > 288)
    found.push(
      finding('stop', 'winding.slots-out-of-range', 'Slots must be a whole number from 3 to 288.', ['slots']),
    );
  if (!Number.isInteger(poles) || poles < 2 || poles % 2 !== 0 || poles > 96)
    found.push(
      finding('stop', 'winding.poles-not-even', 'Poles come in pairs: 2, 4, 6 and so on, up to 96.', [
        'poles',
      ]),
    );
  return found;
}

function checkSizes({ groupSizes, slots, layers, poles, kind = 'lap' }: WindingSpec): Finding[] {
  if (!groupSizes || kind === 'coils') return [];
  const coils = layers === 1 ? slots / 2 : slots;
  const sum = groupSizes.reduce((s, n) => s + n, 0);
  if (
    sum === coils &&
    groupSizes.length === 3 * poles &&
    groupSizes.every((n) => Number.isInteger(n) && n >= 0)
  )
    return [];
  return [
    finding(
      'stop',
      'winding.groups-not-coils',
      `The groups as written hold ${sum} coils in ${groupSizes.length} groups; this winding has ${coils} coils in ${3 * poles} groups. Count a whole turn round the bore again.`,
      ['groupSizes'],
      'A sequence is repeated round the bore when it divides the groups, such as 3 2 3 2.',
    ),
  ];
}

/** Turns of each coil by its place in the group; several patterns go round among the groups of a phase. */
function withTurns(spec: WindingSpec, groups: readonly RawGroup[]): Outcome<readonly RawGroup[]> {
  const patterns = spec.turnPatterns;
  if (!patterns || patterns.length === 0) return good(groups);
  const seen: Record<Phase, number> = { U: 0, V: 0, W: 0 };
  const result: RawGroup[] = [];
  for (const g of groups) {
    const pattern = patterns[seen[g.phase]++ % patterns.length]!;
    if (pattern.length !== 1 && pattern.length < g.coils.length)
      return refused([
        finding(
          'stop',
          'winding.turns-not-coils',
          `${pattern.length} turns are written for a group of ${g.coils.length} coils; write one figure for all coils, or ${g.coils.length}.`,
          ['turns'],
        ),
      ]);
    result.push({
      ...g,
      coils: g.coils.map((c, j) => ({ ...c, turns: pattern[pattern.length === 1 ? 0 : j]! })),
    });
  }
  const counts = PHASES.map((ph) =>
    result.reduce((n, g) => n + (g.phase === ph ? g.coils.reduce((t, c) => t + (c.turns ?? 0), 0) : 0), 0),
  );
  if (spec.kind !== 'coils' && new Set(counts).size > 1)
    return refused([
      finding(
        'stop',
        'winding.phases-unequal-turns',
        `The phases would hold ${counts.join(', ')} turns in U, V, W; with ${patterns.length} kinds of group in turn each phase needs the same number of each.`,
        ['turns'],
      ),
    ]);
  return good(result);
}

/** Neighbouring entries of one phase and direction are one group. */
function fromCoils(slots: number, list: readonly EnteredCoil[]): Outcome<RawGroup[]> {
  const wrong = list.findIndex(
    (c) => [c.top, c.bottom].some((s) => s < 1 || s > slots) || c.top === c.bottom,
  );
  if (list.length === 0 || wrong >= 0)
    return refused([
      finding(
        'stop',
        'winding.coil-outside',
        list.length === 0
          ? 'No coil is entered yet; write each as 1-8 U 12.'
          : `Coil ${wrong + 1} goes from slot ${list[wrong]!.top} to ${list[wrong]!.bottom}; the slots are 1 to ${slots}.`,
        ['coilList'],
      ),
    ]);
  const groups: {
    phase: RawGroup['phase'];
    sign: 1 | -1;
    coils: { top: number; bottom: number; turns: number }[];
  }[] = [];
  for (const { top, bottom, turns, phase, sign } of list) {
    const last = groups.at(-1);
    const coil = { top, bottom, turns };
    if (last && last.phase === phase && last.sign === sign) last.coils.push(coil);
    else groups.push({ phase, sign, coils: [coil] });
  }
  return good(groups);
}
