/** What this motor has drawn from the stores, by lot; and drawing more without leaving the station. */
import { mayDraw, showShort, SUPPLY_UNITS, supplyStock, type SupplyUnit } from '@norther/core';
import { useState } from 'react';
import { useSessionQuery, type MotorFile } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Choice } from '../kit/choice.tsx';
import { LineField } from '../kit/line-field.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { Fold } from '../kit/fold.tsx';
import { Key } from '../kit/key.tsx';
import { showDay } from '../kit/moments.ts';
import { useNow } from '../kit/use-now.ts';
import { useDrawnForMotorQuery, useMoveLotMutation, useSuppliesQuery } from '../stores/stores-api.ts';

const BOX = 'h-12 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[16px] text-ink';

export function DrawnHere({ file }: { readonly file: MotorFile }) {
  const { number } = file.motor;
  const { data: drawn = [] } = useDrawnForMotorQuery(number);
  const gone = file.motor.shippedAt !== null || file.motor.withdrawnAt !== null;
  return (
    <Fold title="Materials drawn, by lot" filled={drawn.length} className="mt-5">
      <ul className="mt-1">
        {drawn.map((d) => (
          <li key={`${d.at} ${d.lot}`} className="flex gap-3 border-b border-grid py-1 text-[15px]">
            <span className="min-w-0 flex-1 truncate">{d.supply}</span>
            <span className="fig">
              {showShort(Math.abs(d.amount), 3)} {SUPPLY_UNITS[d.unit as SupplyUnit] ?? d.unit}
            </span>
            <span className="fig w-24 text-graphite">{d.lot}</span>
            <span className="text-graphite">
              {d.by}, {showDay(d.at)}
            </span>
          </li>
        ))}
      </ul>
      {!gone && <Draw number={number} />}
    </Fold>
  );
}

function Draw({ number }: { readonly number: string }) {
  const { data } = useSuppliesQuery();
  const { data: session } = useSessionQuery();
  const [move, { isLoading }] = useMoveLotMutation();
  const act = useAct();
  const now = useNow().getTime();
  const [supplyId, setSupply] = useState('');
  const [lotId, setLot] = useState('');
  const [amount, setAmount] = useState('');
  const [why, setWhy] = useState('');
  const all = (data?.supplies ?? []).filter((s) => s.retiredAt === null && s.lots.some((l) => l.left > 0));
  const supply = all.find((s) => s.id === supplyId);
  const lots = supply?.lots.filter((l) => l.left > 0) ?? [];
  const lot = lots.find((l) => l.id === lotId);
  const unit = supply?.typed['unit'] ?? '';
  const figure = Number(amount.trim().replace(',', '.'));
  const findings = lot && figure > 0 ? mayDraw(lot, figure, unit, now) : [];
  const lead = session?.role === 'lead';
  const released = lead && why.trim().length >= 3;
  const stops = findings.filter((f) => f.code !== 'lot.expired' || !released);
  const expired = lot !== undefined && mayDraw(lot, 0, unit, now).length > 0;
  if (all.length === 0)
    return <p className="mt-2 text-[15px] text-graphite">Nothing is in the stores yet.</p>;
  return (
    <form
      aria-label="Draw from the stores"
      className="mt-2 grid grid-cols-2 items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!lot || !(figure > 0) || stops.length > 0 || isLoading) return;
        void act(
          unwrap(
            move({
              writeId: crypto.randomUUID(),
              id: lot.id,
              entry: { what: 'drawn', amount: figure, motor: number, note: '', why: why.trim() },
            }),
          ),
          `${amount} ${unit} of ${lot.lot} drawn for motor ${number}.`,
        ).then((problem) => {
          if (problem) return;
          setAmount('');
          setWhy('');
        });
      }}
    >
      <label className="text-[13px] text-graphite">
        Supply
        <Choice
          label="Supply"
          value={supplyId}
          none="choose it"
          options={all.map((s) => ({ value: s.id, label: s.name }))}
          onChoose={(id) => {
            setSupply(id);
            // What expires first goes first, unless another is taken.
            const chosen = all.find((s) => s.id === id)!;
            setLot(supplyStock(chosen.typed, chosen.lots, now).next ?? '');
          }}
          className={BOX}
        />
      </label>
      <label className="text-[13px] text-graphite">
        Lot
        <Choice
          label="Lot"
          value={lotId}
          none="choose it"
          options={lots.map((l) => ({
            value: l.id,
            label: `${l.lot}, ${showShort(l.left, 3)} ${unit} left`,
          }))}
          onChoose={setLot}
          className={BOX}
        />
      </label>
      <LineField
        label={`How much${unit ? `, ${unit}` : ''}`}
        name="drawn"
        value={amount}
        onType={setAmount}
      />
      <Key
        type="submit"
        className="min-h-12"
        disabled={!lot || !(figure > 0) || stops.length > 0 || isLoading}
      >
        Draw it
      </Key>
      {expired && lead && (
        <LineField label="It is expired: why use it" name="why-expired" value={why} onType={setWhy} />
      )}
      <div className="col-span-2">
        <FindingList findings={findings} />
      </div>
    </form>
  );
}
