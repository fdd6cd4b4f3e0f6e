/** The reels in stock, in the order of any column, each against a full one. */
import { enamelledDiameterMm, overMm, showShort, showSize, type KeptWire } from '@norther/core';
import type { ReelRecord } from '@norther/records';
import { SortedTable, type Column } from '../kit/sorted-table.tsx';

const overSides = (r: ReelRecord) =>
  r.strap
    ? overMm({ bareDiameterMm: r.bareDiameterMm, strap: r.strap })
    : ([r.overEnamelMm ?? enamelledDiameterMm(r.bareDiameterMm, r.grade)] as const);

export function ReelTable({
  reels,
  low,
  kept,
  changing,
  onChange,
  onUsedUp,
}: {
  readonly reels: readonly ReelRecord[];
  /** A reel with less that nobody waits for is low [kg]. */
  readonly low: number;
  /** Kept for motors on the floor, by the reel's name. */
  readonly kept: ReadonlyMap<string, readonly KeptWire[]>;
  readonly changing: string | null;
  readonly onChange: (reel: ReelRecord) => void;
  readonly onUsedUp: (reel: ReelRecord) => void;
}) {
  const keptOf = (r: ReelRecord) => (kept.get(r.name) ?? []).reduce((n, w) => n + w.kg, 0);
  const columns: readonly Column<ReelRecord>[] = [
    {
      id: 'name',
      head: 'reel',
      by: (r) => r.name,
      cellClassName: 'fig text-[15px]',
      cell: (r) => (
        <button
          type="button"
          className="py-1 underline decoration-hair underline-offset-4"
          onClick={() => onChange(r)}
        >
          {r.name}
        </button>
      ),
    },
    {
      id: 'bare',
      head: 'bare mm',
      by: (r) => r.bareDiameterMm,
      className: 'text-right',
      cellClassName: 'fig text-[16px]',
      cell: (r) => showSize(r),
    },
    {
      id: 'over',
      head: 'over enamel mm',
      by: (r) => overSides(r)[0],
      className: 'text-right',
      cellClassName: 'fig text-[15px]',
      cell: (r) => [...new Set(overSides(r))].map((mm) => mm.toFixed(r.strap ? 2 : 3)).join('x'),
    },
    {
      id: 'grade',
      head: 'enamel',
      by: (r) => r.grade,
      className: 'pl-4',
      cellClassName: 'text-[14px] whitespace-nowrap',
      cell: (r) => `grade ${r.grade}`,
    },
    {
      id: 'mass',
      head: 'on it kg',
      by: (r) => r.massKg,
      className: 'text-right',
      cellClassName: 'fig text-[16px]',
      cell: (r) => r.massKg.toFixed(1),
    },
    {
      id: 'kept',
      head: 'kept kg',
      by: keptOf,
      className: 'pl-3',
      cellClassName: 'text-[14px] whitespace-nowrap',
      cell: (r) => <Kept of={kept.get(r.name) ?? []} />,
    },
    {
      id: 'bar',
      head: <Scale />,
      className: 'w-1/3 pl-3',
      cell: (r) => <Bar kg={r.massKg} kept={keptOf(r)} low={r.massKg - keptOf(r) < low} />,
    },
    {
      id: 'used',
      head: <span className="sr-only">used up</span>,
      className: 'text-right',
      cell: (r) => (
        <button
          type="button"
          className="px-1 text-[13px] whitespace-nowrap text-graphite underline"
          onClick={() => onUsedUp(r)}
        >
          used up
        </button>
      ),
    },
  ];
  const total = reels.reduce((s, r) => s + r.massKg, 0);
  return (
    <div className="mt-3">
      <SortedTable
        rows={reels}
        columns={columns}
        keyOf={(r) => r.id}
        rowClass={(r) => (r.id === changing ? 'bg-wash' : '')}
        first="bare"
      />
      <p className="mt-1 text-[13px] text-graphite">
        {reels.length} reels, {showShort(total, 4)} kg. Over enamel: IEC 60317-0-1, of strap 60317-0-2, from
        memory, where not measured.
      </p>
    </div>
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

/** For whom wire is kept on a reel: how much, and the first of the motors. */
function Kept({ of }: { readonly of: readonly KeptWire[] }) {
  const motors = [...new Set(of.map((w) => w.number))];
  if (motors.length === 0) return null;
  const kg = of.reduce((n, w) => n + w.kg, 0);
  return (
    <span title={`for ${motors.join(', ')}`}>
      <b className="fig text-[15px] font-[600]">{kg.toFixed(1)}</b>{' '}
      <span className="text-graphite">
        for {motors[0]}
        {motors.length > 1 && ` +${motors.length - 1}`}
      </span>
    </span>
  );
}

/** What is kept for motors is left open at the end of the bar. */
function Bar({ kg, kept, low }: { readonly kg: number; readonly kept: number; readonly low: boolean }) {
  return (
    <span className="relative block h-5">
      {TICKS.map((tick) => (
        <span key={tick} className="absolute inset-y-0 w-px bg-grid" style={{ left: share(tick) }} />
      ))}
      <span className="absolute top-1.5 h-2 bg-graphite" style={{ width: share(kg - kept) }} />
      {kept > 0 && (
        <span
          className="absolute top-1.5 h-2 border-2 border-l-0 border-graphite"
          style={{ left: share(kg - kept), width: share(kept) }}
        />
      )}
      {low && (
        <b
          className="absolute top-0 ml-1.5 bg-lemon px-1 text-[13px] leading-5 font-[600] text-[#0F1E29]"
          style={{ left: share(Math.min(kg, 0.8 * FULL)) }}
        >
          low
        </b>
      )}
    </span>
  );
}
