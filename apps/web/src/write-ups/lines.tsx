/** A few lines of words under a label. */
import { useId } from 'react';

export function Lines({
  label,
  value,
  rows,
  most,
  onType,
}: {
  readonly label: string;
  readonly value: string;
  readonly rows: number;
  readonly most: number;
  readonly onType: (value: string) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-[13px] text-graphite">
        {label}
      </label>
      <textarea
        id={id}
        rows={rows}
        maxLength={most}
        value={value}
        onChange={(e) => onType(e.target.value)}
        className="w-full resize-y border-[1.5px] border-b-2 border-pencil border-b-ink bg-field px-2 py-1 text-[15px] leading-snug outline-none focus:border-b-[3px] focus:border-b-copper"
      />
    </div>
  );
}
