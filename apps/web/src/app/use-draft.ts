/** A form's typing: what the server has, what was typed over it, and the way back. */
import { useCallback, useMemo } from 'react';
import { draftDropped, draftRebased, fieldTyped, type Draft } from './drafts.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

const NOTHING: Readonly<Record<string, string>> = {};

/**
 * @param form key of the form, such as `card:3112:as-found`
 * @param saved what the server has, and its version
 */
export function useDraft(form: string, saved = NOTHING, version = 0) {
  const dispatch = useAppDispatch();
  const draft = useAppSelector((s) => s.drafts[form]);
  const typed = useMemo(() => ({ ...saved, ...draft?.typed }), [saved, draft]);
  const type = useCallback(
    (fields: Record<string, string>) => {
      const base: Draft = { typed: {}, version, writeId: crypto.randomUUID() };
      dispatch(fieldTyped({ form, typed: fields, base }));
    },
    [dispatch, form, version],
  );
  const drop = useCallback(() => dispatch(draftDropped(form)), [dispatch, form]);
  const rebase = useCallback(
    (fields: Record<string, string>, newVersion: number) =>
      dispatch(
        draftRebased({
          form,
          draft: { typed: fields, version: newVersion, writeId: crypto.randomUUID() },
        }),
      ),
    [dispatch, form],
  );
  return {
    typed,
    type,
    drop,
    rebase,
    /** Typed and not yet with the server. */
    open: draft !== undefined,
    version: draft?.version ?? version,
    writeId: draft?.writeId ?? null,
  };
}
