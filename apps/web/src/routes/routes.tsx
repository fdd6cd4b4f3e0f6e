/** Routes: the published ones, and those that the shop has made of them. */
import {
  copyOfRoute,
  isPublished,
  machineKind,
  MACHINE_KIND_IDS,
  newestRoute,
  newStationId,
  publishedRoutes,
  stationsOf,
  stretchOf,
  withStation,
  type Route,
  type Stretch,
} from '@norther/core';
import type { OwnRoute } from '@norther/records';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useRoutesQuery, useSessionQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { LineField } from '../kit/line-field.tsx';
import { Key } from '../kit/key.tsx';
import { showDay } from '../kit/moments.ts';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import { findingsOf, Publish } from './publish.tsx';
import { useChooseRouteMutation } from './routes-api.ts';
import { StationForm } from './station-form.tsx';
import { Stations } from './stations.tsx';
import { NEW, useRouteDraft } from './use-route-draft.ts';

const PUBLISHED = publishedRoutes();
const USUAL = new Set(MACHINE_KIND_IDS.map((kind) => machineKind(kind).route));

export function Routes() {
  const { data: own = [] } = useRoutesQuery();
  const { data: session } = useSessionQuery();
  const [address, setAddress] = useSearchParams();
  const shown = address.get('route') ?? PUBLISHED[0]!.id;
  const show = (route: string) => setAddress({ route }, { replace: true });
  const head = own.find((r) => r.id === shown) ?? null;
  const published = PUBLISHED.find((r) => r.id === shown) ?? null;
  const newest = head?.versions[0]?.route ?? null;
  const fresh = useRouteDraft(NEW, null, 0);
  const draft = useRouteDraft(shown, newest, head?.version ?? 0);
  const route = published ?? draft.route;
  const lead = session?.role === 'lead';
  const editable = lead && !published && route !== null && !(head?.imported ?? false) && !head?.retiredAt;
  // The form is made anew when what it shows was undone or published.
  const [round, setRound] = useState(0);
  const [station, setStation] = useState<string | null>(null);
  const picked = route && (stationsOf(route).find((s) => s.id === station) ?? stationsOf(route)[0]!);
  const model = route && rootOf(route, own);
  const findings = useMemo(
    () => (editable && route && model ? findingsOf(route, model) : []),
    [editable, route, model],
  );
  const marked = useMemo(() => new Set(findings.flatMap((f) => f.fields)), [findings]);
  const fixed = useMemo(
    () => new Set(model ? stationsOf(model).flatMap((s) => s.record.map((f) => f.id)) : []),
    [model],
  );
  const copy = (of: Route) => {
    fresh.change(copyOfRoute(of, 'draft', `${of.title}, ours`));
    show(NEW);
  };
  const add = (stretch: Stretch) => {
    if (!route) return;
    const id = newStationId(route, 'station');
    const at = stretchOf(route, stretch).findIndex((s) => s.ends);
    draft.change(
      withStation(route, stretch, at < 0 ? stretchOf(route, stretch).length : at, {
        id,
        body: 'motor',
        name: '',
        title: '',
        todo: [],
        record: [],
        tests: [],
      }),
    );
    setStation(id);
  };
  return (
    <Sheet
      columns="3.2fr 6fr 5fr"
      title={<SheetName name="Routes">which stations a motor goes through, and what each asks for</SheetName>}
      foot={
        editable && route ? (
          <Publish
            key={shown}
            id={shown}
            draft={draft}
            route={route}
            findings={findings}
            onPick={(id) => {
              const at = stationsOf(route).find((s) => s.id === id || s.gate === id);
              if (at) setStation(at.id);
            }}
            onDone={() => setRound((n) => n + 1)}
            onPublished={show}
          />
        ) : undefined
      }
    >
      <View letter="A" name="Routes" className="overflow-auto p-3">
        <RouteList own={own} shown={shown} draft={fresh.route} onShow={show} />
        {route && (
          <div className="mt-4 border-t border-hair pt-3">
            <About route={route} head={head} />
            {lead && (
              <div className="mt-3 flex flex-wrap gap-2">
                {shown !== NEW && (
                  <Key primary={published !== null} onClick={() => copy(route)}>
                    Copy it, to change the copy
                  </Key>
                )}
                {head && <Choose head={head} route={route} />}
              </div>
            )}
            {!lead && <p className="mt-2 text-[14px] text-graphite">Only a lead decides what a route is.</p>}
          </div>
        )}
      </View>
      <View
        letter="B"
        name="Stations, in order"
        note={editable ? 'drag by the dots, or Space and the arrow keys' : 'read only'}
        className="overflow-auto p-3"
      >
        {route ? (
          <>
            {editable && (
              <div className="mb-2">
                <LineField
                  label="Name of the route"
                  name="title"
                  value={route.title}
                  onType={(title) => draft.change({ ...route, title })}
                />
              </div>
            )}
            <Stations
              route={route}
              picked={picked?.id ?? null}
              onPick={setStation}
              onChange={editable ? draft.change : undefined}
              onAdd={add}
              marked={marked}
            />
          </>
        ) : (
          <p className="text-[15px]">This route is not here: choose another one.</p>
        )}
      </View>
      <View letter="C" name={picked ? picked.name || 'New station' : 'Station'} className="overflow-auto p-3">
        {route && model && picked && (
          <StationForm
            key={`${shown} ${picked.id} ${round}`}
            route={route}
            station={picked}
            fixed={fixed}
            model={model}
            onChange={editable ? draft.change : undefined}
            onLeaveOut={() => setStation(null)}
          />
        )}
      </View>
    </Sheet>
  );
}

