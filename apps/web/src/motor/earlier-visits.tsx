/** A machine that comes back: what is known of it, offered while its serial number is typed. */
import { machineKind } from '@norther/core';
import type { EarlierVisit } from '@norther/records';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useEarlierVisitsQuery } from '../app/api.ts';
import { Key } from '../kit/key.tsx';
import { showDay } from '../kit/moments.ts';

/** Shorter ones are not yet a serial number, and fit too many. */
const SHORTEST = 3;

export function EarlierVisits({
  serial,
  taken,
  onTake,
}: {
  readonly serial: string;
  /** Number of the visit whose plate and winding were taken over; empty when none was. */
  readonly taken: string;
  readonly onTake: (visit: EarlierVisit) => void;
}) {
  const [settled, setSettled] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setSettled(serial.trim()), 250);
    return () => clearTimeout(timer);
  }, [serial]);
  const { currentData: visits = [] } = useEarlierVisitsQuery(settled, { skip: settled.length < SHORTEST });
  const last = visits[0];
  if (!last) return null;
  const { name } = machineKind(last.kind);
  return (
    <section aria-label="It was here before" className="border-l-[3px] border-copper pl-3">
      <b className="block text-[17px]">
        It was here before{visits.length > 1 ? `, ${visits.length} times` : ''}
      </b>
      <p className="text-[14px]">
        Last as{' '}
        <Link to={`/motor/${encodeURIComponent(last.number)}`} className="fig underline">
          {last.number}
        </Link>
        , {showDay(last.arrivedAt)}
        {last.shippedAt ? '' : ', not shipped yet'}: {name}, {last.maker || 'maker not known'},{' '}
        {last.machine || last.customer}.
      </p>
      {taken === last.number ? (
        <p className="mt-1 text-[14px] text-graphite">
          Its plate stands in the form{last.winding ? '; its winding comes on the card, to be looked at' : ''}
          .
        </p>
      ) : (
        <div className="mt-2">
          <Key onClick={() => onTake(last)}>Take its plate{last.winding ? ' and its winding' : ''}</Key>
        </div>
      )}
    </section>
  );
}
