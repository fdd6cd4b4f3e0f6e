/** The built application as it is served: compressed as it lies there, kept by browsers, nothing outside its folder. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { makeApp } from '../src/app.ts';
import { FONTS, makeDatabase, newFilesFolder, PICTURE, WORKER } from './harness.ts';

const SCRIPT = `export const words = '${'sheet '.repeat(400)}';`;
const PAGE = '<!doctype html><title>Norther</title>';
let folder: string;
let database: Awaited<ReturnType<typeof makeDatabase>>;
let app: Awaited<ReturnType<typeof makeApp>>;
let base: URL;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'norther-web-'));
  mkdirSync(join(folder, 'web/assets'), { recursive: true });
  writeFileSync(join(folder, 'secret.txt'), 'not for the web');
  writeFileSync(join(folder, 'web/index.html'), PAGE);
  const script = join(folder, 'web/assets/main-1a2b.js');
  writeFileSync(script, SCRIPT);
  writeFileSync(`${script}.br`, brotliCompressSync(SCRIPT));
  writeFileSync(`${script}.gz`, gzipSync(SCRIPT));
  writeFileSync(join(folder, 'web/assets/small-9f.js'), 'export {};');
  database = await makeDatabase();
  app = await makeApp({
    databaseUrl: database.appUrl,
    fontFolder: FONTS,
    filesFolder: newFilesFolder(),
    pictureFile: PICTURE,
    workerFile: WORKER,
    threads: 1,
    quiet: true,
    hosts: ['127.0.0.1', 'localhost'],
    webFolder: join(folder, 'web'),
  });
  await app.listen(0, '127.0.0.1');
  base = new URL((await app.getUrl()).replace('[::1]', '127.0.0.1'));
});
afterAll(async () => {
  await app.close();
  await database.drop();
  rmSync(folder, { recursive: true });
});

/** As it comes over the wire. */
const ask = (path: string, headers: Record<string, string> = {}, method = 'GET') =>
  new Promise<{ status: number; headers: NodeJS.Dict<string | string[]>; body: Buffer }>((done, fail) => {
    const sent = request({ hostname: base.hostname, port: base.port, path, method, headers }, (answer) => {
      const parts: Buffer[] = [];
      answer.on('data', (part: Buffer) => parts.push(part));
      answer.on('end', () =>
        done({ status: answer.statusCode ?? 0, headers: answer.headers, body: Buffer.concat(parts) }),
      );
    });
    sent.on('error', fail);
    sent.end();
  });

it.each([
  ['br, gzip', 'br', brotliDecompressSync],
  ['gzip, deflate, br', 'br', brotliDecompressSync],
  ['gzip', 'gzip', gunzipSync],
  ['identity', undefined, (b: Buffer) => b],
] as const)('to who accepts %s a script comes as %s, for a year', async (accepts, encoding, open) => {
  const answer = await ask('/assets/main-1a2b.js', { 'accept-encoding': accepts });
  expect(answer.status).toBe(200);
  expect(answer.headers['content-encoding']).toBe(encoding);
  expect(answer.headers['content-type']).toMatch(/javascript/);
  expect(answer.headers['cache-control']).toContain('immutable');
  expect(answer.headers['vary']).toContain('Accept-Encoding');
  expect(open(answer.body).toString()).toBe(SCRIPT);
});

it('a file that was not compressed, and any address of a sheet, are served as well', async () => {
  expect((await ask('/assets/small-9f.js', { 'accept-encoding': 'br' })).body.toString()).toBe('export {};');
  for (const path of ['/', '/motor/3107/card']) {
    const page = await ask(path);
    expect([page.status, page.headers['cache-control']]).toEqual([200, 'no-cache']);
    expect(page.body.toString()).toBe(PAGE);
  }
});

it('nothing outside the folder is served, and what is no address is refused', async () => {
  for (const path of [
    '/../secret.txt',
    '/assets/../../secret.txt',
    '/%2e%2e/secret.txt',
    '/assets/..%2f..%2fsecret.txt',
  ])
    expect((await ask(path)).body.toString()).not.toContain('not for the web');
  for (const [path, method] of [
    ['/assets/%E0%A4%A', 'GET'],
    ['/api/%ff', 'GET'],
    ['/api/motors/%u0041', 'POST'],
  ] as const) {
    const answer = await ask(path, {}, method);
    expect(answer.headers['content-type'], path).toContain('application/problem+json');
    expect([400, 401], path).toContain(answer.status);
  }
  expect((await ask('/motor/3107', {}, 'POST')).status).toBe(405);
});
