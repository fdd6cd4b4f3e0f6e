/** One more run: its readings, and what is on the rotor, beginning from what was on before. */
import {
  PLANES,
  writeRun,
  type BalanceJob,
  type BalanceRun,
  type FittedWeight,
  type PlaneName,
} from '@norther/core';
import { useState } from 'react';
import type { MachineRun } from '../bench-api.ts';
import { Key } from '../../kit/key.tsx';

const number = (text: string) => Number(text.trim().replace(',', '.'));
const isFigure = (text: string) => /^\d+([.,]\d+)?$/.test(text.trim());

/** What is on once the step is done. */
function weightsAfter(job: BalanceJob | null): readonly FittedWeight[] {
  if (!job) return [];
  const { step, kept } = job;
  if (step.kind === 'trial') return [{ plane: step.plane, massG: step.massG, angleDeg: step.angleDeg }];
  return step.kind === 'add'
    ? [
        ...kept,
        ...step.correction.parts.map(({ massG, angleDeg }) => ({ plane: step.plane, massG, angleDeg })),
      ]
    : kept;
}

export function NewRun({
  job,
  planes,
  unit,
  firstSpeed,
  onAdd,
  readMachine,
}: {
  readonly job: BalanceJob | null;
  readonly planes: 1 | 2;
  readonly unit: string;
  readonly firstSpeed: string;
  readonly onAdd: (line: string) => void;
  /** Asks the balancing machine for its last run; null where none can be asked. */
  readonly readMachine: (() => Promise<MachineRun | null>) | null;
}) {
  const [speed, setSpeed] = useState(job ? String(job.runs.at(-1)!.speedRpm) : firstSpeed);
  const [read, setRead] = useState<Readonly<Record<string, string>>>({});
  const [weights, setWeights] = useState<readonly FittedWeight[]>(() => weightsAfter(job));
  const [more, setMore] = useState({ plane: 'A' as PlaneName, mass: '', angle: '' });
  const names = PLANES.slice(0, planes);
  const ready =
    isFigure(speed) && names.every((p) => isFigure(read[p] ?? '') && isFigure(read[`${p}@`] ?? ''));
  const add = () => {
    const run: BalanceRun = {
      speedRpm: number(speed),
      readings: names.map((p) => ({ magnitude: number(read[p]!), angleDeg: number(read[`${p}@`]!) })),
      weights,
    };
    onAdd(writeRun(run));
  };
  const take = async () => {
    const run = await readMachine?.();
    if (!run) return;
    setSpeed(String(run.speedRpm));
    setRead(
      Object.fromEntries(
        names.flatMap((p, i) => [
          [p, String(run.readings[i]?.magnitude ?? '')],
          [`${p}@`, String(run.readings[i]?.angleDeg ?? '')],
        ]),
      ),
    );
  };
  const box = (label: string, value: string, onChange: (v: string) => void, end: string) => (
    <label className="block text-[13px] text-graphite">
      {label}
      <span className="mt-0.5 flex items-stretch border-b-2 border-ink bg-field">
        <input
          aria-label={label}
          inputMode="decimal"
          value={value}
          onChange={(e) => onChange(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter') return;
            e.preventDefault();
            if (ready) add();
          }}
          className="fig min-h-9 w-full min-w-0 px-2 text-[17px] text-ink"
        />
        <span className="fig self-center pr-2 text-[14px]">{end}</span>
      </span>
    </label>
  );
  return (
    <fieldset className="mt-2 border-[1.5px] border-ink p-2">
      <legend className="px-1 text-[15px] font-[650]">Run {(job?.runs.length ?? 0) + 1}</legend>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-5">
        {box('Speed', speed, setSpeed, 'rpm')}
        {names.map((p) => [
          <div key={p}>
            {box(`Reading ${p}`, read[p] ?? '', (v) => setRead((r) => ({ ...r, [p]: v })), unit)}
          </div>,
          <div key={`${p}@`}>
            {box(`Angle ${p}`, read[`${p}@`] ?? '', (v) => setRead((r) => ({ ...r, [`${p}@`]: v })), '°')}
          </div>,
        ])}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2 text-[14px]">
        <b>On the rotor:</b>
        {weights.length === 0 && <span>nothing</span>}
        {weights.map((w, i) => (
          <button
            key={i}
            type="button"
            aria-label={`Take off ${w.plane} ${w.massG} g at ${w.angleDeg}°`}
            onClick={() => setWeights((all) => all.filter((_, k) => k !== i))}
            className="fig min-h-9 border border-ink px-2"
          >
            {w.plane} {Number(w.massG.toFixed(2))} g at {Number(w.angleDeg.toFixed(1))}° ×
          </button>
        ))}
      </div>
      <div className="mt-2 grid grid-cols-[auto_1fr_1fr_auto] items-end gap-2">
        <div className="flex">
          {names.map((p) => (
            <button
              key={p}
              type="button"
              aria-pressed={more.plane === p}
              onClick={() => setMore((m) => ({ ...m, plane: p }))}
              className={`min-h-9 border border-ink px-3 font-[650] ${more.plane === p ? 'bg-ink text-paper' : ''}`}
            >
              {p}
            </button>
          ))}
        </div>
        {box('Weight', more.mass, (mass) => setMore((m) => ({ ...m, mass })), 'g')}
        {box('at', more.angle, (angle) => setMore((m) => ({ ...m, angle })), '°')}
        <Key
          disabled={!/^-?\d+([.,]\d+)?$/.test(more.mass.trim()) || !isFigure(more.angle)}
          onClick={() => {
            setWeights((all) => [
              ...all,
              { plane: more.plane, massG: number(more.mass), angleDeg: number(more.angle) },
            ]);
            setMore((m) => ({ ...m, mass: '', angle: '' }));
          }}
        >
          Put on
        </Key>
      </div>
      <div className="mt-2 flex gap-2">
        <Key primary disabled={!ready} onClick={add}>
          Enter the run
        </Key>
        {readMachine && <Key onClick={() => void take()}>Read the machine</Key>}
      </div>
    </fieldset>
  );
}
