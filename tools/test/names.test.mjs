// Room to grow: a station, a test or a kind of machine is found by its registry, and nobody else compares with its name.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MACHINE_KIND_IDS, ROUTES, stationsOf, TEST_KINDS } from '@norther/core';
import { expect, test } from 'vitest';

const ROOT = join(import.meta.dirname, '../..');
const PLACES = [
  'packages/core/src',
  'packages/records/src',
  'packages/drawings/src',
  'apps/server/src',
  'apps/web/src',
];

test('nobody but their own folders compares with the name of a station, a test or a kind of machine', () => {
  const stations = ROUTES.flatMap(stationsOf).map((s) => s.id);
  const names = [...new Set(stations), ...Object.keys(TEST_KINDS), ...MACHINE_KIND_IDS].join('|');
  const compared = new RegExp(
    `[=!]==? '(${names})'|'(${names})' [=!]==?|case '(${names})':|(has|includes)\\('(${names})'\\)`,
  );
  const found = PLACES.flatMap((place) =>
    readdirSync(join(ROOT, place), { recursive: true, encoding: 'utf8' })
      .filter(
        (f) => /\.tsx?$/.test(f) && !/\.test\.|demo\/|^work\/route\/|^test-kinds\/|^machine-kinds\//.test(f),
      )
      .flatMap((f) =>
        readFileSync(join(ROOT, place, f), 'utf8')
          .split('\n')
          .flatMap((line, i) => (compared.test(line) ? [`${place}/${f}:${i + 1} ${line.trim()}`] : [])),
      ),
  );
  expect(found).toEqual([]);
});
