/** One motor on the floor: its number, whose it is, its two tracks, its promise. Drawn anew only when it is another. */
import type { Route } from '@norther/core';
import type { FloorMotor } from '@norther/records';
import { memo } from 'react';
import { promiseOf } from '../kit/time.ts';
import { Strip } from './strip.tsx';

interface RowProps {
  readonly row: FloorMotor;
  readonly route: Route;
  readonly picked: boolean;
  readonly compact: boolean;
  readonly height: number;
  /** Width of the tracks [px]. */
  readonly rails: number;
  readonly now: number;
  readonly onPick: (number: string) => void;
  readonly onOpen: (number: string) => void;
}

export const FloorRow = memo(function FloorRow({
  row,
  route,
  picked,
  compact,
  height,
  rails,
  now,
  onPick,
  onOpen,
}: RowProps) {
  const { number, customer, machine, rush, promisedAt, givenTo } = row.motor;
  const promise = promiseOf(promisedAt, now);
  const stands = row.notes.map((n) => `${n.body} ${n.text}${n.who ? `, ${n.who}` : ''}`).join('; ');
  return (
    <li className="border-b border-grid">
      <a
        href={`/motor/${encodeURIComponent(number)}`}
        data-motor={number}
        onFocus={() => onPick(number)}
        onMouseEnter={() => onPick(number)}
        onClick={(e) => {
          e.preventDefault();
          onOpen(number);
        }}
        aria-label={`Motor ${number}, ${customer}, ${machine}${givenTo ? `, given to ${givenTo}` : ''}: ${stands}. Promised ${promise.when}, ${promise.left}${rush ? ', rush' : ''}`}
        className={`relative -outline-offset-2 ${picked ? 'bg-wash' : ''} ${compact ? 'block px-3 py-2' : 'flex items-center'}`}
        style={compact ? {} : { height }}
      >
        <div className={compact ? 'flex items-center gap-3' : 'contents'}>
          <Number row={row} />
          <span className={`min-w-0 leading-[1.12] ${compact ? 'flex-1' : 'w-[172px] shrink-0'}`}>
            <b className="block truncate text-[14.5px] font-[650]">
              {customer}
              {rush && <span className="ml-2 text-[13px] font-bold tracking-wide text-copper">RUSH</span>}
            </b>
            <span className="block truncate text-[13px]">
              {givenTo && <b className="mr-1.5 font-[650]">{givenTo}</b>}
              {machine}
            </span>
          </span>
          {compact && <Promised promise={promise} />}
        </div>
        <Strip row={row} route={route} width={rails} height={compact ? 40 : height} picked={picked} />
        {!compact && <Promised promise={promise} />}
      </a>
    </li>
  );
});

function Number({ row }: { row: FloorMotor }) {
  return (
    <span
      className={`fig flex h-[26px] w-[82px] shrink-0 items-center pl-3 text-[23px] leading-none ${row.motor.rush ? 'bg-copper font-semibold text-on-copper [clip-path:polygon(0_0,100%_0,88%_50%,100%_100%,0_100%)]' : ''}`}
    >
      {row.motor.number}
    </span>
  );
}

function Promised({ promise }: { promise: ReturnType<typeof promiseOf> }) {
  return (
    <span className="ml-auto w-[108px] shrink-0 pr-2 text-right leading-none">
      <span className="fig block text-[15px]">{promise.when}</span>
      <span
        className={`block text-[13px] ${promise.late ? 'font-[650] text-carmine' : promise.today ? 'font-[600] text-copper' : 'text-graphite'}`}
      >
        {promise.left}
      </span>
    </span>
  );
}
