/** A batch beside its line: which units got a lot, files in and out, labels, stops, its limits. */
import type { LotAnswer } from '@norther/records';
import { SERIES_LINES } from '@norther/core';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { problemOf, useSessionQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { LineField } from '../kit/line-field.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { showMoment } from '../kit/moments.ts';
import { BatchForm } from './batch-form.tsx';
import { Labels } from './labels.tsx';
import { SeriesTitle } from './series-title.tsx';
import {
  batchPath,
  POLL,
  useAddCsvMutation,
  useChangeBatchMutation,
  useLineQuery,
  useLotUnitsQuery,
  useReleaseItMutation,
  useStopItMutation,
} from './series-api.ts';

export function Batch() {
  const name = useParams()['batch'] ?? '';
  const { data: now, error } = useLineQuery(name, POLL);
  const { data: session } = useSessionQuery();
  const [change] = useChangeBatchMutation();
  const act = useAct();
  const [closing, setClosing] = useState(false);
  if (!now)
    return (
      <Sheet title={<SheetName name="Series">batch {name}</SheetName>}>
        <View letter="A" name="Batch">
          <p className="p-4 text-[17px]">{error ? problemOf(error).title : 'Fetching the batch …'}</p>
        </View>
      </Sheet>
    );
  const { batch } = now;
  const lead = session?.role === 'lead';
  const setClosed = (closed: boolean) => {
    const {
      id: _,
      name: __,
      line: ___,
      limitsTyped,
      limits: ____,
      closedAt: _____,
      createdAt: ______,
      ...rest
    } = batch;
    void act(
      unwrap(change({ writeId: crypto.randomUUID(), name, entry: { ...rest, limits: limitsTyped, closed } })),
      closed ? `Batch ${name} is closed.` : `Batch ${name} is open again.`,
    );
  };
  return (
    <Sheet columns="minmax(0,1fr) minmax(0,1fr) minmax(0,1fr)" title={<SeriesTitle now={now} />}>
      <View
        letter="A"
        name="Lots"
        note={
          <Link className="underline" to={batchPath(name)}>
            the line
          </Link>
        }
        className="overflow-auto p-4"
      >
        <Lots name={name} lineId={batch.line} loaded={now.stations} />
      </View>
      <View letter="B" name="Files, labels, stops" className="overflow-auto p-4">
        <Files name={name} />
        <Labels name={name} planned={batch.planned} />
        <Stops name={name} stops={now.stops} lead={lead} lineId={batch.line} />
      </View>
      <View letter="C" name="The batch" note={lead ? '' : 'a lead changes it'} className="overflow-auto p-4">
        {lead ? (
          <>
            <BatchForm batch={batch} onSaved={() => undefined} />
            <div className="mt-4 border-t border-hair pt-3">
              <Key onClick={() => (batch.closedAt ? setClosed(false) : setClosing(true))}>
                {batch.closedAt ? 'Open it again' : 'Close the batch'}
              </Key>
            </div>
            <ReasonDialog
              title={`Close batch ${name}`}
              text={`${now.onLine} units are on the line still. Nothing more is recorded until it is opened again.`}
              action="Close"
              open={closing}
              onOpen={setClosing}
              onReason={() => setClosed(true)}
            />
          </>
        ) : (
          <dl className="text-[15px]">
            <dt className="text-[13px] text-graphite">Line</dt>
            <dd>{SERIES_LINES[batch.line]!.title}</dd>
            <dt className="mt-2 text-[13px] text-graphite">Units</dt>
            <dd className="fig">{batch.planned}</dd>
          </dl>
        )}
      </View>
    </Sheet>
  );
}

function Lots({
  name,
  lineId,
  loaded,
}: {
  readonly name: string;
  readonly lineId: string;
  readonly loaded: readonly { readonly id: string; readonly lots: Readonly<Record<string, string>> }[];
}) {
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState('');
  const [stopping, setStopping] = useState(false);
  const [stop] = useStopItMutation();
  const act = useAct();
  const { currentData: found, error } = useLotUnitsQuery({ name, lot: asked }, { skip: asked === '' });
  const line = SERIES_LINES[lineId]!;
  const now = loaded.flatMap((s) =>
    Object.entries(s.lots).map(([what, lot]) => ({
      what,
      lot,
      station: line.stations.find((x) => x.id === s.id)!.title,
    })),
  );
  return (
    <>
      <form
        className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          setAsked(typed.trim());
        }}
      >
        <LineField label="Which units got this lot or reel" name="lot" value={typed} onType={setTyped} scan />
        <Key primary type="submit" disabled={typed.trim() === ''}>
          Find
        </Key>
      </form>
      {error && <p className="mt-2 text-carmine">{problemOf(error).title}</p>}
      {found && (
        <div className="mt-3" aria-label={`Units with ${found.lot}`} role="group">
          <LotUnits found={found} />
          <Key className="mt-2" onClick={() => setStopping(true)}>
            Stop lot {found.lot}
          </Key>
          <ReasonDialog
            title={`Stop lot ${found.lot}`}
            text="Its units are held, and it is not loaded again, until a lead releases it."
            action="Stop"
            open={stopping}
            onOpen={setStopping}
            onReason={(why) =>
              void act(
                unwrap(stop({ writeId: crypto.randomUUID(), name, lot: found.lot, why })),
                `Lot ${found.lot} is stopped.`,
              )
            }
          />
        </div>
      )}
      <h2 className="mt-4 text-[14px] font-[650]">Loaded now</h2>
      {now.length === 0 && <p className="text-[15px] text-graphite">Nothing has been said to be loaded.</p>}
      <ul className="text-[15px]">
        {now.map((l) => (
          <li key={`${l.station} ${l.what}`} className="flex gap-2 border-b border-grid py-1">
            <span className="min-w-0 flex-1">
              {l.station}, {l.what}
            </span>
            <button
              type="button"
              className="fig underline"
              onClick={() => (setTyped(l.lot), setAsked(l.lot))}
            >
              {l.lot}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Rows of numbers, as short as they can be said. */
function ranges(serials: readonly number[]): string {
  const parts: string[] = [];
  for (let i = 0; i < serials.length;) {
    let j = i;
    while (serials[j + 1] === serials[j]! + 1) j++;
    parts.push(i === j ? `${serials[i]}` : `${serials[i]}–${serials[j]}`);
    i = j + 1;
  }
  return parts.join(', ');
}

function LotUnits({ found }: { readonly found: LotAnswer }) {
  if (found.units.length === 0) return <p className="text-[16px]">No unit of this batch has {found.lot}.</p>;
  const of = (state: string) => found.units.filter((u) => u.state === state).map((u) => u.serial);
  const held = found.units.filter((u) => u.held !== null).map((u) => u.serial);
  return (
    <div className="text-[15px]">
      <p className="text-[20px] font-[650]">
        <span className="fig">
          {found.units.length}
          {found.more ? ' or more' : ''}
        </span>{' '}
        units have {found.lot}
      </p>
      <p className="text-[13px] text-graphite">
        as {found.as.map((a) => `${a.what} at ${a.station}`).join(', ')}
      </p>
      {(
        [
          ['out of the door', of('out')],
          ['on the line', of('on')],
          ['scrapped', of('scrapped')],
          ['held', held],
        ] as const
      ).map(([label, list]) =>
        list.length === 0 ? null : (
          <p key={label} className="mt-1">
            <span className="text-graphite">
              {label} ({list.length}):
            </span>{' '}
            <span className="fig">{ranges(list)}</span>
          </p>
        ),
      )}
    </div>
  );
}

function Files({ name }: { readonly name: string }) {
  const [add, { isLoading }] = useAddCsvMutation();
  const act = useAct();
  const [told, setTold] = useState<string | null>(null);
  const read = async (file: File) => {
    const csv = await file.text();
    const problem = await act(
      unwrap(add({ writeId: crypto.randomUUID(), name, csv })).then((t) => {
        setTold(
          `${t.count} records taken, ${t.known} were known.${
            t.taken.length > 0
              ? ` Not sound: ${t.taken
                  .map((r) => `${r.serial} at ${r.station}`)
                  .slice(0, 8)
                  .join(', ')}${t.taken.length > 8 ? ' …' : ''}.`
              : ''
          }`,
        );
      }),
      'The file was taken.',
    );
    if (problem) setTold(problem.title);
  };
  return (
    <section aria-label="Files">
      <h2 className="text-[14px] font-[650]">Records as a file</h2>
      <label className="mt-1 block text-[13px] text-graphite">
        Take in a CSV: unit, station, time, a column a figure
        <input
          type="file"
          accept=".csv,text/csv"
          disabled={isLoading}
          className="mt-1 block w-full text-[14px] text-ink file:mr-3 file:min-h-10 file:border-[1.5px] file:border-ink file:bg-paper file:px-3 file:font-[650]"
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            if (file) void read(file);
            e.target.value = '';
          }}
        />
      </label>
      {told && (
        <p role="status" className="mt-1 text-[14px]">
          {told}
        </p>
      )}
      <a className="mt-2 inline-block underline" href={`/api${batchPath(name)}/records.csv`}>
        Every record as CSV
      </a>
    </section>
  );
}

function Stops({
  name,
  stops,
  lead,
  lineId,
}: {
  readonly name: string;
  readonly stops: readonly import('@norther/records').StopRecord[];
  readonly lead: boolean;
  readonly lineId: string;
}) {
  const [releasing, setReleasing] = useState<string | null>(null);
  const [release] = useReleaseItMutation();
  const act = useAct();
  const line = SERIES_LINES[lineId]!;
  const what = (s: (typeof stops)[number]) =>
    s.station === null ? `Lot ${s.lot}` : line.stations.find((x) => x.id === s.station)!.title;
  const open = stops.find((s) => s.id === releasing) ?? null;
  return (
    <section aria-label="Stops" className="mt-5">
      <h2 className="text-[14px] font-[650]">Stops</h2>
      {stops.length === 0 && <p className="text-[15px] text-graphite">Nothing has been stopped.</p>}
      <ul>
        {stops.map((s) => (
          <li key={s.id} className="flex items-center gap-2 border-b border-grid py-1.5 text-[15px]">
            <span className="min-w-0 flex-1">
              <b>{what(s)}</b>: {s.why}
              <span className="block text-[13px] text-graphite">
                {s.by}, {showMoment(new Date(s.at))}
                {s.releasedAt ? `; released by ${s.releasedBy}: ${s.releasedWhy}` : ''}
              </span>
            </span>
            {!s.releasedAt && lead && <Key onClick={() => setReleasing(s.id)}>Release</Key>}
          </li>
        ))}
      </ul>
      <ReasonDialog
        title={`Release ${open ? what(open) : ''}`}
        text={`It was stopped: ${open?.why ?? ''}. What was found, and what was done?`}
        action="Release"
        open={open !== null}
        onOpen={(o) => !o && setReleasing(null)}
        onReason={(why) =>
          void act(unwrap(release({ writeId: crypto.randomUUID(), name, id: open!.id, why })), 'Released.')
        }
      />
    </section>
  );
}
