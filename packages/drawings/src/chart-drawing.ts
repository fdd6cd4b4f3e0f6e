/** A curve of a reading as a drawing: axes with their units, lines told apart by their stroke. */
import type { Chart } from '@norther/core';
import { line, scaleLinear } from 'd3';
import type { Ink, Mark, Scene } from './scene.ts';

const LEFT = 46;
const RIGHT = 10;
const TOP = 30;
const BOTTOM = 30;
/** Of lines that differ by name only. */
const STROKES: readonly { readonly ink: Ink; readonly dash?: string; readonly width: number }[] = [
  { ink: 'copper', width: 1.8 },
  { ink: 'ink', dash: '6 4', width: 1.4 },
  { ink: 'graphite', dash: '2 3', width: 1.4 },
];

const short = (v: number) =>
  Math.abs(v) >= 10_000 ? `${Number((v / 1000).toPrecision(4))}k` : String(Number(v.toPrecision(4)));

export function chartDrawing(chart: Chart, { width = 500, height = 190 } = {}): Scene {
  const points = chart.lines.flatMap((l) => l.points);
  const extent = (of: readonly number[], zero: boolean) => {
    const [least, most] = [Math.min(...of), Math.max(...of)];
    return [zero && least > 0 ? 0 : least, most === least ? most + 1 : most] as const;
  };
  const [x0, x1] = extent(
    points.map(([x]) => x),
    true,
  );
  const [y0, y1] = extent(
    points.map(([, y]) => y),
    // What varies little over a high level is not pressed flat.
    Math.min(...points.map(([, y]) => y)) < 0.5 * Math.max(...points.map(([, y]) => y)),
  );
  const room = 0.06 * (y1 - y0);
  const x = scaleLinear([x0, x1], [LEFT, width - RIGHT]);
  const y = scaleLinear([y0 === 0 ? 0 : y0 - room, y1 + room], [height - BOTTOM, TOP]);
  const marks: Mark[] = [
    { kind: 'text', x: 0, y: 11, text: chart.title, size: 11, ink: 'ink', face: 'words', bold: true },
    {
      kind: 'text',
      x: 0,
      y: 25,
      text: `${chart.y.name}, ${chart.y.unit}`,
      size: 9,
      ink: 'graphite',
      face: 'words',
    },
    {
      kind: 'text',
      x: width - RIGHT,
      y: height - 4,
      text: `${chart.x.name}, ${chart.x.unit}`,
      size: 9,
      ink: 'graphite',
      face: 'words',
      anchor: 'end',
    },
  ];
  for (const t of y.ticks(4)) {
    marks.push({ kind: 'path', d: `M${LEFT} ${y(t)}H${width - RIGHT}`, stroke: 'grid', width: 0.7 });
    marks.push({
      kind: 'text',
      x: LEFT - 5,
      y: y(t) + 3,
      text: short(t),
      size: 9,
      ink: 'graphite',
      face: 'figures',
      anchor: 'end',
    });
  }
  for (const t of x.ticks(6)) {
    marks.push({ kind: 'path', d: `M${x(t)} ${height - BOTTOM}v4`, stroke: 'ink', width: 0.8 });
    marks.push({
      kind: 'text',
      x: x(t),
      y: height - 16,
      text: short(t),
      size: 9,
      ink: 'graphite',
      face: 'figures',
      anchor: 'middle',
    });
  }
  marks.push({ kind: 'path', d: `M${LEFT} ${height - BOTTOM}H${width - RIGHT}`, stroke: 'ink', width: 1 });
  const joined = chart.lines.filter((l) => l.as !== 'points');
  for (const l of chart.lines) {
    if (l.as === 'points') {
      for (const [px, py] of l.points)
        marks.push({
          kind: 'path',
          d: `M${x(px) - 2.5} ${y(py)}a2.5 2.5 0 1 0 5 0a2.5 2.5 0 1 0 -5 0Z`,
          fill: 'ink',
        });
      continue;
    }
    // Strokes of a spectrum are one kind of thing; lines with names are not.
    const stroke = STROKES[joined.length > 3 ? 0 : Math.min(STROKES.length - 1, joined.indexOf(l))]!;
    const d = line<readonly [number, number]>(
      ([px]) => x(px),
      ([, py]) => y(py),
    )(l.points as [number, number][]);
    if (d)
      marks.push({
        kind: 'path',
        d,
        stroke: stroke.ink,
        width: stroke.width,
        ...(l.as === 'dashed' ? { dash: stroke.dash ?? '6 4' } : {}),
      });
  }
  // A key where there are lines to tell apart.
  const named = chart.lines.length > 1 && chart.lines.length <= 4 ? chart.lines : [];
  named.forEach((l, i) => {
    const at = width - RIGHT - 110 * (named.length - i);
    const stroke = STROKES[Math.min(STROKES.length - 1, Math.max(0, joined.indexOf(l)))]!;
    if (l.as === 'points')
      marks.push({ kind: 'path', d: `M${at + 8} 8a2.5 2.5 0 1 0 5 0a2.5 2.5 0 1 0 -5 0Z`, fill: 'ink' });
    else
      marks.push({
        kind: 'path',
        d: `M${at} 8h20`,
        stroke: stroke.ink,
        width: stroke.width,
        ...(l.as === 'dashed' ? { dash: stroke.dash ?? '6 4' } : {}),
      });
    marks.push({ kind: 'text', x: at + 25, y: 11, text: l.name, size: 9, ink: 'graphite', face: 'words' });
  });
  return { title: chart.title, width, height, marks };
}
