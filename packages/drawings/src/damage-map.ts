/** A winding of any kind as a ring to point at: every slot, every group outside it, and what was found where. */
import { coilsAt, readDamagePlace, type Damage, type Plan, type PlanGroup } from '@norther/core';
import { arcPath, fixed, polar } from './phase-style.ts';
import type { Ink, Mark, PathMark, Scene } from './scene.ts';

const TAU = 2 * Math.PI;
/** Told apart by tone and by fill: burnt full, browned half, everything else a mark. */
const HEAT: Readonly<Partial<Record<Damage['kind'], Ink>>> = {
  burnt: 'carmine',
  'turn-short': 'carmine',
  browned: 'copper',
};

export interface DamageMapOptions {
  readonly size: number;
  /** A place that is pointed at now. */
  readonly chosen?: string | null;
}

/**
 * Slot 1 at the top, clockwise, seen from the connection end. What can be pointed at is named as places are: `slot/17`,
 * `coil/12`, `group/3`, `winding/U`, `all`. Windings of two kinds (main and start) stand on rings of their own.
 */
export function damageMap(
  plan: Plan,
  damages: readonly Damage[],
  { size, chosen = null }: DamageMapOptions,
): Scene {
  const c = size / 2;
  const step = TAU / plan.slots;
  const angleOf = (slot: number) => (slot - 1) * step;
  const [r0, r1] = [size * 0.235, size * 0.3];
  const heat = heatOf(plan, damages);
  const at = chosen ? new Set(coilsAt(plan, chosen)) : new Set<number>();
  const chosenPlace = chosen ? readDamagePlace(chosen) : null;
  const phases = [...new Set(plan.groups.map((g) => g.phase))].sort();
  const marks: Mark[] = [
    ...Array.from({ length: plan.slots }, (_, i) => slot(i + 1)),
    ...Array.from({ length: plan.slots }, (_, i) => figure(i + 1)).flat(),
    ...plan.coils.map(coil),
    ...plan.groups.flatMap(group),
    ...middle(),
    ...spots(),
  ];
  return {
    title: `Winding to point at: ${plan.slots} slots, ${plan.groups.length} groups; ${damages.length} found`,
    width: size,
    height: size,
    marks,
  };

  function sector(from: number, to: number, inner: number, outer: number): string {
    const point = (r: number, angle: number) => polar(c, c, r, angle).map(fixed).join(' ');
    const arc = (r: number, sweep: 0 | 1, angle: number) =>
      `A${fixed(r)} ${fixed(r)} 0 ${to - from > Math.PI ? 1 : 0} ${sweep} ${point(r, angle)}`;
    return `M${point(outer, from)}${arc(outer, 1, to)}L${point(inner, to)}${arc(inner, 0, from)}Z`;
  }
  function slot(n: number): PathMark {
    const a = angleOf(n);
    const lit = chosenPlace?.kind === 'slot' && chosenPlace.of === n;
    return {
      kind: 'path',
      d: sector(a - step * 0.36, a + step * 0.36, r0, r1),
      fill: lit ? 'lemon' : 'band',
      stroke: 'graphite',
      width: 0.8,
      of: `slot/${n}`,
    };
  }
  function figure(n: number): Mark[] {
    const every = plan.slots > 72 ? 6 : plan.slots > 48 ? 4 : plan.slots > 30 ? 2 : 1;
    if ((n - 1) % every !== 0) return [];
    const [x, y] = polar(c, c, r0 - size * 0.026, angleOf(n));
    return [
      {
        kind: 'text',
        x,
        y: y + 3.6,
        text: String(n),
        size: 11,
        face: 'figures',
        anchor: 'middle',
        ink: 'graphite',
        through: true,
      },
    ];
  }
  /** A coil is its crown between its two slots, outside them. */
  function coil({ number, slots }: Plan['coils'][number]): Mark {
    const [from, to] = ends(slots);
    const group = plan.groups.find((g) => g.coils.includes(number));
    const place = group ? group.coils.indexOf(number) / Math.max(1, group.coils.length) : 0;
    const ring = phases.length === 2 ? phases.indexOf(group?.phase ?? '') : 0;
    const r = size * (0.318 + 0.04 * ring + 0.034 * place * (phases.length === 2 ? 0.6 : 1));
    const hot = heat.get(number);
    return {
      kind: 'path',
      d: arcPath(c, c, r, from, to),
      stroke: hot ?? (at.has(number) ? 'copper' : 'hair'),
      width: hot ? 4.5 : at.has(number) ? 3.5 : 2,
      of: `coil/${number}`,
    };
  }
  function ends([a, b]: readonly [number, number]): readonly [number, number] {
    const pitch = (b - a + plan.slots) % plan.slots || plan.slots;
    return [angleOf(a), angleOf(a) + pitch * step];
  }
  /** Where the crowns of its coils lie, as one arc that names it. */
  function group(g: PlanGroup): Mark[] {
    const middles = g.coils.map((n) => {
      const coilOf = plan.coils.find((k) => k.number === n)!;
      const [from, to] = ends(coilOf.slots);
      return (from + to) / 2;
    });
    const first = middles[0]!;
    const near = middles.map((m) => m - TAU * Math.round((m - first) / TAU));
    const mid = near.reduce((n, m) => n + m, 0) / near.length;
    const wide = (TAU / plan.groups.length) * (phases.length === 2 ? 1 : 0.9);
    const ring = phases.length === 2 ? phases.indexOf(g.phase) : 0;
    const [inner, outer] =
      phases.length === 2
        ? [size * (0.405 + 0.045 * ring), size * (0.445 + 0.045 * ring)]
        : [size * 0.405, size * 0.462];
    const all = g.coils.every((n) => heat.has(n));
    const some = g.coils.some((n) => heat.has(n));
    const lit =
      (chosenPlace?.kind === 'group' && chosenPlace.of === g.number) ||
      (chosenPlace?.kind === 'winding' && chosenPlace.of === g.phase) ||
      chosenPlace?.kind === 'all';
    const [x, y] = polar(c, c, (inner + outer) / 2, mid);
    return [
      {
        kind: 'path',
        d: sector(mid - wide / 2, mid + wide / 2, inner, outer),
        fill: all ? (heat.get(g.coils[0]!) ?? 'carmine') : lit ? 'lemon' : 'tint',
        stroke: some && !all ? 'carmine' : 'graphite',
        width: some && !all ? 2.2 : 0.8,
        of: `group/${g.number}`,
      },
      {
        kind: 'text',
        x,
        y: y + 4,
        text: g.name,
        size: 12,
        face: 'figures',
        anchor: 'middle',
        ink: all ? 'paper' : 'ink',
        bold: true,
        through: true,
      },
    ];
  }
  /** The whole winding, and each phase, in the middle. */
  function middle(): Mark[] {
    const names = [...phases.map((p) => [`winding/${p}`, p] as const), ['all', 'all'] as const];
    const high = size * 0.07;
    const wide = size * 0.24;
    const top = c - (names.length * high) / 2;
    return names.flatMap(([of, name], i): Mark[] => {
      const y = top + i * high;
      const box = `M${fixed(c - wide / 2)} ${fixed(y + 2)}h${fixed(wide)}v${fixed(high - 4)}h${fixed(-wide)}Z`;
      return [
        {
          kind: 'path',
          d: box,
          fill: chosen === of ? 'lemon' : 'paper',
          stroke: 'graphite',
          width: 0.8,
          of,
        },
        {
          kind: 'text',
          x: c,
          y: y + high / 2 + 5,
          text: of === 'all' ? 'whole winding' : name.length > 1 ? `${name} winding` : `phase ${name}`,
          size: 13.5,
          face: 'words',
          anchor: 'middle',
          ink: 'ink',
          through: true,
        },
      ];
    });
  }
  /** Single places: a dot in the slot, or where it leaves it. */
  function spots(): Mark[] {
    return damages.flatMap((d): Mark[] => {
      const where = readDamagePlace(d.place);
      if (where?.kind !== 'slot' || where.of > plan.slots) return [];
      const r =
        d.end === 'exit' || d.end === 'connection' ? r1 + 5 : d.end === 'opposite' ? r0 - 5 : (r0 + r1) / 2;
      const [x, y] = polar(c, c, r, angleOf(where.of));
      const k = 5;
      return [
        {
          kind: 'path',
          d: `M${fixed(x - k)} ${fixed(y - k)}l${2 * k} ${2 * k}M${fixed(x + k)} ${fixed(y - k)}l${-2 * k} ${2 * k}`,
          stroke: 'carmine',
          width: 3,
          through: true,
        },
      ];
    });
  }
}

/** Of each coil the worst that heat did to it. */
function heatOf(plan: Plan, damages: readonly Damage[]): Map<number, Ink> {
  const hot = new Map<number, Ink>();
  for (const d of damages) {
    const ink = HEAT[d.kind];
    if (!ink) continue;
    for (const n of coilsAt(plan, d.place)) if (hot.get(n) !== 'carmine') hot.set(n, ink);
  }
  return hot;
}
