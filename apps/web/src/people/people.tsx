/** Who works here: a lead adds, renames, retires, gives roles and PINs; everybody may give themselves a new PIN. */
import { SHIFT_FIELDS } from '@norther/core';
import type { PersonRecord } from '@norther/records';
import { useState } from 'react';
import { usePeopleQuery, useSessionQuery, useShopHistoryQuery } from '../app/api.ts';
import { Key } from '../kit/key.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { ageOf } from '../kit/time.ts';
import { AddPerson, ChangePerson } from './person-forms.tsx';
import { ShiftForm } from './shift-form.tsx';

/** `07:00 to 16:00, Mon-Fri`. */
function hoursOf(shift: PersonRecord['shift']): string {
  const [from, to, days] = SHIFT_FIELDS.slice(0, 3).map(
    (f) => shift[f.id] || ('default' in f ? f.default : ''),
  );
  return `${from} to ${to}, ${days}`;
}

export function People() {
  const { data: session } = useSessionQuery();
  const { data: people = [] } = usePeopleQuery();
  const [chosen, setChosen] = useState<string | null>(null);
  const lead = session?.role === 'lead';
  const person = people.find((p) => p.id === chosen) ?? null;
  return (
    <Sheet
      columns="7fr 5fr"
      title={<SheetName name="People">who works here, and what each may sign</SheetName>}
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
              <th className="font-medium">hours</th>
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
                <td className="fig text-[14px]">{p.retiredAt ? '' : hoursOf(p.shift)}</td>
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
          <>
            <ChangePerson
              key={`${person.id} ${person.version}`}
              person={person}
              lead={lead}
              onDone={() => setChosen(null)}
            />
            {lead && !person.retiredAt && <ShiftForm key={person.id} person={person} />}
          </>
        ) : lead ? (
          <AddPerson />
        ) : (
          <p className="text-[16px]">
            A lead adds people and gives roles. Choose yourself to give a new PIN.
          </p>
        )}
      </View>
    </Sheet>
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
