/** Two photos beside each other: as it came, and as it leaves. */
import { sayPlace } from '@norther/records';
import { kindAndRoute } from '@norther/core';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { MotorFile, ShownAttachment } from '../app/api.ts';
import { Choice } from '../kit/choice.tsx';
import { Key } from '../kit/key.tsx';
import { showDay } from '../kit/moments.ts';
import { MarkedPhoto } from './marked-photo.tsx';
import { fileAddress } from './photos-api.ts';

export function BeforeAfter({
  file,
  photos,
  onClose,
}: {
  readonly file: MotorFile;
  /** Oldest first. */
  readonly photos: readonly ShownAttachment[];
  readonly onClose: () => void;
}) {
  const [left, setLeft] = useState(photos[0]!.id);
  const [right, setRight] = useState(photos.at(-1)!.id);
  const { route } = kindAndRoute(file.motor, file.ownRoute);
  const options = photos.map((p, i) => ({
    value: p.id,
    label: `${i + 1}: ${p.note || sayPlace(p.place, { route, readings: file.readings })}, ${showDay(p.addedAt)}`,
  }));
  const side = (name: string, id: string, choose: (id: string) => void) => {
    const photo = photos.find((p) => p.id === id)!;
    return (
      <figure className="flex min-h-0 min-w-0 flex-1 flex-col gap-2">
        <figcaption className="flex items-center gap-3">
          <b className="text-[17px]">{name}</b>
          <span className="flex h-10 min-w-0 flex-1 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field">
            <Choice
              id={`photo-${name}`}
              label={`${name}: photo`}
              name={`photo-${name}`}
              value={id}
              options={options}
              onChoose={choose}
              className="min-w-0 flex-1"
            />
          </span>
        </figcaption>
        <div className="flex min-h-0 flex-1 items-center justify-center bg-tint p-2">
          <MarkedPhoto
            src={fileAddress(file.motor.number, photo.id)}
            alt={photo.note || photo.name || name}
            ratio={photo.width && photo.height ? photo.height / photo.width : null}
            marks={photo.marks}
          />
        </div>
      </figure>
    );
  };
  return (
    <Dialog.Root open onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink opacity-60" />
        <Dialog.Content className="fixed inset-3 flex flex-col gap-3 border-2 border-ink bg-paper p-4">
          <header className="flex items-baseline gap-4">
            <Dialog.Title className="text-[21px] font-[680]">Before and after</Dialog.Title>
            <Dialog.Description className="text-[14px] text-graphite">
              motor {file.motor.number}
            </Dialog.Description>
            <Dialog.Close asChild>
              <Key className="ml-auto" letter="Esc">
                Close
              </Key>
            </Dialog.Close>
          </header>
          <div className="flex min-h-0 flex-1 gap-4 max-lg:flex-col">
            {side('Before', left, setLeft)}
            {side('After', right, setRight)}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
