/** The bore seen from the connection end: slots, coils, groups, polarity. */
import { PHASES, type Coil, type WindingLayout } from '@norther/core';
import { PHASE_INK, phaseLine, polyline } from './phase-style.ts';
import { poleShoes, type PoleShoe } from './pole-shoe.ts';
import { near, ringGeometry } from './ring-geometry.ts';
import { COILS, type Ink, type Mark, type PathMark, type Scene } from './scene.ts';
import { sidesByPlace, type Side } from './sides.ts';

export interface RingOptions {
  readonly size: number;
  /** Coil to draw above all others. */
  readonly chosenCoil?: number | null;
  /** Coils that belong to the chosen group or circuit. */
  readonly litCoils?: ReadonlySet<number>;
}

/** Slot 1 at the top, clockwise. Bore side of a slot inner, back side outer. */
export function slotRing(layout: WindingLayout, options: RingOptions): Scene {
  const { size } = options;
  const { slots } = layout;
  const g = ringGeometry(layout, size);
  const { step } = g;
  const rBracket = size * 0.408;
  const rName = size * 0.438;
  const rPole = size * 0.48;
  const rFigure = g.bore - size * 0.028;
  const dense = Math.min(1, 54 / slots);
  const line = Math.max(1.3, 4 * dense * (size / 480));
  const sides = sidesByPlace(layout);
  const chosen = options.chosenCoil ? layout.coils[options.chosenCoil - 1] : undefined;
  const marks: readonly Mark[] = [
    // What is between coils, or between groups, belongs to the nearest.
    { kind: 'path', d: g.circle(size / 2), fill: 'paper', of: COILS },
    ...returning(),
    ...(g.nested ? layout.coils.flatMap(crossing) : sideBySide()),
    { kind: 'path', d: g.circle(g.bore - 2), stroke: 'graphite', width: 1, fill: 'paper' },
    ...cells(),
    ...hatches(),
    ...layout.emptySlots.map(emptyCell),
    ...groups(),
    ...figures(),
    ...(chosen ? above(chosen) : []),
  ];
  return {
    title: `Bore seen from the connection end: ${slots} slots, ${layout.poles} poles`,
    width: size,
    height: size,
    marks: marks.filter((m) => m.kind === 'text' || m.d !== ''),
  };

  function isLit(coil: Coil) {
    return options.litCoils?.has(coil.number) ?? false;
  }
  function out(coil: Coil) {
    const { from, crown } = g.ends(coil);
    return g.half(from, crown, coil.pitch);
  }
  function back(coil: Coil) {
    const { to, crown } = g.ends(coil);
    return g.half(to, crown, coil.pitch);
  }
  /** A conductor that covers what it crosses. */
  function crossing(coil: Coil): Mark[] {
    const d = out(coil);
    const of = `coil-${coil.number}`;
    return [
      { kind: 'path', d, stroke: 'paper', width: line + 2 * dense, of },
      ...(isLit(coil)
        ? [{ kind: 'path', d, stroke: 'copper', width: line, of } as const]
        : phaseLine(d, coil.phase, line, of)),
    ];
  }
  /** Coils of one span do not cross one another on their way out: a phase is one mark, and so are all the edges. */
  function sideBySide(): Mark[] {
    const d = new Map(layout.coils.map((coil) => [coil.number, out(coil)]));
    const joined = (coils: readonly Coil[]) => coils.map((coil) => d.get(coil.number)).join('');
    const lit = layout.coils.filter(isLit);
    return [
      through(joined(layout.coils), 'paper', line + 2 * dense),
      ...PHASES.flatMap((phase) =>
        phaseLine(joined(layout.coils.filter((k) => k.phase === phase && !isLit(k))), phase, line).map(
          (m): Mark => ({ ...m, through: true }),
        ),
      ),
      through(joined(lit), 'copper', line),
    ];
  }
  /** The far halves, thin, under all others. */
  function returning(): Mark[] {
    const width = Math.max(0.7, line * 0.25);
    const joined = (coils: readonly Coil[]) => coils.map(back).join('');
    return [
      ...PHASES.map((phase) =>
        through(
          joined(layout.coils.filter((k) => k.phase === phase && !isLit(k))),
          PHASE_INK[phase],
          width,
          phase === 'W' ? '4 2' : undefined,
        ),
      ),
      through(joined(layout.coils.filter(isLit)), 'copper', width),
    ];
  }
  /** A phase's sides that go, and those that return, are one mark each. */
  function cells(): Mark[] {
    return PHASES.flatMap((phase) =>
      [true, false].map((goes): PathMark => ({
        kind: 'path',
        d: sides
          .filter((s) => s.coil.phase === phase && s.goes === goes)
          .map((s) => g.sector(s.slot, g.depth[s.layer], 0.38))
          .join(''),
        stroke: PHASE_INK[phase],
        width: 1.1,
        fill: goes ? PHASE_INK[phase] : 'paper',
        of: COILS,
        ...(phase === 'W' ? { dash: '2.5 1.5' } : {}),
      })),
    );
  }
  /** V has a line along the slot, W one across, in the colour that shows on the cell. */
  function hatches(): Mark[] {
    const hatch = ({ slot, layer, coil }: Side) => {
      const [inner, outer] = g.depth[layer];
      const a = g.angleOf(slot);
      return coil.phase === 'V'
        ? polyline([g.at(inner + 2, a), g.at(outer - 2, a)])
        : g.arc((inner + outer) / 2, a - step * 0.36, a + step * 0.36);
    };
    const hatched = sides.filter((s) => s.coil.phase !== 'U');
    const ink = (s: Side): Ink => (s.goes ? 'paper' : PHASE_INK[s.coil.phase]);
    return (['paper', PHASE_INK.V, PHASE_INK.W] as const).map((stroke) =>
      through(
        hatched
          .filter((s) => ink(s) === stroke)
          .map(hatch)
          .join(''),
        stroke,
        1,
      ),
    );
  }
  function emptyCell(slot: number): Mark {
    return { kind: 'path', d: g.sector(slot, g.depth.whole, 0.38), stroke: 'hair', width: 1, dash: '2 2' };
  }
  /** Every group's bracket, name and polarity over its coils' crowns, half a pitch on from their slots. */
  function groups(): Mark[] {
    const room = (0.46 * 2 * Math.PI) / layout.groups.length;
    const text = Math.max(8, Math.min(13, (size / 480) * 13 * Math.min(1, 26 / layout.groups.length + 0.35)));
    const over = layout.groups.map((group) => {
      const [from, to] = g.crownsOf(group);
      const middle = (from + to) / 2;
      const half = to - from > 0.5 * step ? (to - from) / 2 + 0.42 * step : Math.min(room, 1.5 * step);
      return { group, middle, half, lit: chosen ? group.coils.includes(chosen.number) : false };
    });
    const shoe = ({ group, middle }: (typeof over)[number]): PoleShoe => {
      const [x, y] = g.at(rPole, middle);
      return { x, y, size: text * 1.25, angle: middle, polarity: group.polarity };
    };
    return [
      ...PHASES.flatMap((phase) =>
        phaseLine(
          over
            .filter((o) => o.group.phase === phase)
            .map((o) => g.arc(rBracket, o.middle - o.half, o.middle + o.half))
            .join(''),
          phase,
          3.4 * (size / 480),
        ),
      ),
      ...over.map(({ group, middle, lit }): Mark => {
        const [x, y] = g.at(rName, middle);
        return {
          kind: 'text',
          x,
          y: y + text * 0.35,
          text: group.name,
          size: text,
          ink: lit ? 'copper' : 'ink',
          face: 'figures',
          bold: true,
          anchor: 'middle',
        };
      }),
      ...poleShoes(over.filter((o) => !o.lit).map(shoe)),
      ...poleShoes(over.filter((o) => o.lit).map(shoe), 'copper'),
    ].map((m) => ({ ...m, through: true }));
  }
  /** The figure of every group's first slot, where they stand apart enough to be read. */
  function figures(): Mark[] {
    const apart = (15 * (size / 480)) / rFigure;
    const placed: number[] = [];
    return layout.groups.flatMap((group): Mark[] => {
      const slot = layout.coils[group.coils[0]! - 1]!.topSlot;
      const angle = g.angleOf(slot);
      if (placed.some((a) => Math.abs(near(a, angle) - angle) < apart)) return [];
      placed.push(angle);
      const [x, y] = g.at(rFigure, angle);
      return [
        {
          kind: 'text',
          x,
          y: y + 4,
          text: String(slot),
          size: Math.max(9, Math.min(12, (size / 480) * 12)),
          ink: 'graphite',
          face: 'figures',
          anchor: 'middle',
        },
      ];
    });
  }
  /** The chosen coil over all others. */
  function above(coil: Coil): Mark[] {
    const of = `coil-${coil.number}`;
    const frame = (slot: number, depth: readonly [number, number], fill: Ink): Mark => ({
      kind: 'path',
      d: g.sector(slot, depth, 0.42),
      stroke: 'copper',
      width: 2.5,
      fill,
    });
    return [
      { kind: 'path', d: back(coil), stroke: 'copper', width: Math.max(2.4, line * 0.8), of },
      { kind: 'path', d: out(coil), stroke: 'copper', width: Math.max(5, line * 1.5), of },
      frame(coil.topSlot, g.depth[coil.topLayer], 'copper'),
      frame(coil.bottomSlot, g.depth[coil.bottomLayer], 'paper'),
    ];
  }
}

/** Many lines as one mark that is not pointed at. */
const through = (d: string, stroke: Ink, width: number, dash?: string): PathMark => ({
  kind: 'path',
  d,
  stroke,
  width,
  through: true,
  ...(dash ? { dash } : {}),
});
