/** Stores: wire on the reels. */
import { enamelledDiameterMm, readQuantity, showShort } from '@norther/core';
import type { ReelRecord } from '@norther/records';
import { useState } from 'react';
import { useRetireReelMutation, useSaveReelMutation, useShopQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Choice, optionsOf } from '../kit/choice.tsx';
import { Key } from '../kit/key.tsx';
import { Sheet, View } from '../kit/sheet.tsx';

const GRADES = optionsOf({ 1: 'grade 1', 2: 'grade 2', 3: 'grade 3' });

export function Stores() {
  const { data: shop } = useShopQuery();
  return (
    <Sheet
      columns="1fr"
      title={
        <div className="px-3 py-1.5">
          <span className="block text-[13px] leading-none text-graphite">Sheet</span>
          <b className="block text-[16px] leading-tight">Stores</b>
          <span className="text-[13px]">wire on the reels</span>
        </div>
      }
    >
      <View letter="A" name="Wire on the reels" className="overflow-auto px-4 py-2">
        {shop && <Reels reels={shop.reels} retired={shop.retired} />}
      </View>
    </Sheet>
  );
}

interface Writing {
  readonly id: string | null;
  readonly version?: number;
  readonly name: string;
  readonly bare: string;
  readonly grade: string;
  readonly mass: string;
}
const NEW: Writing = { id: null, name: '', bare: '', grade: '2', mass: '' };

