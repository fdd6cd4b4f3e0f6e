/** The field sheet of a direct-current machine: joints of the frame to tick, and the walk with the needle. */
import { commutatorPlanOf, POLE_WINDING_NAME, type PoleWinding } from '@norther/core';
import { fieldFrame } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { plannedWinding } from '../../connection-bench/planned-analysis.ts';
import { JoinedSheet, NothingToConnect } from '../shared/joined-sheet.tsx';

const LINE: Readonly<Record<PoleWinding, string>> = {
  shunt: 'outermost, solid',
  series: 'between, double',
  interpole: 'inside, double',
  compensating: 'innermost, solid',
};
const SHORT: Readonly<Record<PoleWinding, string>> = {
  shunt: 'shunt',
  series: 'series',
  interpole: 'inter',
  compensating: 'comp',
};

export function DirectConnection({ file }: { readonly file: MotorFile }) {
  const planned = useMemo(() => plannedWinding(file), [file]);
  const plan = commutatorPlanOf(planned.checked.plan);
  if (!plan)
    return (
      <NothingToConnect file={file} name="Fields" wants="the armature, its poles, and how the field is fed" />
    );
  return (
    <JoinedSheet
      key={plan.key}
      file={file}
      plan={plan}
      name="Field frame"
      note="from the commutator, to connect by"
      head={
        <>
          <b className="block text-[16px]">
            {plan.poles} poles{plan.interpoleCount > 0 ? `, ${plan.interpoleCount} interpoles` : ''}
          </b>
          <span className="text-[13px] text-graphite">{planned.says}</span>
        </>
      }
      legend={plan.fields.windings.map((w) => `${POLE_WINDING_NAME[w]}: ${LINE[w]}`)}
      draw={fieldFrame}
      branch={(j) => j.phase && SHORT[j.phase as PoleWinding]}
      hint="Coils of one winding in series round the frame; s is the start, f the finish of a coil, as it was wound."
    />
  );
}
