// Room to grow: a station or a test is found by its registry, and nobody else compares with its name.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { STATIONS, TEST_KINDS } from '@norther/core';
import { expect, test } from 'vitest';

const ROOT = join(import.meta.dirname, '../..');
const PLACES = [
  'packages/core/src',
  'packages/records/src',
  'packages/drawings/src',
  'apps/server/src',
  'apps/web/src',
];

test('nobody but the route and the tests themselves compares with the name of a station or of a test', () => {
  const names = [...STATIONS.map((s) => s.id), ...Object.keys(TEST_KINDS)].join('|');
  const compared = new RegExp(
    `[=!]==? '(${names})'|'(${names})' [=!]==?|case '(${names})':|(has|includes)\\('(${names})'\\)`,
  );
  const found = PLACES.flatMap((place) =>
    readdirSync(join(ROOT, place), { recursive: true, encoding: 'utf8' })
      .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|demo\/|^route\/|^test-kinds\//.test(f))
      .flatMap((f) =>
        readFileSync(join(ROOT, place, f), 'utf8')
          .split('\n')
          .flatMap((line, i) => (compared.test(line) ? [`${place}/${f}:${i + 1} ${line.trim()}`] : [])),
      ),
  );
  expect(found).toEqual([]);
});
