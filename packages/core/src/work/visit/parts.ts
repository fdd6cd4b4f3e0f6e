/**
 * What came along with a motor, each with a tag of its own: all of it leaves again.
 * Source: common practice, no source.
 */

/** Kinds of part, as they are called. */
export const PART_KINDS = {
  stator: 'stator',
  rotor: 'rotor',
  bracket: 'bracket, end bell',
  'terminal-box': 'terminal box',
  fan: 'fan',
  'fan-cover': 'fan cover',
  key: 'key',
  coupling: 'coupling, pulley',
  brake: 'brake',
  blower: 'blower',
  sensor: 'sensor',
  capacitor: 'capacitor',
  switch: 'starting switch',
  other: 'something else',
} as const;
export type PartKind = keyof typeof PART_KINDS;

export interface VisitPart {
  readonly kind: PartKind;
  readonly tag: string;
  readonly note: string;
  /** When it was laid to the finished motor. */
  readonly backAt: string | null;
  /** Entered by mistake. */
  readonly withdrawn: object | null;
}

/** What is in the motor when it is put together; the track says where it is. */
const WITHIN: ReadonlySet<PartKind> = new Set(['stator', 'rotor']);

/** What still has to be laid to the motor before it leaves. */
export const partsMissing = <P extends VisitPart>(parts: readonly P[]): P[] =>
  parts.filter((p) => p.backAt === null && p.withdrawn === null && !WITHIN.has(p.kind));

export const sayPart = ({ kind, tag, note }: Pick<VisitPart, 'kind' | 'tag' | 'note'>): string =>
  `${note || PART_KINDS[kind]} ${tag}`;

/** Tags that stator and rotor of this motor carry. */
export const tagsOf = (
  parts: readonly VisitPart[],
): { readonly stator: string[]; readonly rotor: string[] } => {
  const of = (kind: PartKind) =>
    parts.filter((p) => p.kind === kind && p.withdrawn === null).map((p) => p.tag);
  return { stator: of('stator'), rotor: of('rotor') };
};

/** A motor that could be taken for this one: its rotor goes in, and is not the one that was balanced for it. */
export interface SisterMotor {
  readonly number: string;
  readonly tags: readonly string[];
}

/** The sister that a tag is of; null where it is no sister's. */
export const sisterWith = (sisters: readonly SisterMotor[], tag: string): SisterMotor | null =>
  sisters.find((s) => [s.number, ...s.tags].some((t) => t.toLowerCase() === tag.trim().toLowerCase())) ??
  null;
