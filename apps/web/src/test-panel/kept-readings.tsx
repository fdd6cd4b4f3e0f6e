/** All readings of a test at a stage: the newest that was not withdrawn counts, the others stay readable. */
import { useState } from 'react';
import {
  useSessionQuery,
  useWithdrawReadingMutation,
  type MotorFile,
  type ShownReading,
} from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { VerdictMark } from '../kit/marks.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { ageOf } from '../kit/time.ts';
import { Photos } from '../photos/photos.tsx';

export function KeptReadings({
  file,
  readings,
}: {
  readonly file: MotorFile;
  readonly readings: readonly ShownReading[];
}) {
  const { data: session } = useSessionQuery();
  const [taking, setTaking] = useState<string | null>(null);
  const [withdraw] = useWithdrawReadingMutation();
  const act = useAct();
  const newest = readings.findLast((r) => !r.withdrawn);
  if (readings.length === 0) return null;
  return (
    <section className="mt-5">
      <h2 className="border-b border-ink text-[15px]">Kept readings</h2>
      {readings.toReversed().map((r) => (
        <p
          key={r.id}
          className={`flex items-center gap-2 border-b border-grid py-1 text-[14px] ${r.withdrawn ? 'text-pencil' : ''}`}
        >
          <VerdictMark
            verdict={r.outcome.ok && !r.withdrawn ? r.outcome.judgement.verdict : 'to-come'}
            size={14}
          />
          <span className="min-w-0">
            {r.takenBy}, {ageOf(r.takenAt)} ago
            {r.instrument && `, with ${r.instrument.name} (${r.instrument.standing})`}
            {r.instrument?.reason && `: ${r.instrument.reason}`}
            {r.withdrawn && `; withdrawn by ${r.withdrawn.by}: ${r.withdrawn.reason}`}
          </span>
          {!r.withdrawn && (session?.role === 'lead' || session?.name === r.takenBy) && (
            <button
              type="button"
              className="ml-auto min-h-9 px-2 underline max-xl:min-h-12"
              onClick={() => setTaking(r.id)}
            >
              withdraw
            </button>
          )}
        </p>
      ))}
      {newest && (
        <div className="mt-3">
          <Photos file={file} place={`reading/${newest.id}`} />
        </div>
      )}
      <ReasonDialog
        title="Withdraw the reading"
        text="It stays on record, struck out, and counts no more. Measure again if it is still wanted."
        action="Withdraw"
        open={taking !== null}
        onOpen={(o) => !o && setTaking(null)}
        onReason={(reason) =>
          void act(
            unwrap(
              withdraw({ writeId: crypto.randomUUID(), number: file.motor.number, id: taking!, reason }),
            ),
            'Withdrawn.',
          )
        }
      />
    </section>
  );
}
