/** The form of a data card, of any kind of machine: its fields with their doubts, the way to one of them, saving. */
import { proposePoles, type Field } from '@norther/core';
import { useRef, type ReactNode, type RefObject } from 'react';
import { TypedField } from '../kit/fields.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import type { useCard } from './use-card.ts';
import { useSaveKeys } from './use-save-keys.ts';

type Card = ReturnType<typeof useCard>;

/** @param needed ids of fields without which the card does not describe a winding */
export function useCardForm(card: Card, needed: readonly string[]) {
  const { typed, checked, plate } = card;
  const form = useRef<HTMLFormElement>(null);
  useSaveKeys(card);
  const proposed =
    plate.speedRpm && plate.frequencyHz ? proposePoles(plate.speedRpm, plate.frequencyHz) : null;
  return {
    form,
    goTo: (id: string) => {
      const find = () => form.current?.querySelector<HTMLInputElement>(`[name="${CSS.escape(id)}"]`);
      const go = () => {
        const field = find();
        field?.focus();
        field?.select?.();
      };
      if (find()) return go();
      // The field is folded away: unfold, then go to it when it is there.
      form.current?.querySelectorAll('details').forEach((d) => (d.open = true));
      setTimeout(go, 60);
    },
    field: (f: Field) => (
      <TypedField
        key={f.id}
        field={f}
        value={typed[f.id] ?? ''}
        onType={(v) => card.type({ [f.id]: v })}
        doubts={checked.findings.filter((x) => x.fields.includes(f.id) && !x.code.startsWith('field.'))}
        missing={needed.includes(f.id)}
        assumed={card.assumed[f.id] ?? f.default}
        suggestion={
          f.id === 'poles' && proposed && !typed['poles'] ? (
            <button
              type="button"
              className="underline"
              onClick={() => card.type({ poles: String(proposed.poles) })}
            >
              {proposed.poles} by the plate’s speed
            </button>
          ) : undefined
        }
      />
    ),
  };
}

export function CardForm({
  card,
  form,
  children,
}: {
  readonly card: Card;
  readonly form: RefObject<HTMLFormElement | null>;
  readonly children: ReactNode;
}) {
  return (
    <form
      ref={form}
      onSubmit={(e) => {
        e.preventDefault();
        void card.save();
      }}
    >
      {children}
      <FootKeys stays={card.open} className="mt-3">
        <Key primary type="submit" letter="Ctrl S" disabled={!card.open || card.saving}>
          Save the card
        </Key>
        {card.open && <Key onClick={card.drop}>Undo typing</Key>}
        <span className="text-[14px] text-graphite">
          {card.open
            ? 'Typed here, not yet with the shop; kept on this device.'
            : card.record
              ? `Saved by ${card.record.changedBy}, revision ${card.record.version}.`
              : 'Nothing saved yet.'}
        </span>
      </FootKeys>
    </form>
  );
}
