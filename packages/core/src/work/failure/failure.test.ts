/**
 * What a pattern of damage points to. That a lost line burns two phases of a star and one of a delta is held against currents
 * worked out by Kirchhoff's laws through the winding as it is joined; the other patterns are common practice, no source.
 */
import { describe, expect, it } from 'vitest';
import {
  analyseFailure,
  analysisOf,
  checkFailure,
  coilsAt,
  failureLines,
  machineKind,
  readDamagePlace,
  traceCurrent,
  type Damage,
  type FailureRecord,
  type Plan,
} from '../../index.ts';
import { card, plate } from '../../../test/quarry.ts';

const three = machineKind('three-phase');
const planOf = (change: Record<string, string> = {}) =>
  three.checkCard({ ...card, ...change }, plate, false, {}).plan!;
const single = machineKind('single-phase');
const singlePlan = (() => {
  const [example] = single.examples;
  return single.checkCard(example!.card, single.readPlate(example!.plate).plate, false, {}).plan!;
})();

const at = (place: string, kind: Damage['kind'] = 'burnt', end: Damage['end'] = 'all'): Damage => ({
  kind,
  place,
  end,
});
const patterns = (plan: Plan | null, damages: Damage[], kind = three) =>
  analyseFailure(kind, plan, damages).map((p) => p.pattern.id);
const firstCause = (plan: Plan | null, damages: Damage[], kind = three) =>
  analyseFailure(kind, plan, damages)[0]?.causes[0]?.id;

/** Groups that a current between two lines heats by more than half of what the hottest takes. */
function burntOnTwoLines(connection: 'star' | 'delta'): { readonly plan: Plan; readonly burnt: Damage[] } {
  const plan = planOf({ connection, circuits: '1', endsPerLead: '' });
  const { layout, connection: list } = analysisOf(plan)!;
  const { current } = traceCurrent(layout, list.joints, { into: ['U1'], outOf: ['V1'] });
  const heat = current.map((i) => i * i);
  const hottest = Math.max(...heat);
  return {
    plan,
    burnt: plan.groups.filter((g) => heat[g.number - 1]! > 0.5 * hottest).map((g) => at(`group/${g.number}`)),
  };
}

describe('a lost line', () => {
  it.each([
    ['star', 'two-windings', 2],
    ['delta', 'one-winding', 1],
  ] as const)('of a %s is seen as %s', (connection, pattern, phases) => {
    const { plan, burnt } = burntOnTwoLines(connection);
    const [found] = analyseFailure(three, plan, burnt);
    expect(found!.pattern.id).toBe(pattern);
    expect(found!.pattern.windings).toHaveLength(phases);
    expect(found!.causes[0]!.id).toBe('lost-line');
  });
  it('is not what burns the other number of phases', () => {
    expect(firstCause(planOf(), [at('winding/U')])).toBe('unbalanced');
    const delta = planOf({ connection: 'delta', endsPerLead: '' });
    expect(firstCause(delta, [at('winding/U'), at('winding/V')])).toBe('unbalanced');
  });
});

