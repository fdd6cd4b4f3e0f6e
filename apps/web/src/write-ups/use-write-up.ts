/** A write-up as it is typed: kept on the device with every stroke, saved at once, and merged by hand where two wrote. */
import { writeUpIn, type WriteUpBody, type WriteUpKind, type WriteUpRecord } from '@norther/records';
import { useMemo, useState } from 'react';
import { api, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';

const writeUpsApi = api.injectEndpoints({
  endpoints: (b) => ({
    writeUp: b.mutation<
      unknown,
      { writeId: string; number: string; kind: WriteUpKind; body: unknown; version: number; why: string }
    >({
      query: ({ writeId, number, kind, ...body }) => ({
        url: `motors/${encodeURIComponent(number)}/write-ups/${kind}`,
        method: 'PUT',
        body,
        headers: { 'X-Write-Id': writeId },
      }),
      invalidatesTags: (_r, _e, { number }) => [{ type: 'Motor', id: number }],
    }),
  }),
});

export function useWriteUp<K extends WriteUpKind>(file: MotorFile, kind: K) {
  const saved = writeUpIn(file.writeUps, kind);
  const { number } = file.motor;
  const draft = useDraft(`write-up:${kind}:${number}`, undefined, saved.version);
  const text = draft.typed['body'];
  const body = useMemo(
    () => (text === undefined ? saved.body : (JSON.parse(text) as WriteUpBody<K>)),
    // A new object with every answer of the server; its version says when it is another one.
    // oxlint-disable-next-line react/exhaustive-deps
    [text, saved.version, kind, number],
  );
  const [send, { isLoading }] = writeUpsApi.useWriteUpMutation();
  const [theirs, setTheirs] = useState<WriteUpRecord | null>(null);
  const act = useAct();
  return {
    body,
    record: saved.record,
    open: draft.open,
    saving: isLoading,
    theirs,
    change: (next: Partial<WriteUpBody<K>>) => draft.type({ body: JSON.stringify({ ...body, ...next }) }),
    undo: draft.drop,
    keepMine: () => {
      if (theirs) draft.rebase({ body: JSON.stringify(body) }, theirs.version);
      setTheirs(null);
    },
    takeTheirs: () => {
      draft.drop();
      setTheirs(null);
    },
    save: async (why = '') => {
      const problem = await act(
        unwrap(
          send({
            writeId: draft.writeId ?? crypto.randomUUID(),
            number,
            kind,
            body,
            version: draft.version,
            why,
          }),
        ),
        'Saved.',
      );
      if (!problem) draft.drop();
      else if (problem.status === 409 && problem.current) setTheirs(problem.current as WriteUpRecord);
    },
  };
}
