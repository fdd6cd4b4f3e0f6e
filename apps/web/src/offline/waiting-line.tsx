/** What waits for the network, and what the shop refused: said on every sheet, opened to look and decide. */
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Link } from 'react-router';
import { useSessionQuery } from '../app/api.ts';
import { FindingList } from '../kit/finding-list.tsx';
import { Key } from '../kit/key.tsx';
import { ageOf } from '../kit/time.ts';
import type { Waiting } from './outbox.ts';
import { useOutbox } from './use-outbox.ts';

export function WaitingLine() {
  const { data: session } = useSessionQuery();
  return session ? <OfPerson person={session.id} name={session.name} /> : null;
}

function OfPerson({ person, name }: { readonly person: string; readonly name: string }) {
  const { outbox, entries } = useOutbox(person);
  const [open, setOpen] = useState(false);
  const refused = entries.filter((w) => w.refused).length;
  if (entries.length === 0) return null;
  return (
    <>
      <button
        type="button"
        className={`min-h-7 shrink-0 px-2 text-[14px] font-[650] ${refused > 0 ? 'bg-carmine text-paper' : 'bg-lemon text-[#0F1E29]'}`}
        onClick={() => setOpen(true)}
      >
        {refused > 0 ? `${refused} refused` : `${entries.length} wait for the network`}
      </button>
      <Dialog.Root open={open} onOpenChange={setOpen}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 bg-ink opacity-40" />
          <Dialog.Content className="fixed top-1/2 left-1/2 max-h-[88vh] w-[min(720px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border-2 border-ink bg-paper p-5">
            <Dialog.Title className="text-[21px] font-[680]">Not in the shop’s record yet</Dialog.Title>
            <Dialog.Description className="mb-3 text-[15px] text-graphite">
              Entries of {name}, kept on this device in their order. They are sent by themselves.
            </Dialog.Description>
            {outbox.needsSignIn && (
              <p className="mb-3 bg-lemon px-3 py-2 text-[15px] text-[#0F1E29]">
                The shop asks who you are again:{' '}
                <Link className="underline" to="/sign-in">
                  sign in with your PIN
                </Link>
                , and they go on.
              </p>
            )}
            <ol>
              {entries.map((w) => (
                <li key={w.writeId} className="border-b border-grid py-2">
                  <p className="flex items-baseline gap-3 text-[16px]">
                    <b className="fig">{w.motor}</b> {w.what}
                    <span className="ml-auto text-[13px] text-graphite">{ageOf(w.at)} ago</span>
                  </p>
                  {w.refused && (
                    <>
                      <p className="mt-1 text-[15px] text-carmine">{w.refused.title}</p>
                      <FindingList findings={w.refused.findings} />
                      <BothSides entry={w} />
                      <p className="mt-2 flex gap-2">
                        <Link
                          to={`/motor/${encodeURIComponent(w.motor)}`}
                          className="inline-flex min-h-10 items-center border-[1.5px] border-ink px-4 font-[650]"
                          onClick={() => setOpen(false)}
                        >
                          Open {w.motor}
                        </Link>
                        <Key onClick={() => void outbox.leaveOut(w.writeId)}>Leave it out</Key>
                      </p>
                    </>
                  )}
                </li>
              ))}
            </ol>
            <p className="mt-4 flex justify-end gap-3">
              <Key onClick={() => void outbox.resume()}>Try now</Key>
              <Dialog.Close asChild>
                <Key letter="Esc">Close</Key>
              </Dialog.Close>
            </p>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </>
  );
}

const typedOf = (value: unknown): Readonly<Record<string, string>> =>
  (value as { typed?: Record<string, string> } | null | undefined)?.typed ?? {};

/** The fields in which what was typed here and what the shop has now differ. */
function BothSides({ entry }: { readonly entry: Waiting }) {
  const [mine, theirs] = [typedOf(entry.body), typedOf(entry.refused?.current)];
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])].filter(
    (f) => (mine[f] ?? '') !== (theirs[f] ?? ''),
  );
  if (Object.keys(mine).length === 0 || fields.length === 0) return null;
  return (
    <table className="mt-1 w-full text-[14px]">
      <thead>
        <tr className="text-left text-[13px] text-graphite">
          <th className="font-medium">field</th>
          <th className="font-medium">typed here</th>
          <th className="font-medium">in the shop now</th>
        </tr>
      </thead>
      <tbody>
        {fields.map((f) => (
          <tr key={f} className="border-t border-grid">
            <td>{f}</td>
            <td className="fig">{mine[f] || '–'}</td>
            <td className="fig">{theirs[f] || '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
