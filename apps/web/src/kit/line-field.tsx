/** A plain line of text with a label, for identity and reasons. */
import { useId } from 'react';
import { enterGoesOn } from './enter-goes-on.ts';

export function LineField({
  label,
  value,
  onType,
  type = 'text',
  wrong,
  autoFocus,
  name,
  scan = false,
}: {
  readonly label: string;
  readonly value: string;
  readonly onType: (v: string) => void;
  readonly type?: string;
  readonly wrong?: string | undefined;
  readonly autoFocus?: boolean;
  readonly name?: string;
  /** Takes what is scanned, instead of the motor being opened. */
  readonly scan?: boolean;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[13px] text-graphite">
        {label}
      </label>
      <input
        id={id}
        name={name}
        type={type}
        value={value}
        autoFocus={autoFocus}
        data-scan={scan ? 'take' : undefined}
        onChange={(e) => onType(e.target.value)}
        onKeyDown={enterGoesOn}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        aria-invalid={wrong !== undefined}
        className="h-9 w-full max-xl:h-12 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field px-2 text-[16px] outline-none focus:border-b-[3px] focus:border-b-copper"
      />
      {wrong && <p className="text-[13px] text-carmine">{wrong}</p>}
    </div>
  );
}
