/** The chosen coil with its group and circuit: slots, ends, who it is in series with. */
import type { WindingAnalysis } from '@norther/core';
import type { Lit } from './bench-state.ts';

export function PickedCoil({
  analysis,
  coil,
  lit,
  onLit,
}: {
  readonly analysis: WindingAnalysis;
  readonly coil: number | null;
  readonly lit: Lit;
  readonly onLit: (lit: Lit) => void;
}) {
  const { layout, connection } = analysis;
  const c = coil ? layout.coils[coil - 1] : undefined;
  if (!c) return null;
  const group = layout.groups[c.group - 1]!;
  const coilOf = (n: number) => layout.coils[n - 1]!;
  const paths = connection.paths[c.phase];
  const circuit = paths.findIndex((p) => p.includes(c.group));
  const turns = layout.meanTurns ? Math.round(c.turnShare * layout.meanTurns) : analysis.winding.turnsPerCoil;
  const rows: readonly (readonly [string, string])[] = [
    ['coil', `${c.number}: ${c.topSlot}–${c.bottomSlot}, 1-${c.pitch + 1}, ${turns} turns`],
    ['lies', c.topLayer === 'whole' ? 'alone in its slots' : `${c.topLayer} and ${c.bottomLayer}`],
    ['group', `${group.name}, ${group.polarity}: ${group.coils.map((n) => coilOf(n).topSlot).join(', ')}`],
    [
      'ends',
      `start slot ${coilOf(group.coils[0]!).topSlot}, finish slot ${coilOf(group.coils.at(-1)!).bottomSlot}`,
    ],
    [
      'circuit',
      circuit < 0
        ? '–'
        : `${c.phase}${circuit + 1} of ${paths.length}: ${paths[circuit]!.map((g) => layout.groups[g - 1]!.name).join(' ')}`,
    ],
    [
      'coil ends',
      `${analysis.coilEnds} in all, ${connection.endsPerLead} on a lead${connection.endsAtStar ? `, ${connection.endsAtStar} at the star` : ''}`,
    ],
  ];
  return (
    <section aria-label="Chosen coil" className="mt-2">
      <div className="flex items-center justify-between border-b-2 border-copper">
        <h2 className="text-[17px] text-copper">
          {c.topSlot}–{c.bottomSlot}
        </h2>
        <div role="group" aria-label="Light" className="flex gap-2 text-[13px]">
          {(['coil', 'group', 'circuit'] as const).map((l) => (
            <button
              key={l}
              type="button"
              aria-pressed={lit === l}
              onClick={() => onLit(l)}
              className={`max-xl:min-h-12 max-xl:px-2 ${lit === l ? 'font-[680] underline decoration-2 underline-offset-4' : 'text-graphite'}`}
            >
              {l}
            </button>
          ))}
          <kbd className="fig border border-pencil px-1">G</kbd>
        </div>
      </div>
      <table className="w-full text-[14px]">
        <tbody>
          {rows.map(([label, text]) => (
            <tr key={label} className="border-b border-grid align-top">
              <td className="py-0.5 pr-3 text-graphite">{label}</td>
              <td className="fig py-0.5 text-[13px]">{text}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
