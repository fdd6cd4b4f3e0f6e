/** One station with one hand: scan the unit, enter what was measured, Enter; the answer is as large as the hand is far. */
import { figureKey, readUnits, SERIES_LINES, seriesStation, type SeriesStation } from '@norther/core';
import type { LineAnswer, TakenRecords } from '@norther/records';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { problemOf } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { Caution, Key } from '../kit/key.tsx';
import { LineField } from '../kit/line-field.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { useWidth } from '../kit/use-width.ts';
import { FigureChart } from './figure-chart.tsx';
import { SeriesTitle } from './series-title.tsx';
import {
  batchPath,
  POLL,
  useAddRecordsMutation,
  useFigureChartQuery,
  useLineQuery,
  useLoadLotMutation,
  useStopItMutation,
} from './series-api.ts';

const CELL =
  'h-16 w-full min-w-0 border-[1.5px] border-b-2 border-pencil border-b-ink bg-field px-3 text-[28px] outline-none focus:border-b-[3px] focus:border-b-copper';

export function Station() {
  const { batch = '', station: stationId = '' } = useParams();
  const { data: now, error } = useLineQuery(batch, POLL);
  const line = now ? SERIES_LINES[now.batch.line]! : null;
  const station = line ? seriesStation(line, stationId) : undefined;
  if (!now || !line || !station)
    return (
      <Sheet title={<SheetName name="Series">a station of batch {batch}</SheetName>}>
        <View letter="A" name="Station">
          <p className="p-4 text-[17px]">
            {error
              ? problemOf(error).title
              : now
                ? 'The line has no such station.'
                : 'Fetching the station …'}
          </p>
        </View>
      </Sheet>
    );
  return <Work key={station.id} now={now} station={station} />;
}

