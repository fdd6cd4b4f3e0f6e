/** Coil by coil: slot to slot and bar to bar, the one in hand kept in sight. */
import type { DirectCurrentPlan } from '@norther/core';
import { useEffect, useRef } from 'react';

export function WindingOrder({
  plan,
  coil,
  onCoil,
}: {
  readonly plan: DirectCurrentPlan;
  readonly coil: number;
  readonly onCoil: (coil: number) => void;
}) {
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    row.current?.scrollIntoView({ block: 'nearest' });
  }, [coil]);
  return (
    <table className="w-full text-[15px]" aria-label="Winding order">
      <thead className="sticky top-0 bg-paper text-left text-[13px] text-graphite">
        <tr className="border-b-2 border-ink">
          <th className="py-0.5 font-normal">coil</th>
          <th className="text-right font-normal">bar</th>
          <th className="text-right font-normal">slot</th>
          <th className="text-right font-normal">to slot</th>
          <th className="pr-1 text-right font-normal">bar</th>
        </tr>
      </thead>
      <tbody className="fig">
        {plan.armatureCoils.map((c) => {
          const own = c.coil === coil;
          return (
            <tr
              key={c.coil}
              ref={own ? row : undefined}
              aria-selected={own}
              className={`border-b border-grid ${own ? 'bg-wash font-bold text-copper' : ''}`}
            >
              <td>
                <button type="button" className="w-full py-1 text-left" onClick={() => onCoil(c.coil)}>
                  {c.coil}
                </button>
              </td>
              <td className="text-right">{c.startBar ?? 'none'}</td>
              <td className="text-right">{c.firstSlot}</td>
              <td className="text-right">{c.secondSlot}</td>
              <td className="pr-1 text-right">{c.finishBar ?? 'dead'}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
