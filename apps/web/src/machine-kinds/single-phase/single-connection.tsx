/** The connection sheet of a single-phase motor: joints of both windings to tick, the walk, and the terminals. */
import { singlePhasePlanOf, type BranchName } from '@norther/core';
import { singlePhaseConnection } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { plannedWinding } from '../../connection-bench/planned-analysis.ts';
import { JoinedSheet, NothingToConnect } from '../shared/joined-sheet.tsx';
import { BranchMark } from './branch-mark.tsx';
import { SingleTerminals } from './single-terminals.tsx';

const legend = (words: string, branch: BranchName) => (
  <span className="flex items-center justify-end gap-2">
    {words} <BranchMark branch={branch} size={18} />
  </span>
);
const LEGEND = [legend('main winding, outside', 'main'), legend('start winding, inside', 'start')];

export function SingleConnection({ file }: { readonly file: MotorFile }) {
  const planned = useMemo(() => plannedWinding(file), [file]);
  const plan = singlePhasePlanOf(planned.checked.plan);
  if (!plan)
    return (
      <NothingToConnect
        file={file}
        name="Connection"
        wants="both windings, and the first slot of the start winding"
      />
    );
  return (
    <JoinedSheet
      key={plan.key}
      file={file}
      plan={plan}
      name="Connection drawing"
      note="from the connection end, to connect by"
      head={
        <>
          <b className="block text-[16px]">
            {plan.poles} poles, {plan.connection.halves === 2 ? 'main winding in two halves' : 'one voltage'}
          </b>
          <span className="text-[13px] text-graphite">{planned.says}</span>
        </>
      }
      legend={LEGEND}
      draw={singlePhaseConnection}
      branch={(j) => j.phase && <BranchMark branch={j.phase as BranchName} />}
      hint={`${2 * plan.groups.length} free ends to sleeve, two a group. Groups of a winding are joined like to like, so north and south take turns.`}
      proof={
        <>
          <h2 className="mt-4 border-b-2 border-ink text-[17px]">At the terminals</h2>
          <SingleTerminals file={file} plan={plan} />
        </>
      }
    />
  );
}
