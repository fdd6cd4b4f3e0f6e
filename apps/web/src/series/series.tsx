/** Series: the batches there are, and a new one. */
import { SERIES_LINES } from '@norther/core';
import { Link, useNavigate } from 'react-router';
import { problemOf, useSessionQuery } from '../app/api.ts';
import { showMoment } from '../kit/moments.ts';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { BatchForm } from './batch-form.tsx';
import { batchPath, useSeriesQuery } from './series-api.ts';

export function Series() {
  const { data, error } = useSeriesQuery();
  const { data: session } = useSessionQuery();
  const navigate = useNavigate();
  const lead = session?.role === 'lead';
  return (
    <Sheet
      columns="7fr 5fr"
      title={<SheetName name="Series">batches of identical units, and how their line stands</SheetName>}
    >
      <View letter="A" name="Batches" className="overflow-auto px-4 py-2">
        {error && !data && <p className="p-3 text-carmine">{problemOf(error).title}</p>}
        {data?.batches.length === 0 && (
          <p className="py-4 text-[17px]">
            No batch yet. {lead ? 'Begin one in view B.' : 'A lead begins one.'}
          </p>
        )}
        {data?.batches.map((b) => (
          <Link
            key={b.id}
            to={batchPath(b.name)}
            className="grid grid-cols-[96px_minmax(0,1fr)_170px] items-center gap-3 border-b border-hair py-3 -outline-offset-2"
          >
            <span className="fig text-[34px] leading-none">{b.name}</span>
            <span className="min-w-0">
              <b className="block truncate text-[17px]">{b.product || SERIES_LINES[b.line]!.title}</b>
              <span className="block truncate text-[14px] text-graphite">
                {b.customer || 'no customer'}
                {b.promisedAt ? `, promised ${showMoment(new Date(b.promisedAt))}` : ''}
              </span>
            </span>
            <span>
              <span className="block text-[15px]">
                <b className="fig text-[18px]">{b.out}</b> of <span className="fig">{b.planned}</span> out
              </span>
              <span aria-hidden="true" className="relative mt-1 block h-2 border border-ink bg-field">
                <span
                  className="absolute inset-y-0 left-0 bg-ink"
                  style={{ width: `${(100 * b.out) / b.planned}%` }}
                />
              </span>
              <span className="block text-[13px] text-graphite">
                {b.closedAt
                  ? 'closed'
                  : b.stopped > 0
                    ? `${b.stopped} stopped`
                    : b.started === 0
                      ? 'unit 1 not started'
                      : `${b.started - b.out} on the line`}
              </span>
            </span>
          </Link>
        ))}
      </View>
      <View
        letter="B"
        name="New batch"
        note={lead ? '' : 'a lead begins batches'}
        className="overflow-auto p-4"
      >
        {lead ? (
          <BatchForm batch={null} onSaved={(name) => void navigate(batchPath(name))} />
        ) : (
          <p className="text-[15px] text-graphite">
            Open a batch to enter what your station measured, or to see where its line stands.
          </p>
        )}
      </View>
    </Sheet>
  );
}
