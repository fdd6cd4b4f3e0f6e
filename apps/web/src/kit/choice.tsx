/** A choice among a few: opened by a touch or the space bar, then by first letters; long words are written out, not cut. */
import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import type { KeyboardEvent } from 'react';
import { enterGoesOn } from './enter-goes-on.ts';

export interface Option<T extends string = string> {
  readonly value: T;
  readonly label: string;
}

/** The primitive has no empty value of its own. */
const NONE = '\u0000none';

/**
 * Enter goes on to the next field as everywhere. Letters choose in an open list only: a tag that is scanned while the closed
 * choice has the focus must not change it.
 */
function onClosed(e: KeyboardEvent<HTMLElement>) {
  if (e.key.length === 1 && e.key !== ' ') e.preventDefault();
  else enterGoesOn(e);
}

interface ChoiceProps<T extends string> {
  readonly value: T | '';
  readonly options: readonly Option<T>[];
  readonly onChoose: (value: T) => void;
  /** What nothing chosen means; absent where something is always chosen. */
  readonly none?: string | undefined;
  readonly name?: string;
  readonly id?: string;
  readonly label?: string;
  readonly className?: string;
}

export function Choice<T extends string>({
  value,
  options,
  onChoose,
  none,
  name,
  id,
  label,
  className = '',
}: ChoiceProps<T>) {
  const shown = options.find((o) => o.value === value)?.label ?? none ?? '';
  return (
    <Select.Root
      value={value === '' ? NONE : value}
      onValueChange={(v) => onChoose((v === NONE ? '' : v) as T)}
    >
      <Select.Trigger
        id={id}
        name={name}
        aria-label={label}
        data-value={value}
        onKeyDown={onClosed}
        className={`flex min-w-0 items-center justify-between gap-1 bg-field px-2 text-left outline-none ${className}`}
      >
        <span
          className={`min-w-0 ${shown.length > 18 ? 'line-clamp-2 text-[13px] leading-tight' : 'truncate'} ${value === '' ? 'text-pencil' : ''}`}
        >
          <Select.Value>{shown}</Select.Value>
        </span>
        <ChevronDown size={16} strokeWidth={2} className="shrink-0" aria-hidden="true" />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={2}
          collisionPadding={8}
          className="z-50 max-h-[min(420px,var(--radix-select-content-available-height))] max-w-[min(440px,92vw)] min-w-(--radix-select-trigger-width) overflow-hidden border-2 border-ink bg-paper text-ink shadow-[4px_4px_0_var(--hair)]"
        >
          <Select.Viewport>
            {[...(none === undefined ? [] : [{ value: NONE, label: none }]), ...options].map((o) => (
              <Select.Item
                key={o.value}
                value={o.value}
                textValue={o.label}
                className="flex min-h-9 cursor-default items-center gap-2 border-b border-grid px-2 py-1 text-[15px] leading-tight outline-none select-none last:border-b-0 data-highlighted:bg-wash data-[state=checked]:font-[650] max-xl:min-h-12"
              >
                <span className="w-4 shrink-0">
                  <Select.ItemIndicator>
                    <Check size={16} strokeWidth={2.5} aria-hidden="true" />
                  </Select.ItemIndicator>
                </span>
                <Select.ItemText>{o.label}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}

/** Options of a record of labels. */
export const optionsOf = <T extends string>(labels: Readonly<Record<T, string>>): Option<T>[] =>
  (Object.entries(labels) as [T, string][]).map(([value, label]) => ({ value, label }));
