/** How the winding is joined: jumpers, star, order of work, where the leads leave; kept with its card. */
import { JOINING_FIELDS, readForm } from '@norther/core';
import { useState } from 'react';
import { useSaveWindingMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { TypedField } from '../kit/fields.tsx';
import { Fold } from '../kit/fold.tsx';
import { Key } from '../kit/key.tsx';
import type { Planned } from './planned-analysis.ts';

export function JoiningPanel({ file, role }: { readonly file: MotorFile; readonly role: Planned['role'] }) {
  const record = file.windings.find((w) => w.role === role);
  const [edited, setEdited] = useState<Readonly<Record<string, string>>>({});
  const [send, { isLoading }] = useSaveWindingMutation();
  const act = useAct();
  if (!record) return null;
  const typed = { ...record.typed, ...edited };
  const changed = JOINING_FIELDS.some((f) => (typed[f.id] ?? '') !== (record.typed[f.id] ?? ''));
  const { findings } = readForm(JOINING_FIELDS, typed);
  const keep = async () => {
    const problem = await act(
      unwrap(
        send({
          writeId: crypto.randomUUID(),
          number: file.motor.number,
          role,
          change: { typed, version: record.version, why: 'how it is joined' },
        }),
      ),
      'The way of joining is kept; the joints are numbered by it.',
    );
    if (!problem) setEdited({});
  };
  return (
    <Fold title="How it is joined" className="no-print mt-1">
      <div data-form="">
        <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1.5">
          {JOINING_FIELDS.map((f) => (
            <TypedField
              key={f.id}
              field={f}
              value={typed[f.id] ?? ''}
              onType={(value) => setEdited({ ...edited, [f.id]: value })}
              doubts={findings.filter((x) => x.fields.includes(f.id))}
            />
          ))}
        </div>
        <p className="mt-1 text-[13px] text-graphite">Left open, it is done as the shop settings say.</p>
        <div className="my-2 flex gap-2">
          <Key
            primary
            disabled={!changed || isLoading || findings.some((f) => f.severity === 'stop')}
            onClick={() => void keep()}
          >
            Join it like this
          </Key>
          {changed && <Key onClick={() => setEdited({})}>Undo</Key>}
        </div>
      </div>
    </Fold>
  );
}
