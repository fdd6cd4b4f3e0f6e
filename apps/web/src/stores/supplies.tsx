/** What is used up beside wire: how much is left, what has expired, what to order; each opens to its lots. */
import {
  lotState,
  readSupply,
  showShort,
  STORE_SUPPLY_FIELDS,
  SUPPLY_UNITS,
  supplyStock,
  type SupplyUnit,
} from '@norther/core';
import type { SuppliesAnswer } from '@norther/records';
import { useState } from 'react';
import { unwrap } from '../app/use-act.ts';
import { Fold } from '../kit/fold.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import { NamedItems } from '../sheet/named-items.tsx';
import { showDay } from '../kit/moments.ts';
import { useNow } from '../kit/use-now.ts';
import { LotForms, NewLot } from './lot-forms.tsx';
import { useRetireStoreItemMutation, useSaveStoreItemMutation, useSuppliesQuery } from './stores-api.ts';

type Supply = SuppliesAnswer['supplies'][number];
export const unitOf = (supply: Supply) =>
  SUPPLY_UNITS[supply.typed['unit'] as SupplyUnit] ?? supply.typed['unit'] ?? '';

export function Supplies() {
  const { data } = useSuppliesQuery();
  const now = useNow().getTime();
  const [open, setOpen] = useState<string | null>(null);
  const [save] = useSaveStoreItemMutation();
  const [retire] = useRetireStoreItemMutation();
  const all = data?.supplies ?? [];
  const live = all.filter((s) => s.retiredAt === null);
  return (
    <>
      <ul>
        {live.map((s) => (
          <li key={s.id} className="border-b border-grid">
            <SupplyRow
              of={s}
              now={now}
              open={open === s.id}
              onOpen={() => setOpen(open === s.id ? null : s.id)}
            />
            {open === s.id && <Lots of={s} now={now} />}
          </li>
        ))}
      </ul>
      {live.length === 0 && <p className="text-[15px]">No supply has been entered yet.</p>}
      <p className="mt-2 text-[15px]">
        <a className="underline" href="/api/stores/to-order.csv" download>
          List to order
        </a>
        <span className="ml-3 text-graphite">what runs low, and wire that is short</span>
      </p>
      <Fold title="Enter and change supplies" className="mt-4">
        <NamedItems
          list="supplies"
          word="supply"
          fields={STORE_SUPPLY_FIELDS}
          items={all}
          lead
          check={readSupply}
          about={(i) => `low below ${i.typed['low'] || '–'} ${i.typed['unit'] ?? ''}`}
          keep={(entry) => unwrap(save({ list: 'supplies', ...entry }))}
          turn={(entry) => unwrap(retire({ list: 'supplies', ...entry }))}
        />
      </Fold>
    </>
  );
}

function SupplyRow({
  of,
  now,
  open,
  onOpen,
}: {
  readonly of: Supply;
  readonly now: number;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const stock = supplyStock(of.typed, of.lots, now);
  const unit = unitOf(of);
  return (
    <button
      type="button"
      aria-expanded={open}
      onClick={onOpen}
      className="grid min-h-12 w-full grid-cols-[1fr_auto_190px] items-center gap-3 py-1 text-left -outline-offset-2"
    >
      <b className="min-w-0 truncate text-[16px] font-[600]">{of.name}</b>
      <span className="fig text-right text-[18px]">
        {showShort(stock.usable, 3)} <span className="text-[13px] text-graphite">{unit}</span>
      </span>
      <span className="text-[14px] leading-tight">
        {stock.low && (
          <b className="block w-fit bg-lemon px-1 font-[600] text-[#0F1E29]">
            low: order {showShort(stock.toOrder, 3)} {unit}
          </b>
        )}
        {stock.expired > 0 && (
          <span className="block text-carmine">
            {showShort(stock.expired, 3)} {unit} expired
          </span>
        )}
      </span>
    </button>
  );
}

const STATE_WORD = { good: 'good', soon: 'soon', expired: 'expired', empty: 'empty' } as const;

function Lots({ of, now }: { readonly of: Supply; readonly now: number }) {
  const unit = unitOf(of);
  const next = supplyStock(of.typed, of.lots, now).next;
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = of.lots.filter((l) => lotState(l, now) !== 'empty');
  return (
    <div className="mb-2 bg-tint p-3">
      {of.typed['note'] && <p className="mb-1 text-[14px]">{of.typed['note']}</p>}
      {shown.map((l) => {
        const state = lotState(l, now);
        const thick = l.moves.find((m) => m.what === 'viscosity');
        return (
          <div key={l.id} className="border-b border-grid">
            <button
              type="button"
              aria-expanded={chosen === l.id}
              onClick={() => setChosen(chosen === l.id ? null : l.id)}
              className="flex min-h-11 w-full items-center gap-3 text-left"
            >
              <VerdictMark
                verdict={state === 'expired' ? 'stop' : state === 'soon' ? 'watch' : 'sound'}
                size={16}
              />
              <span className="fig text-[16px] font-bold">{l.lot}</span>
              <span className="fig text-[16px]">
                {showShort(l.left, 3)} {unit}
              </span>
              <span className={`text-[14px] ${state === 'expired' ? 'text-carmine' : 'text-graphite'}`}>
                {l.expiresAt
                  ? `${state === 'expired' ? 'expired' : 'good until'} ${showDay(l.expiresAt)}`
                  : `came ${showDay(l.receivedAt)}`}
                {state === 'soon' && ` (${STATE_WORD.soon})`}
              </span>
              {thick && (
                <span className="text-[14px] text-graphite">
                  {thick.value} s in the cup, {showDay(thick.at)}
                </span>
              )}
              {l.id === next && shown.length > 1 && <b className="ml-auto text-[14px]">draw this first</b>}
            </button>
            {chosen === l.id && <LotForms supply={of} lot={l} />}
          </div>
        );
      })}
      {shown.length === 0 && <p className="text-[15px]">Nothing left.</p>}
      <NewLot supply={of} unit={unit} />
    </div>
  );
}
