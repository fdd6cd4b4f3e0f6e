/** What the check says of the route, and the key that makes it one that motors go by. */
import { checkRoute, type Finding, type Route } from '@norther/core';
import { useState } from 'react';
import { unwrap, useAct } from '../app/use-act.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { LineField } from '../kit/line-field.tsx';
import { Key } from '../kit/key.tsx';
import { usePublishRouteMutation, usePublishVersionMutation } from './routes-api.ts';
import { NEW, type RouteDraft } from './use-route-draft.ts';

/** What the published route has and this one has not is allowed with a reason; what cannot be worked by is not. */
export const findingsOf = (route: Route, model: Route): Finding[] => checkRoute(route, model);

export function Publish({
  id,
  draft,
  route,
  findings,
  onPick,
  onDone,
  onPublished,
}: {
  readonly id: string;
  readonly draft: RouteDraft;
  readonly route: Route;
  readonly findings: readonly Finding[];
  readonly onPick: (id: string) => void;
  /** The draft is gone: published, or undone. */
  readonly onDone: () => void;
  readonly onPublished: (id: string) => void;
}) {
  const [why, setWhy] = useState('');
  const [first, { isLoading: adding }] = usePublishRouteMutation();
  const [next, { isLoading: changing }] = usePublishVersionMutation();
  const act = useAct();
  const stops = findings.filter((f) => f.severity === 'stop').length;
  const reason = findings.length === 0 || why.trim().length >= 3;
  const send = async () => {
    const writeId = draft.writeId ?? crypto.randomUUID();
    const call = unwrap(
      id === NEW ? first({ writeId, route, why }) : next({ writeId, id, route, why, version: draft.seen }),
    );
    if (await act(call, `${route.title} is published. Motors under way keep the version they began with.`))
      return;
    const { id: made } = await call;
    draft.drop();
    onDone();
    setWhy('');
    onPublished(made);
  };
  return (
    <div className="border-t-2 border-ink px-4 py-2">
      {findings.length > 0 && (
        <div className="mb-2 max-h-40 overflow-auto">
          <FindingList findings={findings} onPick={onPick} />
        </div>
      )}
      <div className="flex flex-wrap items-end gap-3">
        {stops === 0 && findings.length > 0 && (
          <div className="min-w-60 flex-1">
            <LineField label="Why it goes without" name="why" value={why} onType={setWhy} />
          </div>
        )}
        <Key
          primary
          disabled={!draft.open || stops > 0 || !reason || adding || changing}
          onClick={() => void send()}
        >
          {id === NEW ? 'Publish it' : 'Publish the next version'}
        </Key>
        {draft.open && (
          <Key
            onClick={() => {
              draft.drop();
              onDone();
            }}
          >
            {id === NEW ? 'Throw it away' : 'Undo all of it'}
          </Key>
        )}
        {findings.length === 0 && (
          <span className="self-center text-[14px] text-graphite">
            {draft.open
              ? 'The check has nothing to say: it goes without nothing that the published route has.'
              : 'Published as it stands.'}
          </span>
        )}
      </div>
    </div>
  );
}
