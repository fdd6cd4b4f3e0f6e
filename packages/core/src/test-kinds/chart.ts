/** A curve of a reading as data, for documents and programs. Source: none, nothing is computed but which points are drawn. */
export interface ChartAxis {
  readonly name: string;
  readonly unit: string;
}
export interface ChartLine {
  readonly name: string;
  readonly points: readonly (readonly [x: number, y: number])[];
  /** points: only they were read; line: joined, or worked out; dashed: what is held against it. */
  readonly as: 'points' | 'line' | 'dashed';
}
export interface Chart {
  readonly title: string;
  readonly x: ChartAxis;
  readonly y: ChartAxis;
  readonly lines: readonly ChartLine[];
}

/** Every n-th point, so that no line has more than are seen on paper. */
export function thinned<T>(points: readonly T[], most = 400): readonly T[] {
  const every = Math.ceil(points.length / most);
  return every <= 1 ? points : points.filter((_, i) => i % every === 0);
}
