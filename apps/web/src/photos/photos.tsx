/** Photos and papers of a motor or of one of its stations: seen small, opened large, added by a key or by dropping them. */
import { Camera, FileText, RotateCw, X } from 'lucide-react';
import { useRef, useState, type DragEvent } from 'react';
import type { MotorFile, ShownAttachment } from '../app/api.ts';
import { BeforeAfter } from './before-after.tsx';
import { PhotoViewer } from './photo-viewer.tsx';
import { smallAddress } from './photos-api.ts';
import type { Upload } from './upload-queue.ts';
import { uploads, useUploads } from './uploads.ts';

const TILE =
  'relative block h-[66px] w-[88px] shrink-0 overflow-hidden border border-hair bg-tint max-xl:h-24 max-xl:w-32';

export function Photos({
  file,
  place = null,
  large = false,
}: {
  readonly file: MotorFile;
  /** Where new ones belong, and which are shown; null: all, and new ones to the motor. */
  readonly place?: string | null;
  /** For a glove. */
  readonly large?: boolean;
}) {
  const { number, shippedAt, withdrawnAt } = file.motor;
  const [open, setOpen] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const [comparing, setComparing] = useState(false);
  const [withWithdrawn, setWithWithdrawn] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const sending = useUploads(number, place);
  const all = file.attachments.filter((a) => place === null || a.place === place);
  const shown = all.filter((a) => withWithdrawn || !a.withdrawn);
  const pictures = all.filter((a) => a.media === 'image/jpeg' && a.here && !a.withdrawn);
  const withdrawn = all.filter((a) => a.withdrawn).length;
  const gone = shippedAt !== null || withdrawnAt !== null;
  const add = (files: FileList | null) => files && uploads.add(number, place ?? 'motor', [...files]);
  const drop = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    if (!gone) add(e.dataTransfer.files);
  };
  return (
    <section
      aria-label="Photos and papers"
      className={over && !gone ? 'outline-2 outline-offset-4 outline-copper outline-dashed' : ''}
      onDragOver={(e) => {
        if (!e.dataTransfer.types.includes('Files')) return;
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <ul className="flex flex-wrap gap-2">
        {shown.map((a) => (
          <li key={a.id}>
            <Tile number={number} attachment={a} onOpen={() => setOpen(a.id)} />
          </li>
        ))}
        {sending.map((u) => (
          <li key={u.writeId}>
            <Sending upload={u} />
          </li>
        ))}
        {!gone && (
          <li>
            <input
              ref={input}
              type="file"
              multiple
              accept="image/jpeg,image/png,image/webp,image/avif,image/tiff,application/pdf"
              className="sr-only"
              tabIndex={-1}
              aria-label="Photos or papers to add"
              onChange={(e) => {
                add(e.target.files);
                e.target.value = '';
              }}
            />
            <button
              type="button"
              onClick={() => input.current?.click()}
              className={`inline-flex items-center justify-center border-[1.5px] border-ink font-[650] ${
                large
                  ? 'h-[72px] min-w-32 gap-2 px-3 text-[15px] max-xl:h-24'
                  : 'h-[66px] w-[88px] flex-col gap-1 text-[13px] max-xl:h-24 max-xl:w-32'
              }`}
            >
              <Camera size={large ? 26 : 18} aria-hidden />
              Add a photo
            </button>
          </li>
        )}
      </ul>
      {sending
        .flatMap((u) => (u.state.kind === 'refused' ? [{ ...u, why: u.state.why }] : []))
        .map((u) => (
          <p key={u.writeId} role="alert" className="mt-1 text-[14px] text-carmine">
            {u.file.name}: {u.why}
          </p>
        ))}
      {sending.some((u) => u.state.kind === 'away') && (
        <p role="status" className="mt-1 text-[14px]">
          The server cannot be reached: they wait here and are sent by themselves.
        </p>
      )}
      {withdrawn > 0 && (
        <button
          type="button"
          className="mt-1 min-h-9 text-[13px] text-graphite underline"
          onClick={() => setWithWithdrawn(!withWithdrawn)}
        >
          {withWithdrawn ? 'without those withdrawn' : `${withdrawn} withdrawn`}
        </button>
      )}
      {place === null && pictures.length > 1 && (
        <button
          type="button"
          className="mt-1 min-h-9 text-[14px] underline"
          onClick={() => setComparing(true)}
        >
          Before and after
        </button>
      )}
      {comparing && <BeforeAfter file={file} photos={pictures} onClose={() => setComparing(false)} />}
      {open !== null && (
        <PhotoViewer file={file} shown={shown} id={open} onOpen={setOpen} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}

function Tile({
  number,
  attachment: a,
  onOpen,
}: {
  readonly number: string;
  readonly attachment: ShownAttachment;
  readonly onOpen: () => void;
}) {
  const name = a.note || a.name || 'Photo';
  return (
    <button
      type="button"
      onClick={onOpen}
      className={`${TILE} ${a.here ? '' : 'border-dashed'}`}
      title={name}
    >
      {!a.here ? (
        <span className="flex h-full items-center justify-center p-1 text-[12px] leading-tight text-graphite">
          did not come along
        </span>
      ) : a.media === 'image/jpeg' ? (
        <img
          src={smallAddress(number, a.id)}
          alt={name}
          loading="lazy"
          className={`h-full w-full object-cover ${a.withdrawn ? 'opacity-40' : ''}`}
        />
      ) : (
        <span className="flex h-full flex-col items-center justify-center gap-1 p-1 text-[12px] leading-tight break-all">
          <FileText size={22} aria-hidden />
          <span className="line-clamp-2">{a.name || 'paper'}</span>
        </span>
      )}
    </button>
  );
}

function Sending({ upload }: { readonly upload: Upload }) {
  const { file, state, writeId } = upload;
  return (
    <span
      className={`${TILE} flex flex-col items-center justify-center border-dashed p-1 text-center text-[12px]`}
    >
      <span className="line-clamp-1 break-all">{file.name}</span>
      {state.kind === 'sending' ? (
        <span className="text-copper">sending …</span>
      ) : state.kind === 'refused' ? (
        <span className="text-carmine">refused</span>
      ) : (
        <span>{state.kind === 'away' ? 'not sent yet' : 'waits'}</span>
      )}
      <span className="flex">
        {state.kind === 'away' && (
          <button
            type="button"
            aria-label={`Send ${file.name} now`}
            className="p-2"
            onClick={() => uploads.again()}
          >
            <RotateCw size={16} aria-hidden />
          </button>
        )}
        {state.kind !== 'sending' && (
          <button
            type="button"
            aria-label={`Do not send ${file.name}`}
            className="p-2"
            onClick={() => uploads.forget(writeId)}
          >
            <X size={16} aria-hidden />
          </button>
        )}
      </span>
    </span>
  );
}
