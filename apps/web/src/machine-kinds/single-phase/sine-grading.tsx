/** Grades the turns of a group by a sine, and shows what harmonics the winding has before and after. */
import {
  groupFactor,
  showShort,
  sineTurns,
  wholeTurns,
  type BranchName,
  type SinglePhasePlan,
} from '@norther/core';
import { useState } from 'react';
import { Key } from '../../kit/key.tsx';
import { PressedRow } from '../../kit/pressed-row.tsx';

const NAME: Readonly<Record<BranchName, string>> = { main: 'Main', start: 'Start' };

export function SineGrading({
  plan,
  onFill,
}: {
  readonly plan: SinglePhasePlan;
  readonly onFill: (fields: Readonly<Record<string, string>>) => void;
}) {
  const [branch, setBranch] = useState<BranchName>('main');
  const [shared, setShared] = useState(true);
  const { pitches, turns, turnsPerPole, slots, poles } = plan[branch];
  const polePitchSlots = slots / poles;
  const full = pitches.includes(polePitchSlots);
  const sine = sineTurns({ polePitchSlots, pitches, turnsPerPole, sharedFullPitch: shared });
  const graded = sine.ok ? wholeTurns(sine.value.turns) : null;
  const factor = (of: readonly number[], order: number) =>
    showShort(groupFactor({ pitches, polePitchSlots }, of, order), 3);
  return (
    <div className="mt-2">
      <PressedRow
        label="Which winding"
        values={['main', 'start'] as const}
        value={branch}
        name={(b) => NAME[b]}
        onChoose={setBranch}
      />
      {full && (
        <label className="my-2 flex items-start gap-2 text-[14px]">
          <input
            type="checkbox"
            className="mt-1 size-5 accent-(--copper)"
            checked={shared}
            onChange={(e) => setShared(e.target.checked)}
          />
          Every pole has the full-pitch coil, so it shares both its slots with the next poles’ and gets half
        </label>
      )}
      {graded ? (
        <>
          <table className="mt-2 w-full text-[14px]">
            <thead>
              <tr className="border-b-2 border-ink text-right text-[13px] text-graphite">
                <th className="text-left font-medium">coil</th>
                <th className="font-medium">now</th>
                <th className="font-medium">by a sine</th>
                <th className="font-medium">share</th>
              </tr>
            </thead>
            <tbody>
              {pitches.map((y, i) => (
                <tr key={y} className="border-b border-grid text-right">
                  <td className="fig text-left">1-{y + 1}</td>
                  <td className="fig">{turns[i]}</td>
                  <td className={`fig ${graded[i] === turns[i] ? '' : 'font-bold'}`}>{graded[i]}</td>
                  <td className="fig text-graphite">
                    {sine.ok && `${(100 * sine.value.shares[i]!).toFixed(1)} %`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <table className="mt-3 w-full text-[14px]">
            <caption className="text-left text-[13px] text-graphite">
              Winding factor of each wave; the working wave is 1
            </caption>
            <tbody>
              {[1, 3, 5, 7, 9].map((order) => (
                <tr key={order} className="border-b border-grid text-right">
                  <td className="text-left">{order === 1 ? 'working wave' : `wave ${order}`}</td>
                  <td className="fig">{factor(turns, order)}</td>
                  <td className="fig">{factor(graded, order)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="mt-2">
            <Key primary onClick={() => onFill({ [`${branch}Turns`]: graded.join(',') })}>
              Take these turns as the proposal
            </Key>
          </div>
          <p className="mt-2 text-[13px] text-graphite">
            The same turns a pole, shared out ∝ sin(90° · span / pole pitch). What is wound by a table of
            another school may differ by a turn.
          </p>
        </>
      ) : (
        <p className="mt-2 text-[14px]">{!sine.ok && sine.findings[0]!.message}</p>
      )}
    </div>
  );
}
