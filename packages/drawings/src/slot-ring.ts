/** The bore seen from the connection end: slots, coils, groups, polarity. */
import { PHASES, type Coil, type Layer, type WindingLayout } from '@norther/core';
import type { Ink, Mark, PathMark, Scene } from './scene.ts';
import { sidesByPlace, type Side } from './sides.ts';
import { arcPath, fixed, PHASE_INK, phaseLine, polar, polyline, poleShoe } from './phase-style.ts';

export interface RingOptions {
  readonly size: number;
  /** Coil to draw above all others. */
  readonly chosenCoil?: number | null;
  /** Coils that belong to the chosen group or circuit. */
  readonly litCoils?: ReadonlySet<number>;
}

/** How a coil's end bends over to its crown: share of the height, share of the way along. */
const CROWN: readonly (readonly [rise: number, along: number])[] = Array.from({ length: 11 }, (_, i) => [
  Math.sin((Math.PI / 2) * (i / 10)) ** 0.85,
  (i / 10) ** 1.15,
]);

/** Slot 1 at the top, clockwise. Bore side of a slot inner, back side outer. */
export function slotRing(layout: WindingLayout, options: RingOptions): Scene {
  const { size } = options;
  const c = size / 2;
  const { slots } = layout;
  const step = (2 * Math.PI) / slots;
  const angleOf = (slot: number) => (slot - 1) * step;
  const rBore = size * 0.24;
  const rMiddle = size * 0.272;
  const rBack = size * 0.304;
  const rApex = size * 0.388;
  const rBracket = size * 0.408;
  const rName = size * 0.438;
  const rPole = size * 0.48;
  const dense = Math.min(1, 54 / slots);
  const line = Math.max(1.3, 4 * dense * (size / 480));
  const marks: Mark[] = [];
  const longest = Math.max(...layout.coils.map((k) => k.pitch));
  const nested = layout.coils.some((k) => k.pitch !== longest);
  /** Inner and outer radius of a coil side by where it lies in its slot. */
  const radii: Readonly<Record<Layer, readonly [number, number]>> = {
    bore: [rBore, rMiddle - 1],
    back: [rMiddle + 1, rBack],
    whole: [rBore, rBack],
  };
  /** The same angle, within half a turn of another one. */
  const near = (a: number, to: number) => a - 2 * Math.PI * Math.round((a - to) / (2 * Math.PI));

  marks.push(...returning());
  marks.push(...(nested ? layout.coils.flatMap(going) : goingSideBySide()));
  marks.push({ kind: 'path', d: circle(rBore - 2), stroke: 'graphite', width: 1 });
  // By place, not by coil: then a change of span leaves most of them as they were.
  const sides = sidesByPlace(layout);
  for (const side of sides) marks.push(cell(side));
  marks.push(...hatches(sides));
  for (const slot of layout.emptySlots) marks.push(emptyCell(slot));
  /** Slot figures stand apart enough to be read. */
  const figures: number[] = [];
  const figureStep = (15 * (size / 480)) / (rBore - size * 0.028);
  for (const group of layout.groups) {
    const coils = group.coils.map((n) => layout.coils[n - 1]!);
    const first = coils[0]!.topSlot;
    // The bracket stands over the coils' crowns, half a pitch on from their slots.
    const crowns = coils.map((coil) => ends(coil).middle);
    const from0 = Math.min(...crowns.map((a) => near(a, crowns[0]!)));
    const to0 = Math.max(...crowns.map((a) => near(a, crowns[0]!)));
    const room = (0.46 * 2 * Math.PI) / layout.groups.length;
    const middle = (from0 + to0) / 2;
    const half = to0 - from0 > 0.5 * step ? (to0 - from0) / 2 + 0.42 * step : Math.min(room, 1.5 * step);
    marks.push(
      ...phaseLine(
        arcPath(c, c, rBracket, middle - half, middle + half),
        group.phase,
        3.4 * (size / 480),
        `group-${group.number}`,
      ),
    );
    const [nx, ny] = polar(c, c, rName, middle);
    const text = Math.max(8, Math.min(13, (size / 480) * 13 * Math.min(1, 26 / layout.groups.length + 0.35)));
    const lit = options.chosenCoil ? group.coils.includes(options.chosenCoil) : false;
    marks.push({
      kind: 'text',
      x: nx,
      y: ny + text * 0.35,
      text: group.name,
      size: text,
      ink: lit ? 'copper' : 'ink',
      face: 'figures',
      bold: true,
      anchor: 'middle',
      of: `group-${group.number}`,
    });
    const [px, py] = polar(c, c, rPole, middle);
    marks.push(...poleShoe(px, py, text * 1.25, middle, group.polarity, lit ? 'copper' : 'graphite'));
    const [sx, sy] = polar(c, c, rBore - size * 0.028, angleOf(first));
    if (figures.some((a) => Math.abs(near(a, angleOf(first)) - angleOf(first)) < figureStep)) continue;
    figures.push(angleOf(first));
    marks.push({
      kind: 'text',
      x: sx,
      y: sy + 4,
      text: String(first),
      size: Math.max(9, Math.min(12, (size / 480) * 12)),
      ink: 'graphite',
      face: 'figures',
      anchor: 'middle',
    });
  }
  if (options.chosenCoil) marks.push(...chosen(layout.coils[options.chosenCoil - 1]!));
  return {
    title: `Bore seen from the connection end: ${slots} slots, ${layout.poles} poles`,
    width: size,
    height: size,
    marks,
  };

  function circle(r: number) {
    return `M${fixed(c)} ${fixed(c - r)}A${fixed(r)} ${fixed(r)} 0 1 1 ${fixed(c - 0.01)} ${fixed(c - r)}Z`;
  }

  /** Half of a coil's end: out of its slot, bending over to the crown. */
  function half(fromAngle: number, toAngle: number, pitch: number): string {
    // Coils that lie one inside the other have lower crowns the shorter they are.
    const apex = nested ? rBack + (rApex - rBack) * (0.35 + (0.65 * pitch) / longest) : rApex;
    const points = CROWN.map(([rise, along]) =>
      polar(c, c, rBack + 2 + (apex - rBack - 2) * rise, fromAngle + (toAngle - fromAngle) * along),
    );
    return polyline(points);
  }
  function ends(coil: Coil) {
    const from = angleOf(coil.topSlot);
    return { from, middle: from + (coil.pitch / 2) * step, to: from + coil.pitch * step };
  }
  function isLit(coil: Coil) {
    return options.litCoils?.has(coil.number) ?? false;
  }
  function conductor(coil: Coil): PathMark[] {
    const { from, middle } = ends(coil);
    const d = half(from, middle, coil.pitch);
    const of = `coil-${coil.number}`;
    return isLit(coil)
      ? [{ kind: 'path', d, stroke: 'copper', width: line, of }]
      : phaseLine(d, coil.phase, line, of);
  }
  /** A conductor that covers what it crosses. */
  function going(coil: Coil): Mark[] {
    const conductors = conductor(coil);
    return [{ ...conductors[0]!, stroke: 'paper', width: line + 2 * dense, dash: '' }, ...conductors];
  }
  /** Coils of one span do not cross one another on their way out: all edges lie under all conductors. */
  function goingSideBySide(): Mark[] {
    const all = layout.coils.map(conductor);
    const joined = (paths: readonly PathMark[]): PathMark[] =>
      paths.length
        ? [{ kind: 'path', d: paths.map((m) => m.d).join(''), stroke: 'paper', through: true }]
        : [];
    const edge = joined(all.map(([m]) => m!)).map((m) => ({ ...m, width: line + 2 * dense }));
    const inner = all.flatMap(([, m]) => m ?? []);
    return [
      ...edge,
      ...all.map(([m]) => m!),
      ...joined(inner).map((m) => ({ ...m, width: inner[0]!.width ?? 1 })),
    ];
  }
  /** The far halves, thin, under all others. */
  function returning(): Mark[] {
    const width = Math.max(0.7, line * 0.25);
    const path = (coil: Coil) => {
      const { middle, to } = ends(coil);
      return half(to, middle, coil.pitch);
    };
    const together = (coils: readonly Coil[], stroke: Ink, dash?: string): Mark[] =>
      coils.length
        ? [
            {
              kind: 'path',
              d: coils.map(path).join(''),
              stroke,
              width,
              through: true,
              ...(dash ? { dash } : {}),
            },
          ]
        : [];
    return [
      ...PHASES.flatMap((phase) =>
        together(
          layout.coils.filter((k) => k.phase === phase && !isLit(k)),
          PHASE_INK[phase],
          phase === 'W' ? '4 2' : undefined,
        ),
      ),
      ...together(layout.coils.filter(isLit), 'copper'),
    ];
  }
  function chosen(coil: Coil): Mark[] {
    const { from, middle, to } = ends(coil);
    const of = `coil-${coil.number}`;
    return [
      {
        kind: 'path',
        d: half(to, middle, coil.pitch),
        stroke: 'copper',
        width: Math.max(2.4, line * 0.8),
        of,
      },
      {
        kind: 'path',
        d: half(from, middle, coil.pitch),
        stroke: 'copper',
        width: Math.max(5, line * 1.5),
        of,
      },
      frame(coil.topSlot, ...radii[coil.topLayer], 'copper'),
      frame(coil.bottomSlot, ...radii[coil.bottomLayer], undefined),
    ];
  }
  function sector(slot: number, inner: number, outer: number, share: number) {
    const a = angleOf(slot);
    const [from, to] = [a - step * share, a + step * share];
    const at = (r: number, angle: number) => {
      const [x, y] = polar(c, c, r, angle);
      return `${fixed(x)} ${fixed(y)}`;
    };
    return `M${at(inner, from)}L${at(outer, from)}A${fixed(outer)} ${fixed(outer)} 0 0 1 ${at(outer, to)}L${at(inner, to)}A${fixed(inner)} ${fixed(inner)} 0 0 0 ${at(inner, from)}Z`;
  }
  function frame(slot: number, inner: number, outer: number, fill: 'copper' | undefined): Mark {
    return {
      kind: 'path',
      d: sector(slot, inner, outer, 0.42),
      stroke: 'copper',
      width: 2.5,
      fill: fill ?? 'paper',
    };
  }
  function emptyCell(slot: number): Mark {
    return { kind: 'path', d: sector(slot, rBore, rBack, 0.38), stroke: 'hair', width: 1, dash: '2 2' };
  }
  function cell({ slot, layer, coil, goes }: Side): Mark {
    const ink = PHASE_INK[coil.phase];
    return {
      kind: 'path',
      d: sector(slot, ...radii[layer], 0.38),
      stroke: ink,
      width: 1.1,
      fill: goes ? ink : 'paper',
      of: `coil-${coil.number}`,
      ...(coil.phase === 'W' ? { dash: '2.5 1.5' } : {}),
    };
  }
  /** V has a line along the slot, W one across, in the colour that shows on the cell. */
  function hatches(sides: readonly Side[]): Mark[] {
    const lines = new Map<Ink, string[]>([
      ['paper', []],
      [PHASE_INK.V, []],
      [PHASE_INK.W, []],
    ]);
    for (const { slot, layer, coil, goes } of sides) {
      if (coil.phase === 'U') continue;
      const [inner, outer] = radii[layer];
      const a = angleOf(slot);
      lines
        .get(goes ? 'paper' : PHASE_INK[coil.phase])!
        .push(
          coil.phase === 'V'
            ? polyline([polar(c, c, inner + 2, a), polar(c, c, outer - 2, a)])
            : arcPath(c, c, (inner + outer) / 2, a - step * 0.36, a + step * 0.36),
        );
    }
    return [...lines].map(([stroke, d]) => ({
      kind: 'path',
      d: d.join(''),
      stroke,
      width: 1,
      through: true,
    }));
  }
}
