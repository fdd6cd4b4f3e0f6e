/** Two people wrote on one card: field by field, whose stays. */
import { DATA_CARD_FIELDS } from '@norther/core';
import { useState } from 'react';
import { Key } from '../kit/key.tsx';
import type { Clash } from './use-card.ts';

export function MergeBox({
  clash,
  mine,
  onMerge,
}: {
  readonly clash: Clash;
  readonly mine: Readonly<Record<string, string>>;
  readonly onMerge: (typed: Record<string, string>) => void;
}) {
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set());
  const label = (id: string) => DATA_CARD_FIELDS.find((f) => f.id === id)?.label ?? id;
  return (
    <div role="alertdialog" aria-label="Merge the card" className="border-2 border-carmine bg-paper p-3">
      <b className="block text-[17px]">{clash.theirs.changedBy} saved this card meanwhile.</b>
      <p className="mb-2 text-[14px] text-graphite">
        Nothing is lost. Choose whose reading stays, then save again.
      </p>
      <table className="w-full text-[15px]">
        <thead>
          <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
            <th className="font-medium">field</th>
            <th className="font-medium">yours</th>
            <th className="font-medium">{clash.theirs.changedBy}</th>
          </tr>
        </thead>
        <tbody>
          {clash.fields.map((id) => (
            <tr key={id} className="border-b border-grid">
              <td className="py-1">{label(id)}</td>
              {[mine[id] ?? '', clash.theirs.typed[id] ?? ''].map((value, i) => (
                <td key={i}>
                  <label className="flex items-center gap-2">
                    <input
                      type="radio"
                      name={`merge-${id}`}
                      checked={theirs.has(id) === (i === 1)}
                      onChange={() =>
                        setTheirs((s) => {
                          const next = new Set(s);
                          if (i === 1) next.add(id);
                          else next.delete(id);
                          return next;
                        })
                      }
                    />
                    <span className="fig">{value || '–'}</span>
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-3">
        <Key
          onClick={() => {
            const merged: Record<string, string> = { ...clash.theirs.typed, ...mine };
            for (const id of theirs) merged[id] = clash.theirs.typed[id] ?? '';
            onMerge(merged);
          }}
        >
          Take these
        </Key>
      </div>
    </div>
  );
}
