/** A drawing as plain data: the same on screen, in an SVG file and on paper. */

/** Names of the sheet's colours; the screen maps them to the light or dark sheet, paper to fixed values. */
export type Ink =
  | 'paper'
  | 'tint'
  | 'band'
  | 'field'
  | 'ink'
  | 'graphite'
  | 'pencil'
  | 'hair'
  | 'grid'
  | 'copper'
  | 'wash'
  | 'blue'
  | 'teal'
  | 'carmine'
  | 'lemon';

/** What a mark made of many coils belongs to; the point tells which. */
export const COILS = 'coils';

export interface PathMark {
  readonly kind: 'path';
  readonly d: string;
  readonly stroke?: Ink;
  readonly fill?: Ink;
  readonly width?: number;
  readonly dash?: string;
  /** What this mark belongs to, such as `coil-7`; lets a view find and light it. */
  readonly of?: string;
  /** What lies under it is pointed at, not this. */
  readonly through?: boolean;
}
export interface TextMark {
  readonly kind: 'text';
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly size: number;
  readonly ink: Ink;
  readonly face: 'words' | 'figures';
  readonly bold?: boolean;
  readonly anchor?: 'start' | 'middle' | 'end';
  /** Keeps the ground round its letters free, where lines run through. */
  readonly halo?: Ink;
  readonly of?: string;
  readonly through?: boolean;
}
export type Mark = PathMark | TextMark;

export interface Scene {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
}

/** The light sheet, for files and paper. */
export const LIGHT_SHEET: Readonly<Record<Ink, string>> = {
  paper: '#F1F4F4',
  tint: '#E3EAEC',
  band: '#C8D4D9',
  field: '#FFFFFF',
  ink: '#0F1E29',
  graphite: '#36464F',
  pencil: '#566670',
  hair: '#9BAAB1',
  grid: '#CBD5D9',
  copper: '#A0480F',
  wash: '#F4E2D3',
  blue: '#1E5CA3',
  teal: '#0E7468',
  carmine: '#A8103C',
  lemon: '#F5DE52',
};
/** The same on white paper. */
export const WHITE_SHEET: Readonly<Record<Ink, string>> = {
  ...LIGHT_SHEET,
  paper: '#FFFFFF',
};

const escape = (s: string) =>
  s.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** How a scene is shown: what a colour's name stands for, and how the two faces are asked for. */
interface Manner {
  readonly colour: (ink: Ink) => string;
  readonly place: (x: string, y: string) => Attributes;
  readonly face: Readonly<Record<TextMark['face'], readonly [name: string, value: string]>>;
  /** What a mark that can be pointed at has besides. */
  readonly picked: Attributes;
}
type Attributes = [name: string, value: string][];

/** Colours follow the light or dark sheet. */
const SCREEN: Manner = {
  colour: (ink) => `var(--${ink})`,
  // A text that is moved this way need not be set again.
  place: (x, y) => [['transform', `translate(${x} ${y})`]],
  face: { words: ['class', 'font-words'], figures: ['class', 'font-fig'] },
  picked: [['cursor', 'pointer']],
};
const file = (colours: Readonly<Record<Ink, string>>): Manner => ({
  colour: (ink) => colours[ink],
  place: (x, y) => [
    ['x', x],
    ['y', y],
  ],
  face: {
    words: ['font-family', 'Archivo, Arial Narrow, sans-serif'],
    figures: ['font-family', 'Iosevka, monospace'],
  },
  picked: [],
});

function attributes(m: Mark, { colour, place, face, picked }: Manner): Attributes {
  const list: Attributes =
    m.kind === 'path'
      ? [
          ['d', m.d],
          ['fill', m.fill ? colour(m.fill) : 'none'],
          ['stroke', m.stroke ? colour(m.stroke) : 'none'],
        ]
      : [
          ...place(m.x.toFixed(2), m.y.toFixed(2)),
          [...face[m.face]],
          ['font-size', String(m.size)],
          ['text-anchor', m.anchor ?? 'start'],
          ['fill', colour(m.ink)],
        ];
  if (m.kind === 'path') {
    if (m.stroke) list.push(['stroke-width', String(m.width ?? 1)]);
    if (m.dash) list.push(['stroke-dasharray', m.dash]);
  } else {
    if (m.bold) list.push(['font-weight', '700']);
    if (m.halo) list.push(['stroke', colour(m.halo)], ['stroke-width', '3'], ['paint-order', 'stroke']);
  }
  if (m.through) list.push(['pointer-events', 'none']);
  if (m.of) list.push(['data-of', m.of], ...picked);
  return list;
}

