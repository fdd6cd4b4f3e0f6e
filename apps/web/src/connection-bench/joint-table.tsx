/** The joints in their order of work: ends, what they are, how long, and whether they are made. */
import type { GroupEnd, Joint, JointMark, Plan } from '@norther/core';
import { useEffect, useRef, type ReactNode } from 'react';
import { VerdictMark } from '../kit/marks.tsx';
import { ageOf } from '../kit/time.ts';

export function JointTable({
  plan: { groups, joints },
  branch,
  marks,
  toOpen,
  lengths,
  chosen,
  onChoose,
  onTick,
}: {
  readonly plan: Pick<Plan, 'groups' | 'joints'>;
  /** The mark of the phase or winding that a joint belongs to. */
  readonly branch: (joint: Joint<string>) => ReactNode;
  readonly marks: ReadonlyMap<number, JointMark>;
  /** Joints the walk says to open. */
  readonly toOpen: readonly number[];
  /** Of jumpers [mm]; none where they are not worked out. */
  readonly lengths: ReadonlyMap<number, number>;
  readonly chosen: number;
  readonly onChoose: (joint: number) => void;
  readonly onTick: (joint: number) => void;
}) {
  const row = useRef<HTMLTableRowElement>(null);
  const opened = useRef(chosen);
  useEffect(() => {
    // On opening, a page that scrolls as a whole stays at its head.
    if (opened.current !== chosen) row.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const name = (e: GroupEnd) => `${groups[e.group - 1]!.name}${e.end}`;
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
          <th className="w-9 font-medium max-xl:w-14">no.</th>
          <th className="w-7 font-medium">
            <span className="sr-only">belongs to</span>
          </th>
          <th className="font-medium">ends</th>
          <th className="font-medium">what</th>
          <th className="text-right font-medium">{lengths.size > 0 && 'mm'}</th>
          <th className="w-9 text-right font-medium max-xl:w-14">made</th>
        </tr>
      </thead>
      <tbody>
        {joints.map((j) => {
          const mark = marks.get(j.number);
          const open = toOpen.includes(j.number) || mark?.mark === 'wrong';
          const is = j.number === chosen;
          return (
            <tr
              key={j.number}
              ref={is ? row : undefined}
              className={`border-b border-grid ${open ? 'bg-carmine-wash' : is ? 'bg-wash' : ''}`}
              onClick={() => onChoose(j.number)}
            >
              <td className="py-1">
                <button
                  type="button"
                  aria-pressed={is}
                  aria-label={`Joint ${j.number}`}
                  className={`fig flex size-7 items-center justify-center rounded-[50%] text-[13px] max-xl:size-12 ${is ? 'border-[3px] border-copper font-bold text-copper' : open ? 'border-2 border-carmine text-carmine' : mark ? 'bg-graphite text-paper' : 'border border-graphite'}`}
                >
                  {j.number}
                </button>
              </td>
              <td>{branch(j)}</td>
              <td
                className={`fig py-1 pr-2 ${j.ends.length > 6 ? 'text-[13px]' : 'text-[15px]'} leading-tight`}
              >
                {j.ends.map(name).join(j.kind === 'jumper' ? ' – ' : ' ')}
              </td>
              <td className="text-[13px] leading-tight">
                {open && !is ? <b className="text-carmine">to open</b> : whatOf(j)}
                {mark && (
                  <span className="block text-[12px] whitespace-nowrap text-graphite">
                    {mark.by.split(' ')[0]}, {ageOf(mark.at)}
                  </span>
                )}
              </td>
              <td className="fig pl-2 text-right text-[13px] text-graphite">
                {j.kind === 'jumper' ? lengths.get(j.number)?.toFixed(0) : ''}
              </td>
              <td className="text-right">
                <button
                  type="button"
                  role="checkbox"
                  aria-checked={mark?.mark === 'made'}
                  aria-label={`Joint ${j.number} made`}
                  title={mark?.note || undefined}
                  className="inline-flex size-8 items-center justify-center border-[1.5px] border-ink bg-field max-xl:size-12"
                  onClick={(e) => {
                    e.stopPropagation();
                    onChoose(j.number);
                    onTick(j.number);
                  }}
                >
                  {mark?.mark === 'made' ? (
                    <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
                      <path d="M3 9.5l4 4L15 4" fill="none" stroke="var(--ink)" strokeWidth="2.4" />
                    </svg>
                  ) : mark?.mark === 'wrong' ? (
                    <VerdictMark verdict="stop" size={18} />
                  ) : null}
                </button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const whatOf = (j: Joint<string>) =>
  j.kind === 'lead'
    ? `lead ${j.lead}`
    : j.kind === 'star'
      ? 'star point'
      : j.kind === 'corner'
        ? 'corner'
        : 'jumper';
