/** The connection sheet of a single-phase motor: joints of both windings to tick, the walk, and the terminals. */
import { marksElsewhere, singlePhasePlanOf, type BranchName, type SinglePhasePlan } from '@norther/core';
import { singlePhaseConnection, type JointState } from '@norther/drawings';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useMarkRestMutation, useSessionQuery, type MotorFile } from '../../app/api.ts';
import { useAppSelector } from '../../app/store.ts';
import { unwrap, useAct } from '../../app/use-act.ts';
import { JointTable } from '../../connection-bench/joint-table.tsx';
import { plannedWinding } from '../../connection-bench/planned-analysis.ts';
import { useTicks } from '../../connection-bench/use-ticks.ts';
import { useWalk } from '../../connection-bench/use-walk.ts';
import { WalkPanel } from '../../connection-bench/walk-panel.tsx';
import { isTyping } from '../../kit/is-typing.ts';
import { Key } from '../../kit/key.tsx';
import { ReasonDialog } from '../../kit/reason-dialog.tsx';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../kit/sheet.tsx';
import { BranchMark } from './branch-mark.tsx';
import { SingleTerminals } from './single-terminals.tsx';

const NO_LENGTHS: ReadonlyMap<number, number> = new Map();
/** Until the session is known; nobody ticks before. */
const NOBODY = { id: '', name: '' };

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
  const { joints, connection, walk: walked } = plan;
  const [asking, setAsking] = useState(false);
  const { data: session } = useSessionQuery();
  const { marks, unsent, tick, toggle: toggleMark } = useTicks(file, plan, session ?? NOBODY);
  const away = useAppSelector((s) => s.sheet.away);
  const [rest, { isLoading: markingRest }] = useMarkRestMutation();
  const act = useAct();
  const expected = walked.expected;
  const walk = useWalk(file, plan.groups.length, () => expected);
  const count = joints.length;
  const [joint, setJoint] = useState(() => joints.find((j) => !marks.has(j.number))?.number ?? 1);
  const others = useMemo(
    () => marksElsewhere(plan.key, joints, file.jointMarks),
    [plan, joints, file.jointMarks],
  );
  const judged = useMemo(() => walked.judge(walk.readings, true), [walked, walk.readings]);
  const toOpen = useMemo(() => judged.explanations[0]?.joints ?? [], [judged]);
  const toggle = (number: number) => {
    if (toggleMark(number) === 'made' && number < count) setJoint(number + 1);
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      // A key in focus is pressed by the space bar, not a joint.
      if (isTyping(e.target) || (e.target instanceof HTMLElement && e.target.matches('button, a'))) return;
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'ArrowDown') setJoint((j) => Math.min(count, j + 1));
      else if (e.key === 'ArrowUp') setJoint((j) => Math.max(1, j - 1));
      else if (e.key === ' ') toggle(joint);
      else if (e.key === 'x' || e.key === 'X') setAsking(true);
      else if (/^[nNsS0]$/.test(e.key)) walk.read(e.key.toUpperCase() as 'N' | 'S' | '0');
      else if (e.key === 'Backspace') walk.back();
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  const states = useMemo(
    () =>
      new Map<number, JointState>([
        ...[...marks].map(([n, m]) => [n, m.mark === 'wrong' ? 'wrong' : 'made'] as const),
        ...toOpen.map((n) => [n, 'wrong'] as const),
      ]),
    [marks, toOpen],
  );
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
  const made = [...marks.values()].filter((m) => m.mark === 'made').length;
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
        <div className="h-full p-1 pt-8 max-xl:h-[760px]">
          <SceneView
            scene={scene}
            fill
            onPick={(of) => {
              const [kind, n] = of.split('-');
              if (kind === 'joint') setJoint(Number(n));
              if (kind === 'group') walk.goTo(Number(n));
            }}
          />
        </div>
      </View>
      <View letter="B" name="Joints" className="overflow-auto px-3 py-2">
        <h2 className="text-[17px]">
          {made} of {count} joints
        </h2>
        {away && unsent > 0 && (
          <p className="text-[14px]" role="note">
            {unsent} {unsent === 1 ? 'tick waits' : 'ticks wait'} on this device for the server.
          </p>
        )}
        {others > 0 && (
          <p className="text-[13px] text-carmine">
            {others} {others === 1 ? 'mark belongs' : 'marks belong'} to another plan of this motor: look at
            them.
          </p>
        )}
        <JointTable
          plan={plan}
          branch={(j) => j.phase && <BranchMark branch={j.phase as BranchName} />}
          marks={marks}
          toOpen={toOpen}
          lengths={NO_LENGTHS}
          chosen={joint}
          onChoose={setJoint}
          onTick={toggle}
        />
        <div className="no-print mt-3 flex flex-wrap gap-2">
          {made < count && (
            <Key
              className="order-last"
              disabled={markingRest || unsent > 0}
              onClick={() =>
                void act(
                  unwrap(rest({ writeId: crypto.randomUUID(), number: file.motor.number })),
                  `All ${count} joints are made.`,
                )
              }
            >
              All {count - made} others are made
            </Key>
          )}
          <Key primary letter="Space" onClick={() => toggle(joint)}>
            {marks.has(joint) ? `Open joint ${joint}` : `Joint ${joint} is made`}
          </Key>
          <Key letter="X" onClick={() => setAsking(true)}>
            It is wrong
          </Key>
        </div>
        <p className="mt-2 text-[13px] text-graphite">
          {2 * plan.groups.length} free ends to sleeve, two a group. Groups of a winding are joined like to
          like, so north and south take turns.
        </p>
        <ReasonDialog
          title={`Joint ${joint} is wrong`}
          text="It stays in the history with who and when; open it, mend it, tick it again."
          action="Record it"
          open={asking}
          onOpen={setAsking}
          onReason={(reason) => void tick(joint, 'wrong', reason)}
        />
      </View>
      <View letter="C" name="Proof" className="overflow-auto px-3 py-2">
        <WalkPanel groups={plan.groups} wanted={expected} words={walked.words} walk={walk} judged={judged} />
        <h2 className="mt-4 border-b-2 border-ink text-[17px]">At the terminals</h2>
        <SingleTerminals file={file} plan={plan} />
      </View>
    </Sheet>
  );
}