/** The published route that one was made from, by however many copies. */
function rootOf(route: Route, own: readonly OwnRoute[]): Route {
  const id = route.basedOn?.id ?? route.id;
  if (isPublished(id)) return newestRoute(id);
  const before = own.find((o) => o.id === id)?.versions.find((v) => v.route.basedOn?.id !== id)?.route;
  return before && before.id !== route.id
    ? rootOf(before, own)
    : newestRoute(machineKind(route.machine).route);
}

function RouteList({
  own,
  shown,
  draft,
  onShow,
}: {
  readonly own: readonly OwnRoute[];
  readonly shown: string;
  /** A new one that is being made on this device. */
  readonly draft: Route | null;
  readonly onShow: (id: string) => void;
}) {
  const rows = [
    ...PUBLISHED.map((r) => ({
      id: r.id,
      title: r.title,
      note:
        !USUAL.has(r.id) || own.some((o) => o.usual && o.versions[0]?.route.machine === r.machine)
          ? 'published'
          : 'published, the usual one',
      gone: false,
    })),
    ...own.map((o) => ({
      id: o.id,
      title: o.versions[0]!.route.title,
      note: [
        `version ${o.versions[0]!.route.version}`,
        o.usual && 'the usual one',
        o.imported && 'from another shop',
        o.retiredAt && 'retired',
      ]
        .filter(Boolean)
        .join(', '),
      gone: o.retiredAt !== null,
    })),
    ...(draft
      ? [{ id: NEW, title: draft.title, note: 'new, on this device, not published', gone: false }]
      : []),
  ];
  return (
    <ul>
      {rows.map((r) => (
        <li key={r.id} className="border-b border-grid">
          <button
            type="button"
            aria-pressed={r.id === shown}
            onClick={() => onShow(r.id)}
            className={`block min-h-11 w-full px-2 py-1.5 text-left -outline-offset-2 ${r.id === shown ? 'bg-ink text-paper' : ''} ${r.gone ? 'line-through' : ''}`}
          >
            <b className="block text-[16px] leading-tight font-[650]">{r.title}</b>
            <span className={`text-[13px] ${r.id === shown ? '' : 'text-graphite'}`}>{r.note}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

function About({ route, head }: { readonly route: Route; readonly head: OwnRoute | null }) {
  const stations = stationsOf(route);
  const minutes = stations.reduce((n, s) => n + (s.standardMinutes ?? 0), 0);
  const timed = stations.filter((s) => s.standardMinutes).length;
  return (
    <>
      <p className="text-[14px]">
        For {machineKind(route.machine).name} motors: {stations.length} stations, {route.gates.length} gates.{' '}
        {timed === 0
          ? 'No usual times yet.'
          : `Usually ${(minutes / 60).toFixed(1)} h of work at the ${timed} stations that have a time.`}
      </p>
      {head && (
        <ul className="mt-2 text-[13px] text-graphite">
          {head.versions.map((v) => (
            <li key={v.route.version}>
              Version {v.route.version}, {showDay(v.publishedAt)}, {v.publishedBy}
              {v.why && `: ${v.why}`}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** Whether motors of its kind begin with it, and whether it is still gone by. */
function Choose({ head, route }: { readonly head: OwnRoute; readonly route: Route }) {
  const [send, { isLoading }] = useChooseRouteMutation();
  const act = useAct();
  const choose = (usual: boolean, retired: boolean, done: string) =>
    act(
      unwrap(send({ writeId: crypto.randomUUID(), id: head.id, usual, retired, version: head.version })),
      done,
    );
  return (
    <>
      {!head.retiredAt && (
        <Key
          disabled={isLoading}
          onClick={() =>
            void choose(
              !head.usual,
              false,
              head.usual
                ? 'Motors begin with the published route again.'
                : `Motors begin with ${route.title} from now on.`,
            )
          }
        >
          {head.usual ? 'Not the usual one any more' : 'Make it the usual one'}
        </Key>
      )}
      <Key
        disabled={isLoading || head.usual}
        title={head.usual ? 'The usual one is not retired: choose another first.' : undefined}
        onClick={() =>
          void choose(
            false,
            !head.retiredAt,
            head.retiredAt ? `${route.title} is back.` : `${route.title} is retired.`,
          )
        }
      >
        {head.retiredAt ? 'Bring it back' : 'Retire it'}
      </Key>
    </>
  );
}
