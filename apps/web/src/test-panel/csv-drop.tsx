/** Where a file of figures is chosen or dropped, with what else stands beside it. */
import { useRef, type ReactNode } from 'react';
import { Key } from '../kit/key.tsx';

export function CsvDrop({
  label,
  button,
  words,
  onFile,
  children,
}: {
  readonly label: string;
  readonly button: string;
  readonly words: string;
  readonly onFile: (file: File) => void;
  readonly children?: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div
      className="mt-3 flex flex-wrap items-center gap-3 border-[1.5px] border-dashed border-pencil p-3"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const [file] = e.dataTransfer.files;
        if (file) onFile(file);
      }}
    >
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv,text/plain"
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
      {children}
      <Key onClick={() => input.current?.click()}>{button}</Key>
      <span className="text-[14px] text-graphite">{words}</span>
    </div>
  );
}
