/** A data card as it is being typed: reading, checks, saving, and merging with what somebody else saved. */
import {
  asThreePhase,
  machineKind,
  readShopSettings,
  type CheckedCard,
  type ThreePhaseCard,
} from '@norther/core';
import type { WindingRecord } from '@norther/records';
import { useMemo, useState } from 'react';
import { useSaveWindingMutation, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';

export interface Clash {
  readonly theirs: WindingRecord;
  /** Fields in which both differ. */
  readonly fields: readonly string[];
}

const NOTHING = {};

const SAVED: Readonly<Record<WindingRecord['role'], string>> = {
  'as-found': 'The card is saved.',
  proposed: 'The proposal is saved.',
  'as-wound': 'The winding as wound is saved.',
};

/** @param found for a proposal: the card as found, as it stands in the fields now */
export function useCard(
  file: MotorFile,
  role: WindingRecord['role'],
  found?: Readonly<Record<string, string>>,
) {
  const record = file.windings.find((w) => w.role === role);
  const machine = machineKind(file.motor.kind);
  const draft = useDraft(
    `card:${file.motor.number}:${role}`,
    record?.typed ?? (role === 'as-found' ? machine.newCard : NOTHING),
    record?.version ?? 0,
  );
  const [send, { isLoading }] = useSaveWindingMutation();
  const [clash, setClash] = useState<Clash | null>(null);
  const act = useAct();
  const plate = useMemo(() => machine.readPlate(file.motor.plate).plate, [machine, file.motor.plate]);
  const shop = useMemo(() => readShopSettings(file.settings), [file.settings]);
  const typed = useMemo(
    () => (found ? machine.proposedCard(found, draft.typed) : draft.typed),
    [machine, found, draft.typed],
  );
  const checked: CheckedCard = useMemo(
    () => machine.checkCard(typed, plate, true, shop),
    [machine, typed, plate, shop],
  );
  const assumed = useMemo(() => machine.assumed(typed, shop), [machine, typed, shop]);
  const saving = async (typed: Readonly<Record<string, string>>, version: number) => {
    const problem = await act(
      unwrap(
        send({
          writeId: draft.writeId ?? crypto.randomUUID(),
          number: file.motor.number,
          role,
          change: { typed: { ...typed }, version, why: '' },
        }),
      ),
      SAVED[role],
    );
    if (!problem) {
      draft.drop();
      setClash(null);
    } else if (problem.status === 409 && problem.current) {
      const theirs = problem.current as WindingRecord;
      const ids = new Set([...Object.keys(typed), ...Object.keys(theirs.typed)]);
      setClash({ theirs, fields: [...ids].filter((id) => (typed[id] ?? '') !== (theirs.typed[id] ?? '')) });
    }
  };
  return {
    typed,
    type: draft.type,
    open: draft.open,
    drop: draft.drop,
    checked,
    assumed,
    plate,
    shop,
    record,
    saving: isLoading,
    // The iron stays with the card as found.
    save: () =>
      saving(
        found
          ? Object.fromEntries(
              machine.proposal.flatMap((f) => (typed[f.id] === undefined ? [] : [[f.id, typed[f.id]!]])),
            )
          : typed,
        draft.version,
      ),
    clash,
    /** Ends a clash: the chosen fields on top of the version that is in the shop now. */
    merge: (typed: Record<string, string>) => {
      draft.rebase(typed, clash!.theirs.version);
      setClash(null);
    },
  };
}

/** The card of a three-phase motor: its sheets are opened for no other. */
export function useThreePhaseCard(...of: Parameters<typeof useCard>) {
  const card = useCard(...of);
  const checked = asThreePhase(card.checked);
  if (!checked) throw new Error('This sheet is for three-phase motors.');
  return { ...card, checked } satisfies { readonly checked: ThreePhaseCard };
}
