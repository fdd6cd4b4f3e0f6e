/** The floor: every motor in the shop as two tracks that meet. */
import { newestRoute, stationsOf, type Route } from '@norther/core';
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { FloorMotor } from '@norther/records';
import { useFloorQuery, useImportMotorMutation, useSessionQuery } from '../app/api.ts';
import { showMessage } from '../app/sheet-state.ts';
import { useRoutesHere } from '../app/use-route-of.ts';
import { useAppDispatch } from '../app/store.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { BodyMark } from '../kit/marks.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { useNow } from '../kit/use-now.ts';
import { useWidth } from '../kit/use-width.ts';
import { fitsFilter, readFilter } from './floor-filter.ts';
import { FloorRow } from './floor-row.tsx';
import { railsOf } from './rails.ts';
import { Today } from './today.tsx';
import { useOrder } from './use-order.ts';
import { useRowHeight } from './use-row-height.ts';

/** It comes after the floor itself: nobody filters before there is something to see. */
const FilterKeyAndChoices = lazy(async () => ({
  default: (await import('./filter-key.tsx')).FilterKeyAndChoices,
}));

const GiveKey = lazy(async () => ({ default: (await import('./give-key.tsx')).GiveKey }));
const OrderList = lazy(async () => ({ default: (await import('./order-list.tsx')).OrderList }));

/** A4, lying, less its margins and the frame [px]. */
const PAPER = 1030;

export function Floor() {
  const routes = useRoutesHere();
  const { data = [], isLoading } = useFloorQuery(undefined, {
    // The stream keeps it up to date.
    refetchOnMountOrArgChange: 10,
  });
  // A strip is drawn along its route; one that goes the shop's own comes when that is here.
  const all = useMemo(() => data.filter((r) => routes.of(r.motor)), [data, routes]);
  const [address, setAddress] = useSearchParams();
  const filter = useMemo(() => readFilter(address), [address]);
  const filtered = Object.keys(filter).length > 0;
  const now = useNow();
  const rows = useMemo(
    () => (filtered ? all.filter((r) => fitsFilter(r, filter, now.getTime())) : all),
    [all, filter, filtered, now],
  );
  const [picked, setPicked] = useState<string | null>(null);
  const { data: session } = useSessionQuery();
  const lead = session?.role === 'lead';
  const { move } = useOrder(all);
  const ordering = lead && address.get('order') === 'drag';
  const navigate = useNavigate();
  const [ref, width] = useWidth<HTMLDivElement>(1240, PAPER);
  const list = useRef<HTMLUListElement>(null);
  const current = rows.find((r) => r.motor.number === picked) ?? rows[0];
  const compact = width < 900;
  const { height, seen, air } = useRowHeight(list, rows.length);
  const rails = compact ? width - 24 : width - 82 - 172 - 108 - 24;

  const open = useCallback(
    (number: string) => void navigate(`/motor/${encodeURIComponent(number)}`),
    [navigate],
  );

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const inRow = e.target instanceof HTMLElement && list.current?.contains(e.target);
      if (e.target instanceof HTMLElement && e.target !== document.body && !inRow) return;
      if (e.altKey && current && lead && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) {
        e.preventDefault();
        setPicked(current.motor.number);
        move(current.motor.number, e.key === 'ArrowDown' ? 1 : -1);
      } else if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
        e.preventDefault();
        const at = rows.findIndex((r) => r.motor.number === current?.motor.number);
        const next = rows[Math.max(0, Math.min(rows.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))];
        if (next) {
          setPicked(next.motor.number);
          list.current
            ?.querySelector<HTMLElement>(`[data-motor="${CSS.escape(next.motor.number)}"]`)
            ?.focus();
        }
      } else if (e.key === 'Enter' && current && !inRow) {
        open(current.motor.number);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [rows, current, open, lead, move]);

  // The names over the rails are those of the motor that is picked: routes differ.
  const route = (current && routes.of(current.motor)) ?? newestRoute('ac-rewind');
  return (
    <Sheet
      title={
        <FloorTitle
          rows={rows}
          inShop={all.length}
          current={current}
          give={
            current && (
              <Suspense fallback={null}>
                <GiveKey row={current} all={all} />
              </Suspense>
            )
          }
          filter={
            all.length > 0 && (
              <Suspense fallback={null}>
                <FilterKeyAndChoices
                  rows={all}
                  routes={routes.all}
                  filter={filter}
                  onFilter={(next) => setAddress({ ...next })}
                />
              </Suspense>
            )
          }
        />
      }
    >
      <View
        letter="A"
        name="On the floor"
        note={
          ordering ? (
            <>
              drag a motor to its place;{' '}
              <Link to="/" className="underline">
                done
              </Link>
            </>
          ) : (
            `rush first, then the soonest promise${!compact && seen < rows.length ? `; ${rows.length - seen} more below` : ''}`
          )
        }
        className="print-wide overflow-auto"
      >
        <div ref={ref} className="min-w-0">
          {ordering && (
            <Suspense fallback={null}>
              <OrderList all={all} now={now.getTime()} />
            </Suspense>
          )}
          {!ordering && !compact && <Today routes={routes.all} rows={all} width={width} now={now} />}
          {!ordering && !compact && <RailHead route={route} width={rails} />}
          <div hidden={ordering} style={compact ? {} : { paddingTop: air }}>
            <ul ref={list} className={compact ? '' : 'relative'}>
              {!compact && <Gates route={route} width={rails} height={rows.length * (height + 1)} />}
              {!compact && <Gates route={route} width={rails} height={1} marks />}
              {rows.map((row) => (
                <FloorRow
                  key={row.motor.id}
                  row={row}
                  route={routes.of(row.motor)!}
                  picked={row === current}
                  compact={compact}
                  height={height}
                  rails={rails}
                  now={now.getTime()}
                  onPick={setPicked}
                  onOpen={open}
                />
              ))}
            </ul>
          </div>
          {filtered && all.length > 0 && rows.length === 0 && (
            <p className="p-6 text-[17px]">None of the {all.length} motors in the shop fits the filter.</p>
          )}
          {!isLoading && data.length === 0 && <EmptyFloor />}
        </div>
      </View>
    </Sheet>
  );
}

