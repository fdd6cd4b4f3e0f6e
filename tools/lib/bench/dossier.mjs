/** How long a dossier of twenty pages takes, and what others wait for meanwhile. */
import { get } from 'node:http';
import { load } from './load.mjs';
import { at, line } from './pace.mjs';

/** As much measured as at a long visit: a dossier of about twenty pages. */
const READINGS = 70;

export async function benchDossier(base) {
  const write = async (path, body, cookie) => {
    const answer = await fetch(`${base}/api/${path}`, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        'x-write-id': crypto.randomUUID(),
        ...(cookie ? { cookie } : {}),
      },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${(await answer.text()).slice(0, 200)}`);
    return answer;
  };
  const session = await write('session', { name: 'Ida Haft', pin: '2718' });
  const cookie = session.headers.get('set-cookie').split(';')[0];
  const steps = Array.from({ length: 12 }, (_, i) => `${500 + 200 * i} V; ${(0.1 * (i + 1)).toFixed(2)} µA`);
  for (let i = 0; i < READINGS; i++)
    await write(
      'motors/3090/readings',
      {
        kind: 'high-potential',
        stage: 'final',
        typed: {
          ...{ work: 'complete-rewind', supply: 'dc', testVoltage: '3060 V', held: '60 s', result: 'held' },
          ...{ before: '5200 MΩ', discharged: 'yes', steps: steps.join('\n') },
        },
      },
      cookie,
    );
  const dossier = () =>
    new Promise((done, fail) => {
      const from = performance.now();
      get(`${base}/api/motors/3090/dossier.pdf`, { headers: { cookie } }, (r) => {
        const chunks = [];
        r.on('data', (c) => chunks.push(c)).once('end', () =>
          done({
            ms: performance.now() - from,
            pages: (
              Buffer.concat(chunks)
                .toString('latin1')
                .match(/\/Type \/Page\b/g) ?? []
            ).length,
          }),
        );
      }).once('error', fail);
    });
  await dossier();
  const alone = await load(`${base}/api/motors/B4711`, cookie, 4);
  const asked = load(`${base}/api/motors/B4711`, cookie, 8);
  const times = [];
  let pages = 0;
  for (let i = 0; i < 5; i++) {
    const one = await dossier();
    times.push(one.ms);
    pages = one.pages;
  }
  const { times: others } = await asked;
  line(
    `Dossier of ${pages} pages`,
    `${times.sort((a, b) => a - b)[2].toFixed(0)} ms; others meanwhile ${at(others, 0.95).toFixed(1)} ms p95, without it ${at(alone.times, 0.95).toFixed(1)}`,
    '3 s',
  );
}
