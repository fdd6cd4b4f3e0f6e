/** Somebody new, and somebody changed: checked by the rules that the server checks by. */
import { zodResolver } from '@hookform/resolvers/zod';
import { NewPerson, PersonName, RoleName, type PersonRecord } from '@norther/records';
import { FormProvider, useForm, useFormContext } from 'react-hook-form';
import { z } from 'zod';
import { useAddPersonMutation, useChangePersonMutation, useUnlockPersonMutation } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Line } from '../kit/form-fields.tsx';
import { Key } from '../kit/key.tsx';

const ROLES: readonly { readonly role: PersonRecord['role']; readonly may: string }[] = [
  { role: 'winder', may: 'works on motors, measures, signs the stations' },
  { role: 'tester', may: 'the same, and signs the tests' },
  { role: 'lead', may: 'everything: releases, passes gates, ships, people' },
];

function RoleChoice() {
  const { register } = useFormContext();
  return (
    <fieldset>
      <legend className="text-[13px] text-graphite">Role</legend>
      {ROLES.map((r) => (
        <label key={r.role} className="flex min-h-11 items-center gap-3 border-b border-grid text-[16px]">
          <input type="radio" value={r.role} className="size-5 accent-(--copper)" {...register('role')} />
          <b className="w-16 font-[650]">{r.role}</b>
          <span className="text-[14px] text-graphite">{r.may}</span>
        </label>
      ))}
    </fieldset>
  );
}

export function AddPerson() {
  const form = useForm({
    resolver: zodResolver(NewPerson),
    defaultValues: { name: '', role: 'winder' as const, pin: '' },
  });
  const [add, { isLoading }] = useAddPersonMutation();
  const act = useAct();
  const go = form.handleSubmit(async (entry) => {
    const problem = await act(
      unwrap(add({ writeId: crypto.randomUUID(), entry })),
      `${entry.name} may sign in.`,
    );
    // What was refused stays to be mended.
    if (!problem) form.reset({ name: '', role: entry.role, pin: '' });
  });
  return (
    <FormProvider {...form}>
      <form className="space-y-4" onSubmit={(e) => void go(e)}>
        <Line label="Name" name="name" />
        <RoleChoice />
        <Line label="First PIN, six digits or more, or a passphrase" name="pin" type="password" />
        <Key primary type="submit" className="min-h-11" disabled={isLoading}>
          Add
        </Key>
      </form>
    </FormProvider>
  );
}

/** An empty PIN leaves the old one. */
const PersonEntry = z.object({ name: PersonName, role: RoleName, pin: z.string().max(200) });

export function ChangePerson({
  person,
  lead,
  onDone,
}: {
  readonly person: PersonRecord;
  readonly lead: boolean;
  readonly onDone: () => void;
}) {
  const form = useForm({
    resolver: zodResolver(PersonEntry),
    defaultValues: { name: person.name, role: person.role, pin: '' },
  });
  const { isDirty } = form.formState;
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
  const save = form.handleSubmit(({ name, role, pin }) =>
    send(
      {
        ...(name !== person.name ? { name } : {}),
        ...(role !== person.role ? { role } : {}),
        ...(pin ? { pin } : {}),
      },
      `${name}: changed.`,
    ),
  );
  return (
    <FormProvider {...form}>
      <form className="space-y-4" onSubmit={(e) => void save(e)}>
        {lead && <Line label="Name" name="name" />}
        {lead && <RoleChoice />}
        <Line label="New PIN, empty to keep the old one" name="pin" type="password" />
        <p className="text-[14px] text-graphite">
          A new PIN or another role ends what {person.name} has open elsewhere.
        </p>
        <div className="flex flex-wrap gap-3">
          <Key primary type="submit" className="min-h-11" disabled={isLoading || !isDirty}>
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
    </FormProvider>
  );
}
