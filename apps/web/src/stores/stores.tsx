/** Stores: wire on the reels, and everything else that is used up. */
import { readShopSettings, showShort, showSize } from '@norther/core';
import type { ReelRecord, WireAheadAnswer } from '@norther/records';
import { group } from 'd3';
import { useState } from 'react';
import { useRetireReelMutation, useShopQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { ReelForm } from './reel-form.tsx';
import { ReelTable } from './reel-table.tsx';
import { useWireAheadQuery } from './stores-api.ts';
import { Supplies } from './supplies.tsx';

export function Stores() {
  const { data: shop } = useShopQuery();
  return (
    <Sheet
      columns="7fr 5fr"
      title={<SheetName name="Stores">wire on the reels, and what else is used up</SheetName>}
    >
      <View letter="A" name="Wire on the reels" className="overflow-auto px-4 py-2">
        {shop && (
          <Reels
            reels={shop.reels}
            retired={shop.retired}
            low={readShopSettings(shop.settings.typed).reelLowKg}
          />
        )}
      </View>
      <View letter="B" name="Insulation, varnish, sundries" className="overflow-auto px-4 py-2">
        <Supplies />
      </View>
    </Sheet>
  );
}

function Reels({
  reels,
  retired,
  low,
}: {
  reels: readonly ReelRecord[];
  retired: readonly ReelRecord[];
  low: number;
}) {
  const [changing, setChanging] = useState<ReelRecord | null>(null);
  const { data: ahead } = useWireAheadQuery();
  const [retire] = useRetireReelMutation();
  const act = useAct();
  const usedUp = (r: ReelRecord, what: 'retire' | 'restore') =>
    void act(
      unwrap(retire({ writeId: crypto.randomUUID(), id: r.id, version: r.version, act: what })),
      what === 'retire'
        ? `Reel ${r.name} is retired; it can be brought back below.`
        : `Reel ${r.name} is in stock again.`,
    );
  return (
    <>
      <ReelForm key={changing?.id ?? ''} reel={changing} onDone={() => setChanging(null)} />
      <ReelTable
        reels={reels}
        low={low}
        kept={group(ahead?.kept ?? [], (k) => k.reel)}
        changing={changing?.id ?? null}
        onChange={setChanging}
        onUsedUp={(r) => usedUp(r, 'retire')}
      />
      {ahead && <Short of={ahead} />}
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
              <span className="fig">{showSize(r)} mm</span>
              <button
                type="button"
                className="ml-auto min-h-11 px-2 underline"
                onClick={() => usedUp(r, 'restore')}
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

/** What the stock lacks for the motors on the floor, by size. */
function Short({ of: { short, unknown } }: { readonly of: WireAheadAnswer }) {
  const sizes = [...group(short, (s) => showSize(s.strand))].sort(
    ([, a], [, b]) => a[0]!.strand.bareDiameterMm - b[0]!.strand.bareDiameterMm,
  );
  return (
    <>
      {sizes.length > 0 && (
        <section className="mt-4" aria-label="Wire that is short">
          <h2 className="border-b-[1.5px] border-ink text-[15px] font-[650]">
            Short for the motors on the floor
          </h2>
          {sizes.map(([size, list]) => (
            <p key={size} className="flex gap-4 border-b border-grid py-1 text-[15px]">
              <span className="fig w-24">{size} mm</span>
              <b className="fig w-24 text-right">
                {showShort(
                  list.reduce((n, x) => n + x.kg, 0),
                  3,
                )}{' '}
                kg
              </b>
              <span className="text-graphite">for {[...new Set(list.map((x) => x.number))].join(', ')}</span>
            </p>
          ))}
        </section>
      )}
      {unknown.length > 0 && (
        <p className="mt-2 text-[14px] text-graphite">
          Not known yet, their cards do not say enough: {unknown.join(', ')}.
        </p>
      )}
    </>
  );
}
