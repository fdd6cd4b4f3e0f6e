/** The figure at a tick of an axis. */
import type { ReactNode } from 'react';

export function TickText({
  x,
  y,
  anchor = 'middle',
  children,
}: {
  readonly x: number;
  readonly y: number;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly children: ReactNode;
}) {
  return (
    <text x={x} y={y} fontSize="12" textAnchor={anchor} className="font-fig" fill="var(--graphite)">
      {children}
    </text>
  );
}
