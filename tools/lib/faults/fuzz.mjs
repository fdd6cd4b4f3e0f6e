/** Mutated requests at every address, from a seed: never a fault of the server's own, never slow. */
import { addressesOf, filled } from './addresses.mjs';

/** Park and Miller's generator, so that a run can be had again. */
export function seeded(seed) {
  let state = (seed % 2147483646) + 1;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

const NASTY = [
  null,
  true,
  false,
  0,
  -1,
  1e308,
  -1e308,
  2 ** 31,
  2 ** 53,
  1.5,
  '',
  ' ',
  '0',
  '-1',
  '1e999',
  'NaN',
  '∞',
  'OL',
  '\u0000',
  '\ud800',
  '\udfff x',
  '🧲'.repeat(40),
  'x'.repeat(7000),
  '<script>',
  "' or 1=1 --",
  '${7*7}',
  '../../x',
  [],
  {},
  [[]],
  [null],
  { a: { b: {} } },
  '0000-01-01T00:00:00Z',
  '9999-12-31T23:59:59Z',
  '2026-02-30T00:00:00Z',
  '1,200',
  '1.200,5',
  '5/0',
  '22/38',
  '#99',
  '1-99',
  '3x0.95+',
  'constructor',
  '__proto__',
  'toString',
];

/** Somewhere in it, something else. */
function mutated(value, random) {
  if (random() < 0.25 || value === null || typeof value !== 'object')
    return NASTY[Math.floor(random() * NASTY.length)];
  if (Array.isArray(value)) {
    if (random() < 0.2) return Array.from({ length: 300 }, () => value[0] ?? 0);
    return value.map((v) => (random() < 0.4 ? mutated(v, random) : v));
  }
  const made = { ...value };
  const keys = Object.keys(made);
  const change = random();
  if (change < 0.15 && keys.length) delete made[keys[Math.floor(random() * keys.length)]];
  else if (change < 0.3)
    made[['extra', '__proto__', 'constructor', 'id'][Math.floor(random() * 4)]] = mutated(null, random);
  else if (keys.length) {
    const key = keys[Math.floor(random() * keys.length)];
    made[key] = mutated(made[key], random);
  }
  return made;
}

const RAW = [
  ['{"broken', {}],
  ['['.repeat(5000), {}],
  [`{"a":${'['.repeat(60)}${']'.repeat(60)}}`, {}],
  ['{}', { 'content-type': 'application/json; charset=utf-16' }],
  ['{}', { 'content-type': 'application/json; charset=nonsense' }],
  ['{}', { 'content-encoding': 'gzip' }],
  ['{}', { 'content-encoding': 'nonsense' }],
  ['{}', { 'content-type': 'text/plain' }],
  ['{}', { 'content-type': 'multipart/form-data; boundary=x' }],
  ['\ufeff{}', {}],
  ['"\\ud800"', {}],
  ['1e400', {}],
  [`[${'0,'.repeat(200_000)}0]`, {}],
];
const BAD_PATHS = ['%', '%ff', '%00', '..%2f', '💥', 'a'.repeat(3000), '%u0041', "'"];

/**
 * @returns how many requests, of each status, the slowest, and every answer that must not be
 */
export async function fuzz(shop, { requests, seed, slowMs = 1000, parallel = 8 }) {
  const random = seeded(seed);
  const addresses = (await addressesOf(shop.lead)).filter(
    (a) => a.path !== '/api/live' && a.path !== '/api/session',
  );
  const callers = [shop.lead, shop.tester, shop.winder];
  const statuses = {};
  const found = [];
  let slowest = { ms: 0, what: '' };
  let sent = 0;
  const one = async () => {
    const address = addresses[Math.floor(random() * addresses.length)];
    const caller = callers[Math.floor(random() * callers.length)];
    const values = { number: random() < 0.7 ? 'F1' : random() < 0.5 ? 'F2' : 'none' };
    let path = filled(address.path, values);
    if (random() < 0.06) path = path.replace(/[^/]+$/, BAD_PATHS[Math.floor(random() * BAD_PATHS.length)]);
    if (random() < 0.06)
      path += `?limit=${NASTY[Math.floor(random() * 20)]}&words=%F0%9F%92%A5&before=${random()}`;
    const [raw, headers] = random() < 0.06 ? RAW[Math.floor(random() * RAW.length)] : [undefined, {}];
    const withBody = address.method !== 'GET' && address.method !== 'DELETE';
    let body = withBody ? (address.body ? address.body(random) : {}) : undefined;
    if (withBody && random() < 0.85) body = mutated(body, random);
    const what = `${address.method} ${path.slice(0, 120)} ${JSON.stringify(raw ?? body ?? null)?.slice(0, 300)}`;
    const answer = await caller.call(address.method, path, body, {
      headers,
      ...(raw !== undefined && withBody ? { raw } : {}),
    });
    statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
    if (answer.ms > slowest.ms) slowest = { ms: answer.ms, what };
    if (answer.status === 0 || (answer.status >= 500 && answer.status !== 503))
      found.push(`${answer.status} ${answer.text.slice(0, 120)}  ${what}`);
    else if (answer.ms > slowMs) found.push(`${answer.ms.toFixed(0)} ms  ${what}`);
    else if (answer.status >= 400 && answer.status !== 404 && !answer.json?.title)
      found.push(`${answer.status} without a sentence  ${what}`);
  };
  await Promise.all(
    Array.from({ length: parallel }, async () => {
      while (sent < requests && found.length < 40) {
        sent++;
        await one();
      }
    }),
  );
  return { requests: sent, seed, statuses, slowest, found };
}
