/** The title block of a batch. */
import type { LineAnswer } from '@norther/records';
import type { ReactNode } from 'react';
import { TITLE_CELL } from '../sheet/title.ts';

const promised = (iso: string | null) =>
  iso === null
    ? 'no date'
    : new Date(iso).toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' });

export function SeriesTitle({ now }: { readonly now: LineAnswer }) {
  const { batch } = now;
  const cell = (label: string, value: ReactNode, small: ReactNode) => (
    <div className={TITLE_CELL}>
      <span className="block text-[13px] leading-none text-graphite">{label}</span>
      <b className="block truncate text-[16px] leading-tight">{value}</b>
      <span className="block truncate text-[13px]">{small}</span>
    </div>
  );
  return (
    <div className="grid w-full grid-cols-[auto_minmax(0,2fr)_minmax(0,1.3fr)_minmax(0,1fr)_minmax(0,1fr)] max-xl:grid-cols-3">
      <div className={TITLE_CELL}>
        <span className="block text-[13px] leading-none text-graphite">Batch</span>
        <span className="fig block text-[27px] leading-none">{batch.name}</span>
      </div>
      {cell(
        'For',
        batch.customer || 'no customer',
        `${batch.planned} × ${batch.product || 'no product named'}`,
      )}
      {cell(
        'Stands at',
        <>
          <span className="fig">{now.out}</span> out, <span className="fig">{now.onLine}</span> on the line
        </>,
        `${batch.planned - now.started} to come${now.scrapped ? `, ${now.scrapped} scrapped` : ''}`,
      )}
      {cell(
        'First pass',
        <span className="fig">{(now.firstPass.rolled * 100).toFixed(1)} %</span>,
        'product of the stations',
      )}
      {cell('Promised', promised(batch.promisedAt), batch.closedAt ? 'closed' : 'open')}
    </div>
  );
}
