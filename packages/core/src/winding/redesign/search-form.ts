/** What is typed for a search, read into spans, turns, wires and limits; and a candidate written back as typed. */
import { readSpan } from '../words/index.ts';
import { quantity, readForm, text, type Field, type Typed } from '../../language/forms/index.ts';
import { finding, good, refused, type Outcome } from '../../language/quantity/index.ts';
import type { WindingSpec } from '../layout/index.ts';
import { showWires } from '../wire/index.ts';
import { DEFAULT_LIMITS, type Candidate, type SearchLimits, type SearchSpace } from './search.ts';

export const RANGE_FIELDS: readonly Field[] = [
  text('spanFrom', 'Span from', '1-9: from slot 1 to slot 9', 20),
  text('spanTo', 'Span to', '1-9: from slot 1 to slot 9', 20),
  quantity('turnsFrom', 'Turns from', 'count', 1, 2000),
  quantity('turnsTo', 'Turns to', 'count', 1, 2000),
  quantity('sizes', 'Wire sizes in a turn', 'count', 1, 3),
  quantity('strands', 'Strands, at most', 'count', 1, 40),
];

export const LIMIT_FIELDS: readonly Field[] = [
  quantity('toothT', 'Teeth, at most', 'flux-density', 0.1, 3),
  quantity('backIronT', 'Back iron, at most', 'flux-density', 0.1, 3),
  quantity('gapLeastT', 'Gap, at least', 'flux-density', 0.01, 2),
  quantity('gapMostT', 'Gap, at most', 'flux-density', 0.01, 2),
  quantity('currentDensity', 'Current density, at most', 'current-density', 0.1, 40),
  quantity('fill', 'Slot fill, at most', 'ratio', 0.05, 1),
  quantity('windingFactorLeast', 'Winding factor, at least', 'ratio', 0.05, 1),
];

export type SearchWish = Pick<SearchSpace, 'pitches' | 'turns' | 'bundles' | 'limits'>;

/**
 * What stands in the form to begin with: spans from two thirds of a pole pitch to full pitch or the span as found, turns
 * from half to four times those as found, the usual limits.
 * Source: two thirds of full pitch as the shortest useful span: common practice, no source.
 */
export function beginSearch(
  winding: Pick<WindingSpec, 'slots' | 'poles'>,
  pitch: number,
  turns: number,
): Typed {
  const polePitch = winding.slots / winding.poles;
  const longest = Math.max(pitch, Math.floor(polePitch), 1);
  const shortest = Math.min(longest, Math.max(1, Math.ceil(0.67 * polePitch)));
  return {
    spanFrom: `1-${shortest + 1}`,
    spanTo: `1-${longest + 1}`,
    turnsFrom: String(Math.max(1, Math.round(turns * 0.5))),
    turnsTo: String(Math.max(1, Math.round(turns * 4))),
    sizes: '2',
    strands: '10',
    ...Object.fromEntries(Object.entries(DEFAULT_LIMITS).map(([id, value]) => [id, String(value)])),
  };
}

/** Reads the form. Refused with a sentence for every field that is empty, misread or contradicts its pair. */
export function readSearch(typed: Typed): Outcome<SearchWish> {
  const fields = [...RANGE_FIELDS, ...LIMIT_FIELDS];
  const { numbers, texts, findings } = readForm(fields, typed);
  const found = [...findings];
  const stop = (code: string, message: string, ids: readonly string[]) =>
    found.push(finding('stop', `search.${code}`, message, ids));
  for (const field of fields)
    if (!typed[field.id]?.trim()) stop('field-missing', `${field.label}: nothing is typed.`, [field.id]);
  const span = (id: string, label: string) => {
    if (texts[id] === undefined) return null;
    const read = readSpan(texts[id]);
    if ('pitch' in read) return read.pitch;
    stop('span', `${label}: ${read.message}`, [id]);
    return null;
  };
  const from = span('spanFrom', 'Span from');
  const to = span('spanTo', 'Span to');
  if (from !== null && to !== null && from > to)
    stop(
      'span-order',
      `Span from 1-${from + 1} is longer than span to 1-${to + 1}; the shorter comes first.`,
      ['spanFrom', 'spanTo'],
    );
  const inOrder = (low: string, high: string, what: string) => {
    const [a, b] = [numbers[low], numbers[high]];
    if (a !== undefined && b !== undefined && a > b)
      stop(`${low}-order`, `${what}: from ${a} to ${b} holds nothing; the smaller comes first.`, [low, high]);
  };
  inOrder('turnsFrom', 'turnsTo', 'Turns');
  inOrder('gapLeastT', 'gapMostT', 'Gap');
  if (found.some((f) => f.severity === 'stop') || from === null || to === null) return refused(found);
  return good({
    pitches: Array.from({ length: to - from + 1 }, (_, i) => from + i),
    turns: { from: numbers['turnsFrom']!, to: numbers['turnsTo']! },
    bundles: { mostSizes: numbers['sizes'] as 1 | 2 | 3, mostStrands: numbers['strands']! },
    limits: Object.fromEntries(
      (Object.keys(DEFAULT_LIMITS) as (keyof SearchLimits)[]).map((id) => [id, numbers[id]!]),
    ) as unknown as SearchLimits,
  });
}

type Named = Pick<Candidate, 'pitch' | 'turns' | 'circuits' | 'connection'>;
/** A candidate in the shop's shorthand, without its wires: `1-9 T14 2Y`. */
export const showCandidate = (c: Named): string =>
  `1-${c.pitch + 1} T${c.turns} ${c.circuits}${c.connection === 'star' ? 'Y' : 'Δ'}`;

/** A candidate as fields of the data card; of a concentric group its pitch is the mean of the spans, two slots apart. */
export function candidateTyped(
  winding: Pick<WindingSpec, 'kind' | 'pitches'>,
  c: Named & Pick<Candidate, 'wires'>,
): Typed {
  const coils = winding.kind === 'concentric' ? (winding.pitches?.length ?? 1) : 1;
  const spans = Array.from({ length: coils }, (_, j) => `1-${c.pitch + coils - 1 - 2 * j + 1}`);
  return {
    span: spans.join(','),
    turns: String(c.turns),
    circuits: String(c.circuits),
    connection: c.connection,
    wires: showWires(c.wires),
  };
}
