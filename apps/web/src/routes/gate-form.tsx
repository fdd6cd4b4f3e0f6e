/** The gate before a station: whether there is one, and what it asks for. */
import {
  gateBefore,
  gateOf,
  machineKind,
  STAGES,
  stationsOf,
  TEST_KINDS,
  type Gate,
  type Route,
  type Station,
} from '@norther/core';
import { Choice } from '../kit/choice.tsx';
import { LineField } from '../kit/line-field.tsx';

type Want = Gate['wants'][number];
const same = (a: Want, b: Want) =>
  'test' in a ? 'test' in b && a.test === b.test && a.stage === b.stage : 'card' in b && a.card === b.card;
const OWN = 'a new one';

export function GateForm({
  route,
  station,
  model,
  onChange,
}: {
  readonly route: Route;
  readonly station: Station;
  readonly model: Route;
  readonly onChange: ((route: Route) => void) | undefined;
}) {
  const gate = station.gate === undefined ? null : gateOf(route, station.gate);
  const placed = new Set(route.gates.map((g) => g.id));
  const free = model.gates.filter((g) => !placed.has(g.id));
  const choose = (id: string) => {
    if (id === gate?.id) return;
    if (id === '') onChange?.(gateBefore(route, station.id, null));
    else if (id === OWN)
      onChange?.(
        gateBefore(route, station.id, {
          id: newGateId(route, station),
          title: `Gate before ${station.name.toLowerCase()}`,
          wants: [],
        }),
      );
    else
      onChange?.(
        gateBefore(
          route,
          station.id,
          model.gates.find((g) => g.id === id)!,
        ),
      );
  };
  return (
    <div className="col-span-2">
      <span className="block text-[13px] text-graphite">Gate before it</span>
      {onChange ? (
        <Choice
          label="Gate before it"
          value={gate?.id ?? ''}
          none="none"
          options={[
            ...(gate ? [{ value: gate.id, label: gate.title }] : []),
            ...free.map((g) => ({ value: g.id, label: g.title })),
            ...(gate ? [] : [{ value: OWN, label: 'a gate of our own' }]),
          ]}
          onChoose={choose}
          className="h-9 w-full border-[1.5px] border-pencil text-[15px] max-xl:h-12"
        />
      ) : (
        <span className="text-[15px]">{gate?.title ?? 'none'}</span>
      )}
      {gate && <Wants route={route} gate={gate} model={model} station={station} onChange={onChange} />}
    </div>
  );
}

function newGateId(route: Route, station: Station): string {
  const base = `own-before-${station.id}`.slice(0, 38);
  return route.gates.some((g) => g.id === base) ? `${base}-2` : base;
}

function Wants({
  route,
  gate,
  model,
  station,
  onChange,
}: {
  readonly route: Route;
  readonly gate: Gate;
  readonly model: Route;
  readonly station: Station;
  readonly onChange: ((route: Route) => void) | undefined;
}) {
  const known = model.gates.flatMap((g) => g.wants);
  const machine = machineKind(route.machine);
  const tests = new Map(
    stationsOf(route)
      .flatMap((s) => s.tests)
      .map((t) => [`${t.kind} ${t.stage}`, t] as const),
  );
  const possible: Want[] = [
    ...machine.moments.map((m): Want => ({ card: m.id })),
    ...[...tests.values()].map(
      (t): Want =>
        known.find((w) => same(w, { test: t.kind, stage: t.stage, consequence: '' })) ?? {
          test: t.kind,
          stage: t.stage,
          consequence: '',
        },
    ),
    // Asked for, and at no station any more: it must be seen to be taken off.
    ...gate.wants.filter((w) => 'test' in w && !tests.has(`${w.test} ${w.stage}`)),
  ];
  const set = (wants: readonly Want[]) => onChange?.(gateBefore(route, station.id, { ...gate, wants }));
  const label = (w: Want) =>
    'test' in w
      ? `${TEST_KINDS[w.test].title}, ${STAGES[w.stage]}`
      : `the card, before ${machine.moments.find((m) => m.id === w.card)?.name ?? w.card}`;
  return (
    <details className="mt-1" open={gate.wants.length === 0}>
      <summary className="cursor-pointer text-[14px]">
        asks for{' '}
        {gate.wants.length === 0 ? <b>nothing yet</b> : gate.wants.map(label).join('; ').toLowerCase()}
      </summary>
      <ul>
        {possible.map((w) => {
          const wanted = gate.wants.find((x) => same(x, w));
          return (
            <li key={label(w)}>
              <label className="flex min-h-8 items-center gap-2 text-[15px] max-xl:min-h-12">
                <input
                  type="checkbox"
                  disabled={!onChange}
                  className="size-5 accent-(--copper)"
                  checked={wanted !== undefined}
                  onChange={(e) =>
                    set(e.target.checked ? [...gate.wants, w] : gate.wants.filter((x) => !same(x, w)))
                  }
                />
                {label(w)}
              </label>
              {onChange && wanted && 'test' in wanted && (
                <LineField
                  label="What it would mean without"
                  value={wanted.consequence}
                  onType={(consequence) =>
                    set(gate.wants.map((x) => (same(x, w) ? { ...wanted, consequence } : x)))
                  }
                />
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
}
