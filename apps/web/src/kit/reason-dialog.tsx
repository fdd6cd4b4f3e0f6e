/** Asks for a written reason before a hold, a release, or a gate is passed. */
import { Dialog } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { Key } from './key.tsx';

export function ReasonDialog({
  title,
  text,
  action,
  open,
  onOpen,
  onReason,
  children,
}: {
  readonly title: string;
  readonly text: string;
  readonly action: string;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onReason: (reason: string) => void;
  readonly children?: ReactNode;
}) {
  const [reason, setReason] = useState('');
  const enough = reason.trim().length >= 3;
  const done = () => {
    if (!enough) return;
    onReason(reason.trim());
    setReason('');
    onOpen(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink opacity-40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 w-[min(520px,92vw)] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-paper p-5">
          <Dialog.Title className="text-[21px] font-[680]">{title}</Dialog.Title>
          <Dialog.Description className="mb-3 text-[15px] text-graphite">{text}</Dialog.Description>
          {children}
          <label className="block text-[13px] text-graphite">
            Reason
            <textarea
              autoFocus
              name="reason"
              rows={3}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter' && !e.shiftKey) {
                  e.preventDefault();
                  done();
                }
              }}
              className="mt-1 block w-full border-[1.5px] border-b-2 border-pencil border-b-ink bg-field p-2 text-[16px] text-ink outline-none focus:border-b-copper"
            />
          </label>
          <div className="mt-4 flex justify-end gap-3">
            <Dialog.Close asChild>
              <Key letter="Esc">Leave it</Key>
            </Dialog.Close>
            <Key primary letter="Enter" disabled={!enough} onClick={done}>
              {action}
            </Key>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
