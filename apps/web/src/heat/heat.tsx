/** Heat: what is in which oven, the part against its programme, and when it can be taken. */
import { readShopSettings } from '@norther/core';
import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { problemOf, useShopQuery } from '../app/api.ts';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { useWidth } from '../kit/use-width.ts';
import { CourseChart } from './course-chart.tsx';
import { useHeatQuery, useLoadLogQuery } from './heat-api.ts';
import { loadStory, storyAhead } from './load-story.ts';
import { OvenLanes, type OvenNow } from './oven-lanes.tsx';
import { PutIn, usePutIn } from './put-in.tsx';
import { When } from './when.tsx';

/** Ovens are read every ten seconds; nobody needs it sooner [ms]. */
const EVERY = 10_000;
const POLL = { pollingInterval: EVERY, skipPollingIfUnfocused: true };
/** Of chart and lanes together [px]. */
const TALL = 598;
const LANE = 46;

function useTenSeconds(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), EVERY);
    return () => clearInterval(timer);
  }, []);
  return now;
}

export function Heat() {
  const { data: heat, error } = useHeatQuery(undefined, POLL);
  const { data: shop } = useShopQuery();
  const [address, setAddress] = useSearchParams();
  const now = useTenSeconds();
  const [ref, width] = useWidth<HTMLDivElement>(900);
  const { handling, touch } = useMemo(() => readShopSettings(shop?.settings.typed ?? {}), [shop]);
  const rows = useMemo(
    () =>
      (heat?.ovens ?? [])
        .filter((o) => o.retiredAt === null)
        .map((oven): OvenNow => {
          const load = heat!.loads.find((l) => l.oven === oven.id && !l.outAt) ?? null;
          const story = load && loadStory(load, heat!.ovens, heat!.logs[load.id], handling, now);
          return { oven, load, story };
        }),
    [heat, handling, now],
  );
  const empty = rows.find((r) => r.oven.id === address.get('oven') && !r.load) ?? null;
  // Without a word the load that is ready first, an empty oven only where all are.
  const first = rows
    .filter((r) => r.load)
    .toSorted((a, b) => readyIn(a) - readyIn(b))
    .at(0);
  const load = empty ? null : (heat?.loads.find((l) => l.id === address.get('load')) ?? first?.load ?? null);
  const past = load?.outAt ? load.id : null;
  const { currentData: pastLog } = useLoadLogQuery(past ?? '', { skip: past === null });
  const row = empty ?? rows.find((r) => r.oven.id === load?.oven) ?? rows[0] ?? null;
  const story = useMemo(
    () =>
      past && load && heat
        ? loadStory(load, heat.ovens, pastLog, handling, now)
        : (rows.find((r) => r.load?.id === load?.id)?.story ?? null),
    [past, load, heat, pastLog, handling, now, rows],
  );
  const putIn = usePutIn(heat, load ? null : (row?.oven ?? null), handling);
  const planned = useMemo(
    () => (putIn.programme && putIn.ahead ? storyAhead(putIn.programme, putIn.heaviest, putIn.ahead) : null),
    [putIn.programme, putIn.ahead, putIn.heaviest],
  );
  const choose = (id: string) => setAddress({ load: id }, { replace: true });
  const height = Math.max(280, TALL - LANE * rows.length);
  return (
    <Sheet
      columns="minmax(0,1fr) 322px"
      title={<SheetName name="Heat">what is in which oven, and when it can be taken</SheetName>}
    >
      <View
        letter="A"
        name="Ovens"
        note={load && row ? `${row.oven.name}: programme, air and part; the coldest thermocouple counts` : ''}
        className="overflow-auto"
      >
        <div ref={ref} className="flex min-h-full flex-col px-2 pt-1">
          {error && !heat && <p className="p-3 text-carmine">{problemOf(error).title}</p>}
          {heat && rows.length === 0 && (
            <p className="p-4 text-[17px]">
              No oven yet: a lead enters ovens and their programmes on the sheet Ovens, F4 4.
            </p>
          )}
          {load && story && (
            <CourseChart
              load={load}
              story={story}
              handling={handling}
              width={width - 16}
              height={height}
              now={now}
            />
          )}
          {!load && planned && (
            <CourseChart
              load={{ startedAt: new Date(now).toISOString(), outAt: null }}
              story={planned}
              handling={handling}
              width={width - 16}
              height={height}
              now={now}
            />
          )}
          {!load && row && !planned && (
            <p className="m-auto max-w-[44ch] text-[17px] text-graphite">
              Tick what goes into {row.oven.name} and what it weighs: its course is drawn here before it goes
              in.
            </p>
          )}
          {rows.length > 0 && (
            <>
              <h2 className="mt-auto border-t border-hair pt-1 text-[14px] font-[650]">
                All ovens, nine hours back and fifteen ahead
              </h2>
              <OvenLanes
                ovens={rows}
                loads={heat?.loads ?? []}
                chosen={load?.id ?? null}
                onChoose={choose}
                onLoad={(oven) => setAddress({ oven }, { replace: true })}
                width={width - 16}
                now={now}
              />
            </>
          )}
        </div>
      </View>
      <View letter="B" name="When" className="overflow-auto p-3">
        {load && row && story ? (
          <When
            key={load.id}
            oven={row.oven}
            load={load}
            story={story}
            handling={handling}
            touch={touch}
            now={now}
          />
        ) : row && heat && !load ? (
          <PutIn key={row.oven.id} putIn={putIn} now={now} onStarted={choose} />
        ) : null}
      </View>
    </Sheet>
  );
}

const readyIn = ({ story }: OvenNow) => {
  const at = story?.ahead?.colder[0]?.at?.likely;
  return at === undefined ? Infinity : at - story!.nowMinute;
};