describe('patterns', () => {
  const plan = planOf();
  it('need every group of a phase: one that is sound makes it another pattern', () => {
    const groups = plan.groups.filter((g) => g.phase === 'U').map((g) => at(`group/${g.number}`));
    expect(patterns(plan, groups)).toEqual(['one-winding']);
    expect(patterns(plan, groups.slice(1))).toEqual([]);
    expect(patterns(plan, groups.slice(0, 1))).toEqual(['one-group']);
  });
  it('tell a whole winding, half of every phase, one coil, and one coil at a line lead apart', () => {
    expect(patterns(plan, [at('all', 'browned')])).toEqual(['all-even']);
    const half = ['U', 'V', 'W'].flatMap((p) => plan.groups.filter((g) => g.phase === p).slice(0, 2));
    expect(
      patterns(
        plan,
        half.map((g) => at(`group/${g.number}`)),
      ),
    ).toEqual(['half-the-coils']);
    const led = plan.joints.find((j) => j.kind === 'lead')!.ends[0]!.group;
    const inner = plan.groups.find(
      (g) => !plan.joints.some((j) => j.kind === 'lead' && j.ends.some((e) => e.group === g.number)),
    );
    const coilOf = (n: number) => `coil/${plan.groups.find((g) => g.number === n)!.coils[0]!}`;
    expect(patterns(plan, [at(coilOf(led), 'turn-short')])).toEqual(['line-end-coil']);
    if (inner) expect(patterns(plan, [at(coilOf(inner.number), 'turn-short')])).toEqual(['one-coil']);
  });
  it('to the core is told by where along the coil it is, and not by its heat', () => {
    expect(patterns(plan, [at('slot/4', 'ground', 'exit')])).toEqual(['slot-exit']);
    expect(patterns(plan, [at('slot/4', 'ground', 'slot')])).toEqual(['in-slot']);
    expect(patterns(plan, [at('slot/4', 'ground')])).toEqual([]);
  });
  it('of a single-phase machine are asked of its own kind', () => {
    expect(firstCause(singlePlan, [at('winding/start')], single)).toBe('start-not-opened');
    expect(firstCause(singlePlan, [at('winding/main')], single)).toBe('start-missing');
  });
  it('without a layout are only what was said of whole windings', () => {
    expect(patterns(null, [at('winding/U')])).toEqual(['one-winding']);
    expect(patterns(null, [at('winding/U'), at('winding/W')])).toEqual(['two-windings']);
    expect(patterns(null, [at('winding/U'), at('coil/3')])).toEqual([]);
    expect(patterns(null, [at('all')])).toEqual(['all-even']);
  });
  it('have a cause each, with something to confirm it and something to change', () => {
    const every: Damage[] = [
      at('all', 'browned'),
      at('slot/1', 'ground', 'exit'),
      at('slot/1', 'ground', 'slot'),
      ...(['between-phases', 'rubbed', 'wet', 'dirty', 'loose', 'lead'] as const).map((k) => at('all', k)),
    ];
    const found = analyseFailure(three, plan, every);
    expect(found).toHaveLength(every.length);
    for (const p of found) {
      expect(p.causes.length, p.pattern.id).toBeGreaterThan(0);
      for (const c of p.causes) expect(c.confirmedBy.length * c.change.length, c.id).toBeGreaterThan(0);
      expect(new Set(p.causes.map((c) => c.id)).size).toBe(p.causes.length);
    }
  });
});

describe('places', () => {
  const plan = planOf();
  it.each([
    '',
    'slot/0',
    'slot/-1',
    'slot/1.5',
    'coil/x',
    'winding/3',
    'group',
    'all/1',
    'slot/99999',
    'Slot/1',
  ])('“%s” is none', (place) => {
    expect(readDamagePlace(place)).toBeNull();
    expect(coilsAt(plan, place)).toEqual([]);
  });
  it('cover every coil once by groups, twice by slots', () => {
    const byGroup = plan.groups.flatMap((g) => coilsAt(plan, `group/${g.number}`));
    expect(byGroup.toSorted((a, b) => a - b)).toEqual(plan.coils.map((c) => c.number));
    const bySlot = Array.from({ length: plan.slots }, (_, i) => coilsAt(plan, `slot/${i + 1}`)).flat();
    expect(bySlot).toHaveLength(2 * plan.coils.length);
  });
});

describe('a record', () => {
  const empty: FailureRecord = {
    damages: [],
    chain: '',
    cause: '',
    state: 'open',
    evidence: '',
    change: '',
  };
  const found = (place: string) => ({ ...at(place), note: '', photo: null });
  const codes = (change: Partial<FailureRecord>, plan: Plan | null = planOf()) =>
    checkFailure(plan, { ...empty, ...change }).map((f) => f.code);
  it('names places that this winding has', () => {
    expect(codes({ damages: [found('slot/36')] })).toEqual([]);
    expect(codes({ damages: [found('slot/37')] })).toEqual(['failure.not-here']);
    expect(codes({ damages: [found('winding/Z')] })).toEqual(['failure.not-here']);
    expect(codes({ damages: [found('somewhere')] })).toEqual(['failure.no-place']);
    expect(codes({ damages: [found('slot/37')] }, null)).toEqual([]);
  });
  it('is confirmed by something, and of something', () => {
    expect(codes({ state: 'confirmed' })).toEqual([
      'failure.no-evidence',
      'failure.no-cause',
      'failure.no-change',
    ]);
    expect(codes({ state: 'confirmed', cause: 'Water', evidence: 'Water line', change: 'Seal' })).toEqual([]);
    expect(codes({ state: 'suspected' })).toEqual(['failure.no-cause']);
  });
  it('says on paper what was looked for in vain, and nothing where nothing was written', () => {
    expect(failureLines(null, empty)).toEqual([]);
    expect(failureLines(null, { ...empty, state: 'not-found' })).toEqual([
      ['Cause', 'looked for, not found'],
    ]);
  });
});
