/** What the figure in hand says: how many units are left, why, what to do; stop and release. */
import {
  CHART_SCHOOLS,
  figureOf,
  sayRule,
  type SeriesFigure,
  type SeriesLine,
  type SeriesStation,
} from '@norther/core';
import type { ChartAnswer, LineAnswer } from '@norther/records';
import { useState } from 'react';
import { useSessionQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { Key } from '../kit/key.tsx';
import { VerdictMark } from '../kit/marks.tsx';
import { ReasonDialog } from '../kit/reason-dialog.tsx';
import { useLimitsAnewMutation, useReleaseItMutation, useStopItMutation } from './series-api.ts';
import { showFigure, withUnit } from './show-figure.ts';

const clock = (at: number) =>
  new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
export type Asked = 'stop' | 'release' | 'limits' | null;

export function LineSays({
  now,
  line,
  chart,
  station,
  figure,
  asked,
  onAsk,
  onChoose,
}: {
  readonly now: LineAnswer;
  readonly line: SeriesLine;
  readonly chart: ChartAnswer | undefined;
  readonly station: SeriesStation;
  readonly figure: SeriesFigure | null;
  readonly asked: Asked;
  readonly onAsk: (asked: Asked) => void;
  readonly onChoose: (key: string) => void;
}) {
  const { data: session } = useSessionQuery();
  const [stop] = useStopItMutation();
  const [release] = useReleaseItMutation();
  const [anew] = useLimitsAnewMutation();
  const [why, setWhy] = useState('');
  const act = useAct();
  const { name } = now.batch;
  const drift = chart?.drift ?? null;
  const stopped = now.stops.find((s) => s.station === station.id && s.releasedAt === null) ?? null;
  const lead = session?.role === 'lead';
  const others = Object.entries(now.watches)
    .filter(([key, w]) => w.broken.length > 0 && key !== chart?.figure)
    .map(([key]) => ({ key, of: figureOf(line, key) }))
    .filter((o) => o.of !== null);
  const left = drift?.unitsLeft ?? null;
  const minutes = left !== null && drift?.paceS ? Math.round((left * drift.paceS) / 60) : null;
  return (
    <div className="flex min-h-full flex-col gap-2 p-3 pb-0">
      {stopped ? (
        <Hero mark="stop" title={`${station.title} is stopped`}>
          {stopped.why} ({stopped.by}, {clock(Date.parse(stopped.at))}). The unit in the machine ends; no
          further one begins.
        </Hero>
      ) : drift ? (
        <Hero
          mark={drift.words.title.startsWith('Stop') ? 'stop' : 'watch'}
          title={drift.words.title}
          {...(left === null ? {} : { number: String(left) })}
        >
          {left === null
            ? `${figure?.title ?? ''} stands at ${figure ? withUnit(figure, drift.now) : ''}.`
            : left === 0
              ? 'The next unit would be out of its limit.'
              : `units before the limit: ${drift.newestSerial + left} is the last to pass${minutes === null ? '' : `, in ${minutes} min`}.`}
          {drift.between && left !== null
            ? ` Between ${drift.between[0]} and ${drift.between[1] ?? 'any number of'} nineteen times in twenty.`
            : ''}
        </Hero>
      ) : chart && chart.count > 0 && (chart.watch?.broken.length ?? 0) > 0 ? (
        <Hero mark="watch" title="Watch">
          {chart.watch!.broken.map((r) => sayRule(r, CHART_SCHOOLS[now.batch.school]!)).join(', ')}; no
          lasting move is seen.
        </Hero>
      ) : (
        <Hero
          mark={chart?.watch?.limits ? 'sound' : 'to-come'}
          title={
            station.figures.length === 0
              ? 'Done elsewhere'
              : chart?.watch?.limits
                ? 'It stands still'
                : 'Limits are to come'
          }
        >
          {station.figures.length === 0
            ? 'Units are sent and received here.'
            : chart?.watch?.limits
              ? `${chart.count} readings; centre ${figure ? showFigure(figure, chart.watch.limits.centre) : ''} ${figure?.unit ?? ''} from units ${chart.watch.limits.from} to ${chart.watch.limits.to}.`
              : `${chart?.watch?.quiet.length ?? 0} of ${now.batch.quietRun} readings of a quiet run: until then only the limits of the process judge.`}
        </Hero>
      )}
      {drift && !stopped && (
        <ol className="border-t-2 border-ink pt-2 text-[15px] leading-snug">
          {drift.words.reasons.map((r, i) => (
            <li key={r} className="grid grid-cols-[20px_minmax(0,1fr)] py-0.5">
              <span className="fig text-graphite">{i + 1}</span>
              <span>{r}</span>
            </li>
          ))}
        </ol>
      )}
      {drift && !stopped && (
        <p className="border-l-4 border-copper pl-3 text-[15px]">
          <b>Next.</b> {drift.words.next}
        </p>
      )}
      {others.length > 0 && (
        <div className="text-[14px]">
          <span className="text-graphite">Also to watch: </span>
          {others.slice(0, 4).map(({ key, of }) => (
            <button key={key} type="button" className="mr-2 underline" onClick={() => onChoose(key)}>
              {of!.station.title.split(',')[0]}, {of!.figure.title}
            </button>
          ))}
        </div>
      )}
      {lead && chart?.watch?.limits && figure && now.batch.closedAt === null && (
        <p className="no-print text-[14px]">
          <button type="button" className="min-h-8 underline max-xl:min-h-12" onClick={() => onAsk('limits')}>
            Fix its limits anew
          </button>
        </p>
      )}
      {now.held.length > 0 && (
        <p className="text-[14px]">
          <b>{now.held.length >= 100 ? 'A hundred or more' : now.held.length} held:</b> {now.held[0]!.why}.
        </p>
      )}
      <div className="no-print sticky bottom-0 mt-auto grid grid-cols-2 gap-x-3 bg-paper pt-1 pb-2">
        <Key
          primary={stopped === null}
          letter="S"
          disabled={stopped !== null || now.batch.closedAt !== null}
          onClick={() => onAsk('stop')}
          className="min-h-11"
        >
          Stop {station.title.split(',')[0]!.toLowerCase()}
        </Key>
        <Key
          primary={stopped !== null && lead}
          letter="R"
          disabled={stopped === null || !lead}
          onClick={() => onAsk('release')}
          className="min-h-11"
        >
          Release
        </Key>
      </div>
      <ReasonDialog
        title={`Stop ${station.title}`}
        text="The unit in the machine is ended; no further one begins until a lead releases it."
        action="Stop"
        open={asked === 'stop'}
        onOpen={(o) => onAsk(o ? 'stop' : null)}
        onReason={(reason) => {
          setWhy(reason);
          void act(
            unwrap(stop({ writeId: crypto.randomUUID(), name, station: station.id, why: reason })),
            `${station.title} is stopped.`,
          );
        }}
      />
      <ReasonDialog
        title={`Release ${station.title}`}
        text={`It was stopped: ${stopped?.why ?? why}. What was found, and what was done?`}
        action="Release"
        open={asked === 'release' && stopped !== null}
        onOpen={(o) => onAsk(o ? 'release' : null)}
        onReason={(reason) =>
          void act(
            unwrap(release({ writeId: crypto.randomUUID(), name, id: stopped!.id, why: reason })),
            `${station.title} is released.`,
          )
        }
      />
      <ReasonDialog
        title={`Limits of ${station.title}, ${figure?.title ?? ''}`}
        text={`They are given up, and the next ${now.batch.quietRun} quiet readings give new ones; until then only the limits of the process judge. What was changed at the station?`}
        action="Fix anew"
        open={asked === 'limits'}
        onOpen={(o) => onAsk(o ? 'limits' : null)}
        onReason={(reason) =>
          void act(
            unwrap(anew({ writeId: crypto.randomUUID(), name, figure: chart!.figure, why: reason })),
            'The limits are given up; the next quiet run gives new ones.',
          )
        }
      />
    </div>
  );
}

function Hero({
  mark,
  title,
  number,
  children,
}: {
  readonly mark: 'sound' | 'watch' | 'stop' | 'to-come';
  readonly title: string;
  readonly number?: string;
  readonly children: React.ReactNode;
}) {
  return (
    <div className={number ? 'grid grid-cols-[auto_minmax(0,1fr)] items-center gap-3' : ''}>
      {number && (
        <span className="fig text-[60px] leading-none" data-hero>
          {number}
        </span>
      )}
      <div>
        <h2 className="flex items-center gap-2 text-[20px] leading-tight font-[680]">
          <VerdictMark verdict={mark} size={26} />
          {title}
        </h2>
        <p className="text-[14px] leading-snug">{children}</p>
      </div>
    </div>
  );
}
