/** What most windings do not need, folded away; nothing inside is made before it is opened. */
import { useState, type ReactNode } from 'react';

export function Fold({
  title,
  filled = 0,
  children,
  className = '',
}: {
  readonly title: string;
  /** How many of its fields hold something; with any it stands open. */
  readonly filled?: number;
  readonly children: ReactNode;
  readonly className?: string;
}) {
  const [open, setOpen] = useState(filled > 0);
  return (
    <details className={className} open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer border-b border-hair pb-0.5 text-[14px] font-[620] text-graphite">
        {title}
        {filled > 0 && <span className="fig ml-2 font-normal">{filled}</span>}
      </summary>
      {open && children}
    </details>
  );
}
