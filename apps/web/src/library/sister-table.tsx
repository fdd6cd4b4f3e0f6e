/** The sisters, nearest first: how each core differs, and the distance that adds up to. */
import { likenessOf, machineKind, showShort, type CoreLikeness } from '@norther/core';
import type { LibraryEntry } from '@norther/records';

export interface Sister {
  readonly entry: LibraryEntry;
  readonly core: CoreLikeness;
  readonly distance: number;
}

export const sisterOf = (kind: string, entry: LibraryEntry): Sister => ({
  entry,
  core: likenessOf(machineKind(kind).values(entry.card)),
  distance: entry.distance,
});

export function SisterTable({
  own,
  sisters,
  picked,
  onPick,
}: {
  readonly own: CoreLikeness;
  readonly sisters: readonly Sister[];
  readonly picked: string | null;
  readonly onPick: (number: string) => void;
}) {
  return (
    <table className="w-full table-fixed">
      <thead>
        <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
          <th className="font-medium">winding of</th>
          <th className="w-[64px] font-medium">slots, poles</th>
          <th className="w-[19%] text-center font-medium">bore, mm</th>
          <th className="w-[19%] text-center font-medium">length, mm</th>
          <th className="w-[60px] text-right font-medium">distance</th>
        </tr>
      </thead>
      <tbody>
        {sisters.map(({ entry, core, distance }, i) => {
          const here = entry.number === picked;
          const fits = core.slots === own.slots && core.poles === own.poles;
          return (
            <tr
              key={entry.number}
              className={`border-b border-grid ${here ? 'bg-wash' : ''}`}
              onClick={() => onPick(entry.number)}
            >
              <td className="py-0.5">
                <button
                  type="button"
                  aria-pressed={here}
                  className="flex min-h-8 w-full items-center gap-2 text-left max-xl:min-h-12"
                  onClick={() => onPick(entry.number)}
                >
                  <span
                    className={`fig grid size-6 shrink-0 place-items-center rounded-full border-[1.5px] text-[13px] ${here ? 'border-copper bg-copper text-on-copper' : 'border-ink'}`}
                  >
                    {i + 1}
                  </span>
                  <span className="fig text-[16px]">{entry.number}</span>
                  <span className="min-w-0 leading-tight">
                    <b className="block truncate text-[14px]">{entry.customer}</b>
                    <span className="block truncate text-[13px] text-graphite">
                      {[entry.machine, entry.role === 'as-wound' ? 'as wound' : 'as found']
                        .filter(Boolean)
                        .join(', ')}
                    </span>
                  </span>
                </button>
              </td>
              <td className={`fig text-[14px] ${fits ? '' : 'font-bold'}`}>
                {core.slots ?? '–'}s {core.poles ?? '–'}p
              </td>
              {(['bore', 'coreLength'] as const).map((id) => (
                <td key={id}>
                  <Difference own={own[id]} other={core[id]} />
                </td>
              ))}
              <td className="fig text-right text-[15px]">
                {(100 * distance).toFixed(1)} <span className="text-[12px] text-graphite">%</span>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Millimetres larger to the right, smaller to the left; 20 % of the core in hand fill the half. */
function Difference({
  own,
  other,
}: {
  readonly own: number | undefined;
  readonly other: number | undefined;
}) {
  if (other === undefined)
    return <span className="block text-center text-[13px] text-graphite">not measured</span>;
  if (own === undefined)
    return <span className="fig block text-center text-[14px]">{showShort(other, 4)}</span>;
  const by = other - own;
  const long = Math.max(-44, Math.min(44, (44 * by) / (0.2 * own)));
  const exact = Math.abs(by) < 0.05;
  const words = `${by > 0 ? '+' : '−'}${showShort(Math.abs(by), 3)}`;
  return (
    <svg
      viewBox="-72 0 144 20"
      className="mx-auto block h-5 w-full max-w-[160px]"
      role="img"
      aria-label={exact ? 'the same' : `${words} mm`}
    >
      <path d="M0 2V18" stroke="var(--hair)" />
      {exact ? (
        <path d="M-4 8H4M-4 12H4" stroke="var(--ink)" strokeWidth="1.5" />
      ) : (
        <>
          <path d={`M0 10H${long}M${long} 5V15`} stroke="var(--ink)" strokeWidth="1.6" fill="none" />
          <text
            x={long + (by > 0 ? 4 : -4)}
            y="14.5"
            fontSize="13"
            textAnchor={by > 0 ? 'start' : 'end'}
            className="font-fig"
            fill="var(--ink)"
          >
            {words}
          </text>
        </>
      )}
    </svg>
  );
}
