/** A batch on its line, for the wall and for whoever leads it. */
import { figureKey, figureOf, SERIES_LINES } from '@norther/core';
import type { LineAnswer } from '@norther/records';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { problemOf } from '../app/api.ts';
import { isTyping } from '../kit/is-typing.ts';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { useWidth } from '../kit/use-width.ts';
import { FigureChart } from './figure-chart.tsx';
import { LineSays, type Asked } from './line-says.tsx';
import { Rails } from './rails.tsx';
import { SeriesTitle } from './series-title.tsx';
import { batchPath, POLL, useFigureChartQuery, useLineQuery, useUnitLifeQuery } from './series-api.ts';
import { lifeHeight, UnitLife } from './unit-life.tsx';

const SHOWN = 90;
/** What rails and a unit's life leave of a sheet at the least [px]. */
const LEAST_HIGH = 174;
const clock = (iso: string) =>
  new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

export function Line() {
  const name = useParams()['batch']!;
  const { data: now, error } = useLineQuery(name, POLL);
  if (now) return <LineOf key={now.batch.id} now={now} />;
  return (
    <Sheet title={<SheetName name="Series">the line of batch {name}</SheetName>}>
      <View letter="A" name="The line">
        <p className="p-4 text-[17px]">{error ? problemOf(error).title : 'Fetching the line …'}</p>
      </View>
    </Sheet>
  );
}

