/** What is done with a lot: drawn for a motor, counted anew, its viscosity taken; and a new one that came. */
import { lotState } from '@norther/core';
import type { LotMoveEntry, LotRecord, SuppliesAnswer } from '@norther/records';
import { useState, type FormEvent, type ReactNode } from 'react';
import { useSessionQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { LineField } from '../kit/line-field.tsx';
import { Key } from '../kit/key.tsx';
import { showDay } from '../kit/moments.ts';
import { useNow } from '../kit/use-now.ts';
import { useMoveLotMutation, useReceiveLotMutation } from './stores-api.ts';

type Supply = SuppliesAnswer['supplies'][number];
/** As people write it, with a comma or a point; NaN where it is no figure. */
const figure = (text: string) => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')));

const MOVE_WORDS = {
  received: 'came',
  drawn: 'drawn',
  counted: 'counted anew',
  viscosity: 'viscosity',
} as const;

export function LotForms({ supply, lot }: { readonly supply: Supply; readonly lot: LotRecord }) {
  const { data: session } = useSessionQuery();
  const [move] = useMoveLotMutation();
  const act = useAct();
  const expired = lotState(lot, useNow().getTime()) === 'expired';
  const [amount, setAmount] = useState('');
  const [motor, setMotor] = useState('');
  const [why, setWhy] = useState('');
  const [counted, setCounted] = useState('');
  const [value, setValue] = useState('');
  const unit = supply.typed['unit'] ?? '';
  const send = async (entry: LotMoveEntry, said: string, clear: () => void) => {
    const problem = await act(unwrap(move({ writeId: crypto.randomUUID(), id: lot.id, entry })), said);
    if (!problem) clear();
  };
  return (
    <div className="pb-3">
      <div className="grid gap-3 lg:grid-cols-3">
        <Act
          label="Draw"
          off={!(figure(amount) > 0) || (expired && (session?.role !== 'lead' || why.trim().length < 3))}
          onDo={() =>
            send(
              {
                what: 'drawn',
                amount: figure(amount),
                motor: motor.trim() || null,
                note: '',
                why: why.trim(),
              },
              `${amount} ${unit} of ${lot.lot} drawn.`,
              () => (setAmount(''), setWhy('')),
            )
          }
        >
          <LineField label={`Take, ${unit}`} name="amount" value={amount} onType={setAmount} />
          <LineField label="For motor, if for one" name="motor" value={motor} onType={setMotor} scan />
          {expired && (
            <LineField
              label={
                session?.role === 'lead' ? 'It is expired: why use it' : 'Expired: a lead may release it'
              }
              name="why"
              value={why}
              onType={setWhy}
            />
          )}
        </Act>
        <Act
          label="Counted anew"
          off={!(figure(counted) >= 0)}
          onDo={() =>
            send({ what: 'counted', amount: figure(counted), note: '' }, `${lot.lot} counted anew.`, () =>
              setCounted(''),
            )
          }
        >
          <LineField label={`There are, ${unit}`} name="counted" value={counted} onType={setCounted} />
        </Act>
        {['varnish', 'resin'].includes(supply.typed['kind'] ?? '') && (
          <Act
            label="Viscosity taken"
            off={value.trim() === ''}
            onDo={() =>
              send({ what: 'viscosity', value: value.trim(), note: '' }, `${value} s written down.`, () =>
                setValue(''),
              )
            }
          >
            <LineField
              label={`Cup, s (${supply.typed['viscosityLeast'] ?? '–'} to ${supply.typed['viscosityMost'] ?? '–'})`}
              name="viscosity"
              value={value}
              onType={setValue}
            />
          </Act>
        )}
      </div>
      <ul className="mt-2 text-[14px] text-graphite">
        {lot.moves.slice(0, 5).map((m) => (
          <li key={`${m.at} ${m.what} ${m.amount}`}>
            {showDay(m.at)}, {m.by}: {MOVE_WORDS[m.what]}{' '}
            {m.what === 'viscosity'
              ? `${m.value} s`
              : `${m.amount > 0 ? '+' : '−'}${Math.abs(m.amount)} ${unit}`}
            {m.motor ? `, motor ${m.motor}` : ''}
            {m.note ? `, ${m.note}` : ''}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Act({
  label,
  off,
  onDo,
  children,
}: {
  readonly label: string;
  readonly off: boolean;
  readonly onDo: () => Promise<void>;
  readonly children: ReactNode;
}) {
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (off || busy) return;
    setBusy(true);
    await onDo();
    setBusy(false);
  };
  return (
    <form aria-label={label} className="space-y-1.5" onSubmit={(e) => void submit(e)}>
      {children}
      <Key type="submit" disabled={off || busy}>
        {label}
      </Key>
    </form>
  );
}

export function NewLot({ supply, unit }: { readonly supply: Supply; readonly unit: string }) {
  const [receive] = useReceiveLotMutation();
  const act = useAct();
  const [lot, setLot] = useState('');
  const [amount, setAmount] = useState('');
  const [expires, setExpires] = useState('');
  const day = /^\d{4}-\d{2}-\d{2}$/.test(expires.trim()) ? new Date(`${expires.trim()}T23:59:59Z`) : null;
  const wrongDay = expires.trim() !== '' && (day === null || Number.isNaN(day.getTime()));
  return (
    <div className="mt-3">
      <h3 className="text-[14px] font-[650]">A delivery that came</h3>
      <Act
        label="Take it in"
        off={!lot.trim() || !(figure(amount) > 0) || wrongDay}
        onDo={async () => {
          const problem = await act(
            unwrap(
              receive({
                writeId: crypto.randomUUID(),
                entry: {
                  supply: supply.id,
                  lot: lot.trim(),
                  amount: figure(amount),
                  expiresAt: day?.toISOString() ?? null,
                  note: '',
                },
              }),
            ),
            `${supply.name}: lot ${lot.trim()} is in.`,
          );
          if (problem) return;
          setLot('');
          setAmount('');
          setExpires('');
        }}
      >
        <div className="grid grid-cols-3 gap-3">
          <LineField label="Lot, as it stands on it" name="lot" value={lot} onType={setLot} scan />
          <LineField label={`How much, ${unit}`} name="came" value={amount} onType={setAmount} />
          <LineField
            label="Good until, such as 2027-03-31"
            name="expires"
            value={expires}
            onType={setExpires}
            wrong={wrongDay ? 'Write the day as 2027-03-31.' : undefined}
          />
        </div>
      </Act>
    </div>
  );
}
