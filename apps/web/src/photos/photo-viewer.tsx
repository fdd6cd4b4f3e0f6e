/** One photo as large as the screen: what it shows, who took it, a note, the next one. */
import { kindAndRoute } from '@norther/core';
import { sayPlace, type PhotoMark } from '@norther/records';
import { ChevronLeft, ChevronRight, Download } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useSessionQuery, type MotorFile, type ShownAttachment } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { LineField } from '../kit/line-field.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { ageOf } from '../kit/time.ts';
import { draftOf, MarkedPhoto, type Tool } from './marked-photo.tsx';
import {
  fileAddress,
  useMarkAttachmentMutation,
  useNoteAttachmentMutation,
  useWithdrawAttachmentMutation,
} from './photos-api.ts';

export function PhotoViewer({
  file,
  shown,
  id,
  onOpen,
  onClose,
}: {
  readonly file: MotorFile;
  readonly shown: readonly ShownAttachment[];
  readonly id: string;
  readonly onOpen: (id: string) => void;
  readonly onClose: () => void;
}) {
  const at = shown.findIndex((a) => a.id === id);
  const photo = shown[at];
  // Withdrawn by somebody else meanwhile.
  if (!photo) return null;
  const turn = (by: number) => {
    const next = shown[at + by];
    if (next) onOpen(next.id);
  };
  const place = sayPlace(photo.place, {
    route: kindAndRoute(file.motor, file.ownRoute).route,
    readings: file.readings,
  });
  return (
    <Dialog.Root open onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink opacity-60" />
        <Dialog.Content
          className="fixed inset-3 flex flex-col border-2 border-ink bg-paper"
          onKeyDown={(e) => {
            if (e.target instanceof HTMLInputElement) return;
            if (e.key === 'ArrowLeft') turn(-1);
            if (e.key === 'ArrowRight') turn(1);
          }}
        >
          <header className="flex items-baseline gap-4 border-b-2 border-ink px-4 py-2">
            <Dialog.Title className="text-[21px] font-[680]">{place}</Dialog.Title>
            <Dialog.Description className="text-[14px] text-graphite">
              motor {file.motor.number} · {photo.addedBy}, {ageOf(photo.addedAt)} ago
              {photo.withdrawn && ` · withdrawn by ${photo.withdrawn.by}: ${photo.withdrawn.reason}`}
            </Dialog.Description>
            <span className="fig ml-auto text-[15px]">
              {at + 1} of {shown.length}
            </span>
          </header>
          <div className="flex min-h-0 flex-1 items-center justify-center bg-tint p-2">
            <Content key={photo.id} file={file} photo={photo} />
          </div>
          <Foot
            key={photo.id}
            file={file}
            photo={photo}
            onTurn={turn}
            first={at === 0}
            last={at === shown.length - 1}
          />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const TOOLS: readonly (readonly [Tool, string])[] = [
  ['arrow', 'Arrow'],
  ['ring', 'Ring'],
  ['note', 'Note'],
];

function Content({ file, photo }: { readonly file: MotorFile; readonly photo: ShownAttachment }) {
  const { number, shippedAt, withdrawnAt } = file.motor;
  const [tool, setTool] = useState<Tool | null>(null);
  /** Drawn, and waiting for its words. */
  const [drawn, setDrawn] = useState<{
    tool: Tool;
    from: readonly [number, number];
    to: readonly [number, number];
  } | null>(null);
  const [words, setWords] = useState('');
  const [send, { isLoading }] = useMarkAttachmentMutation();
  const act = useAct();
  const [against, setAgainst] = useState('');
  if (!photo.here)
    return (
      <p className="text-[16px]">
        Its file did not come along: the record was imported alone. Import the bundle from where it was taken.
      </p>
    );
  const address = fileAddress(number, photo.id);
  if (photo.media !== 'image/jpeg')
    return (
      <a href={address} download className="flex items-center gap-2 text-[18px] underline">
        <Download size={22} aria-hidden />
        {photo.name || 'The paper'}, {Math.max(1, Math.round(photo.bytes / 1024))} kB
      </a>
    );
  const keep = async (marks: readonly PhotoMark[], done: string) => {
    const mine = drawn;
    const problem = await act(
      unwrap(
        send({
          writeId: crypto.randomUUID(),
          number,
          id: photo.id,
          change: { marks: [...marks], was: [...photo.marks] },
        }),
      ),
      done,
    );
    setAgainst(problem?.title ?? '');
    if (problem) return;
    // Whoever has drawn the next one meanwhile goes on with it.
    setDrawn((now) => (now === mine ? null : now));
    setWords('');
  };
  const drawing = drawn && draftOf(drawn.tool, drawn.from, drawn.to, words.trim());
  const mayDraw = shippedAt === null && withdrawnAt === null && !photo.withdrawn;
  return (
    <div className="flex h-full min-h-0 w-full flex-col gap-2">
      <div className="flex min-h-0 flex-1 items-center justify-center">
        <MarkedPhoto
          src={address}
          alt={photo.note || photo.name || 'Photo'}
          ratio={photo.width && photo.height ? photo.height / photo.width : null}
          marks={drawing ? [...photo.marks, drawing] : photo.marks}
          tool={drawn ? null : tool}
          onDraw={(d) => {
            setDrawn(d);
            setTool(null);
          }}
        />
      </div>
      {mayDraw && (
        <div className="no-print flex flex-wrap items-end gap-2" role="group" aria-label="Draw on it">
          {TOOLS.map(([t, name]) => (
            <Key
              key={t}
              className="min-h-12"
              aria-pressed={tool === t}
              primary={tool === t}
              onClick={() => {
                setDrawn(null);
                setTool(tool === t ? null : t);
              }}
            >
              {name}
            </Key>
          ))}
          {drawn && (
            <form
              className="flex flex-1 items-end gap-2"
              onSubmit={(e) => {
                e.preventDefault();
                if (drawing && (drawn.tool !== 'note' || words.trim() !== ''))
                  void keep([...photo.marks, drawing], 'The mark is kept.');
              }}
            >
              <div className="min-w-[220px] flex-1">
                <LineField label="What it shows" name="markWords" value={words} onType={setWords} autoFocus />
              </div>
              <Key
                primary
                className="min-h-12"
                type="submit"
                disabled={isLoading || (drawn.tool === 'note' && words.trim() === '')}
              >
                Keep the mark
              </Key>
              <Key className="min-h-12" onClick={() => setDrawn(null)}>
                Leave it
              </Key>
            </form>
          )}
          {!drawn && photo.marks.length > 0 && (
            <Key
              className="min-h-12"
              disabled={isLoading}
              onClick={() =>
                void keep(photo.marks.slice(0, -1), 'The last mark is taken off; the history keeps it.')
              }
            >
              Take the last mark off
            </Key>
          )}
          {tool && !drawn && (
            <span className="self-center text-[14px] text-graphite">Drag over the photo.</span>
          )}
          {against && (
            <p role="alert" className="self-center text-[14px] text-carmine">
              {against}
            </p>
          )}
        </div>
      )}
    </div>
  );
}

function Foot({
  file,
  photo,
  onTurn,
  first,
  last,
}: {
  readonly file: MotorFile;
  readonly photo: ShownAttachment;
  readonly onTurn: (by: number) => void;
  readonly first: boolean;
  readonly last: boolean;
}) {
  const { number, shippedAt, withdrawnAt } = file.motor;
  const { data: session } = useSessionQuery();
  const [note, setNote] = useState(photo.note);
  const [taking, setTaking] = useState(false);
  const [send] = useNoteAttachmentMutation();
  const [withdraw] = useWithdrawAttachmentMutation();
  const act = useAct();
  const gone = shippedAt !== null || withdrawnAt !== null;
  // The sheet's own line lies under this one.
  const [against, setAgainst] = useState('');
  const save = async () => {
    const problem = await act(
      unwrap(
        send({
          writeId: crypto.randomUUID(),
          number,
          id: photo.id,
          change: { note: note.trim(), was: photo.note },
        }),
      ),
      'The note is kept.',
    );
    setAgainst(problem?.title ?? '');
  };
  return (
    <footer className="flex flex-wrap items-end gap-3 border-t-2 border-ink px-4 py-3">
      <Key className="min-h-12" aria-label="The one before" disabled={first} onClick={() => onTurn(-1)}>
        <ChevronLeft size={20} aria-hidden />
      </Key>
      <Key className="min-h-12" aria-label="The next one" disabled={last} onClick={() => onTurn(1)}>
        <ChevronRight size={20} aria-hidden />
      </Key>
      {gone || photo.withdrawn ? (
        <p className="flex-1 text-[16px]">{photo.note}</p>
      ) : (
        <form
          className="flex min-w-[280px] flex-1 items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            if (note.trim() !== photo.note) void save();
          }}
        >
          <div className="flex-1">
            {against && (
              <p role="alert" className="text-[14px] text-carmine">
                {against}
              </p>
            )}
            <LineField label="Note: what it shows" name="photoNote" value={note} onType={setNote} />
          </div>
          <Key className="min-h-12" type="submit" letter="Enter" disabled={note.trim() === photo.note}>
            Keep the note
          </Key>
        </form>
      )}
      {!gone && !photo.withdrawn && (session?.role === 'lead' || session?.name === photo.addedBy) && (
        <Key className="min-h-12 text-carmine" onClick={() => setTaking(true)}>
          Withdraw
        </Key>
      )}
      <Dialog.Close asChild>
        <Key className="min-h-12" letter="Esc">
          Close
        </Key>
      </Dialog.Close>
      <ReasonDialog
        title="Withdraw this photo"
        text="It stays on record with your reason, and is shown no more by itself."
        action="Withdraw"
        open={taking}
        onOpen={setTaking}
        onReason={(reason) =>
          void act(
            unwrap(withdraw({ writeId: crypto.randomUUID(), number, id: photo.id, reason })),
            'Withdrawn.',
          )
        }
      />
    </footer>
  );
}