/** Station names over their ticks; stator above, rotor below. */
function RailHead({ route, width }: { route: Route; width: number }) {
  const { stationAt } = railsOf(route);
  return (
    <div className="flex items-stretch border-t border-b border-t-hair border-b-ink">
      <div className="flex w-[254px] shrink-0 items-center gap-4 px-3 text-[13px]">
        <span className="flex items-center gap-1.5">
          <BodyMark body="stator" state="waiting" /> stator
        </span>
        <span className="flex items-center gap-1.5">
          <BodyMark body="rotor" state="waiting" /> rotor
        </span>
        <span className="flex items-center gap-1.5">
          <svg width="12" height="12" aria-hidden="true">
            <path d="M6 1l5 5-5 5-5-5z" fill="none" stroke="var(--graphite)" />
          </svg>
          gate
        </span>
      </div>
      <svg width={width} height={36} aria-hidden="true">
        {stationsOf(route).map((s) => (
          <text
            key={s.id}
            x={stationAt(s.id) * width}
            y={s.body === 'stator' ? 14 : s.body === 'rotor' ? 30 : 22}
            fontSize="13"
            textAnchor="middle"
            fontWeight={s.body === 'rotor' ? 500 : 600}
            fill={s.body === 'rotor' ? 'var(--graphite)' : 'var(--ink)'}
          >
            {s.name}
          </text>
        ))}
      </svg>
      <span className="ml-auto self-center pr-2 text-[13px] font-[600]">Promised</span>
    </div>
  );
}

/** Lines under the strips, so that no note is crossed; their marks above them. */
function Gates({
  route,
  width,
  height,
  marks = false,
}: {
  route: Route;
  width: number;
  height: number;
  marks?: boolean;
}) {
  return (
    <svg
      width={width}
      height={height}
      className={`pointer-events-none absolute top-0 left-[254px] overflow-visible ${marks ? 'z-10' : ''}`}
      aria-hidden="true"
    >
      {railsOf(route).gates.map(([g, at]) =>
        marks ? (
          <path key={g} d={`M${at * width} -6l5 5-5 5-5-5z`} fill="var(--paper)" stroke="var(--graphite)" />
        ) : (
          <path
            key={g}
            d={`M${at * width} 0V${height}`}
            stroke="var(--graphite)"
            strokeWidth="1"
            strokeDasharray="14 3 2 3"
          />
        ),
      )}
    </svg>
  );
}

