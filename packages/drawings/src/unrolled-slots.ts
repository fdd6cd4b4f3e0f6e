/** The slots unrolled, with the wave of the magnetomotive force standing over them. */
import { magnetomotiveForceSteps, PHASES, type Layer, type WindingLayout } from '@norther/core';
import { scaleLinear } from 'd3';
import { COILS, type Ink, type Mark, type Scene } from './scene.ts';
import { sideAt, sidesByPlace, type Side } from './sides.ts';
import { fixed, PHASE_INK, polyline } from './phase-style.ts';
import { letterPath, letterWidth } from './letters.ts';
import { poleShoes, type PoleShoe } from './pole-shoe.ts';

export interface StripOptions {
  readonly width: number;
  readonly height: number;
  readonly turnsPerCoil: number;
  readonly circuits: number;
  readonly chosenCoil?: number | null;
  /** Electrical degrees after the peak of U at which the wave is drawn; 0 when absent. */
  readonly instantDeg?: number;
}

const LEFT = 52;

/** Where the slots and their cells lie; `x(1)` is the centre of slot 1. */
function stripGeometry(slots: number, { width, height }: Pick<StripOptions, 'width' | 'height'>) {
  const x = scaleLinear([0.5, slots + 0.5], [LEFT, width - 8]);
  const pitchPx = x(2) - x(1);
  const tall = Math.min(18, (height - 100) / 2);
  /** Of many slots the cells are narrow, and stay as tall. */
  const wide = Math.min(tall, pitchPx - 1.5);
  const waveBottom = height - (2 * tall + 52);
  const yNumber = waveBottom + 18;
  const yBore = yNumber + 5;
  return { x, pitchPx, tall, wide, waveBottom, yNumber, yBore, yBack: yBore + tall + 2 };
}

/** The coil whose side lies at a point of the strip. */
export function coilInStrip(
  layout: WindingLayout,
  size: Pick<StripOptions, 'width' | 'height'>,
  x: number,
  y: number,
): number | null {
  const strip = stripGeometry(layout.slots, size);
  const slot = Math.round(strip.x.invert(x));
  if (slot < 1 || slot > layout.slots) return null;
  return sideAt(layout, slot, y < strip.yBack - 1 ? 'bore' : 'back')?.coil.number ?? null;
}

