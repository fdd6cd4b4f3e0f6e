/** Other volts or another frequency: turns, wires and capacitors, each with its working. */
import {
  readForm,
  redesignSinglePhase,
  SINGLE_PHASE_PROPOSAL,
  type Nameplate,
  type SinglePhaseCard,
  type SinglePhasePlate,
} from '@norther/core';
import { useState } from 'react';
import { TypedField } from '../../kit/fields.tsx';
import { FindingList } from '../../kit/finding-list.tsx';
import { Key } from '../../kit/key.tsx';
import { StepFigure } from '../../kit/step-figure.tsx';

const WISH = SINGLE_PHASE_PROPOSAL.filter((f) => f.id === 'forVoltage' || f.id === 'forFrequency');

export function SingleRedesign({
  found,
  plate,
  onFill,
}: {
  readonly found: SinglePhaseCard;
  readonly plate: Nameplate;
  readonly onFill: (fields: Readonly<Record<string, string>>) => void;
}) {
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [open, setOpen] = useState<string | null>(null);
  const { numbers, findings } = readForm(WISH, typed);
  const asked = numbers['forVoltage'] !== undefined || numbers['forFrequency'] !== undefined;
  const result = asked
    ? redesignSinglePhase(found, plate as SinglePhasePlate, {
        voltageV: numbers['forVoltage'],
        frequencyHz: numbers['forFrequency'],
      })
    : null;
  return (
    <div className="mt-2" data-form="">
      <p className="mb-2 text-[14px] text-graphite">
        From the winding as found{plate.voltageV ? `, ${plate.voltageV} V` : ''}
        {plate.frequencyHz ? ` ${plate.frequencyHz} Hz` : ''}: the same flux, the same copper in each slot.
      </p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {WISH.map((f) => (
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
          {[...result.value.steps, ...result.value.capacitors].map((s) => (
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
