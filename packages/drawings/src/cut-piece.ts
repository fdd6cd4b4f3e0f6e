/** Pieces to cut, flat and to scale with folds and sizes; and the slot they go into. */
import { slotOutline, type CutItem, type SlotShape } from '@norther/core';
import type { Mark, Scene } from './scene.ts';
import { fixed, polyline } from './phase-style.ts';

/** One piece, its width across, its length down. Folds dashed, cuffs chain-lined. */
export function cutPiece(item: CutItem, size: { readonly width: number; readonly height: number }): Scene {
  const [w, l] = [item.width.value, item.length.value];
  const room = { left: 14, top: 26, right: 54, bottom: 12 };
  const scale = Math.min(
    (size.width - room.left - room.right) / w,
    (size.height - room.top - room.bottom) / l,
  );
  const x = (mm: number) => room.left + mm * scale;
  const y = (mm: number) => room.top + mm * scale;
  const marks: Mark[] = [
    {
      kind: 'path',
      d: `M${fixed(x(0))} ${fixed(y(0))}H${fixed(x(w))}V${fixed(y(l))}H${fixed(x(0))}Z`,
      stroke: 'ink',
      fill: 'field',
      width: 2,
    },
  ];
  for (const at of item.foldsMm)
    marks.push({
      kind: 'path',
      d: `M${fixed(x(at))} ${fixed(y(0))}V${fixed(y(l))}`,
      stroke: 'graphite',
      width: 1,
      dash: '4 3',
    });
  if (item.cuffMm > 0)
    for (const at of [item.cuffMm, l - item.cuffMm])
      marks.push({
        kind: 'path',
        d: `M${fixed(x(0))} ${fixed(y(at))}H${fixed(x(w))}`,
        stroke: 'graphite',
        width: 1,
        dash: '10 3 2 3',
      });
  marks.push(
    ...dimension([x(0), room.top - 10], [x(w), room.top - 10], `${w.toFixed(1)}`),
    ...dimension([x(w) + 12, y(0)], [x(w) + 12, y(l)], `${l.toFixed(0)}`),
  );
  return { title: `${item.name}: ${w.toFixed(1)} × ${l.toFixed(0)} mm`, ...size, marks };
}

/** The slot to scale with its sizes. */
export function slotSection(
  shape: SlotShape,
  size: { readonly width: number; readonly height: number },
): Scene {
  const room = { top: 24, bottom: 28, side: 44 };
  const widest = Math.max(shape.widthTopMm, shape.widthBottomMm);
  const scale = Math.min(
    (size.width - 2 * room.side) / widest,
    (size.height - room.top - room.bottom) / shape.depthMm,
  );
  const c = size.width / 2;
  const at = ([mx, my]: readonly [number, number]): readonly [number, number] => [
    c + mx * scale,
    room.top + my * scale,
  ];
  const outline = slotOutline(shape).map(at);
  const bottom = room.top + shape.depthMm * scale;
  const marks: Mark[] = [
    { kind: 'path', d: polyline(outline), stroke: 'ink', fill: 'field', width: 2 },
    ...dimension(
      [c - (shape.widthTopMm / 2) * scale, room.top - 9],
      [c + (shape.widthTopMm / 2) * scale, room.top - 9],
      shape.widthTopMm.toFixed(1),
    ),
    ...dimension(
      [c - (shape.widthBottomMm / 2) * scale, bottom + 11],
      [c + (shape.widthBottomMm / 2) * scale, bottom + 11],
      shape.widthBottomMm.toFixed(1),
      'below',
    ),
    ...dimension(
      [c + (widest / 2) * scale + 14, room.top],
      [c + (widest / 2) * scale + 14, bottom],
      shape.depthMm.toFixed(1),
    ),
  ];
  if (shape.mouthMm > 0)
    marks.push({
      kind: 'path',
      d: polyline([at([-shape.widthTopMm / 2, shape.mouthMm]), at([shape.widthTopMm / 2, shape.mouthMm])]),
      stroke: 'graphite',
      width: 1,
      dash: '4 3',
    });
  return { title: 'The slot', ...size, marks };
}

/** A dimension line with its ends struck and its figure in mm beside it; a level one's above it or below. */
function dimension(
  [x0, y0]: readonly [number, number],
  [x1, y1]: readonly [number, number],
  text: string,
  where: 'above' | 'below' = 'above',
): Mark[] {
  const level = y0 === y1;
  return [
    {
      kind: 'path',
      d: polyline([
        [x0, y0],
        [x1, y1],
      ]),
      stroke: 'ink',
      width: 1,
    },
    ...[
      [x0, y0],
      [x1, y1],
    ].map(([x, y]): Mark => ({
      kind: 'path',
      d: polyline([
        [x! - 3, y! + 3],
        [x! + 3, y! - 3],
      ]),
      stroke: 'ink',
      width: 1.25,
    })),
    {
      kind: 'text',
      x: level ? (x0 + x1) / 2 : x0 + 6,
      y: level ? (where === 'above' ? y0 - 3 : y0 + 13) : (y0 + y1) / 2 + 4,
      text,
      size: 12,
      ink: 'ink',
      face: 'figures',
      bold: true,
      anchor: level ? 'middle' : 'start',
    },
  ];
}
