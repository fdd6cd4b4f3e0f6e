/** How fast the server answers in a shop of ten thousand motors, then its stream and its sheets. */
import { readFileSync } from 'node:fs';
import { benchBrowser } from './browser.mjs';
import { benchDossier } from './dossier.mjs';
import { benchLive } from './live.mjs';
import { load, RATE } from './load.mjs';
import { at, line } from './pace.mjs';
import { withShop } from './shop.mjs';

const READS = [
  ['floor, 75 motors on it', '/api/floor'],
  ['one motor with everything', '/api/motors/B4711'],
  ['search by part of a word', '/api/motors?words=customer%20311'],
  ['history of a motor', '/api/motors/B4711/history'],
];

export const benchServer = () =>
  withShop(10_000, async ({ base, cookie, pid }) => {
    // A server that has been running for a while is measured.
    for (const [, path] of READS) await load(base + path, cookie, 4);
    for (const [name, path] of READS) {
      const { times, failed } = await load(base + path, cookie, 10);
      line(
        `API at ${RATE} requests/s: ${name}${failed ? `, ${failed} FAILED` : ''}`,
        `${at(times, 0.95).toFixed(1)} ms p95`,
        'under 20 ms at p95',
      );
    }
    await benchDossier(base);
    await benchLive(base, pid);
    await benchBrowser(base);
    const memory = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;
    line('Server memory after all this', `${memory.toFixed(0)} MB`, 'under 300 MB');
  });
