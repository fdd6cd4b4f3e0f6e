/** How fast a change is with everybody who looks. */
import { readFileSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { at, line } from './pace.mjs';

const PAGES = 100;
const WRITES = 20;

/** Pages that look at the floor: each hears of a write, and has what it changed, in the stream or by asking again. */
export async function benchLive(base, pid) {
  const own = new Agent({ keepAlive: true, maxSockets: Infinity });
  const sessions = [];
  for (let i = 0; i < PAGES / 10; i++) {
    const signed = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Ida Haft', pin: '2718' }),
    });
    sessions.push(signed.headers.get('set-cookie').split(';')[0]);
  }
  let has = () => undefined;
  const asked = (cookie) =>
    get(`${base}/api/floor`, { agent: own, headers: { cookie, 'accept-encoding': 'gzip' } }, (r) =>
      r.resume().once('end', () => has()),
    );
  const streams = await Promise.all(
    Array.from(
      { length: PAGES },
      (_, i) =>
        new Promise((open) => {
          const cookie = sessions[i % sessions.length];
          const request = get(`${base}/api/live`, { agent: own, headers: { cookie } }, (r) => {
            let text = '';
            r.setEncoding('utf8').on('data', (d) => {
              text += d;
              const parts = text.split('\n\n');
              text = parts.pop();
              for (const part of parts) {
                const data = /^data: (.*)$/m.exec(part)?.[1];
                const said = data ? JSON.parse(data) : {};
                for (const { row } of said.changes ?? [])
                  if (row === undefined) asked(cookie);
                  else has();
              }
            });
            open(request);
          });
        }),
    ),
  );
  const cpu = () => {
    const parts = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
    return 10 * (Number(parts[11]) + Number(parts[12]));
  };
  const write = (path, body) =>
    fetch(`${base}/api/motors/B10/${path}`, {
      method: 'POST',
      headers: {
        cookie: sessions[0],
        'content-type': 'application/json',
        'x-write-id': crypto.randomUUID(),
      },
      body: JSON.stringify(body),
    });
  const times = [];
  let before = 0;
  for (let i = -3; i < WRITES; i++) {
    if (i === 0) before = cpu();
    let left = PAGES;
    const all = new Promise((done) => (has = () => --left === 0 && done()));
    const from = performance.now();
    await write('holds', { body: 'stator', reason: `bench ${i}` });
    await all;
    if (i >= 0) times.push(performance.now() - from);
  }
  const each = (cpu() - before) / WRITES;
  for (const stream of streams) stream.destroy();
  own.destroy();
  times.sort((a, b) => a - b);
  line(
    `A write with ${PAGES} pages open: all have it, median ${at(times, 0.5).toFixed(0)} ms`,
    `${at(times, 0.95).toFixed(0)} ms p95`,
    'under 250 ms',
  );
  line('The same: processor time of the server a write', `${each.toFixed(0)} ms`, 'under 50 ms');
}
