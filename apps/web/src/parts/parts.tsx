/** What came along: a list to tick when it came, and again when it is laid to the finished motor. */
import { PART_KINDS, partsMissing, type PartKind } from '@norther/core';
import type { PartRecord } from '@norther/records';
import { Tag, X } from 'lucide-react';
import { useState } from 'react';
import type { MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Choice, optionsOf } from '../kit/choice.tsx';
import { LineField } from '../kit/line-field.tsx';
import { Key } from '../kit/key.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { useAddPartMutation, useChangePartMutation, useWithdrawPartMutation } from './parts-api.ts';

/** Sizes of label that are usual on rolls. */
const LABELS = [
  ['large', '100 × 60 mm'],
  ['small', '57 × 32 mm'],
  ['narrow', '50 × 19 mm'],
] as const;

export function Parts({ file }: { readonly file: MotorFile }) {
  const { number } = file.motor;
  const gone = file.motor.shippedAt !== null || file.motor.withdrawnAt !== null;
  const parts = file.parts.filter((p) => p.withdrawn === null);
  const missing = partsMissing(file.parts).length;
  const [change] = useChangePartMutation();
  const [withdraw] = useWithdrawPartMutation();
  const [leaving, setLeaving] = useState<PartRecord | null>(null);
  const act = useAct();
  const lay = ({ id, kind, tag, note, version, backAt }: PartRecord) =>
    act(
      unwrap(
        change({
          writeId: crypto.randomUUID(),
          number,
          id,
          change: { kind, tag, note, version, back: backAt === null },
        }),
      ),
      `${note || PART_KINDS[kind]} ${tag}: ${backAt === null ? 'laid to the motor' : 'not with the motor yet'}.`,
    );
  return (
    <section aria-label="What came along" className="mt-5">
      <h2 className="flex items-baseline gap-2 border-b-2 border-ink pb-0.5 text-[17px]">
        What came along
        <span className="text-[13px] font-medium text-graphite">
          {parts.length === 0
            ? 'nothing on the list yet'
            : missing === 0
              ? 'all laid to the motor'
              : `${missing} to lay to it before it leaves`}
        </span>
      </h2>
      <p className="no-print flex flex-wrap gap-x-3 text-[14px]">
        <span className="text-graphite">Labels:</span>
        {LABELS.map(([size, words]) => (
          <a
            key={size}
            className="underline"
            target="_blank"
            rel="noreferrer"
            href={`/api/motors/${encodeURIComponent(number)}/labels.pdf?size=${size}`}
          >
            {words}
          </a>
        ))}
        <a className="underline" href={`/api/motors/${encodeURIComponent(number)}/labels.csv`} download>
          list for a label writer
        </a>
      </p>
      <ul>
        {parts.map((p) => (
          <li key={p.id} className="flex items-center gap-2 border-b border-grid">
            {p.kind === 'stator' || p.kind === 'rotor' ? (
              <span className="min-h-9 flex-1 py-1.5 text-[15px]">{p.note || PART_KINDS[p.kind]}</span>
            ) : (
              <label className="flex min-h-9 min-w-0 flex-1 items-center gap-2 text-[15px] max-xl:min-h-12">
                <input
                  type="checkbox"
                  className="size-5 shrink-0 accent-(--copper)"
                  checked={p.backAt !== null}
                  disabled={gone}
                  onChange={() => void lay(p)}
                />
                <span className="truncate">{p.note || PART_KINDS[p.kind]}</span>
                {p.backBy && (
                  <span className="shrink-0 text-[13px] text-graphite">laid to it, {p.backBy}</span>
                )}
              </label>
            )}
            <span className="fig flex items-center gap-1 text-[14px]">
              <Tag size={13} aria-hidden="true" />
              {p.tag}
            </span>
            {!gone && (
              <button
                type="button"
                aria-label={`Take ${p.tag} off the list`}
                className="flex size-8 items-center justify-center max-xl:size-12"
                onClick={() => setLeaving(p)}
              >
                <X size={14} aria-hidden="true" />
              </button>
            )}
          </li>
        ))}
      </ul>
      {!gone && <AddPart number={number} />}
      <ReasonDialog
        title="Take it off the list"
        text="It stays readable in the history. Say why: it did not come along, it was thrown away, it is on the list twice."
        action="Take it off"
        open={leaving !== null}
        onOpen={(open) => !open && setLeaving(null)}
        onReason={(reason) => {
          const { id, version } = leaving!;
          void act(
            unwrap(withdraw({ writeId: crypto.randomUUID(), number, id, reason, version })),
            `${leaving!.tag} is off the list.`,
          );
        }}
      />
    </section>
  );
}

function AddPart({ number }: { readonly number: string }) {
  const [kind, setKind] = useState<PartKind | ''>('');
  const [note, setNote] = useState('');
  const [tag, setTag] = useState('');
  const [add, { isLoading }] = useAddPartMutation();
  const act = useAct();
  const keep = async () => {
    if (kind === '') return;
    const call = unwrap(add({ writeId: crypto.randomUUID(), number, entry: { kind, note, tag } }));
    if (await act(call, `${note || PART_KINDS[kind]} is on the list.`)) return;
    setKind('');
    setNote('');
    setTag('');
  };
  return (
    <form
      className="mt-2 grid grid-cols-[1fr_1fr] items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <Choice
        label="Part"
        value={kind}
        none="add a part …"
        options={optionsOf(PART_KINDS)}
        onChoose={setKind}
        className="h-9 border-[1.5px] border-pencil text-[15px] max-xl:h-12"
      />
      {kind !== '' && (
        <>
          <LineField label="Which one" name="part-note" value={note} onType={setNote} />
          <LineField label="Tag on it; empty: one is made" name="part-tag" scan value={tag} onType={setTag} />
          <Key type="submit" disabled={isLoading}>
            Add it
          </Key>
        </>
      )}
    </form>
  );
}
