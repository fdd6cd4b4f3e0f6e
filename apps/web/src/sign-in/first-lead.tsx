/** The first start of a shop: its name, its first lead, and the word printed on the machine. */
import { zodResolver } from '@hookform/resolvers/zod';
import { SetUpShop } from '@norther/records';
import { FormProvider, useForm } from 'react-hook-form';
import { z } from 'zod';
import { useSetUpMutation, type Session } from '../app/api.ts';
import { Line } from '../kit/form-fields.tsx';
import { Key } from '../kit/key.tsx';
import { Refusal } from './refusal.tsx';

const SetUp = SetUpShop.extend({ again: z.string() }).refine((t) => t.again === t.pin, {
  path: ['again'],
  message: 'This is not the same.',
});

export function FirstLead({ onDone }: { readonly onDone: (session: Session) => Promise<void> }) {
  const form = useForm({
    resolver: zodResolver(SetUp),
    defaultValues: { word: '', shop: '', name: '', pin: '', again: '' },
    mode: 'onChange',
  });
  const [setUp, { error, isLoading }] = useSetUpMutation();
  const go = form.handleSubmit(async ({ again: _again, ...entry }) => {
    const result = await setUp(entry);
    if (!('error' in result)) await onDone(result.data);
  });
  return (
    <FormProvider {...form}>
      <form className="space-y-4" data-quick="" onSubmit={(e) => void go(e)}>
        <p className="text-[16px] leading-snug">
          Nobody works here yet. Enter the first lead; the lead then adds the others on the sheet{' '}
          <b>People</b>.
        </p>
        <Line label="Word printed where the server was started" name="word" autoFocus />
        <Line label="Name of the shop" name="shop" />
        <Line label="Your name" name="name" />
        <Line label="PIN of six digits or more, or a passphrase" name="pin" type="password" />
        <Line label="The same again" name="again" type="password" />
        <Refusal error={error} />
        <Key
          primary
          type="submit"
          letter="Enter"
          disabled={isLoading || !form.formState.isValid}
          className="w-full"
        >
          Begin the shop
        </Key>
      </form>
    </FormProvider>
  );
}