const cell = 'min-w-0 border-r border-hair px-3 py-1.5';

function FloorTitle({
  rows,
  inShop,
  current,
  give,
  filter,
}: {
  rows: readonly FloorMotor[];
  inShop: number;
  current: FloorMotor | undefined;
  give: ReactNode;
  filter: ReactNode;
}) {
  const navigate = useNavigate();
  const rush = rows.filter((r) => r.motor.rush).length;
  const held = rows.filter((r) => r.notes.some((n) => n.state === 'held')).length;
  const holding = current?.notes.find((n) => n.state === 'held');
  const go = (to: string) => void navigate(to);
  return (
    <>
      <div className={`${cell} w-[168px]`}>
        <span className="block text-[13px] leading-none text-graphite">
          {rows.length < inShop ? `Of ${inShop} in the shop` : 'In the shop'}
        </span>
        <b className="block text-[16px] leading-tight">
          {rows.length} motors, {rush} rush
        </b>
        <span className="block text-[13px] leading-tight">{held} on hold</span>
      </div>
      {current && (
        <>
          <div className={`${cell} bg-wash max-xl:hidden`}>
            <span className="block text-[13px] leading-none text-graphite">Motor</span>
            <span className="fig text-[34px] leading-none">{current.motor.number}</span>
          </div>
          <div className={`${cell} min-w-0 flex-1 bg-wash max-xl:hidden`}>
            <span className="block text-[13px] leading-none text-graphite">{holding ? 'Held' : 'For'}</span>
            <b className={`block truncate text-[16px] leading-tight ${holding ? 'text-carmine' : ''}`}>
              {holding ? holding.text : current.motor.customer}
            </b>
            <span className="block truncate text-[13px] leading-tight">
              {[current.motor.machine, current.motor.maker, current.motor.serial].filter(Boolean).join(' · ')}
            </span>
          </div>
          <div className="no-print flex items-center gap-2 px-3 max-xl:ml-auto max-xl:py-2 xl:bg-wash">
            <Key
              primary
              letter="Enter"
              onClick={() => go(`/motor/${encodeURIComponent(current.motor.number)}`)}
            >
              Open
            </Key>
            <Key letter="F2" onClick={() => go('/new')}>
              Take in
            </Key>
            {give}
            <ImportKey />
          </div>
        </>
      )}
      <div className="no-print flex items-center gap-2 px-3 max-xl:py-2 xl:bg-wash">{filter}</div>
    </>
  );
}

/** Reads a motor's record from a file; offered to who may. */
function ImportKey() {
  const { data: session } = useSessionQuery();
  const [send] = useImportMotorMutation();
  const act = useAct();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File) => {
    const call = unwrap(send({ writeId: crypto.randomUUID(), file }));
    const problem = await act(call, `${file.name} imported.`);
    if (problem) return;
    const { number, filesMissing } = await call;
    if (filesMissing)
      dispatch(
        showMessage({
          text: `${file.name} imported, without ${filesMissing === 1 ? 'its photo' : `its ${filesMissing} photos and papers`}: they come with the bundle.`,
        }),
      );
    void navigate(`/motor/${encodeURIComponent(number)}`);
  };
  if (session?.role !== 'lead') return null;
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="application/json,.json,application/zip,.zip"
        className="sr-only"
        tabIndex={-1}
        aria-label="Motor record to import"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void read(file);
          e.target.value = '';
        }}
      />
      <Key onClick={() => input.current?.click()}>Import</Key>
    </>
  );
}

function EmptyFloor() {
  const navigate = useNavigate();
  return (
    <div className="p-8">
      <h2 className="text-[21px]">No motor in the shop.</h2>
      <p className="mt-1 mb-4 text-[15px]">Take the first one in, or import a motor’s record from a file.</p>
      <div className="flex gap-3">
        <Key primary letter="F2" onClick={() => void navigate('/new')}>
          Take a motor in
        </Key>
        <ImportKey />
      </div>
    </div>
  );
}
