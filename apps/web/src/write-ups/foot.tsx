/** What every write-up ends with: save, undo, who wrote it last, and the other side where two wrote at once. */
import { useState } from 'react';
import type { MotorFile } from '../app/api.ts';
import { LineField } from '../kit/line-field.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { ageOf } from '../kit/time.ts';
import type { useWriteUp } from './use-write-up.ts';

export function WriteUpFoot({
  file,
  of,
  stops,
}: {
  readonly file: MotorFile;
  readonly of: Pick<
    ReturnType<typeof useWriteUp>,
    'open' | 'saving' | 'record' | 'theirs' | 'save' | 'undo' | 'keepMine' | 'takeTheirs'
  >;
  /** Whether something keeps it from being saved. */
  readonly stops: boolean;
}) {
  const [why, setWhy] = useState('');
  const gone = file.motor.shippedAt !== null || file.motor.withdrawnAt !== null;
  return (
    <>
      {of.theirs && (
        <div className="mt-4 border-2 border-carmine p-3">
          <b>{of.theirs.changedBy} wrote meanwhile.</b>
          <p className="text-[14px]">Yours stands here. Keep yours, or take what is in the shop.</p>
          <div className="mt-2 flex gap-3">
            <Key onClick={of.keepMine}>Keep mine, then save</Key>
            <Key onClick={of.takeTheirs}>Take theirs</Key>
          </div>
        </div>
      )}
      {gone && of.open && (
        <div className="mt-3">
          <LineField
            label="Why the record of a motor that is gone is changed"
            name="why"
            value={why}
            onType={setWhy}
          />
        </div>
      )}
      <FootKeys stays={of.open} className="mt-4">
        <Key primary disabled={!of.open || stops || of.saving} onClick={() => void of.save(why)}>
          Save
        </Key>
        {of.open && <Key onClick={of.undo}>Undo typing</Key>}
        {of.record && (
          <span className="ml-auto self-center text-[13px] text-graphite">
            {of.record.changedBy}, {ageOf(of.record.changedAt)} ago
          </span>
        )}
      </FootKeys>
    </>
  );
}
