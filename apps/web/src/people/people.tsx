/** Who works here: a lead adds, renames, retires, gives roles and PINs; everybody may give themselves a new PIN. */
import type { PersonRecord } from '@norther/records';
import { useState } from 'react';
import {
  useAddPersonMutation,
  useChangePersonMutation,
  usePeopleQuery,
  useSessionQuery,
  useShopHistoryQuery,
  useUnlockPersonMutation,
} from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { LineField } from '../kit/fields.tsx';
import { Key } from '../kit/key.tsx';
import { Sheet, View } from '../kit/sheet.tsx';
import { ageOf } from '../kit/time.ts';

type Role = PersonRecord['role'];
const ROLES: readonly { readonly role: Role; readonly may: string }[] = [
  { role: 'winder', may: 'works on motors, measures, signs the stations' },
  { role: 'tester', may: 'the same, and signs the tests' },
  { role: 'lead', may: 'everything: releases, passes gates, ships, people' },
];

export function People() {
  const { data: session } = useSessionQuery();
  const { data: people = [] } = usePeopleQuery();
  const [chosen, setChosen] = useState<string | null>(null);
  const lead = session?.role === 'lead';
  const person = people.find((p) => p.id === chosen) ?? null;
  return (
    <Sheet
      columns="7fr 5fr"
      title={
        <div className="px-3 py-1.5">
          <span className="block text-[13px] leading-none text-graphite">Sheet</span>
          <b className="block text-[16px] leading-tight">People</b>
          <span className="text-[13px]">who works here, and what each may sign</span>
        </div>
      }
    >
      <View letter="A" name="Who works here" className="overflow-auto px-4 py-2">
        {session?.demo && (
          <p className="mb-3 border-2 border-ink bg-lemon p-3 text-[15px] leading-snug text-[#0F1E29]">
            <b>This is a demo.</b> PINs marked below stand in the documentation. Give everybody a new one, or
            retire them, before other machines are let in.
          </p>
        )}
        <table className="w-full text-[16px]">
          <thead>
            <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
              <th className="font-medium">name</th>
              <th className="font-medium">role</th>
              <th className="font-medium">PIN</th>
              <th>
                <span className="sr-only">change</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {people.map((p) => (
              <tr
                key={p.id}
                className={`border-b border-grid ${p.id === chosen ? 'bg-wash' : ''} ${p.retiredAt ? 'text-pencil' : ''}`}
              >
                <td className="py-1.5 font-[600]">{p.name}</td>
                <td>{p.retiredAt ? `retired, was ${p.role}` : p.role}</td>
                <td className="text-[14px]">
                  {p.publishedPin && !p.retiredAt ? 'stands in the documentation' : 'own'}
                </td>
                <td className="py-1 text-right">
                  {(lead || p.id === session?.id) && (
                    <Key className="min-h-11" onClick={() => setChosen(p.id === chosen ? null : p.id)}>
                      {p.id === chosen ? 'Close' : 'Change'}
                    </Key>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {lead && <ShopHistory />}
      </View>
      <View letter="B" name={person ? person.name : 'Somebody new'} className="overflow-auto px-4 py-3">
        {person ? (
          <Change
            key={`${person.id} ${person.version}`}
            person={person}
            lead={lead}
            onDone={() => setChosen(null)}
          />
        ) : lead ? (
          <Add />
        ) : (
          <p className="text-[16px]">
            A lead adds people and gives roles. Choose yourself to give a new PIN.
          </p>
        )}
      </View>
    </Sheet>
  );
}

function RoleChoice({ role, onRole }: { readonly role: Role; readonly onRole: (role: Role) => void }) {
  return (
    <fieldset>
      <legend className="text-[13px] text-graphite">Role</legend>
      {ROLES.map((r) => (
        <label key={r.role} className="flex min-h-11 items-center gap-3 border-b border-grid text-[16px]">
          <input
            type="radio"
            name="role"
            checked={role === r.role}
            onChange={() => onRole(r.role)}
            className="size-5 accent-(--copper)"
          />
          <b className="w-16 font-[650]">{r.role}</b>
          <span className="text-[14px] text-graphite">{r.may}</span>
        </label>
      ))}
    </fieldset>
  );
}

function Add() {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('winder');
  const [pin, setPin] = useState('');
  const [add, { isLoading }] = useAddPersonMutation();
  const act = useAct();
  const go = async () => {
    const problem = await act(
      unwrap(add({ writeId: crypto.randomUUID(), entry: { name: name.trim(), role, pin } })),
      `${name.trim()} may sign in.`,
    );
    if (problem) return;
    setName('');
    setPin('');
  };
  return (
    <form
      className="space-y-4"
      onSubmit={(e) => {
        e.preventDefault();
        void go();
      }}
    >
      <LineField label="Name" name="person-name" value={name} onType={setName} />
      <RoleChoice role={role} onRole={setRole} />
      <LineField
        label="First PIN, six digits or more, or a passphrase"
        name="person-pin"
        type="password"
        value={pin}
        onType={setPin}
      />
      <Key
        primary
        type="submit"
        className="min-h-11"
        disabled={isLoading || name.trim().length < 2 || pin === ''}
      >
        Add
      </Key>
    </form>
  );
}

function Change({
  person,
  lead,
  onDone,
}: {
  readonly person: PersonRecord;
  readonly lead: boolean;
  readonly onDone: () => void;
}) {
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState(person.role);
  const [pin, setPin] = useState('');
  const [change, { isLoading }] = useChangePersonMutation();
  const [unlock] = useUnlockPersonMutation();
  const act = useAct();
  const send = async (what: object, done: string) => {
    const problem = await act(
      unwrap(
        change({ writeId: crypto.randomUUID(), id: person.id, change: { version: person.version, ...what } }),
      ),
      done,
    );
    if (!problem) onDone();
  };
  const changed = {
    ...(name.trim() !== person.name ? { name: name.trim() } : {}),
    ...(role !== person.role ? { role } : {}),
    ...(pin ? { pin } : {}),
  };
  return (
    <form
      className="space-y-4"
      onSubmit={(e) => {
        e.preventDefault();
        if (Object.keys(changed).length > 0) void send(changed, `${name.trim()}: changed.`);
      }}
    >
      {lead && <LineField label="Name" name="person-name" value={name} onType={setName} />}
      {lead && <RoleChoice role={role} onRole={setRole} />}
      <LineField
        label="New PIN, empty to keep the old one"
        name="person-pin"
        type="password"
        value={pin}
        onType={setPin}
      />
      <p className="text-[14px] text-graphite">
        A new PIN or another role ends what {person.name} has open elsewhere.
      </p>
      <div className="flex flex-wrap gap-3">
        <Key
          primary
          type="submit"
          className="min-h-11"
          disabled={isLoading || Object.keys(changed).length === 0}
        >
          Change
        </Key>
        {lead && (
          <Key
            className="min-h-11"
            onClick={() =>
              void act(
                unwrap(unlock({ writeId: crypto.randomUUID(), id: person.id })),
                `${person.name} may try to sign in again.`,
              )
            }
          >
            Let try again
          </Key>
        )}
        {lead && (
          <Key
            className="ml-auto min-h-11 text-carmine"
            onClick={() =>
              void send(
                { retired: person.retiredAt === null },
                person.retiredAt ? `${person.name} is back.` : `${person.name} is retired.`,
              )
            }
          >
            {person.retiredAt ? 'Take back' : 'Retire'}
          </Key>
        )}
      </div>
    </form>
  );
}

function ShopHistory() {
  const { data = [] } = useShopHistoryQuery();
  if (data.length === 0) return null;
  return (
    <section className="mt-6">
      <h2 className="border-b-[1.5px] border-ink text-[15px]">Lately in the shop</h2>
      {data.map((e) => (
        <p key={e.id} className="flex gap-3 border-b border-grid py-1 text-[14px]">
          <span className="fig w-16 shrink-0 text-graphite">{ageOf(e.at)}</span>
          <span className="truncate">
            {e.who}: {e.what}
          </span>
        </p>
      ))}
    </section>
  );
}
