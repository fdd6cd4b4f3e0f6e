/** Signing in: name and PIN; in a shop that has nobody yet, the first lead. */
import { lazy, Suspense, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api, useSetupQuery, useSignInMutation, type Session } from '../app/api.ts';
import { useAppDispatch } from '../app/store.ts';
import { LineField } from '../kit/line-field.tsx';
import { Key } from '../kit/key.tsx';
import { namesHere, signedInHere } from './names-here.ts';
import { Refusal } from './refusal.tsx';

/** Once in the life of a shop: its form is not in the first script. */
const FirstLead = lazy(async () => ({ default: (await import('./first-lead.tsx')).FirstLead }));

export function SignIn() {
  const { data: setup } = useSetupQuery();
  const navigate = useNavigate();
  const { state } = useLocation() as { state: { from?: string } | null };
  const dispatch = useAppDispatch();
  const enter = async (session: Session) => {
    // What the person before saw goes; who is here now is known before the sheets ask.
    dispatch(api.util.resetApiState());
    await dispatch(api.util.upsertQueryData('session', undefined, session));
    await navigate(state?.from ?? '/', { replace: true });
  };
  return (
    <div className="flex min-h-full p-2">
      <div className="flex flex-1 border border-hair p-[3px]">
        <main className="flex flex-1 flex-col items-center justify-center border-2 border-ink p-6">
          <div className="w-[min(360px,100%)] space-y-4">
            <div className="flex items-center gap-4 border-b-2 border-ink pb-4">
              <svg width="56" height="56" viewBox="0 0 32 32" aria-hidden="true">
                <circle cx="16" cy="16" r="13" fill="none" stroke="var(--ink)" strokeWidth="4" />
                <circle cx="16" cy="16" r="6.5" fill="var(--copper)" />
              </svg>
              <div>
                <h1 className="text-[34px] leading-none">Norther</h1>
                <p className="text-[15px] text-graphite">One motor, one record, two tracks.</p>
              </div>
            </div>
            {setup?.needed ? (
              <Suspense>
                <FirstLead onDone={enter} />
              </Suspense>
            ) : (
              <NameAndPin onDone={enter} />
            )}
          </div>
        </main>
      </div>
    </div>
  );
}

function NameAndPin({ onDone }: { readonly onDone: (session: Session) => Promise<void> }) {
  const [name, setName] = useState('');
  const [pin, setPin] = useState('');
  const [known] = useState(() => namesHere(localStorage));
  const form = useRef<HTMLFormElement>(null);
  const [signIn, { error, isLoading }] = useSignInMutation();
  const go = async () => {
    const result = await signIn({ name, pin });
    if ('error' in result) return;
    signedInHere(localStorage, result.data.name);
    await onDone(result.data);
  };
  return (
    <form
      ref={form}
      data-quick=""
      className="space-y-4"
      onSubmit={(e) => {
        e.preventDefault();
        void go();
      }}
    >
      {known.length > 0 && (
        <div role="group" aria-label="Signed in on this device before" className="grid grid-cols-2 gap-2">
          {known.map((n) => (
            <button
              key={n}
              type="button"
              aria-pressed={n === name}
              onClick={() => {
                setName(n);
                form.current?.querySelector<HTMLInputElement>('[name=pin]')?.focus();
              }}
              className={`min-h-12 truncate border-[1.5px] px-2 text-[16px] ${n === name ? 'border-ink bg-ink text-paper' : 'border-pencil'}`}
            >
              {n}
            </button>
          ))}
        </div>
      )}
      <LineField label="Name" name="name" value={name} onType={setName} autoFocus />
      <LineField label="PIN or passphrase" name="pin" type="password" value={pin} onType={setPin} />
      <Refusal error={error} />
      <Key
        primary
        type="submit"
        letter="Enter"
        disabled={isLoading || !name || pin.length < 4}
        className="w-full"
      >
        Sign in
      </Key>
    </form>
  );
}
