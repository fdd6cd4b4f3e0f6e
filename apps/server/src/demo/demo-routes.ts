/** The demo shop's own route: what is hosed down every day is dipped and baked twice. */
import {
  changedStation,
  copyOfRoute,
  newestRoute,
  quantity,
  required,
  withStation,
  type Route,
} from '@norther/core';

const MINUTES: Readonly<Record<string, number>> = {
  intake: 30,
  data: 40,
  insulate: 90,
  wind: 360,
  connect: 120,
  check: 60,
};

function dippedTwice(): Route {
  let route = copyOfRoute(newestRoute('ac-rewind'), 'own-dipped-twice', 'Rewind, dipped twice');
  for (const [station, standardMinutes] of Object.entries(MINUTES))
    route = changedStation(route, station, { standardMinutes });
  const cure = route.tracks.stator.findIndex((s) => s.id === 'cure');
  return withStation(route, 'stator', cure + 1, {
    id: 'second-dip',
    body: 'stator',
    name: 'Dip 2',
    title: 'Dip and bake a second time',
    todo: [
      'Turn the stator over, so that it drains the other way.',
      'Dip while it is still hand-warm; drain until it drips no more.',
      'Bake by the varnish’s sheet, timed by the part.',
    ],
    record: [
      required({
        ...quantity('second-dip-part', 'Part when it went in', 'temperature', 0, 200),
        usual: { least: 35, most: 50 },
      }),
    ],
    caution: {
      name: 'Hot part, fumes',
      text: 'Extraction on. Not touched above {touch} at the surface; lift with both slings.',
    },
    tests: [],
    equipment: 'Cure',
    standardMinutes: 300,
  });
}

export const DIPPED_TWICE = dippedTwice();
