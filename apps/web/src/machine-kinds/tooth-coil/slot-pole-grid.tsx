/** Teeth against poles: which go together, how well, and what they do to the shaft; the one in hand is marked. */
import { showShort, slotPoleTable, type SlotPoleRow, type ToothCoilPlan } from '@norther/core';
import { useMemo, useState } from 'react';

/** So many poles and teeth to either side. */
const POLES = 10;
const TEETH = 9;

export function SlotPoleGrid({ plan }: { readonly plan: ToothCoilPlan }) {
  const { slots, poles, layers } = plan.spec;
  const rows = useMemo(
    () =>
      slotPoleTable({
        fromSlots: Math.max(3, slots - TEETH),
        toSlots: slots + TEETH,
        fromPoles: Math.max(2, poles - POLES),
        toPoles: poles + POLES,
        layers,
      }),
    [slots, poles, layers],
  );
  const [open, setOpen] = useState<SlotPoleRow | null>(null);
  const columns = [...new Set(rows.map((r) => r.poles))];
  const teeth = [...new Set(rows.map((r) => r.slots))];
  const of = (s: number, p: number) => rows.find((r) => r.slots === s && r.poles === p)!;
  const shown = open ?? plan.row;
  return (
    <section className="mt-2" aria-label="Teeth against poles">
      <div className="overflow-x-auto">
        <table className="fig w-full text-[12px]">
          <caption className="pb-1 text-left font-words text-[13px] text-graphite">
            winding factor of teeth (down) and poles (across); – gives no three equal phases
          </caption>
          <thead>
            <tr className="border-b-2 border-ink text-graphite">
              <th className="text-left font-normal" />
              {columns.map((p) => (
                <th key={p} scope="col" className="px-1 text-right font-normal">
                  {p}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {teeth.map((s) => (
              <tr key={s} className="border-b border-grid">
                <th scope="row" className="pr-1 text-left font-normal text-graphite">
                  {s}
                </th>
                {columns.map((p) => {
                  const row = of(s, p);
                  const own = s === slots && p === poles;
                  return (
                    <td key={p} className={`p-0 text-right ${own ? 'outline-2 outline-copper' : ''}`}>
                      {row.works ? (
                        <button
                          type="button"
                          aria-label={`${s} teeth, ${p} poles`}
                          aria-pressed={shown.slots === s && shown.poles === p}
                          onClick={() => setOpen(row)}
                          className={`w-full px-1 py-1 text-right ${row.windingFactor! >= 0.93 ? 'font-bold' : ''} ${row.pullAtNoLoad ? 'text-carmine' : ''} ${shown === row ? 'bg-wash' : ''}`}
                        >
                          {row.windingFactor!.toFixed(2).replace('0.', '.')}
                        </button>
                      ) : (
                        <span className="px-1 text-hair">–</span>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-[13px] text-graphite">
        <span className="text-carmine">red</span>: pulls to one side; <b className="text-ink">bold</b>: 0.93
        and more
      </p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 text-[14px]" aria-live="polite">
        <dt className="text-graphite">Teeth, poles</dt>
        <dd className="fig">
          {shown.slots}, {shown.poles}
        </dd>
        <dt className="text-graphite">Winding factor</dt>
        <dd className="fig">{showShort(shown.windingFactor!, 4)}</dd>
        <dt className="text-graphite">Circuits that are alike</dt>
        <dd className="fig">{shown.circuits!.join(', ')}</dd>
        <dt className="text-graphite">Cogging, cycles in a turn</dt>
        <dd className="fig">{shown.cogging}</dd>
        <dt className="text-graphite">Pull to one side</dt>
        <dd>
          {shown.pullAtNoLoad
            ? 'always, by teeth and magnets'
            : shown.pullUnderLoad
              ? 'under load only'
              : 'none'}
        </dd>
      </dl>
    </section>
  );
}