function Work({ now, station }: { readonly now: LineAnswer; readonly station: SeriesStation }) {
  const { name } = now.batch;
  const line = SERIES_LINES[now.batch.line]!;
  const is = now.stations.find((s) => s.id === station.id)!;
  const { typed, type, drop, writeId } = useDraft(`series:${name}:${station.id}`);
  const [add, { isLoading }] = useAddRecordsMutation();
  const [stop] = useStopItMutation();
  const act = useAct();
  const [told, setTold] = useState<{ readonly taken: TakenRecords['taken']; readonly bad?: string } | null>(
    null,
  );
  const [asks, setAsks] = useState<'scrap' | 'stop' | null>(null);
  const unitBox = useRef<HTMLInputElement>(null);
  const [ref, width] = useWidth<HTMLDivElement>(500);
  const [first] = station.figures;
  const { currentData: chart } = useFigureChartQuery(
    { name, figure: first ? figureKey(station.id, first.id) : '', last: 40 },
    { ...POLL, skip: !first },
  );
  const next = is.standing[0] ?? null;
  const stopped = now.stops.find((s) => s.station === station.id && s.releasedAt === null);
  const unitText = typed['unit'] ?? '';
  const refused = (message: string) => {
    setTold({ taken: [], bad: message });
    unitBox.current?.focus();
  };
  const save = async (more: { readonly sent?: true; readonly scrap?: string } = {}) => {
    const bare = (unitText.trim() || String(next ?? '')).replaceAll(new RegExp(`\\b${name}-`, 'gi'), '');
    const units = readUnits(bare);
    if (!units.ok) return refused(units.findings[0]!.message);
    const figures = Object.fromEntries(
      station.figures.flatMap((f) => {
        const text = typed[f.id]?.trim() ?? '';
        return text === '' ? [] : [[f.id, text] as const];
      }),
    );
    if (Object.keys(figures).length === 0 && station.figures.length > 0 && !more.scrap && !more.sent)
      return refused('Nothing is entered yet: type what was measured.');
    try {
      const answer = await unwrap(
        add({
          writeId: writeId ?? crypto.randomUUID(),
          name,
          records: units.value.map((serial) => ({ serial, station: station.id, figures, ...more })),
        }),
      );
      setTold({ taken: answer.taken });
      drop();
    } catch (e) {
      setTold({ taken: [], bad: problemOf(e).title });
    }
    unitBox.current?.focus();
  };
  /** Enter goes to the next empty figure, and saves from the last. */
  const onEnter = (e: React.KeyboardEvent<HTMLInputElement>, from: number) => {
    if (e.key !== 'Enter') return;
    e.preventDefault();
    const form = e.currentTarget.form!;
    const boxes = [...form.querySelectorAll<HTMLInputElement>('input[data-figure]')];
    const empty = boxes.find((b, i) => i > from && b.value.trim() === '');
    if (empty) empty.focus();
    else void save();
  };
  const worst = told?.taken.find((t) => t.verdict === 'out' || t.verdict === 'unread') ?? told?.taken[0];
  return (
    <Sheet columns="minmax(0,1fr) 520px" title={<SeriesTitle now={now} />}>
      <View
        letter="A"
        name={station.title}
        note={
          <>
            {line.rails.find((r) => r.id === station.rail)!.title.toLowerCase()} ·{' '}
            <Link className="underline" to={`${batchPath(name)}?station=${station.id}`}>
              the line
            </Link>
          </>
        }
        className="overflow-auto p-4"
      >
        {stopped && (
          <p className="mb-3 flex items-center gap-2 border-l-4 border-carmine pl-3 text-[17px]">
            <VerdictMark verdict="stop" />
            Stopped: {stopped.why}. A lead releases it.
          </p>
        )}
        {station.caution && (
          <div className="mb-3">
            <Caution name="Caution" text={station.caution} />
          </div>
        )}
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void save();
          }}
        >
          <label className="block text-[15px] text-graphite">
            Unit{next === null ? '' : `, next is ${next}`}
            <input
              ref={unitBox}
              autoFocus
              name="unit"
              data-scan="take"
              autoComplete="off"
              inputMode="numeric"
              placeholder={next === null ? 'scan or type' : String(next)}
              value={unitText}
              onChange={(e) => type({ unit: e.target.value })}
              onKeyDown={(e) => onEnter(e, -1)}
              className={`fig ${CELL}`}
            />
          </label>
          <div className="mt-3 grid gap-3 sm:grid-cols-2">
            {station.figures.map((f, i) => {
              const { lower, upper } = now.batch.limits[figureKey(station.id, f.id)]!;
              const span =
                lower !== null && upper !== null
                  ? lower === upper
                    ? `${lower}`
                    : `${lower} to ${upper}`
                  : upper !== null
                    ? `up to ${upper}`
                    : `from ${lower}`;
              return (
                <label key={f.id} className="block min-w-0 text-[15px] text-graphite">
                  {f.title}, {span} {f.unit}
                  <span className="flex items-stretch">
                    <input
                      name={f.id}
                      data-figure
                      autoComplete="off"
                      inputMode="decimal"
                      value={typed[f.id] ?? ''}
                      onChange={(e) => type({ [f.id]: e.target.value })}
                      onKeyDown={(e) => onEnter(e, i)}
                      className={`fig ${CELL}`}
                    />
                    {f.unit && (
                      <span className="fig flex min-w-16 items-center border-y-[1.5px] border-r-[1.5px] border-pencil px-2 text-[16px]">
                        {f.unit}
                      </span>
                    )}
                  </span>
                </label>
              );
            })}
          </div>
          <div className="mt-4 flex flex-wrap gap-3">
            {station.figures.length > 0 ? (
              <Key
                primary
                letter="Enter"
                type="submit"
                disabled={isLoading}
                className="min-h-16 flex-1 text-[18px]"
              >
                Take it
              </Key>
            ) : (
              <>
                <Key
                  primary
                  disabled={isLoading}
                  onClick={() => void save({ sent: true })}
                  className="min-h-16 flex-1 text-[18px]"
                >
                  Sent
                </Key>
                <Key disabled={isLoading} onClick={() => void save()} className="min-h-16 flex-1 text-[18px]">
                  Received
                </Key>
              </>
            )}
            <Key onClick={() => setAsks('stop')} disabled={stopped !== undefined} className="min-h-16">
              Stop
            </Key>
            <Key onClick={() => setAsks('scrap')} className="min-h-16">
              Scrap
            </Key>
          </div>
        </form>
        <div role="status" aria-label="What was taken" className="mt-4 min-h-24">
          {told?.bad && (
            <p className="flex items-start gap-3 text-[20px] font-[650] text-carmine">
              <VerdictMark verdict="stop" size={36} />
              {told.bad}
            </p>
          )}
          {worst && (
            <p className="flex items-start gap-3 text-[22px] leading-tight font-[650]">
              <VerdictMark
                verdict={
                  worst.verdict === 'sound' || worst.verdict === 'sent'
                    ? 'sound'
                    : worst.verdict === 'unread'
                      ? 'watch'
                      : 'stop'
                }
                size={44}
              />
              <span>
                <span className="fig text-[30px]">{worst.serial}</span>{' '}
                {worst.verdict === 'sound'
                  ? 'is within its limits'
                  : worst.verdict === 'out'
                    ? `is out, back to ${seriesStation(line, station.backTo)!.title}`
                    : worst.verdict === 'scrapped'
                      ? 'is scrapped'
                      : worst.verdict === 'sent'
                        ? 'is sent'
                        : 'stays here'}
                {told!.taken.length > 1 && <span className="font-normal"> ({told!.taken.length} units)</span>}
                {worst.words && <span className="block text-[16px] font-normal">{worst.words}</span>}
              </span>
            </p>
          )}
        </div>
      </View>
      <View letter="B" name="Here now" className="overflow-auto p-4">
        {is.standing.length > 0 && (
          <div className="mb-3">
            <h2 className="text-[14px] font-[650]">Waiting</h2>
            <div className="mt-1 flex flex-wrap gap-2">
              {is.standing.slice(0, 12).map((n) => (
                <Key key={n} onClick={() => (type({ unit: String(n) }), unitBox.current?.focus())}>
                  <span className="fig text-[18px]">{n}</span>
                </Key>
              ))}
            </div>
          </div>
        )}
        {station.lots.length > 0 && (
          <div className="mb-3">
            <h2 className="text-[14px] font-[650]">Loaded</h2>
            {station.lots.map((what) => (
              <Lot key={what} name={name} station={station.id} what={what} lot={is.lots[what] ?? ''} />
            ))}
          </div>
        )}
        <div ref={ref}>
          {first && chart && chart.count > 0 && (
            <>
              <h2 className="text-[14px] font-[650]">The last 40 units, {first.title}</h2>
              <FigureChart
                chart={chart}
                figure={first}
                process={now.batch.limits[figureKey(station.id, first.id)]!}
                school={now.batch.school}
                width={width}
                height={220}
                unit={null}
              />
              {chart.drift && (
                <p className="mt-1 flex items-start gap-2 text-[16px]">
                  <VerdictMark verdict="watch" />
                  <span>
                    <b>{chart.drift.words.title}.</b> {chart.drift.words.next}
                  </span>
                </p>
              )}
            </>
          )}
        </div>
      </View>
      <ReasonDialog
        title={`Scrap unit ${unitText || (next ?? '')}`}
        text="Nothing more is done to it; its history stays."
        action="Scrap"
        open={asks === 'scrap'}
        onOpen={(o) => setAsks(o ? 'scrap' : null)}
        onReason={(scrap) => void save({ scrap })}
      />
      <ReasonDialog
        title={`Stop ${station.title}`}
        text="The unit in the machine is ended; no further one begins until a lead releases it."
        action="Stop"
        open={asks === 'stop'}
        onOpen={(o) => setAsks(o ? 'stop' : null)}
        onReason={(why) =>
          void act(
            unwrap(stop({ writeId: crypto.randomUUID(), name, station: station.id, why })),
            `${station.title} is stopped.`,
          )
        }
      />
    </Sheet>
  );
}

/** What is loaded, and what comes after it. */
function Lot({
  name,
  station,
  what,
  lot,
}: {
  readonly name: string;
  readonly station: string;
  readonly what: string;
  readonly lot: string;
}) {
  const [next, setNext] = useState('');
  const [load] = useLoadLotMutation();
  const act = useAct();
  const done = async () => {
    const problem = await act(
      unwrap(load({ writeId: crypto.randomUUID(), name, loaded: { station, what, lot: next.trim() } })),
      `${what} ${next.trim()} is loaded.`,
    );
    if (!problem) setNext('');
  };
  return (
    <form
      className="grid grid-cols-[110px_minmax(0,1fr)_auto] items-end gap-2 border-b border-hair py-2"
      onSubmit={(e) => {
        e.preventDefault();
        void done();
      }}
    >
      <span>
        <span className="block text-[13px] text-graphite">{what}</span>
        <b className="fig text-[18px]">{lot || 'not said'}</b>
      </span>
      <LineField
        label={`Next ${what}, scan or type`}
        name={`lot-${what}`}
        value={next}
        onType={setNext}
        scan
      />
      <Key type="submit" disabled={next.trim() === ''}>
        Load
      </Key>
    </form>
  );
}
