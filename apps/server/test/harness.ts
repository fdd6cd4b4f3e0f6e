/** A server of its own on a database of its own, and people who talk to it. */
import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { makeApp } from '../src/app.ts';
import { makePools, type Pools } from '../src/heavy/heavy.ts';
import { DEMO_PEOPLE } from '../src/demo/load-demo.ts';

const path = (p: string) => fileURLToPath(new URL(p, import.meta.url));
export const MIGRATIONS = path('../drizzle');
export const FONTS = path('../../../packages/fonts/files');
/** Built by npm test, and by npm run build. */
export const WORKER = path('../dist/worker.js');
export const PICTURE = path('../dist/picture.js');
/** For what a shop of a test is sent. */
export const newFilesFolder = () => mkdtempSync(join(tmpdir(), 'norther-files-'));
/** One pair of pools for all servers of this process: a thread takes a second to come up. */
let pools: Pools | undefined;
export const appOn = (databaseUrl: string, filesFolder = newFilesFolder()) =>
  makeApp({
    databaseUrl,
    fontFolder: FONTS,
    filesFolder,
    pictureFile: PICTURE,
    workerFile: WORKER,
    pools: (pools ??= makePools(WORKER, 1)),
    quiet: true,
    hosts: ['127.0.0.1', 'localhost'],
  });

function template(name: string): string {
  const value = process.env[name];
  if (!value)
    throw new Error(`${name} is not set: run these tests through npm test, which starts the database.`);
  return value;
}

/** @param options.nobody not even the demo's people; `nothing`: not even tables */
export async function makeDatabase(options: { empty?: boolean; nobody?: boolean; nothing?: boolean } = {}) {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: template('TEST_ADMIN_URL') });
  await admin.connect();
  const kind = options.nobody ? 'tables' : (options.empty ?? true) ? 'people' : 'demo';
  const from = options.nothing ? '' : `template ${template('TEST_TEMPLATE').replace('{kind}', kind)}`;
  await admin.query(`create database ${name} ${from} owner norther_owner`);
  const ownerUrl = template('TEST_OWNER_URL').replace('{db}', name);
  const appUrl = template('TEST_APP_URL').replace('{db}', name);
  return {
    ownerUrl,
    appUrl,
    drop: async () => {
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
    },
  };
}

export interface Answer<T = Record<string, unknown>> {
  readonly status: number;
  readonly type: string;
  readonly disposition: string;
  /** The last change that the server had heard of. */
  readonly heard: string;
  readonly body: T;
  readonly bytes: Buffer;
}

/** Somebody signed in, or nobody. */
export class Caller {
  constructor(
    private readonly base: string,
    private readonly cookie = '',
  ) {}

  async call<T = Record<string, unknown>>(
    method: string,
    url: string,
    body?: unknown,
    writeId: string | null = randomUUID(),
  ): Promise<Answer<T>> {
    const text = typeof body === 'string' ? body : JSON.stringify(body);
    return this.ask(
      method,
      url,
      body === undefined ? null : { type: 'application/json', data: text },
      writeId,
    );
  }

  /** A file as it is. */
  send = <T = Record<string, unknown>>(
    url: string,
    data: Buffer,
    type: string,
    writeId: string = randomUUID(),
  ) => this.ask<T>('POST', url, { type, data }, writeId);

  private async ask<T>(
    method: string,
    url: string,
    body: { readonly type: string; readonly data: string | Buffer } | null,
    writeId: string | null,
  ): Promise<Answer<T>> {
    const response = await fetch(`${this.base}/api/${url}`, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(body ? { 'content-type': body.type } : {}),
        ...(writeId && method !== 'GET' ? { 'x-write-id': writeId } : {}),
      },
      ...(body ? { body: body.data } : {}),
    });
    const bytes = Buffer.from(await response.arrayBuffer());
    const type = response.headers.get('content-type') ?? '';
    const json = type.includes('json') && bytes.length > 0;
    return {
      status: response.status,
      type,
      heard: response.headers.get('x-heard') ?? '',
      disposition: response.headers.get('content-disposition') ?? '',
      body: (json ? JSON.parse(bytes.toString('utf8')) : {}) as T,
      bytes,
    };
  }
  get = <T = Record<string, unknown>>(url: string) => this.call<T>('GET', url);
  post = <T = Record<string, unknown>>(url: string, body?: unknown, writeId?: string | null) =>
    this.call<T>('POST', url, body ?? {}, writeId);
  put = <T = Record<string, unknown>>(url: string, body: unknown, writeId?: string | null) =>
    this.call<T>('PUT', url, body, writeId);
}

