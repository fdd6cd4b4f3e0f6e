/** The joints to make, by finger or key: ticked, opened, recorded wrong. */
import type { Joint } from '@norther/core';
import { useEffect, useState, type ReactNode } from 'react';
import { useMarkRestMutation, type MotorFile } from '../app/api.ts';
import { useAppSelector } from '../app/store.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { isTyping } from '../kit/is-typing.ts';
import { Key } from '../kit/key.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { JointTable } from './joint-table.tsx';
import type { Joints } from './use-joints.ts';
import type { Walk } from './use-walk.ts';

export function JointsPanel({
  file,
  joints,
  branch,
  lengths,
  walk,
  onKey,
  note,
  above,
  children,
}: {
  readonly file: MotorFile;
  readonly joints: Joints;
  readonly branch: (joint: Joint<string>) => ReactNode;
  /** Of jumpers [mm]; none where they are not worked out. */
  readonly lengths: ReadonlyMap<number, number>;
  /** The walk that takes N, S and 0; null while another proof is open. */
  readonly walk: Walk | null;
  /** Further keys of the bench; true when it was one of them. */
  readonly onKey?: (key: string) => boolean;
  readonly note?: ReactNode;
  /** Between the head and the list. */
  readonly above?: ReactNode;
  readonly children: ReactNode;
}) {
  const { chosen, choose, count, made, marks, others, unsent } = joints;
  const [asking, setAsking] = useState(false);
  const [rest, { isLoading: markingRest }] = useMarkRestMutation();
  const away = useAppSelector((s) => s.sheet.away);
  const act = useAct();
  useEffect(() => {
    const pressed = (e: KeyboardEvent) => {
      // A key in focus is pressed by the space bar, not a joint.
      if (isTyping(e.target) || (e.target instanceof HTMLElement && e.target.matches('button, a'))) return;
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'ArrowDown') choose((j) => Math.min(count, j + 1));
      else if (e.key === 'ArrowUp') choose((j) => Math.max(1, j - 1));
      else if (e.key === ' ') joints.toggle(chosen);
      else if (e.key === 'x' || e.key === 'X') setAsking(true);
      else if (walk && /^[nNsS0]$/.test(e.key)) walk.read(e.key.toUpperCase() as 'N' | 'S' | '0');
      else if (walk && e.key === 'Backspace') walk.back();
      else if (!onKey?.(e.key)) return;
      e.preventDefault();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  });
  return (
    <>
      <div className="flex items-baseline justify-between">
        <h2 className="text-[17px]">
          {made} of {count} joints
        </h2>
        {note && <span className="text-[13px] text-graphite">{note}</span>}
      </div>
      {away && unsent > 0 && (
        <p className="text-[14px]" role="note">
          {unsent} {unsent === 1 ? 'tick waits' : 'ticks wait'} on this device for the server.
        </p>
      )}
      {others > 0 && (
        <p className="text-[13px] text-carmine">
          {others} {others === 1 ? 'mark belongs' : 'marks belong'} to another plan of this motor, or to
          joints this way of joining does not have: look at them.
        </p>
      )}
      {above}
      <JointTable
        plan={joints.plan}
        branch={branch}
        marks={marks}
        toOpen={joints.toOpen}
        lengths={lengths}
        chosen={chosen}
        onChoose={choose}
        onTick={joints.toggle}
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
        <Key primary letter="Space" onClick={() => joints.toggle(chosen)}>
          {marks.has(chosen) ? `Open joint ${chosen}` : `Joint ${chosen} is made`}
        </Key>
        <Key letter="X" onClick={() => setAsking(true)}>
          It is wrong
        </Key>
      </div>
      {children}
      <ReasonDialog
        title={`Joint ${chosen} is wrong`}
        text="It stays in the history with who and when; open it, mend it, tick it again."
        action="Record it"
        open={asking}
        onOpen={setAsking}
        onReason={(reason) => void joints.tick(chosen, 'wrong', reason)}
      />
    </>
  );
}
