/** Where an oven's log is chosen or dropped; a long one is read in a worker. */
import { useRef, useState } from 'react';
import { Key } from '../kit/key.tsx';
import { fieldsOfFile } from './use-oven-log.ts';

export function LogDrop({ onRead, has }: { onRead: (fields: Record<string, string>) => void; has: boolean }) {
  const input = useRef<HTMLInputElement>(null);
  const [reading, setReading] = useState(false);
  const read = async (f: File | undefined) => {
    if (!f) return;
    setReading(true);
    try {
      onRead(await fieldsOfFile(f));
    } finally {
      setReading(false);
    }
  };
  return (
    <div
      className="mt-3 flex flex-wrap items-center gap-3 border-[1.5px] border-dashed border-pencil p-3"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void read(e.dataTransfer.files[0]);
      }}
    >
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv,text/plain"
        className="sr-only"
        tabIndex={-1}
        aria-label="Oven log"
        onChange={(e) => {
          void read(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <Key onClick={() => input.current?.click()}>{has ? 'Another log' : 'Read the oven’s log'}</Key>
      <span className="text-[14px] text-graphite">
        {reading ? 'Reading the log …' : 'CSV with the columns time, part, air. Or drop it here.'}
      </span>
    </div>
  );
}
