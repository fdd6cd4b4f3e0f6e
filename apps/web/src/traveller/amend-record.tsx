/** What a signed station recorded, corrected in the open: with a reason, the old kept in the history. */
import { checkStationRecord, tagsOf, type Station } from '@norther/core';
import { useState } from 'react';
import { useStationMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { TypedField } from '../kit/fields.tsx';
import { LineField } from '../kit/line-field.tsx';
import { Key } from '../kit/key.tsx';

export function AmendRecord({
  file,
  station,
  onDone,
}: {
  readonly file: MotorFile;
  readonly station: Station;
  readonly onDone: () => void;
}) {
  const { number } = file.motor;
  const step = file.steps.find((s) => s.station === station.id)!;
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(step.typed);
  const [reason, setReason] = useState('');
  const [send, { isLoading }] = useStationMutation();
  const act = useAct();
  const { findings } = checkStationRecord(station, typed, number, tagsOf(file.parts));
  const changed = station.record.some((f) => (typed[f.id] ?? '') !== (step.typed[f.id] ?? ''));
  const ready = changed && reason.trim().length >= 3 && !findings.some((f) => f.severity === 'stop');
  const save = async () => {
    const problem = await act(
      unwrap(
        send({
          writeId: crypto.randomUUID(),
          number,
          station: station.id,
          act: 'amend',
          body: { typed, reason: reason.trim(), version: step.version },
        }),
      ),
      `${station.title}: corrected.`,
    );
    if (!problem) onDone();
  };
  return (
    <form
      className="grid grid-cols-1 gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready) void save();
      }}
    >
      {station.record.map((f) => (
        <TypedField
          key={f.id}
          field={f}
          large
          value={typed[f.id] ?? ''}
          onType={(v) => setTyped({ ...typed, [f.id]: v })}
          doubts={findings.filter((x) => x.fields.includes(f.id))}
        />
      ))}
      <LineField label="Why it is corrected" name="reason" value={reason} onType={setReason} />
      <div className="flex gap-3">
        <Key primary type="submit" className="min-h-12" disabled={!ready || isLoading}>
          Correct it
        </Key>
        <Key className="min-h-12" onClick={onDone}>
          Leave it
        </Key>
      </div>
    </form>
  );
}
