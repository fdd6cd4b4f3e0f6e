/** Keys: one copper one a view, the others outlined; the key letter is shown in the key. */
import type { ButtonHTMLAttributes, ReactNode } from 'react';

interface KeyProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly primary?: boolean;
  readonly letter?: string;
  readonly children: ReactNode;
}

export function Key({ primary = false, letter, children, className = '', disabled, ...rest }: KeyProps) {
  const look = disabled
    ? 'border-[1.5px] border-dashed border-pencil text-pencil cursor-not-allowed'
    : primary
      ? 'bg-copper text-on-copper border-[1.5px] border-copper'
      : 'border-[1.5px] border-ink';
  return (
    <button
      type="button"
      disabled={disabled}
      {...(primary ? { 'data-primary': '' } : {})}
      className={`inline-flex min-h-10 items-center justify-center gap-2 px-4 text-[15px] font-[650] ${look} ${className}`}
      {...rest}
    >
      {children}
      {letter && <kbd className="fig border border-current px-1 text-[12px] font-normal">{letter}</kbd>}
    </button>
  );
}

/** Keys that stay at the lower edge of a view that scrolls: what it is for is never below the fold. */
export const FootKeys = ({
  stays = true,
  className = '',
  children,
}: {
  /** While there is something to keep. */
  readonly stays?: boolean;
  readonly className?: string;
  readonly children: ReactNode;
}) => (
  <div
    className={`no-print flex flex-wrap items-center gap-2 ${stays ? 'foot-keys sticky bottom-0 z-10 border-t border-hair bg-paper py-2 shadow-[0_16px_var(--color-paper)]' : ''} ${className}`}
  >
    {children}
  </div>
);

export function Caution({ name, text, large = false }: { name: string; text: string; large?: boolean }) {
  return (
    <div role="note" className="flex bg-ink text-paper">
      <span className={`relative shrink-0 ${large ? 'w-[22px]' : 'w-[18px]'}`}>
        <svg className="absolute inset-0 h-full w-full" aria-hidden="true">
          <defs>
            <pattern id="struck" width="10" height="10" patternUnits="userSpaceOnUse">
              <path d="M-2 12L12 -2" stroke="var(--paper)" strokeWidth="3" />
            </pattern>
          </defs>
          <rect width="100%" height="100%" fill="url(#struck)" />
        </svg>
      </span>
      <div className={large ? 'px-5 py-3' : 'px-3 py-2'}>
        <b className="block text-[13px] tracking-wide uppercase">{name}</b>
        <span className={large ? 'text-[20px] leading-snug' : 'text-[15px]'}>{text}</span>
      </div>
    </div>
  );
}
