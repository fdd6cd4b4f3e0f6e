/** One whole group counted coil by coil, and one wire measured: what they come to is put on the card with one press. */
import { DATA_CARD_FIELDS, nearestSizes, readDataCard, showShort, type Field } from '@norther/core';
import type { ReactNode } from 'react';

type Typed = Readonly<Record<string, string>>;
const MOST_COILS = 12;

const fieldOf = (id: string) => DATA_CARD_FIELDS.find((f) => f.id === id)!;

export function CountAndMeasure({
  typed,
  coilsInGroup,
  field,
  onType,
}: {
  readonly typed: Typed;
  /** By the layout, or by slots and poles; null where neither is known. */
  readonly coilsInGroup: number | null;
  readonly field: (f: Field) => ReactNode;
  readonly onType: (fields: Record<string, string>) => void;
}) {
  return (
    <div className="grid gap-x-6 gap-y-2 sm:grid-cols-2">
      <GroupTable typed={typed} coils={coilsInGroup} onType={onType} />
      <div>
        <div className="grid grid-cols-2 gap-x-4">
          {field(fieldOf('wireBare'))}
          {field(fieldOf('wireOver'))}
        </div>
        <Sizes typed={typed} onType={onType} />
      </div>
    </div>
  );
}

/** Cells beside each other, as the coils lie in the group; Enter and Tab go on to the next. */
function GroupTable({
  typed,
  coils,
  onType,
}: {
  readonly typed: Typed;
  readonly coils: number | null;
  readonly onType: (fields: Record<string, string>) => void;
}) {
  const cells = (typed['groupTurns'] ?? '').split(/[\s,;]+/);
  const count = Math.min(MOST_COILS, Math.max(coils ?? 3, cells.filter(Boolean).length));
  const set = (i: number, value: string) => {
    const next = Array.from({ length: count }, (_, k) => (k === i ? value : (cells[k] ?? '')));
    // A gap in the middle stays seen as one: 0 is no count of turns, and is said to be none.
    const last = next.findLastIndex((c) => c !== '');
    onType({
      groupTurns: next
        .slice(0, last + 1)
        .map((c) => c || '0')
        .join(' '),
    });
  };
  const counted = cells.filter((c) => /^[1-9]\d*$/.test(c));
  const whole = counted.length === count;
  const line = new Set(counted).size === 1 ? counted[0]! : counted.join(',');
  return (
    <div>
      <p className="text-[13px] text-graphite">Turns of each coil of one group, in their order</p>
      <div role="group" aria-label="Turns of each coil of one group" className="flex gap-1">
        {Array.from({ length: count }, (_, i) => (
          <label key={i} className="min-w-0 flex-1 text-center text-[12px] text-graphite">
            <input
              aria-label={`Coil ${i + 1} of the group, turns`}
              inputMode="numeric"
              value={cells[i] === '0' ? '' : (cells[i] ?? '')}
              onChange={(e) => set(i, e.target.value.replaceAll(/\D/g, '').slice(0, 4))}
              className="fig h-9 w-full border-[1.5px] border-b-2 border-pencil border-b-ink bg-field px-1 text-center text-[16px] text-ink outline-none focus:border-b-[3px] focus:border-b-copper max-xl:h-12"
            />
            {i + 1}
          </label>
        ))}
      </div>
      {whole && line !== (typed['turns'] ?? '').replaceAll(' ', '') && (
        <button type="button" className="text-[14px] underline" onClick={() => onType({ turns: line })}>
          Put {line} turns on the card
        </button>
      )}
    </div>
  );
}

function Sizes({
  typed,
  onType,
}: {
  readonly typed: Typed;
  readonly onType: (fields: Record<string, string>) => void;
}) {
  const { card } = readDataCard({ wireBare: typed['wireBare'] ?? '', wireOver: typed['wireOver'] ?? '' });
  const sizes = nearestSizes(card.wireBare ?? null, card.wireOver ?? null);
  if (card.wireBare === undefined && card.wireOver === undefined)
    return <p className="text-[13px] text-graphite">Measured, it is told which size it is sold as.</p>;
  if (sizes.length === 0)
    return (
      <p className="text-[14px]">No size of wire is near that: measure bare and over the enamel again.</p>
    );
  return (
    <ul aria-label="Nearest sizes" className="mt-1 flex flex-wrap gap-1">
      {sizes.map((s, i) => (
        <li key={s.name}>
          <button
            type="button"
            onClick={() => onType({ wires: withSize(typed['wires'] ?? '', s.name) })}
            className={`min-h-9 border-[1.5px] px-2 text-left text-[13px] leading-tight max-xl:min-h-12 ${i === 0 ? 'border-ink' : 'border-hair'}`}
          >
            <b className="fig text-[16px]">{s.name}</b>
            {s.system === 'metric' ? ' mm' : ''}
            <span className="block text-graphite">
              {s.offPercent >= 0 ? '+' : '−'}
              {showShort(Math.abs(s.offPercent), 2)} %{s.grade ? `, grade ${s.grade}` : ''}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** The size in place of the first one that is there, its count kept; alone where none is. */
function withSize(wires: string, size: string): string {
  const [first = '', ...more] = wires.split('+');
  const count = /^\s*(\d+)\s*[x×*]/i.exec(first)?.[1] ?? '1';
  return [`${count}x${size}`, ...more].join('+');
}
