/** What the bench shows: which of the three windings, which speed or winding of it, which coil. */
import type { ThreePhaseCard, WindingAnalysis } from '@norther/core';

export type Role = 'as-found' | 'proposed' | 'as-wound';
export const ROLE_NAME: Readonly<Record<Role, string>> = {
  'as-found': 'as found',
  proposed: 'proposed',
  'as-wound': 'as wound',
};

/** main: the winding, at the higher speed if it has two; slow: the lower speed; second: the other winding in the slots. */
export type Part = 'main' | 'slow' | 'second';
export type Lit = 'coil' | 'group' | 'circuit';

/** The parts a card has beside the main one. */
export const partsOf = (checked: ThreePhaseCard | null): Part[] =>
  checked?.analysis
    ? [
        'main',
        ...(checked.analysis.slow ? (['slow'] as const) : []),
        ...(checked.second ? (['second'] as const) : []),
      ]
    : [];

/** The part's analysis; the lower speed has figures, field and poles of its own, everything else is the winding's. */
export function partOf(checked: ThreePhaseCard | null, part: Part): WindingAnalysis | null {
  const analysis = checked?.analysis ?? null;
  if (!analysis || part === 'main') return analysis;
  if (part === 'second') return checked!.second ?? analysis;
  return analysis.slow ? { ...analysis, ...analysis.slow } : analysis;
}

export function litCoils(analysis: WindingAnalysis, coil: number | null, lit: Lit): ReadonlySet<number> {
  const c = coil ? analysis.layout.coils[coil - 1] : undefined;
  if (!c || lit === 'coil') return new Set();
  const group = analysis.layout.groups[c.group - 1]!;
  if (lit === 'group') return new Set(group.coils);
  const path = analysis.connection.paths[c.phase].find((p) => p.includes(c.group)) ?? [c.group];
  return new Set(path.flatMap((g) => analysis.layout.groups[g - 1]!.coils));
}
