/** The winding out as files, and a winding in from one, where it is of the same kind of machine. */
import { openWindingFor } from '@norther/records';
import { useRef, useState } from 'react';
import type { MotorFile } from '../../app/api.ts';
import type { Role } from '../../winding-bench/bench-state.ts';

const FILES = [
  ['coils.csv', 'Coils as CSV'],
  ['winding.svg', 'Winding as SVG'],
] as const;
const UNROLLED = ['slots.svg', 'Slots as SVG'] as const;

export function WindingFiles({
  file: { motor },
  role,
  unrolled = false,
  onFill,
}: {
  readonly file: MotorFile;
  readonly role: Role;
  /** The kind has a drawing of its slots in a row. */
  readonly unrolled?: boolean;
  readonly onFill: (fields: Record<string, string>) => void;
}) {
  const base = `/api/motors/${encodeURIComponent(motor.number)}`;
  const input = useRef<HTMLInputElement>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const take = async (file: File) => {
    let data: unknown;
    try {
      data = JSON.parse(await file.text());
    } catch {
      setRefusal('This file is not JSON; a winding record is.');
      return;
    }
    const opened = openWindingFor(motor.kind, data);
    if (!opened.ok) {
      setRefusal(opened.findings.map((f) => `${f.message} ${f.because ?? ''}`).join(' '));
      return;
    }
    setRefusal(null);
    onFill({ ...opened.value.typed });
  };
  return (
    <div className="no-print text-[14px]">
      <p className="flex flex-wrap gap-x-4 gap-y-1">
        <a className="underline" href={`${base}/winding.json?winding=${role}`} download>
          Winding as JSON
        </a>
        {(unrolled ? [...FILES, UNROLLED] : FILES).map(([name, title]) => (
          <a key={name} className="underline" href={`${base}/${name}?winding=${role}`} download={name}>
            {title}
          </a>
        ))}
        <button type="button" className="underline" onClick={() => input.current?.click()}>
          Take a winding from a file
        </button>
      </p>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        aria-label="Winding record"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) void take(file);
        }}
      />
      {refusal && (
        <p role="alert" className="mt-1 text-carmine">
          {refusal}
        </p>
      )}
    </div>
  );
}
