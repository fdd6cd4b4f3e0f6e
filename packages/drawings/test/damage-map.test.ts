/** The ring that damage is tapped on: whatever the winding, every place of it can be pointed at, and what is burnt is seen. */
import { coilsAt, machineKind, readDamagePlace, type Damage, type Plan } from '@norther/core';
import { describe, expect, it } from 'vitest';
import { damageMap } from '../src/index.ts';

const plans: (readonly [string, Plan])[] = ['three-phase', 'single-phase'].flatMap((id) => {
  const kind = machineKind(id);
  return kind.examples.flatMap(({ card, plate }, i) => {
    const { plan } = kind.checkCard(card, kind.readPlate(plate).plate, false, {});
    return plan ? [[`${id} ${i + 1}`, plan] as const] : [];
  });
});
const places = (plan: Plan, damages: Damage[] = []) =>
  damageMap(plan, damages, { size: 400 }).marks.flatMap((m) => ('of' in m && m.of ? [m.of] : []));

describe.each(plans)('the winding of %s', (_name, plan) => {
  it('has every slot, coil, group and winding to point at, each once', () => {
    const found = places(plan);
    expect(new Set(found).size).toBe(found.length);
    const kinds = found.map((of) => readDamagePlace(of)!.kind);
    const count = (kind: string) => kinds.filter((k) => k === kind).length;
    expect(count('slot')).toBe(plan.slots);
    expect(count('coil')).toBe(plan.coils.length);
    expect(count('group')).toBe(plan.groups.length);
    expect(count('winding')).toBe(new Set(plan.groups.map((g) => g.phase)).size);
    expect(count('all')).toBe(1);
    for (const of of found.filter((o) => !o.startsWith('slot')))
      expect(coilsAt(plan, of).length, of).toBeGreaterThan(0);
  });
  it('shows a burnt group as burnt, and no other', () => {
    const group = plan.groups[1]!;
    const damage: Damage = { kind: 'burnt', place: `group/${group.number}`, end: 'all' };
    const burnt = damageMap(plan, [damage], { size: 400 }).marks.filter(
      (m) => m.kind === 'path' && m.of?.startsWith('group/') && m.fill === 'carmine',
    );
    expect(burnt.map((m) => m.of)).toEqual([`group/${group.number}`]);
  });
  it('draws nothing outside its sheet', () => {
    for (const mark of damageMap(plan, [], { size: 400 }).marks) {
      if (mark.kind !== 'path') continue;
      for (const [, x, y] of mark.d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
        expect(Number(x)).toBeGreaterThanOrEqual(0);
        expect(Number(x)).toBeLessThanOrEqual(400);
        expect(Number(y)).toBeGreaterThanOrEqual(0);
        expect(Number(y)).toBeLessThanOrEqual(400);
      }
    }
  });
});
