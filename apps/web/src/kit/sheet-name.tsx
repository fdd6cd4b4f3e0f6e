/** Title block of a sheet that belongs to no single motor: its name, and in a line what it is for. */
import type { ReactNode } from 'react';

export function SheetName({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <div className="px-3 py-1.5">
      <span className="block text-[13px] leading-none text-graphite">Sheet</span>
      <b className="block text-[16px] leading-tight">{name}</b>
      <span className="block text-[13px]">{children}</span>
    </div>
  );
}
