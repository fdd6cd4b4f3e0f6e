/** The connection sheet of a kind whose groups are joined by a list and proved by one walk: drawing, joints, proof. */
import type { Joint, Plan } from '@norther/core';
import type { Scene } from '@norther/drawings';
import { useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../../app/api.ts';
import { JointsPanel } from '../../connection-bench/joints-panel.tsx';
import { useJoints } from '../../connection-bench/use-joints.ts';
import { useWalk } from '../../connection-bench/use-walk.ts';
import { WalkPanel } from '../../connection-bench/walk-panel.tsx';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../sheet/sheet.tsx';

const NO_LENGTHS: ReadonlyMap<number, number> = new Map();

/** What of the work is drawn. */
export type AsJoined = Pick<ReturnType<typeof useJoints>, 'states'> & {
  readonly size: number;
  readonly chosenJoint: number | null;
  readonly readings?: ReturnType<typeof useWalk>['readings'];
  readonly wrongGroups?: readonly number[];
  readonly nextGroup?: number | null;
};

export function JoinedSheet<P extends Plan>({
  file,
  plan,
  name,
  note,
  head,
  legend,
  draw,
  branch,
  hint,
  proof,
}: {
  readonly file: MotorFile;
  readonly plan: P;
  readonly name: string;
  readonly note: string;
  readonly head: ReactNode;
  readonly legend: readonly ReactNode[];
  readonly draw: (plan: P, as: AsJoined) => Scene;
  readonly branch: (joint: Joint<string>) => ReactNode;
  readonly hint: string;
  /** What stands under the walk. */
  readonly proof?: ReactNode;
}) {
  const { walk: walked } = plan;
  const expected = walked.expected;
  const walk = useWalk(file, plan.groups.length, () => expected);
  const judged = useMemo(() => walked.judge(walk.readings, true), [walked, walk.readings]);
  const toOpen = useMemo(() => judged.explanations[0]?.joints ?? [], [judged]);
  const joints = useJoints(file, plan, toOpen);
  const scene = draw(plan, {
    size: 680,
    chosenJoint: joints.chosen,
    states: joints.states,
    ...(walk.begun ? { readings: walk.readings, wrongGroups: judged.wrongGroups, nextGroup: walk.next } : {}),
  });
  return (
    <Sheet file={file} columns="6.2fr 3.4fr 3.4fr">
      <View letter="A" name={name} note={note} className="relative overflow-hidden">
        <div className="absolute top-2 left-3 leading-tight">{head}</div>
        <ul className="absolute top-2 right-3 text-right text-[13px] text-graphite">
          {legend.map((l, i) => (
            <li key={i}>{l}</li>
          ))}
        </ul>
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
          branch={(j) => {
            const words = branch(j);
            return words && <span className="text-[13px] text-graphite">{words}</span>;
          }}
          lengths={NO_LENGTHS}
          walk={walk}
        >
          <p className="mt-2 text-[13px] text-graphite">{hint}</p>
          <p className="no-print mt-2 flex flex-wrap gap-x-3 text-[14px]">
            {FILES.map(([name, title]) => (
              <a
                key={name}
                className="underline"
                href={`/api/motors/${encodeURIComponent(file.motor.number)}/${name}`}
                {...(name.endsWith('.csv') ? {} : { target: '_blank', rel: 'noreferrer' })}
              >
                {title}
              </a>
            ))}
          </p>
        </JointsPanel>
      </View>
      <View letter="C" name="Proof" className="overflow-auto px-3 py-2">
        <WalkPanel groups={plan.groups} wanted={expected} words={walked.words} walk={walk} judged={judged} />
        {proof}
      </View>
    </Sheet>
  );
}

const FILES = [
  ['connection.pdf', 'Print as PDF'],
  ['connection.csv', 'Joints as CSV'],
  ['coils.csv', 'Coils as CSV'],
  ['connection.svg', 'Drawing as SVG'],
] as const;

/** Where there is no plan to connect by yet. */
export function NothingToConnect({ file, name, wants }: { file: MotorFile; name: string; wants: string }) {
  return (
    <Sheet file={file}>
      <View letter="A" name={name} className="p-6">
        <h2 className="text-[21px]">Nothing to connect yet.</h2>
        <p>
          Fill{' '}
          <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
            the data card
          </Link>{' '}
          first: {wants}.
        </p>
      </View>
    </Sheet>
  );
}
