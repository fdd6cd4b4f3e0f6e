/** The library without a motor: windings of a core that is typed, kept in the address. */
import { MACHINE_KIND_IDS, machineKind } from '@norther/core';
import { useTypedAddress } from '../app/use-typed-address.ts';
import { Choice } from '../kit/choice.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { CardsIn } from './cards-in.tsx';
import { LibrarySheet } from './library-sheet.tsx';

const KINDS = MACHINE_KIND_IDS.map((id) => ({ value: id, label: machineKind(id).name }));

export function Library() {
  const { typed, type } = useTypedAddress();
  const kind = KINDS.some((k) => k.value === typed['kind']) ? typed['kind']! : KINDS[0]!.value;
  return (
    <LibrarySheet
      kind={kind}
      typed={typed}
      onType={type}
      own={null}
      after={<CardsIn />}
      title={<SheetName name="Library">every winding ever taken, found by its core</SheetName>}
      before={
        <div className="mb-2">
          <label htmlFor="library-kind" className="block text-[13px] text-graphite">
            Kind of motor
          </label>
          <div className="flex h-9 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field max-xl:h-12">
            <Choice
              id="library-kind"
              name="kind"
              value={kind}
              options={KINDS}
              onChoose={(value) => type({ kind: value })}
              none="–"
              className="flex-1"
            />
          </div>
        </div>
      }
    />
  );
}