export async function signIn(base: string, name: string): Promise<Caller> {
  const pin = DEMO_PEOPLE.find((p) => p.name === name)!.pin;
  const response = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, pin }),
  });
  if (!response.ok) throw new Error(`${name} could not sign in: ${response.status}`);
  return new Caller(base, response.headers.get('set-cookie')!.split(';')[0]);
}

export async function startServer(options: { empty?: boolean } = {}) {
  const database = await makeDatabase(options);
  const filesFolder = newFilesFolder();
  const app = await appOn(database.appUrl, filesFolder);
  await app.listen(0, '127.0.0.1');
  const base = (await app.getUrl()).replace('[::1]', '127.0.0.1');
  return {
    base,
    app,
    database,
    filesFolder,
    signInAs: (name: string) => signIn(base, name),
    nobody: new Caller(base),
    lead: await signIn(base, 'Ida Haft'),
    tester: await signIn(base, 'Per Marsk'),
    winder: await signIn(base, 'Olav Tindal'),
    stop: async () => {
      await app.close();
      await database.drop();
      rmSync(filesFolder, { recursive: true });
    },
  };
}

/** A motor of a made-up quarry; not one of the demo's. */
export const QUARRY = {
  number: '4001',
  customer: 'Nordlund Quarry',
  machine: 'Crusher conveyor',
  maker: 'Vestby V160',
  serial: '77-14',
  plate: {
    power: '15 hp',
    voltage: '400',
    plateConnection: 'star',
    current: '22',
    frequency: '50',
    speed: '1455',
    insulationClass: 'F',
    cooling: 'enclosed-fan',
  },
  promisedAt: '2026-12-01T12:00:00.000Z',
  rush: false,
};
export const QUARRY_CARD = {
  slots: '36',
  poles: '4',
  layers: '2',
  span: '1-8',
  turns: '18',
  wires: '2x1.06',
  circuits: '2',
  connection: 'star',
  endsPerLead: '2',
  jumpers: 'short',
  exitClock: '3',
  overhang: '55',
  linerFound: '0.3',
  leadsFound: '6 of 4 mm²',
  sensorsFound: 'none',
  starJoint: 'yes',
  bore: '6.5 in',
  coreLength: '150',
  backIron: '26',
  toothWidth: '7,9',
  slotArea: '180',
};

export interface Problem {
  title: string;
  findings: { code: string; message: string; fields: string[] }[];
  current?: { version: number; typed: Record<string, string> };
}

/** What the tests of a shop do again and again: a fresh motor, its card, a station signed. */
export function shopOf(s: Awaited<ReturnType<typeof startServer>>) {
  let next = 5000;
  return {
    async motor(change: object = {}) {
      const number = String(next++);
      const made = await s.winder.post<{ id: string; version: number }>('motors', {
        ...QUARRY,
        ...change,
        number,
      });
      if (made.status !== 201) throw new Error(`motor ${number} is answered ${made.status}`);
      return { number, ...made.body };
    },
    saveCard: (number: string, typed: Record<string, string>, version = 0, writeId?: string) =>
      s.winder.put<Problem & { version: number }>(
        `motors/${number}/windings/as-found`,
        { typed, version },
        writeId,
      ),
    sign: (who: Caller, number: string, station: string, typed: Record<string, string> = {}) =>
      who.post<Problem>(`motors/${number}/stations/${station}/sign`, { typed }),
  };
}