const markup = (marks: readonly Mark[], manner: Manner): string =>
  marks
    .map((m) => {
      const list = attributes(m, manner)
        .map(([name, value]) => ` ${name}="${escape(value)}"`)
        .join('');
      return m.kind === 'path' ? `<path${list}/>` : `<text${list}>${escape(m.text)}</text>`;
    })
    .join('');

/** What stands inside the svg element on screen. */
export const sceneMarkup = (scene: Scene): string => markup(scene.marks, SCREEN);

/** One mark of a shown drawing that becomes another: attributes to set (null: to take away), and its text. */
export interface MarkChange {
  readonly at: number;
  readonly set: readonly (readonly [name: string, value: string | null])[];
  readonly text?: string;
}
/** Marks that go, and those that come in their place, as markup. */
export interface MarkSwap {
  readonly at: number;
  readonly remove: number;
  readonly insert: string;
}
export type SceneChange = MarkChange | MarkSwap;

/** How far apart the same mark is looked for in two drawings, and how often before it is another drawing. */
const AHEAD = 14;
const MOST_LOOKS = 200;

/**
 * What has to change on screen so that one drawing becomes the next.
 * @returns the changes from the last mark to the first, so that places stay right while they are made; null when most of
 * it is other: then it is drawn afresh
 */
export function sceneChanges(before: Scene, after: Scene): SceneChange[] | null {
  const [from, to] = [before.marks, after.marks];
  const changes: SceneChange[] = [];
  if (from.length === to.length && from.every((m, i) => m.kind === to[i]!.kind)) {
    for (let i = from.length - 1; i >= 0; i--) changes.push(...markChange(from[i]!, to[i]!, i));
    return changes;
  }
  let looks = 0;
  for (let i = 0, j = 0; i < from.length || j < to.length;) {
    if (i < from.length && j < to.length && same(from[i]!, to[j]!)) {
      i++;
      j++;
      continue;
    }
    if (++looks > MOST_LOOKS) return null;
    const [gone, come] = untilAlike(from, i, to, j);
    if (gone === come && from.slice(i, i + gone).every((m, k) => m.kind === to[j + k]!.kind))
      for (let k = 0; k < gone; k++) changes.push(...markChange(from[i + k]!, to[j + k]!, i + k));
    else changes.push({ at: i, remove: gone, insert: markup(to.slice(j, j + come), SCREEN) });
    i += gone;
    j += come;
  }
  return changes.reverse();
}

/** How many marks of each differ until both go on alike; all that are left where they do not. */
function untilAlike(
  from: readonly Mark[],
  i: number,
  to: readonly Mark[],
  j: number,
): readonly [number, number] {
  const alike = (gone: number, come: number) => {
    const [a, b] = [from[i + gone], to[j + come]];
    return a !== undefined && b !== undefined && same(a, b);
  };
  for (let longer = 1; longer <= AHEAD; longer++)
    for (let shorter = longer; shorter >= 0; shorter--) {
      if (alike(longer, shorter)) return [longer, shorter];
      if (alike(shorter, longer)) return [shorter, longer];
    }
  return [from.length - i, to.length - j];
}

/** @returns none where both are alike */
function markChange(from: Mark, to: Mark, at: number): MarkChange[] {
  if (same(from, to)) return [];
  const old = new Map(attributes(from, SCREEN));
  const set: [string, string | null][] = [];
  for (const [name, value] of attributes(to, SCREEN)) {
    if (old.get(name) !== value) set.push([name, value]);
    old.delete(name);
  }
  for (const name of old.keys()) set.push([name, null]);
  const text = to.kind === 'text' && from.kind === 'text' && to.text !== from.text ? to.text : undefined;
  return set.length > 0 || text !== undefined ? [{ at, set, ...(text === undefined ? {} : { text }) }] : [];
}

function same(a: Mark, b: Mark): boolean {
  const [one, two] = [a, b] as unknown as readonly [
    Readonly<Record<string, unknown>>,
    Readonly<Record<string, unknown>>,
  ];
  for (const key in one) if (one[key] !== two[key]) return false;
  for (const key in two) if (!(key in one)) return false;
  return true;
}

/** A stand-alone SVG file. */
export function sceneToSvg(scene: Scene, colours: Readonly<Record<Ink, string>> = WHITE_SHEET): string {
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${scene.width} ${scene.height}" width="${scene.width}" height="${scene.height}" role="img">
<title>${escape(scene.title)}</title>
<rect width="100%" height="100%" fill="${colours.paper}"/>
${markup(scene.marks, file(colours))}
</svg>
`;
}
