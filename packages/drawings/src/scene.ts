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

export interface PathMark {
  readonly kind: 'path';
  readonly d: string;
  readonly stroke?: Ink;
  readonly fill?: Ink;
  readonly width?: number;
  readonly dash?: string;
  /** What this mark belongs to, such as `coil-7`; lets a view find and light it. */
  readonly of?: string;
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
  readonly of?: string;
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

const FACES = {
  file: {
    words: 'font-family="Archivo, Arial Narrow, sans-serif"',
    figures: 'font-family="Iosevka, monospace"',
  },
  screen: { words: 'class="font-words"', figures: 'class="font-fig"' },
};

function markup(
  marks: readonly Mark[],
  colour: (ink: Ink) => string,
  faces: (typeof FACES)[keyof typeof FACES],
): string {
  return marks
    .map((m) => {
      const of = m.of ? ` data-of="${escape(m.of)}"` : '';
      if (m.kind === 'path')
        return `<path d="${m.d}" fill="${m.fill ? colour(m.fill) : 'none'}" stroke="${m.stroke ? colour(m.stroke) : 'none'}"${m.stroke ? ` stroke-width="${m.width ?? 1}"` : ''}${m.dash ? ` stroke-dasharray="${m.dash}"` : ''}${of}/>`;
      return `<text x="${m.x.toFixed(2)}" y="${m.y.toFixed(2)}" ${faces[m.face]} font-size="${m.size}"${m.bold ? ' font-weight="700"' : ''} text-anchor="${m.anchor ?? 'start'}" fill="${colour(m.ink)}"${of}>${escape(m.text)}</text>`;
    })
    .join('');
}

/** What stands inside the svg element on screen: colours follow the light or dark sheet. */
export const sceneMarkup = (scene: Scene): string =>
  markup(scene.marks, (ink) => `var(--${ink})`, FACES.screen);

/** A stand-alone SVG file. */
export function sceneToSvg(scene: Scene, colours: Readonly<Record<Ink, string>> = WHITE_SHEET): string {
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${scene.width} ${scene.height}" width="${scene.width}" height="${scene.height}" role="img">
<title>${escape(scene.title)}</title>
<rect width="100%" height="100%" fill="${colours.paper}"/>
${markup(scene.marks, (ink) => colours[ink], FACES.file)}
</svg>
`;
}
