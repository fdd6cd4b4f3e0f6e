/** Other volts, speed or frequency: turns and wires, each with its working. */
import { readForm, type Field, type Figure, type Outcome, type Typed } from '@norther/core';
import { useState } from 'react';
import { TypedField } from '../../kit/fields.tsx';
import { FindingList } from '../../kit/finding-list.tsx';
import { Key } from '../../kit/key.tsx';
import { StepFigure } from '../../kit/step-figure.tsx';

export function RedesignForm({
  words,
  wish,
  redesign,
  onFill,
}: {
  /** What it starts from, and what is held. */
  readonly words: string;
  readonly wish: readonly Field[];
  readonly redesign: (
    wanted: Readonly<Record<string, number>>,
  ) => Outcome<{ readonly fields: Typed; readonly steps: readonly Figure[] }>;
  readonly onFill: (fields: Typed) => void;
}) {
  const [typed, setTyped] = useState<Typed>({});
  const [open, setOpen] = useState<string | null>(null);
  const { numbers, findings } = readForm(wish, typed);
  const result = Object.keys(numbers).length > 0 ? redesign(numbers) : null;
  return (
    <div className="mt-2" data-form="">
      <p className="mb-2 text-[14px] text-graphite">{words}</p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {wish.map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={typed[f.id] ?? ''}
            onType={(v) => setTyped({ ...typed, [f.id]: v })}
            doubts={findings.filter((x) => x.fields.includes(f.id))}
          />
        ))}
      </div>
      {result && !result.ok && (
        <div className="mt-2">
          <FindingList findings={result.findings} />
        </div>
      )}
      {result?.ok && (
        <section aria-label="How it was worked out" className="mt-3">
          {result.value.steps.map((s) => (
            <StepFigure
              key={s.id}
              step={s}
              open={open === s.id}
              onOpen={() => setOpen(open === s.id ? null : s.id)}
            />
          ))}
          <div className="mt-2">
            <Key primary onClick={() => onFill(result.value.fields)}>
              Take it as the proposal
            </Key>
          </div>
        </section>
      )}
    </div>
  );
}
