/** The floor for a screen across the shop: nothing to press, large, and page after page where it does not fit. */
import type { FloorMotor } from '@norther/records';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useFloorQuery } from '../app/api.ts';
import { useRoutesHere } from '../app/use-route-of.ts';
import { Hatches } from '../kit/marks.tsx';
import { promiseOf } from '../kit/time.ts';
import { useNow } from '../kit/use-now.ts';
import { useWidth } from '../kit/use-width.ts';
import { Strip } from './strip.tsx';

/** Tall enough to be read from some metres [px]. */
const ROW = 74;
const HEAD = 64;
/** Of the strip as the floor has it, with its words. */
const LARGER = 1.6;
/** How long a page stands [ms]. */
const PAGE_MS = 12_000;

export function Wall() {
  const routes = useRoutesHere();
  const { data = [] } = useFloorQuery(undefined, { refetchOnMountOrArgChange: 10 });
  const rows = data.filter((r) => routes.of(r.motor));
  const now = useNow();
  const [ref, width] = useWidth<HTMLDivElement>(1240, 1240);
  const [page, setPage] = useState(0);
  const [high, setHigh] = useState(() => window.innerHeight);
  useEffect(() => {
    const onResize = () => setHigh(window.innerHeight);
    window.addEventListener('resize', onResize);
    const timer = setInterval(() => setPage((p) => p + 1), PAGE_MS);
    return () => {
      clearInterval(timer);
      window.removeEventListener('resize', onResize);
    };
  }, []);
  const fit = Math.max(1, Math.floor((high - HEAD - 16) / ROW));
  const pages = Math.max(1, Math.ceil(rows.length / fit));
  const at = page % pages;
  const held = rows.filter((r) => r.notes.some((n) => n.state === 'held')).length;
  const late = rows.filter(
    (r) => r.motor.promisedAt && Date.parse(r.motor.promisedAt) < now.getTime(),
  ).length;
  const rails = width - 150 - 300 - 200;
  return (
    <main ref={ref} data-view="A" className="h-dvh overflow-hidden bg-paper px-3 pt-2">
      <Hatches />
      <h1 className="sr-only">The floor, for a wall</h1>
      <header className="flex items-center gap-8 border-b-[3px] border-ink" style={{ height: HEAD - 8 }}>
        <Link to="/" aria-label="Back to the floor" className="fig text-[40px] leading-none font-bold">
          {now.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
        </Link>
        <span className="text-[26px]">{rows.length} motors</span>
        {held > 0 && <b className="text-[26px] text-carmine">{held} on hold</b>}
        {late > 0 && <b className="text-[26px] text-carmine">{late} past the promise</b>}
        {pages > 1 && (
          <span className="fig ml-auto text-[24px] text-graphite">
            {at + 1} / {pages}
          </span>
        )}
      </header>
      <ol>
        {rows.slice(at * fit, (at + 1) * fit).map((row) => (
          <li key={row.motor.id} className="flex items-center border-b border-grid" style={{ height: ROW }}>
            <WallMotor row={row} />
            <div style={{ width: rails, height: ROW - 8 }}>
              <div
                className="origin-top-left"
                style={{ width: rails / LARGER, transform: `scale(${LARGER})` }}
              >
                <Strip
                  row={row}
                  route={routes.of(row.motor)!}
                  width={rails / LARGER}
                  height={(ROW - 8) / LARGER}
                  picked={false}
                />
              </div>
            </div>
            <WallPromise row={row} now={now.getTime()} />
          </li>
        ))}
      </ol>
      {rows.length === 0 && <p className="p-10 text-[40px]">No motor in the shop.</p>}
    </main>
  );
}

function WallMotor({ row: { motor } }: { readonly row: FloorMotor }) {
  return (
    <>
      <span
        className={`fig flex h-[52px] w-[150px] shrink-0 items-center pl-2 text-[44px] leading-none ${motor.rush ? 'bg-copper font-semibold text-on-copper' : ''}`}
      >
        {motor.number}
      </span>
      <span className="w-[300px] shrink-0 pl-3 leading-tight">
        <b className="block truncate text-[24px] font-[650]">{motor.customer}</b>
        <span className="block truncate text-[19px]">{motor.givenTo ?? motor.machine}</span>
      </span>
    </>
  );
}

function WallPromise({ row: { motor }, now }: { readonly row: FloorMotor; readonly now: number }) {
  const promise = promiseOf(motor.promisedAt, now);
  return (
    <span className="ml-auto w-[200px] shrink-0 text-right leading-none">
      <span className="fig block text-[30px]">{promise.when}</span>
      <span
        className={`block text-[22px] ${promise.late ? 'font-[650] text-carmine' : promise.today ? 'font-[600] text-copper' : 'text-graphite'}`}
      >
        {promise.left}
      </span>
    </span>
  );
}
