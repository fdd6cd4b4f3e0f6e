/** Redesign: what is wanted otherwise, and turns and wire worked out for it, step by step. */
import { SUPPLY_FIELDS, WINDING_FIELDS, workOut, type Field, type Redesign } from '@norther/core';
import { stockOf } from '@norther/records';
import { useState } from 'react';
import { useShopQuery } from '../app/api.ts';
import type { useThreePhaseCard } from '../data-card/use-card.ts';
import { Choice } from '../kit/choice.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { TypedField } from '../kit/fields.tsx';
import { StepFigure } from '../kit/step-figure.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import type { Finding } from '@norther/core';

const WANTED: readonly Field[] = [
  ...SUPPLY_FIELDS.filter((f) => f.id !== 'forCurrent'),
  ...['poles', 'kind', 'layers', 'span', 'circuits', 'connection', 'leads'].map((id) =>
    WINDING_FIELDS.find((f) => f.id === id)!,
  ),
];

export function RedesignPanel({
  found,
  proposal,
  onFill,
}: {
  readonly found: ReturnType<typeof useThreePhaseCard>;
  readonly proposal: Readonly<Record<string, string>>;
  readonly onFill: (fields: Record<string, string>) => void;
}) {
  const { data: shop } = useShopQuery();
  const [wanted, setWanted] = useState<Record<string, string>>({});
  const [sizes, setSizes] = useState<1 | 2 | 3>(2);
  const [strands, setStrands] = useState(12);
  const [uneven, setUneven] = useState(false);
  const [result, setResult] = useState<Redesign | null>(null);
  const [refusal, setRefusal] = useState<readonly Finding[]>([]);
  const [open, setOpen] = useState<string | null>(null);
  const go = () => {
    const asked = Object.fromEntries(Object.entries(wanted).filter(([, v]) => v.trim() !== ''));
    const made = workOut(found.typed, found.plate, {
      wanted: asked,
      stock: stockOf(shop?.reels ?? []),
      limits: {
        mostSizes: sizes,
        mostStrands: strands,
      },
      unevenTurns: uneven,
      backIronLimitT: found.shop.backIronLimitT,
      shop: found.shop,
    });
    if (!made.ok) {
      setResult(null);
      setRefusal(made.findings);
      return;
    }
    setRefusal([]);
    setResult(made.value);
    onFill({ ...made.value.typed });
  };
  return (
    <div className="mt-2 space-y-3" data-form="">
      <p className="text-[13px] text-graphite">
        Fill only what is to become otherwise. As found stays as it is; turns and wire go into the proposal.
      </p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {WANTED.map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={wanted[f.id] ?? ''}
            onType={(v) => setWanted((w) => ({ ...w, [f.id]: v }))}
          />
        ))}
      </div>
      <fieldset className="border-t border-hair pt-1">
        <legend className="pr-2 text-[13px] text-graphite">Wire from the reels</legend>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[14px]">
          <label className="flex items-center gap-1.5">
            sizes in one turn
            <Choice
              name="mostSizes"
              value={String(sizes)}
              options={['1', '2', '3'].map((n) => ({ value: n, label: n }))}
              onChoose={(n) => setSizes(Number(n) as 1 | 2 | 3)}
              className="h-8 border-[1.5px] border-b-2 border-pencil border-b-ink max-xl:h-12"
            />
          </label>
          <label className="flex items-center gap-1.5">
            strands, at most
            <input
              name="mostStrands"
              inputMode="numeric"
              value={strands}
              onChange={(e) => setStrands(Math.max(1, Math.min(60, Number(e.target.value) || 1)))}
              className="fig h-8 w-12 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field px-1 text-right"
            />
          </label>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              name="uneven"
              checked={uneven}
              onChange={(e) => setUneven(e.target.checked)}
              className="size-4 accent-(--copper)"
            />
            uneven turns
          </label>
        </div>
      </fieldset>
      <FootKeys>
        <Key primary onClick={go}>
          Work it out
        </Key>
      </FootKeys>
      <FindingList findings={refusal} />
      {result && (
        <section aria-label="How it was worked out">
          <h2 className="border-b-2 border-ink text-[17px]">
            {proposal['turns']} turns of {proposal['wires']}
          </h2>
          {result.steps.map((s) => (
            <StepFigure
              key={s.id}
              step={s}
              open={open === s.id}
              onOpen={() => setOpen(open === s.id ? null : s.id)}
            />
          ))}
          <div className="mt-2">
            <FindingList findings={result.findings} />
          </div>
        </section>
      )}
    </div>
  );
}
