/** Materials and drawing follow the work of a station, for every kind of machine, in a shop's own route too. */
import {
  copyOfRoute,
  DEFAULT_CUT_SETTINGS,
  machineKind,
  publishedRoutes,
  stationsOf,
  workOf,
  type Station,
  type WorkAt,
} from '@norther/core';
import { expect, it } from 'vitest';
import { stepDrawing } from '../src/index.ts';

/** Their lists say all there is; nothing is drawn. */
const NOT_DRAWN = new Set(['poles', 'prove', 'brushes']);

const worked = (stations: readonly Station[]) =>
  stations.flatMap((s): (WorkAt & { id: string })[] => {
    const work = workOf(s);
    return work ? [{ id: s.id, work, body: s.body }] : [];
  });

it.each(publishedRoutes().map((r) => [r.id, r] as const))('%s', (_id, route) => {
  const kind = machineKind(route.machine);
  const seen = worked(stationsOf(route)).flatMap((at) =>
    kind.examples.flatMap((example) => {
      const { plate } = kind.readPlate(example.plate);
      const card = kind.checkCard(example.card, plate, true, {});
      const list = kind.cutList(card, plate, [], DEFAULT_CUT_SETTINGS);
      const cut = list.ok ? list.value : null;
      const materials = kind.materials(card, at, cut);
      for (const [label, text] of materials?.rows ?? []) {
        expect(label).not.toBe('');
        expect(text, label).not.toMatch(/undefined|NaN|null/);
      }
      const scene = card.plan && stepDrawing(card.plan, at, { size: 300, cut });
      return [{ at, rows: materials?.rows.length ?? 0, drawn: scene !== null, cut: cut !== null }];
    }),
  );
  for (const { at } of seen) {
    const all = seen.filter((s) => s.at.id === at.id);
    expect(
      all.some((s) => s.rows > 0),
      `materials of ${at.id}`,
    ).toBe(at.work !== 'mark');
    if (!NOT_DRAWN.has(at.work) && all.some((s) => s.cut || at.work !== 'insulate'))
      expect(
        all.some((s) => s.drawn),
        `drawing of ${at.id}`,
      ).toBe(true);
  }
});

it('a station of a shop keeps its work under another name, and one copied before works were kept has its model’s', () => {
  const model = publishedRoutes().find((r) => r.machine === 'three-phase')!;
  const wind = stationsOf(copyOfRoute(model, 'own-x', 'Own')).find((s) => s.work === 'wind')!;
  expect(workOf({ ...wind, id: 'own-7' })).toBe('wind');
  const { work: _work, ...before } = wind;
  expect(workOf(before)).toBe('wind');
  expect(workOf({ id: 'own-7' })).toBeUndefined();
});
