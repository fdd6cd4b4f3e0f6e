/** What the winding sheets of all kinds share: which winding is shown, and what they say before there is one. */
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Finding } from '@norther/core';
import type { MotorFile } from '../../app/api.ts';
import { FindingList } from '../../kit/finding-list.tsx';
import { PressedRow } from '../../kit/pressed-row.tsx';
import { Sheet, View } from '../../sheet/sheet.tsx';
import { ROLE_NAME, type Role } from '../../winding-bench/bench-state.ts';

export function WhichWinding<R extends Role>({
  there,
  role,
  onChoose,
}: {
  readonly there: readonly R[];
  readonly role: R;
  readonly onChoose: (role: R) => void;
}) {
  return (
    there.length > 1 && (
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <PressedRow
          label="Which winding"
          values={there}
          value={role}
          name={(r) => ROLE_NAME[r]}
          onChoose={onChoose}
        />
        <kbd className="fig border border-pencil px-1 text-[12px]">W</kbd>
      </div>
    )
  );
}

/** A winding sheet before its card says enough. */
export function NothingToDraw({
  file,
  name,
  title,
  wants,
  findings,
}: {
  readonly file: MotorFile;
  readonly name: string;
  readonly title: string;
  /** Ends a sentence that begins with "The data card needs". */
  readonly wants: ReactNode;
  readonly findings: readonly Finding[];
}) {
  return (
    <Sheet file={file}>
      <View letter="A" name={name} className="overflow-auto p-6">
        <h2 className="text-[21px]">{title}</h2>
        <p className="mb-3 max-w-[70ch] text-[15px]">
          <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
            The data card
          </Link>{' '}
          needs {wants}.
        </p>
        <FindingList findings={findings} />
      </View>
    </Sheet>
  );
}
