/** The connection sheet of a single-phase motor: joints of both windings to tick, the walk, and the terminals. */
import { singlePhasePlanOf, type BranchName, type SinglePhasePlan } from '@norther/core';
import { singlePhaseConnection } from '@norther/drawings';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../../app/api.ts';
import { JointsPanel } from '../../connection-bench/joints-panel.tsx';
import { plannedWinding } from '../../connection-bench/planned-analysis.ts';
import { useJoints } from '../../connection-bench/use-joints.ts';
import { useWalk } from '../../connection-bench/use-walk.ts';
import { WalkPanel } from '../../connection-bench/walk-panel.tsx';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../kit/sheet.tsx';
import { BranchMark } from './branch-mark.tsx';
import { SingleTerminals } from './single-terminals.tsx';

const NO_LENGTHS: ReadonlyMap<number, number> = new Map();

export function SingleConnection({ file }: { readonly file: MotorFile }) {
  const planned = useMemo(() => plannedWinding(file), [file]);
  const plan = singlePhasePlanOf(planned.checked.plan);
  if (plan) return <Bench key={plan.key} file={file} plan={plan} says={planned.says} />;
  return (
    <Sheet file={file}>
      <View letter="A" name="Connection" className="p-6">
        <h2 className="text-[21px]">Nothing to connect yet.</h2>
        <p>
          Fill{' '}
          <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
            the data card
          </Link>{' '}
          first: both windings, and the first slot of the start winding.
        </p>
      </View>
    </Sheet>
  );
}

function Bench({ file, plan, says }: { file: MotorFile; plan: SinglePhasePlan; says: string }) {
  const { connection, walk: walked } = plan;
  const expected = walked.expected;
  const walk = useWalk(file, plan.groups.length, () => expected);
  const judged = useMemo(() => walked.judge(walk.readings, true), [walked, walk.readings]);
  const toOpen = useMemo(() => judged.explanations[0]?.joints ?? [], [judged]);
  const joints = useJoints(file, plan, toOpen);
  const { chosen: joint, states } = joints;
  const scene = useMemo(
    () =>
      singlePhaseConnection(plan, {
        size: 680,
        chosenJoint: joint,
        states,
        ...(walk.begun
          ? { readings: walk.readings, wrongGroups: judged.wrongGroups, nextGroup: walk.next }
          : {}),
      }),
    [plan, joint, states, walk.begun, walk.readings, walk.next, judged.wrongGroups],
  );
  return (
    <Sheet file={file} columns="6.2fr 3.4fr 3.4fr">
      <View
        letter="A"
        name="Connection drawing"
        note="from the connection end, to connect by"
        className="relative overflow-hidden"
      >
        <div className="absolute top-2 left-3 leading-tight">
          <b className="block text-[16px]">
            {plan.poles} poles, {connection.halves === 2 ? 'main winding in two halves' : 'one voltage'}
          </b>
          <span className="text-[13px] text-graphite">{says}</span>
        </div>
        <div className="absolute top-2 right-3 space-y-1 text-[13px]">
          <span className="flex items-center justify-end gap-2">
            main winding, outside <BranchMark branch="main" size={18} />
          </span>
          <span className="flex items-center justify-end gap-2">
            start winding, inside <BranchMark branch="start" size={18} />
          </span>
        </div>
        <div className="h-full p-1 pt-8 max-xl:h-[600px]">
          <SceneView
            scene={scene}
            fill
            onPick={(of) => {
              const [kind, n] = of.split('-');
              if (kind === 'joint') joints.choose(Number(n));
              if (kind === 'group') walk.goTo(Number(n));
            }}
          />
        </div>
      </View>
      <View letter="B" name="Joints" className="overflow-auto px-3 py-2">
        <JointsPanel
          file={file}
          joints={joints}
          branch={(j) => j.phase && <BranchMark branch={j.phase as BranchName} />}
          lengths={NO_LENGTHS}
          walk={walk}
        >
          <p className="mt-2 text-[13px] text-graphite">
            {2 * plan.groups.length} free ends to sleeve, two a group. Groups of a winding are joined like to
            like, so north and south take turns.
          </p>
        </JointsPanel>
      </View>
      <View letter="C" name="Proof" className="overflow-auto px-3 py-2">
        <WalkPanel groups={plan.groups} wanted={expected} words={walked.words} walk={walk} judged={judged} />
        <h2 className="mt-4 border-b-2 border-ink text-[17px]">At the terminals</h2>
        <SingleTerminals file={file} plan={plan} />
      </View>
    </Sheet>
  );
}
