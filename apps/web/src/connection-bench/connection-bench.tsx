/** The connection drawn to connect by, and the list of its joints. */
import { type GroupEnd, type Joint, type WindingAnalysis } from '@norther/core';
import { connectionDrawing } from '@norther/drawings';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { plannedAnalysis } from './planned-analysis.ts';
import { PhaseBox } from '../kit/marks.tsx';
import { MotorSheet } from '../kit/motor-sheet.tsx';
import { SceneView } from '../kit/scene-view.tsx';
import { Sheet, View } from '../kit/sheet.tsx';

export function ConnectionBench() {
  return <MotorSheet>{(file) => <Bench key={file.motor.number} file={file} />}</MotorSheet>;
}

function Bench({ file }: { file: MotorFile }) {
  const { analysis, role } = useMemo(() => plannedAnalysis(file), [file]);
  const [joint, setJoint] = useState<number | null>(1);
  const count = analysis?.connection.joints.length ?? 0;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLElement && e.target.matches('input, select, textarea')) return;
      if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
      e.preventDefault();
      setJoint((j) => Math.max(1, Math.min(count, (j ?? 0) + (e.key === 'ArrowDown' ? 1 : -1))));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [count]);
  const scene = useMemo(
    () =>
      analysis
        ? connectionDrawing(analysis.layout, analysis.connection, { size: 680, chosenJoint: joint })
        : null,
    [analysis, joint],
  );
  if (!analysis || !scene)
    return (
      <Sheet file={file}>
        <View letter="A" name="Connection" className="p-6">
          <h2 className="text-[21px]">Nothing to connect yet.</h2>
          <p>
            Fill{' '}
            <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
              the data card
            </Link>{' '}
            first; it must describe a winding that can be wound.
          </p>
        </View>
      </Sheet>
    );
  const { connection, layout, winding } = analysis;
  const name = (e: GroupEnd) => `${layout.groups[e.group - 1]!.name}${e.end}`;
  const base = `/api/motors/${encodeURIComponent(file.motor.number)}`;
  const lead = connection.joints.filter((j) => j.kind === 'lead');
  const jumpers = connection.joints.filter((j) => j.kind === 'jumper');
  return (
    <Sheet file={file} columns="7fr 5fr">
      <View
        letter="A"
        name="Connection drawing"
        note="from the connection end, to connect by"
        className="relative overflow-hidden"
      >
        <div className="absolute top-2 left-3 leading-tight">
          <b className="block text-[17px]">
            {winding.slots} slots, {winding.poles} poles, 1-{winding.pitch + 1}, {winding.circuits}{' '}
            {winding.connection === 'star' ? 'Y' : 'Δ'}
          </b>
          <span className="text-[13px] text-graphite">
            {layout.groups.length} groups, {winding.circuits}{' '}
            {winding.circuits === 1 ? 'circuit' : 'circuits'}, {winding.connection},{' '}
            {role === 'proposed' ? 'as proposed' : 'as found'}
          </span>
        </div>
        <div className="absolute top-2 right-3 space-y-1 text-[13px]">
          {(['U', 'V', 'W'] as const).map((p) => (
            <span key={p} className="flex items-center justify-end gap-2">
              phase {p} <PhaseBox phase={p} size={18} />
            </span>
          ))}
        </div>
        <div className="h-full p-1 max-xl:pt-16">
          <SceneView
            scene={scene}
            fill
            onPick={(of) => {
              const [kind, n] = of.split('-');
              if (kind === 'joint') setJoint(Number(n));
            }}
          />
        </div>
        <p className="absolute bottom-2 left-3 text-[13px] leading-tight text-graphite">
          crossing without a dot:
          <br />
          not joined
        </p>
        <p className="absolute right-3 bottom-2 text-right text-[13px] leading-tight text-graphite">
          leads at 3 o’clock
        </p>
      </View>
      <View letter="B" name="Joints" className="overflow-auto px-4 py-2">
        <div className="flex items-baseline justify-between">
          <h2 className="text-[17px]">{connection.joints.length} joints</h2>
          <span className="text-[14px] text-graphite">jumpers first, each end sleeved</span>
        </div>
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
              <th className="w-12 font-medium">no.</th>
              <th className="w-8 font-medium">
                <span className="sr-only">phase</span>
              </th>
              <th className="font-medium">ends</th>
              <th className="font-medium">what</th>
              <th className="text-right font-medium">slots</th>
            </tr>
          </thead>
          <tbody>
            {connection.joints.map((j) => (
              <JointRow
                key={j.number}
                joint={j}
                name={name}
                slots={j.ends.map((e) => slotOf(analysis, e)).join(' ')}
                chosen={j.number === joint}
                onChoose={() => setJoint(j.number)}
              />
            ))}
          </tbody>
        </table>
        <p className="mt-3 text-[14px] text-graphite">
          {connection.groupEnds} group ends: {jumpers.length * 2} in jumpers,{' '}
          {lead.reduce((n, j) => n + j.ends.length, 0)} in leads
          {connection.endsAtStar ? `, ${connection.endsAtStar} in the star` : ''}. {connection.endsPerLead} on
          a lead, {winding.connection}: {winding.circuits} {winding.circuits === 1 ? 'circuit' : 'circuits'}.{' '}
          {analysis.coilEnds} coil ends to sleeve.
        </p>
        <p className="mt-1 text-[14px] text-graphite">
          s: start, first coil’s bore side. f: finish, last coil’s back side.
        </p>
        <p className="no-print mt-3 flex flex-wrap gap-x-6 gap-y-2 text-[15px]">
          <a className="underline" href={`${base}/connection.csv?winding=${role}`} download>
            List as CSV
          </a>
          <a className="underline" href={`${base}/connection.svg?winding=${role}`} download="connection.svg">
            Drawing as SVG
          </a>
          <button type="button" className="underline" onClick={() => window.print()}>
            Print <kbd className="fig border border-pencil px-1 text-[12px]">P</kbd>
          </button>
        </p>
        <p className="mt-2 text-[13px] text-graphite">
          <kbd className="fig border border-pencil px-1">↑</kbd>{' '}
          <kbd className="fig border border-pencil px-1">↓</kbd> joint
        </p>
      </View>
    </Sheet>
  );
}

