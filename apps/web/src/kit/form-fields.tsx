/** Fields of a form of react-hook-form: a line, lines, a tick; each says what is wrong with what stands in it. */
import { useId } from 'react';
import { useFormContext } from 'react-hook-form';
import { enterGoesOn } from './enter-goes-on.ts';

function useProblem(name: string): string | undefined {
  const { getFieldState, formState } = useFormContext();
  return getFieldState(name, formState).error?.message;
}

const LABEL = 'block truncate text-[13px] text-graphite';
const BOX =
  'border-[1.5px] border-b-2 border-pencil border-b-ink bg-field focus-within:border-b-[3px] focus-within:border-b-copper';

interface FieldProps {
  /** Its path in the form. */
  readonly name: string;
  readonly label: string;
}

export function Line({
  name,
  label,
  unit,
  wide = false,
  quiet = false,
  type = 'text',
  autoFocus = false,
}: FieldProps & {
  readonly unit?: string;
  readonly wide?: boolean;
  readonly quiet?: boolean;
  readonly type?: 'text' | 'password';
  readonly autoFocus?: boolean;
}) {
  const id = useId();
  const { register } = useFormContext();
  const problem = useProblem(name);
  return (
    <div className={`min-w-0 ${wide ? 'col-span-2' : ''}`}>
      <label htmlFor={id} className={quiet ? 'sr-only' : LABEL}>
        {label}
      </label>
      <div className={`flex h-9 items-stretch text-[16px] max-xl:h-12 ${BOX}`}>
        <input
          id={id}
          autoComplete="off"
          spellCheck={false}
          placeholder={quiet ? label : undefined}
          aria-invalid={problem !== undefined}
          className="min-w-0 flex-1 bg-transparent px-2 outline-none"
          autoCapitalize="off"
          type={type}
          autoFocus={autoFocus}
          onKeyDown={enterGoesOn}
          {...register(name)}
        />
        {unit && (
          <span className="fig flex min-w-10 items-center border-l border-hair px-1.5 text-[13px] text-graphite">
            {unit}
          </span>
        )}
      </div>
      {problem && <p className="text-[13px] leading-tight text-carmine">{problem}</p>}
    </div>
  );
}

export function Area({ name, label, rows }: FieldProps & { readonly rows: number }) {
  const id = useId();
  const { register } = useFormContext();
  const problem = useProblem(name);
  return (
    <div className="col-span-2 min-w-0">
      <label htmlFor={id} className={LABEL}>
        {label}
      </label>
      <textarea
        id={id}
        rows={rows}
        spellCheck={false}
        aria-invalid={problem !== undefined}
        className={`w-full resize-y px-2 py-1 text-[15px] leading-snug outline-none ${BOX}`}
        {...register(name)}
      />
      {problem && <p className="text-[13px] leading-tight text-carmine">{problem}</p>}
    </div>
  );
}

export function Tick({ name, label }: FieldProps) {
  const { register } = useFormContext();
  return (
    <label className="flex min-h-9 items-center gap-2 text-[15px] max-xl:min-h-12">
      <input type="checkbox" className="size-5 accent-(--copper)" {...register(name)} />
      {label}
    </label>
  );
}
