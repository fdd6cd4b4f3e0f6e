/** A row of keys one of which is down. */
export function PressedRow<T extends string>({
  label,
  values,
  value,
  name,
  onChoose,
}: {
  readonly label: string;
  readonly values: readonly T[];
  readonly value: T;
  readonly name: (value: T) => string;
  readonly onChoose: (value: T) => void;
}) {
  return (
    <div role="group" aria-label={label} className="flex border-[1.5px] border-pencil">
      {values.map((v) => (
        <button
          key={v}
          type="button"
          aria-pressed={v === value}
          onClick={() => onChoose(v)}
          className={`px-2.5 py-1 text-[14px] -outline-offset-2 max-xl:min-h-12 ${v === value ? 'bg-ink font-[650] text-paper' : ''}`}
        >
          {name(v)}
        </button>
      ))}
    </div>
  );
}