/** Slot centre exactly under the step of the wave; drawn for 1 A peak, at the peak of U unless another instant is given. */
export function unrolledSlots(layout: WindingLayout, o: StripOptions): Scene {
  const marks: Mark[] = [];
  const { x, pitchPx, tall, wide, waveBottom, yNumber, yBore, yBack } = stripGeometry(layout.slots, o);
  const waveTop = 8;
  const instant = (shift: number) => Math.cos(((o.instantDeg ?? 0) + shift) * (Math.PI / 180));
  const steps = magnetomotiveForceSteps(layout, o.turnsPerCoil, o.circuits, [
    instant(0),
    instant(-120),
    instant(120),
  ]);
  // The scale stays while the wave moves.
  const still = magnetomotiveForceSteps(layout, o.turnsPerCoil, o.circuits, [1, -0.5, -0.5]);
  const peak = Math.max(...still.map(Math.abs)) * (o.instantDeg === undefined ? 1 : 1.05) || 1;
  const y = scaleLinear([-peak, peak], [waveBottom, waveTop]).nice(4);
  const [low, high] = y.domain() as [number, number];

  for (const tick of [low, 0, high]) {
    marks.push(
      {
        kind: 'path',
        d: `M${LEFT - 6} ${fixed(y(tick))}H${fixed(x(layout.slots + 0.5))}`,
        stroke: tick === 0 ? 'pencil' : 'grid',
        width: 0.75,
      },
      {
        kind: 'text',
        x: LEFT - 10,
        y: y(tick) + 4,
        text: String(Math.round(tick)).replace('-', '−'),
        size: 12,
        ink: 'graphite',
        face: 'figures',
        anchor: 'end',
      },
    );
  }
  marks.push({ kind: 'text', x: 4, y: y(0) + 4, text: 'A', size: 12, ink: 'graphite', face: 'words' });

  const wave: [number, number][] = [];
  let at = steps[layout.slots - 1]!;
  wave.push([x(0.5), y(at)]);
  steps.forEach((value, i) => {
    wave.push([x(i + 1), y(at)], [x(i + 1), y(value)]);
    at = value;
  });
  wave.push([x(layout.slots + 0.5), y(at)]);
  marks.push({
    kind: 'path',
    d: `${polyline(wave)}L${fixed(x(layout.slots + 0.5))} ${fixed(y(0))}L${fixed(x(0.5))} ${fixed(y(0))}Z`,
    fill: 'tint',
  });
  marks.push({ kind: 'path', d: polyline(wave), stroke: 'ink', width: 1.5 });

  // Fundamental of the stepped wave: its ν = p Fourier component, taken over the steps.
  const p = layout.polePairs;
  let a = 0;
  let b = 0;
  steps.forEach((value, i) => {
    const from = (2 * Math.PI * (i + 1)) / layout.slots;
    const to = (2 * Math.PI * (i + 2)) / layout.slots;
    a += (value * (Math.sin(p * to) - Math.sin(p * from))) / (p * Math.PI);
    b -= (value * (Math.cos(p * to) - Math.cos(p * from))) / (p * Math.PI);
  });
  const fundamental = Array.from({ length: layout.slots * 2 + 1 }, (_, k) => {
    const s = 0.5 + k / 2;
    const angle = (2 * Math.PI * s) / layout.slots;
    return [x(s), y(a * Math.cos(p * angle) + b * Math.sin(p * angle))] as const;
  });
  marks.push({ kind: 'path', d: polyline(fundamental), stroke: 'pencil', width: 1, dash: '4 3' });
  const phaseAngle = Math.atan2(b, a);
  const shoes: PoleShoe[] = [];
  for (let k = 0; k < 2 * p; k++) {
    const angle = (phaseAngle + k * Math.PI) / p;
    const slot = ((((angle * layout.slots) / (2 * Math.PI)) % layout.slots) + layout.slots) % layout.slots;
    const polarity = k % 2 === 0 ? 'N' : 'S';
    if (slot < 0.5) continue;
    shoes.push({ x: x(slot), y: y(0) + (polarity === 'N' ? -9 : 9), size: 14, angle: 0, polarity });
  }
  marks.push(...poleShoes(shoes, 'ink'));

  const every = pitchPx < 9 ? 5 : pitchPx < 15 ? 2 : 1;
  for (let s = 1; s <= layout.slots; s++)
    if (s === 1 || s % every === 0)
      marks.push({
        kind: 'text',
        x: x(s),
        y: yNumber,
        text: String(s),
        size: Math.min(12, pitchPx < 9 ? 10 : 12),
        ink: 'ink',
        face: 'figures',
        anchor: 'middle',
      });
  for (const [label, yy] of [
    ['slot', yNumber],
    ['bore', yBore + tall * 0.72],
    ['back', yBack + tall * 0.72],
  ] as const)
    marks.push({
      kind: 'text',
      x: LEFT - 10,
      y: yy,
      text: label,
      size: 12,
      ink: 'graphite',
      face: 'words',
      anchor: 'end',
    });
  const sides = sidesByPlace(layout);
  for (const lit of [false, true])
    for (const phase of PHASES)
      for (const goes of [true, false]) {
        const these = sides.filter(
          (s) => s.coil.phase === phase && s.goes === goes && (s.coil.number === o.chosenCoil) === lit,
        );
        if (!these.length) continue;
        const ink = lit ? 'copper' : PHASE_INK[phase];
        marks.push({
          kind: 'path',
          d: these.map((s) => box(s, 0)).join(''),
          stroke: ink,
          width: lit ? 2.2 : 1.1,
          fill: goes ? ink : 'paper',
          of: COILS,
          ...(phase === 'W' && !lit ? { dash: '2.5 1.5' } : {}),
        });
        if (phase === 'V' && wide > 10)
          marks.push({
            kind: 'path',
            d: these.map((s) => box(s, 2.5)).join(''),
            stroke: goes ? 'paper' : ink,
            width: 0.8,
            through: true,
          });
      }
  marks.push(...letters());
  for (const slot of layout.emptySlots)
    marks.push({
      kind: 'path',
      d: `M${fixed(x(slot) - wide / 2)} ${fixed(yBore)}h${fixed(wide)}v${fixed(2 * tall + 2)}h${fixed(-wide)}Z`,
      stroke: 'hair',
      width: 1,
      dash: '2 2',
    });
  if (o.chosenCoil) {
    const coil = layout.coils[o.chosenCoil - 1]!;
    const yy = yBack + tall + 9;
    const x0 = x(coil.topSlot);
    const x1 = coil.bottomSlot > coil.topSlot ? x(coil.bottomSlot) : x(layout.slots + 0.5);
    marks.push({
      kind: 'path',
      d: `M${fixed(x0)} ${fixed(yBack + tall + 2)}V${fixed(yy)}H${fixed(x1)}${coil.bottomSlot > coil.topSlot ? `V${fixed(yBack + tall + 2)}` : ''}`,
      stroke: 'copper',
      width: 2,
    });
    if (coil.bottomSlot <= coil.topSlot)
      marks.push({
        kind: 'path',
        d: `M${fixed(x(0.5))} ${fixed(yy)}H${fixed(x(coil.bottomSlot))}V${fixed(yBack + tall + 2)}`,
        stroke: 'copper',
        width: 2,
      });
    marks.push({
      kind: 'text',
      x: Math.min(x0, o.width - 60),
      y: yy + 14,
      text: `1–${coil.pitch + 1}`,
      size: 12,
      ink: 'copper',
      face: 'figures',
      bold: true,
    });
  }
  return {
    title: `Slots unrolled: ${layout.slots} slots, ${layout.poles} poles`,
    width: o.width,
    height: o.height,
    marks,
  };

  function box({ slot, layer }: Side, inset: number) {
    const side = fixed(wide - 2 * inset);
    return `M${fixed(x(slot) - wide / 2 + inset)} ${fixed(top(layer) + inset)}h${side}v${fixed(heightOf(layer) - 2 * inset)}h-${side}Z`;
  }
  function top(layer: Layer) {
    return layer === 'back' ? yBack : yBore;
  }
  function heightOf(layer: Layer) {
    return layer === 'whole' ? 2 * tall + 2 : tall;
  }
  /**
   * The phases' letters, drawn and not set: a strip of many slots has hundreds, and this makes them few marks. Where a
   * cell is too narrow for one, neighbours of one phase and way share it.
   */
  function letters(): Mark[] {
    const strokes = new Map<Ink, string>();
    const size = Math.min(11, tall * 0.75);
    const each = wide >= 9 ? sides.map((side) => [side]) : belts(sides, o.chosenCoil ?? null);
    for (const belt of each) {
      const { layer, coil, goes } = belt[0]!;
      const [from, to] = [belt[0]!.slot, belt.at(-1)!.slot];
      // A single narrow cell among others says its phase by colour and line alone.
      if (wide < 9 && (to - from + 1) * pitchPx < size) continue;
      const ink = goes ? 'paper' : coil.number === o.chosenCoil ? 'copper' : PHASE_INK[coil.phase];
      const [cx, cy] = [x((from + to) / 2), top(layer) + heightOf(layer) / 2];
      const d = letterPath(coil.phase, cx, cy, wide >= 9 ? Math.min(size, wide * 0.75) : size);
      strokes.set(ink, (strokes.get(ink) ?? '') + d);
    }
    return (['paper', PHASE_INK.U, PHASE_INK.V, PHASE_INK.W, 'copper'] as const).flatMap((stroke) => {
      const d = strokes.get(stroke);
      return d ? [{ kind: 'path', d, stroke, width: letterWidth(size), through: true }] : [];
    });
  }
}

/** Sides that lie beside each other in one layer, of one phase and going one way; the chosen coil by itself. */
function belts(sides: readonly Side[], chosen: number | null): Side[][] {
  const found: Side[][] = [];
  for (const layer of ['bore', 'back', 'whole'] as const) {
    const row = sides.filter((s) => s.layer === layer).toSorted((a, b) => a.slot - b.slot);
    for (const side of row) {
      const last = found.at(-1);
      const before = last?.at(-1);
      const joined =
        before?.layer === layer &&
        before.slot + 1 === side.slot &&
        before.coil.phase === side.coil.phase &&
        before.goes === side.goes &&
        (before.coil.number === chosen) === (side.coil.number === chosen);
      if (joined) last!.push(side);
      else found.push([side]);
    }
  }
  return found;
}
