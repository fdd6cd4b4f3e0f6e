/** Where an oven's log is chosen or dropped; a long one is read in a worker. */
import { useState } from 'react';
import { CsvDrop } from './csv-drop.tsx';
import { fieldsOfFile } from './use-oven-log.ts';

export function LogDrop({ onRead, has }: { onRead: (fields: Record<string, string>) => void; has: boolean }) {
  const [reading, setReading] = useState(false);
  const read = async (f: File) => {
    setReading(true);
    try {
      onRead(await fieldsOfFile(f));
    } finally {
      setReading(false);
    }
  };
  return (
    <CsvDrop
      label="Oven log"
      button={has ? 'Another log' : 'Read the oven’s log'}
      words={reading ? 'Reading the log …' : 'CSV with the columns time, part, air. Or drop it here.'}
      onFile={(f) => void read(f)}
    />
  );
}
