/** The first start of a shop: its name, its first lead, and the word printed on the machine. */
import { useState } from 'react';
import { problemOf, useSetUpMutation, type Session } from '../app/api.ts';
import { LineField } from '../kit/fields.tsx';
import { Key } from '../kit/key.tsx';

export function FirstLead({ onDone }: { readonly onDone: (session: Session) => Promise<void> }) {
  const [typed, setTyped] = useState({ word: '', shop: '', name: '', pin: '', again: '' });
  const [setUp, { error, isLoading }] = useSetUpMutation();
  const type = (field: keyof typeof typed) => (value: string) => setTyped({ ...typed, [field]: value });
  const differ = typed.again !== '' && typed.again !== typed.pin;
  const ready = Object.values(typed).every((v) => v.trim() !== '') && !differ;
  const go = async () => {
    const { again: _again, ...entry } = typed;
    const result = await setUp(entry);
    if (!('error' in result)) await onDone(result.data);
  };
  return (
    <form
      className="space-y-4"
      data-quick=""
      onSubmit={(e) => {
        e.preventDefault();
        if (ready) void go();
      }}
    >
      <p className="text-[16px] leading-snug">
        Nobody works here yet. Enter the first lead; the lead then adds the others on the sheet <b>People</b>.
      </p>
      <LineField
        label="Word printed where the server was started"
        name="word"
        value={typed.word}
        onType={type('word')}
        autoFocus
      />
      <LineField label="Name of the shop" name="shop" value={typed.shop} onType={type('shop')} />
      <LineField label="Your name" name="name" value={typed.name} onType={type('name')} />
      <LineField
        label="PIN of six digits or more, or a passphrase"
        name="pin"
        type="password"
        value={typed.pin}
        onType={type('pin')}
      />
      <LineField
        label="The same again"
        name="again"
        type="password"
        value={typed.again}
        onType={type('again')}
        wrong={differ ? 'This is not the same.' : undefined}
      />
      {error && (
        <p role="alert" className="text-[15px] font-[620] text-carmine">
          {problemOf(error).title}
        </p>
      )}
      <Key primary type="submit" letter="Enter" disabled={isLoading || !ready} className="w-full">
        Begin the shop
      </Key>
    </form>
  );
}
