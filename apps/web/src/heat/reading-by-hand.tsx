/** A reading of an oven that nothing can ask: looked at, and written down. */
import { quantity, readField } from '@norther/core';
import type { LoadRecord } from '@norther/records';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { unwrap, useAct } from '../app/use-act.ts';
import { TypedField } from '../kit/fields.tsx';
import { Key } from '../kit/key.tsx';
import { useAddReadingsMutation } from './heat-api.ts';

const PART = quantity('partNow', 'Part, by its thermocouple', 'temperature', -20, 600);
const AIR = quantity('airNow', 'Air in the oven', 'temperature', -20, 600);

export function ReadingByHand({
  load,
  open,
  onOpen,
}: {
  readonly load: LoadRecord;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
}) {
  const [part, setPart] = useState('');
  const [air, setAir] = useState('');
  const [send, { isLoading }] = useAddReadingsMutation();
  const act = useAct();
  const [partRead, airRead] = [readField(PART, part), readField(AIR, air)];
  const keep = async () => {
    if (partRead.state !== 'read') return;
    const problem = await act(
      unwrap(
        send({
          writeId: crypto.randomUUID(),
          id: load.id,
          points: [
            {
              at: new Date().toISOString(),
              partC: partRead.value,
              ...(airRead.state === 'read' ? { airC: airRead.value } : {}),
            },
          ],
        }),
      ),
      'The reading is kept.',
    );
    if (problem) return;
    setPart('');
    setAir('');
    onOpen(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink opacity-40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 w-[min(440px,92vw)] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-paper p-5">
          <Dialog.Title className="text-[21px] font-[680]">What it reads now</Dialog.Title>
          <Dialog.Description className="mb-3 text-[15px] text-graphite">
            The cure is counted by the part. Write the unit where it is not °C, such as 280 F.
          </Dialog.Description>
          <div className="grid grid-cols-2 gap-3" data-form="">
            <TypedField field={PART} value={part} onType={setPart} missing />
            <TypedField field={AIR} value={air} onType={setAir} />
          </div>
          <div className="mt-4 flex justify-end gap-3">
            <Dialog.Close asChild>
              <Key letter="Esc">Leave it</Key>
            </Dialog.Close>
            <Key
              primary
              disabled={partRead.state !== 'read' || airRead.state === 'wrong' || isLoading}
              onClick={() => void keep()}
            >
              Keep it
            </Key>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