/** The slot an end comes out of. */
const slotOf = (a: WindingAnalysis, e: GroupEnd): number => {
  const { coils } = a.layout.groups[e.group - 1]!;
  return e.end === 's' ? coils[0]! : a.layout.coils[coils[coils.length - 1]! - 1]!.bottomSlot;
};

function JointRow({
  joint,
  name,
  slots,
  chosen,
  onChoose,
}: {
  joint: Joint;
  name: (e: GroupEnd) => string;
  slots: string;
  chosen: boolean;
  onChoose: () => void;
}) {
  return (
    <tr className={`border-b border-grid ${chosen ? 'bg-wash' : ''}`} onClick={onChoose}>
      <td className="py-1">
        <button
          type="button"
          aria-pressed={chosen}
          aria-label={`Joint ${joint.number}`}
          className={`fig flex size-7 items-center justify-center rounded-[50%] text-[14px] ${chosen ? 'border-[3px] border-copper font-bold text-copper' : 'border border-graphite'}`}
        >
          {joint.number}
        </button>
      </td>
      <td>
        {joint.phase && joint.kind !== 'star' ? (
          <PhaseBox phase={joint.phase} />
        ) : (
          <span className="fig pl-1">Y</span>
        )}
      </td>
      <td className="fig py-1 text-[16px]">
        {joint.ends.map(name).join(joint.kind === 'jumper' ? ' – ' : ' ')}
      </td>
      <td className="text-[14px]">
        {joint.kind === 'lead' ? `lead ${joint.lead}` : joint.kind === 'star' ? 'star point' : 'jumper'}
      </td>
      <td className="fig text-right text-[13px] text-graphite">{slots}</td>
    </tr>
  );
}