function Reels({ reels, retired }: { reels: readonly ReelRecord[]; retired: readonly ReelRecord[] }) {
  const [writing, setWriting] = useState<Writing>(NEW);
  const [save] = useSaveReelMutation();
  const [retire] = useRetireReelMutation();
  const act = useAct();
  const bare = readQuantity(writing.bare, 'wire-diameter');
  const mass = readQuantity(writing.mass, 'mass');
  const wrong = writing.bare && !bare.ok ? bare.message : writing.mass && !mass.ok ? mass.message : null;
  const ready = writing.name.trim() !== '' && bare.ok && mass.ok;
  const keep = async () => {
    if (!ready) return;
    const problem = await act(
      unwrap(
        save({
          writeId: crypto.randomUUID(),
          id: writing.id,
          reel: {
            name: writing.name,
            bareDiameterMm: bare.value,
            grade: Number(writing.grade) as 1 | 2 | 3,
            overEnamelMm: null,
            massKg: mass.value,
            ...(writing.version === undefined ? {} : { version: writing.version }),
          },
        }),
      ),
      `Reel ${writing.name} is kept.`,
    );
    if (!problem) setWriting(NEW);
  };
  const total = reels.reduce((s, r) => s + r.massKg, 0);
  const input = (id: 'name' | 'bare' | 'mass', label: string, unit?: string) => (
    <label className="block min-w-0 text-[13px] text-graphite">
      {label}
      <span className="flex border-[1.5px] border-b-2 border-pencil border-b-ink bg-field focus-within:border-b-copper">
        <input
          name={`reel-${id}`}
          value={writing[id]}
          onChange={(e) => setWriting({ ...writing, [id]: e.target.value })}
          autoComplete="off"
          className="fig h-9 w-full min-w-0 bg-transparent px-2 text-[16px] text-ink outline-none"
        />
        {unit && (
          <span className="fig flex items-center border-l border-hair px-1.5 text-[13px]">{unit}</span>
        )}
      </span>
    </label>
  );
  return (
    <>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
        className="grid grid-cols-2 items-end gap-3 sm:grid-cols-[1fr_1fr_90px_1fr_auto]"
      >
        {input('name', writing.id ? 'Reel, to change' : 'New reel')}
        {input('bare', 'Bare wire, or #18', 'mm')}
        <label className="block text-[13px] text-graphite">
          Enamel
          <Choice
            name="reel-grade"
            value={writing.grade}
            options={GRADES}
            onChoose={(grade) => setWriting({ ...writing, grade })}
            className="h-9 w-full border-[1.5px] border-b-2 border-pencil border-b-ink text-[15px] text-ink"
          />
        </label>
        {input('mass', 'On it', 'kg')}
        <div className="flex gap-2">
          <Key primary type="submit" disabled={!ready}>
            {writing.id ? 'Change' : 'Add'}
          </Key>
          {writing.id && <Key onClick={() => setWriting(NEW)}>Undo</Key>}
        </div>
      </form>
      {wrong && <p className="mt-1 text-[14px] text-carmine">{wrong}</p>}
      <table className="mt-3 w-full">
        <thead>
          <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
            <th className="font-medium">reel</th>
            <th className="text-right font-medium">bare mm</th>
            <th className="text-right font-medium">over enamel mm</th>
            <th className="pl-4 font-medium">enamel</th>
            <th className="text-right font-medium">on it kg</th>
            <th className="w-1/2 pl-3 font-medium">
              <Scale />
            </th>
            <th />
          </tr>
        </thead>
        <tbody>
          {reels.map((r) => (
            <tr key={r.id} className={`border-b border-grid ${writing.id === r.id ? 'bg-wash' : ''}`}>
              <td className="fig text-[15px]">
                <button
                  type="button"
                  className="py-1 underline decoration-hair underline-offset-4"
                  onClick={() =>
                    setWriting({
                      id: r.id,
                      version: r.version,
                      name: r.name,
                      bare: String(r.bareDiameterMm),
                      grade: String(r.grade),
                      mass: String(r.massKg),
                    })
                  }
                >
                  {r.name}
                </button>
              </td>
              <td className="fig text-right text-[16px]">{r.bareDiameterMm.toFixed(2)}</td>
              <td className="fig text-right text-[15px]">
                {(r.overEnamelMm ?? enamelledDiameterMm(r.bareDiameterMm, r.grade)).toFixed(3)}
              </td>
              <td className="pl-4 text-[14px]">grade {r.grade}</td>
              <td className="fig text-right text-[16px]">{r.massKg.toFixed(1)}</td>
              <td className="pl-3">
                <Bar kg={r.massKg} />
              </td>
              <td className="text-right">
                <button
                  type="button"
                  className="px-1 text-[13px] text-graphite underline"
                  onClick={() =>
                    void act(
                      unwrap(
                        retire({ writeId: crypto.randomUUID(), id: r.id, version: r.version, act: 'retire' }),
                      ),
                      `Reel ${r.name} is retired; it can be brought back below.`,
                    )
                  }
                >
                  used up
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-graphite">
        {reels.length} reels, {showShort(total, 4)} kg. Over enamel: IEC 60317-0-1, from memory, where not
        measured.
      </p>
      {retired.length > 0 && (
        <details className="mt-4">
          <summary className="cursor-pointer border-b-[1.5px] border-ink text-[15px] font-[650]">
            {retired.length} retired
          </summary>
          {retired.map((r) => (
            <p
              key={r.id}
              className="flex items-center gap-3 border-b border-grid py-1 text-[15px] text-graphite"
            >
              <span className="fig w-24">{r.name}</span>
              <span className="fig">{r.bareDiameterMm.toFixed(3)} mm</span>
              <button
                type="button"
                className="ml-auto min-h-11 px-2 underline"
                onClick={() =>
                  void act(
                    unwrap(
                      retire({ writeId: crypto.randomUUID(), id: r.id, version: r.version, act: 'restore' }),
                    ),
                    `Reel ${r.name} is in stock again.`,
                  )
                }
              >
                bring back
              </button>
            </p>
          ))}
        </details>
      )}
    </>
  );
}

/** A full reel, and where its scale is marked [kg]. */
const FULL = 25;
const TICKS = [0, 5, 10, 15, 20, 25];
const share = (kg: number) => `${Math.min(100, (100 * kg) / FULL)}%`;

function Scale() {
  return (
    <span className="fig relative block h-4 text-[12px]">
      {TICKS.map((kg) => (
        <span key={kg} className="absolute -translate-x-1/2" style={{ left: share(kg) }}>
          {kg}
        </span>
      ))}
    </span>
  );
}

function Bar({ kg }: { readonly kg: number }) {
  return (
    <span className="relative block h-5">
      {TICKS.map((tick) => (
        <span key={tick} className="absolute inset-y-0 w-px bg-grid" style={{ left: share(tick) }} />
      ))}
      <span className="absolute top-1.5 h-2 bg-graphite" style={{ width: share(kg) }} />
    </span>
  );
}