function LineOf({ now }: { readonly now: LineAnswer }) {
  const { name } = now.batch;
  const line = SERIES_LINES[now.batch.line]!;
  const [address, setAddress] = useSearchParams();
  const navigate = useNavigate();
  const [asked, setAsked] = useState<Asked>(null);
  const [headRef, headWidth] = useWidth<HTMLDivElement>(1240);
  const [chartRef, chartWidth, chartHeight] = useWidth<HTMLDivElement>(880);
  // Without a word the figure that broke a rule last, else the first.
  const loud = now.signals.find((s) => now.watches[s.figure]?.broken.length);
  const first = line.stations.find((s) => s.figures.length > 0);
  const wanted = address.get('figure');
  const figureId =
    (wanted && figureOf(line, wanted) ? wanted : null) ??
    loud?.figure ??
    (first ? figureKey(first.id, first.figures[0]!.id) : '');
  const wantedStation = line.stations.find((s) => s.id === address.get('station') && s.figures.length === 0);
  const of = wantedStation ? null : figureOf(line, figureId);
  const station = wantedStation ?? of?.station ?? line.stations[0]!;
  const all = address.get('all') !== null;
  const { currentData: chart } = useFigureChartQuery(
    { name, figure: figureId, ...(all ? {} : { last: SHOWN }) },
    { ...POLL, skip: of === null },
  );
  const picked = Number(address.get('unit'));
  const unit =
    picked >= 1
      ? picked
      : (chart?.drift?.onsetSerial ?? now.stations.find((s) => s.id === station.id)?.newest ?? null);
  const { currentData: life } = useUnitLifeQuery(
    { name, serial: unit ?? 1 },
    { ...POLL, skip: unit === null },
  );
  const put = (fields: Record<string, string | null>) =>
    setAddress(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [k, v] of Object.entries(fields)) {
          if (v === null) next.delete(k);
          else next.set(k, v);
        }
        return next;
      },
      { replace: true },
    );
  const choose = (id: string) => {
    const s = line.stations.find((x) => x.id === id)!;
    const own = s.figures.map((f) => figureKey(id, f.id));
    const loudest = own.find((k) => now.watches[k]?.broken.length) ?? own[0];
    put(loudest ? { figure: loudest, station: null } : { station: id });
  };
  const keys = useRef<(e: KeyboardEvent) => void>(() => undefined);
  useEffect(() => {
    keys.current = (e) => {
      if (asked !== null || isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      const i = line.stations.indexOf(station);
      const step = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
      if (step !== undefined) {
        e.preventDefault();
        choose(line.stations[(i + step + line.stations.length) % line.stations.length]!.id);
      }
      const other = { ArrowUp: 1, ArrowDown: -1 }[e.key];
      if (other !== undefined && unit !== null) {
        e.preventDefault();
        put({ unit: String(Math.max(1, Math.min(now.batch.planned, unit + other))) });
      }
      if (e.key === 'Enter' && e.target === document.body)
        void navigate(`${batchPath(name)}/station/${station.id}`);
      if (e.key === 's') setAsked('stop');
      if (e.key === 'r') setAsked('release');
    };
  });
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => keys.current(e);
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const { heard } = now;
  return (
    <Sheet
      columns="minmax(0,1fr) 364px"
      title={<SeriesTitle now={now} />}
      head={
        <section aria-label="The line" data-view="A" tabIndex={-1} className="outline-none">
          <div className="flex items-center gap-2 border-b border-hair px-3 py-1 text-[13px] leading-none">
            <h1 className="font-[650]">
              <span className="fig font-bold">A</span> The line
            </h1>
            <span className="min-w-0 flex-1 truncate font-medium text-graphite">
              strips: the last 60 units, ±4σ high; ticks are units that wait, loops units sent back
            </span>
            {heard.state !== 'none' && (
              <span className="flex items-center gap-1.5" role="status" aria-label="Line">
                <svg width="11" height="11" aria-hidden="true">
                  <circle
                    cx="5.5"
                    cy="5.5"
                    r="4"
                    fill={heard.state === 'heard' ? 'var(--ink)' : 'none'}
                    stroke="var(--ink)"
                    strokeWidth="2"
                  />
                </svg>
                {heard.state === 'heard'
                  ? 'line is heard'
                  : `not heard${heard.at ? ` since ${clock(heard.at)}` : ''}: ${heard.words || 'not asked yet'}`}
              </span>
            )}
            <Link className="underline" to={`${batchPath(name)}/station/${station.id}`}>
              Station
            </Link>
            <Link className="underline" to={`${batchPath(name)}/batch`}>
              Batch, lots, files
            </Link>
          </div>
          <div ref={headRef} className="overflow-x-auto pt-1">
            <Rails now={now} width={Math.max(headWidth, 1200)} chosen={station.id} onChoose={choose} />
          </div>
        </section>
      }
    >
      <View
        letter="B"
        name={`${station.title}${of ? `, ${of.figure.title}` : ''}`}
        note={
          chart?.watch?.limits
            ? `limits from units ${chart.watch.limits.from} to ${chart.watch.limits.to}${chart.cpk === null ? '' : `, Cpk ${chart.cpk.toFixed(1)}`}`
            : 'each unit, against the limits of the process'
        }
        className="flex flex-col overflow-hidden"
      >
        <div className="flex items-center gap-3 px-3 text-[13px]">
          {station.figures.length > 1 &&
            station.figures.map((f) => {
              const key = figureKey(station.id, f.id);
              return (
                <button
                  key={key}
                  type="button"
                  aria-pressed={key === figureId}
                  onClick={() => put({ figure: key })}
                  className={`px-1 ${key === figureId ? 'bg-ink text-paper' : 'underline'}`}
                >
                  {f.title}
                </button>
              );
            })}
          <button
            type="button"
            aria-pressed={all}
            className="ml-auto underline"
            onClick={() => put({ all: all ? null : '1' })}
          >
            {all ? `the last ${SHOWN} units` : 'every unit'}
          </button>
        </div>
        <div ref={chartRef} className="min-h-[174px] flex-1">
          {of && chart && chart.count > 0 ? (
            <FigureChart
              chart={chart}
              figure={of.figure}
              process={now.batch.limits[figureId]!}
              school={now.batch.school}
              width={chartWidth}
              height={Math.max(LEAST_HIGH, chartHeight)}
              unit={picked >= 1 ? picked : null}
            />
          ) : (
            <p className="p-4 text-[17px] text-graphite">
              {station.figures.length === 0
                ? 'Nothing is measured here.'
                : chart
                  ? 'Unit 1 has not been here yet.'
                  : 'Fetching the figure …'}
            </p>
          )}
        </div>
        <section
          aria-label={`Unit ${unit ?? ''}`}
          data-view="D"
          tabIndex={-1}
          className="border-t border-hair outline-none"
        >
          <h2 className="flex items-center gap-2 px-3 pt-1 text-[13px] leading-none font-[650]">
            <span className="fig font-bold">D</span> Unit {unit ?? '–'}
            <span className="truncate font-medium text-graphite">
              {life?.held ? `held: ${life.held}` : 'every lot and reading that is in it, at its hour'}
            </span>
          </h2>
          <div style={{ minHeight: lifeHeight(line.id) }}>
            {life && (
              <UnitLife
                life={life}
                lineId={line.id}
                width={chartWidth}
                suspect={chart?.drift?.moved[0]?.to ?? null}
              />
            )}
          </div>
        </section>
      </View>
      <View letter="C" name="What it says" className="overflow-auto">
        <LineSays
          now={now}
          line={line}
          chart={of ? chart : undefined}
          station={station}
          figure={of?.figure ?? null}
          asked={asked}
          onAsk={setAsked}
          onChoose={(key) => put({ figure: key, station: null })}
        />
      </View>
    </Sheet>
  );
}
