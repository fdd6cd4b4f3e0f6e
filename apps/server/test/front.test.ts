/** What stands before every handler: names, origins, sizes, encodings, and a database that is away. */
import { request as plainRequest } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { REQUEST_ID } from '../src/http/log.ts';
import { answerError } from '../src/http/problem.filter.ts';
import { QUARRY, startServer } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
let cookie: string;
beforeAll(async () => {
  s = await startServer();
  cookie = (s.lead as unknown as { cookie: string }).cookie;
});
afterAll(() => s.stop());

/** fetch refuses to lie about Host and Origin; this does not. */
const ask = (method: string, path: string, headers: Record<string, string>, body = '') =>
  new Promise<{ status: number; text: string; headers: NodeJS.Dict<string | string[]> }>((done, fail) => {
    const { hostname, port } = new URL(s.base);
    const sent = plainRequest({ hostname, port, method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (d: Buffer) => (text += d.toString()));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, text, headers: answer.headers }));
    });
    sent.on('error', fail);
    sent.end(body);
  });

it('answers to its own names only', async () => {
  expect((await ask('GET', '/api/health', { host: 'evil.example' })).status).toBe(421);
  expect((await ask('GET', '/api/health', { host: 'localhost:1' })).status).toBe(200);
});

it('takes changes from its own pages only', async () => {
  const { host } = new URL(s.base);
  const post = (headers: Record<string, string>) =>
    ask('POST', '/api/motors', { host, cookie, 'content-type': 'application/json', ...headers }, '{}');
  expect((await post({ origin: 'http://evil.example' })).status).toBe(403);
  expect((await post({ origin: 'null' })).status).toBe(403);
  expect((await post({ 'sec-fetch-site': 'cross-site' })).status).toBe(403);
  expect((await post({ origin: `http://${host}` })).status).toBe(400);
});

it('is never kept by a browser or a proxy', async () => {
  const answer = await ask('GET', '/api/floor', { host: new URL(s.base).host, cookie });
  expect(answer.headers['cache-control']).toBe('no-store');
});

it('every answer carries the id of its request, refusals at the door too, and nobody chooses it', async () => {
  const { host } = new URL(s.base);
  const asked = await Promise.all([
    ask('GET', '/api/floor', { host, cookie }),
    ask('GET', '/api/floor', { host }),
    ask('GET', '/api/no-such-address', { host, cookie, 'x-request-id': 'mine' }),
    ask('GET', '/api/health', { host: 'evil.example' }),
  ]);
  const ids = asked.map((a) => String(a.headers['x-request-id']));
  for (const id of ids) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-/);
  expect(new Set(ids).size).toBe(asked.length);
});

it('an error of its own is told with the id of the request, and logged without what people typed', () => {
  const lines: string[] = [];
  const log = { error: (line: string) => lines.push(line), warn: () => undefined };
  let sent: Record<string, unknown> = {};
  const response = {
    headersSent: false,
    getHeader: (name: string) => (name === REQUEST_ID ? 'id-1' : undefined),
    status: () => response,
    type: () => response,
    send: (body: Record<string, unknown>) => (sent = body),
  };
  const error = new TypeError('Nordlund Quarry is not a function');
  answerError(error, { path: '/api/motors', log } as never, response as never);
  expect(sent).toMatchObject({ status: 500, requestId: 'id-1' });
  expect(lines.join()).toContain('/api/motors TypeError');
  expect(lines.join() + JSON.stringify(sent)).not.toContain('Nordlund');
});

describe('bodies', () => {
  const post = (path: string, body: string, headers: Record<string, string> = {}, signed = true) =>
    ask(
      'POST',
      path,
      {
        host: new URL(s.base).host,
        ...(signed ? { cookie } : {}),
        'content-type': 'application/json',
        'x-write-id': crypto.randomUUID(),
        ...headers,
      },
      body,
    );
  it.each<[string, string, string, Record<string, string>, number]>([
    ['in another charset', '/api/motors', '{}', { 'content-type': 'application/json; charset=utf-16' }, 415],
    ['compressed', '/api/motors', '{}', { 'content-encoding': 'gzip' }, 415],
    ['not UTF-8', '/api/motors', Buffer.from([0x7b, 0xff, 0x7d]).toString('latin1'), {}, 400],
    ['nested for ever', '/api/motors', '['.repeat(100_000), {}, 400],
    ['with half a character', '/api/motors', '{"number":"\\ud800"}', {}, 400],
    ['with a zero byte', '/api/motors', '{"number":"a\\u0000"}', {}, 400],
    [
      'of many fields',
      '/api/motors',
      JSON.stringify(Object.fromEntries([...Array(5000).keys()].map((i) => [i, 1]))),
      {},
      400,
    ],
    ['too large', '/api/motors', `"${'x'.repeat(500_000)}"`, {}, 413],
    ['too large to sign in with', '/api/session', `"${'x'.repeat(5000)}"`, {}, 413],
    ['a year 0', '/api/motors', JSON.stringify({ ...QUARRY, promisedAt: '0000-01-01T00:00:00Z' }), {}, 400],
    [
      'a year 9999',
      '/api/motors',
      JSON.stringify({ ...QUARRY, promisedAt: '9999-12-31T00:00:00Z' }),
      {},
      400,
    ],
  ])('%s are refused in a sentence', async (_name, path, body, headers, status) => {
    const answer = await post(path, body, headers);
    expect(answer.status).toBe(status);
    expect((JSON.parse(answer.text) as { title: string }).title.length).toBeGreaterThan(8);
  });
  it('of strangers are not read at all', async () => {
    const answer = await post('/api/import', `"${'x'.repeat(2_000_000)}"`, {}, false).catch(() => null);
    expect(answer?.status ?? 401).toBe(401);
  });
  it('a version that no row can have is refused', async () => {
    const answer = await s.lead.put('motors/none/windings/as-found', { typed: {}, version: 2 ** 40 });
    expect(answer.status).toBe(400);
  });
});

it('without a database says so with 503 and when to ask again, and is ready when it is back', async () => {
  const { Database } = await import('../src/database/database.ts');
  const { pool } = s.app.get(Database);
  const query = pool.query.bind(pool);
  const connect = pool.connect.bind(pool);
  const gone = () =>
    Promise.reject(Object.assign(new Error('connect ECONNREFUSED'), { code: 'ECONNREFUSED' }));
  Object.assign(pool, { query: gone, connect: gone });
  const { host } = new URL(s.base);
  for (const path of ['/api/ready', '/api/floor', '/api/setup']) {
    const answer = await ask('GET', path, { host, cookie });
    expect(answer.status, path).toBe(503);
    expect(Number(answer.headers['retry-after'])).toBeGreaterThan(0);
  }
  expect((await ask('GET', '/api/health', { host })).status).toBe(200);
  Object.assign(pool, { query, connect });
  expect((await ask('GET', '/api/ready', { host })).status).toBe(200);
  expect((await s.lead.get('floor')).status).toBe(200);
});
