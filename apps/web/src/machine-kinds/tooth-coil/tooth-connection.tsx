/** The connection sheet of a motor with coils on teeth: joints to tick, and the walk from tooth to tooth. */
import { toothCoilPlanOf } from '@norther/core';
import { toothConnection } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { plannedWinding } from '../../connection-bench/planned-analysis.ts';
import { JoinedSheet, NothingToConnect } from '../shared/joined-sheet.tsx';

export function ToothConnection({ file }: { readonly file: MotorFile }) {
  const planned = useMemo(() => plannedWinding(file), [file]);
  const plan = toothCoilPlanOf(planned.checked.plan);
  if (!plan)
    return (
      <NothingToConnect file={file} name="Connection" wants="teeth, poles, turns, wires and star or delta" />
    );
  return (
    <JoinedSheet
      key={plan.key}
      file={file}
      plan={plan}
      name="Connection drawing"
      note="from the lead end, to connect by"
      head={
        <>
          <b className="block text-[16px]">
            {plan.circuits} {plan.circuits === 1 ? 'circuit' : 'circuits'} in {plan.connectedIn}
          </b>
          <span className="text-[13px] text-graphite">{planned.says}</span>
        </>
      }
      legend={['U outermost, V between, W innermost']}
      draw={toothConnection}
      branch={(j) => j.phase}
      hint="s is the start, f the finish of a coil; where a coil is wound the other way its finish comes first."
    />
  );
}
