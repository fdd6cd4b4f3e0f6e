/** A shop of its own to be treated badly: a database, the built server, the demo's people signed in. Loopback only. */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { freePort } from '../postgres.mjs';
import { ROOT } from '../prepare.mjs';
import { copyShop } from '../test-shop.mjs';

export const PEOPLE = {
  lead: ['Ida Haft', '2718'],
  tester: ['Per Marsk', '1618'],
  winder: ['Olav Tindal', '3141'],
};

/** Somebody who talks to the server; answers are never thrown. */
export class Caller {
  constructor(base, cookie = '') {
    this.base = base;
    this.cookie = cookie;
  }
  async call(method, path, body, { writeId = randomUUID(), headers = {}, raw } = {}) {
    const from = performance.now();
    try {
      const response = await fetch(`${this.base}${path}`, {
        method,
        redirect: 'manual',
        headers: {
          ...(this.cookie ? { cookie: this.cookie } : {}),
          ...(body === undefined && raw === undefined ? {} : { 'content-type': 'application/json' }),
          ...(method === 'GET' || method === 'HEAD' ? {} : { 'x-write-id': writeId }),
          ...headers,
        },
        ...(raw !== undefined ? { body: raw } : body === undefined ? {} : { body: JSON.stringify(body) }),
        signal: AbortSignal.timeout(60_000),
      });
      const text = await response.text();
      let json = null;
      if ((response.headers.get('content-type') ?? '').includes('json'))
        try {
          json = JSON.parse(text);
        } catch {
          // told by json being null
        }
      return { status: response.status, json, text, ms: performance.now() - from };
    } catch (error) {
      return {
        status: 0,
        json: null,
        text: String(error.cause?.code ?? error.name),
        ms: performance.now() - from,
      };
    }
  }
  get = (path) => this.call('GET', path);
  post = (path, body = {}, options) => this.call('POST', path, body, options);
  put = (path, body, options) => this.call('PUT', path, body, options);
}

export async function signIn(base, role) {
  const [name, pin] = PEOPLE[role];
  const ask = () =>
    fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name, pin }),
    });
  // An idle connection that the server has closed meanwhile is found out by using it.
  const response = await ask().catch((error) => {
    if (error.cause?.code !== 'UND_ERR_SOCKET') throw error;
    return ask();
  });
  if (!response.ok) throw new Error(`${name} could not sign in: ${response.status}`);
  return new Caller(base, response.headers.get('set-cookie').split(';')[0]);
}

/** @param postgres the tests' cluster, with its templates; the shop gets a database of its own in it */
export async function openShop(postgres, { empty = true } = {}) {
  const database = `faults_${randomUUID().slice(0, 8)}`;
  copyShop(postgres, database, empty ? 'people' : 'demo');
  const port = await freePort();
  const child = spawn('node', [join(ROOT, 'apps/server/dist/main.js')], {
    env: {
      ...process.env,
      DATABASE_URL: postgres.appUrl(database),
      FONT_FOLDER: join(ROOT, 'packages/fonts/files'),
      FILES_FOLDER: join(postgres.home, 'files', database),
      WEB_FOLDER: join(ROOT, 'apps/web/dist'),
      PORT: String(port),
      STOP_WITH_PARENT: 'yes',
    },
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  let output = '';
  const waiting = [];
  child.stdout.on('data', (d) => {
    output += d;
    for (const look of waiting.splice(0)) look();
  });
  await new Promise((ready) => waiting.push(ready));
  const base = `http://127.0.0.1:${port}`;
  while (!(await fetch(`${base}/api/ready`)).ok) await new Promise((later) => setTimeout(later, 100));
  return {
    base,
    nobody: new Caller(base),
    lead: await signIn(base, 'lead'),
    tester: await signIn(base, 'tester'),
    winder: await signIn(base, 'winder'),
    /** Longest time that something held the server's event loop since it was asked last [ms]. */
    async held() {
      output = '';
      child.kill('SIGUSR2');
      while (!/held ([\d.]+) ms/.test(output)) await new Promise((look) => waiting.push(look));
      return Number(/held ([\d.]+) ms/.exec(output)[1]);
    },
    async close() {
      child.kill('SIGTERM');
      await new Promise((gone) => (child.exitCode === null ? child.once('exit', gone) : gone()));
      postgres.dropDatabase(database);
    },
  };
}

/** A motor of a made-up quarry, with a winding of 36 slots and 4 poles. */
export const QUARRY = {
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
  },
};
export const CARD = {
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
  bore: '165',
  coreLength: '150',
  backIron: '26',
  toothWidth: '7.9',
  slotArea: '180',
};
export async function takeIn(shop, number) {
  const answer = await shop.winder.post('/api/motors', { ...QUARRY, number });
  if (answer.status !== 201) throw new Error(`${number}: ${answer.status} ${answer.text}`);
  await shop.winder.put(`/api/motors/${number}/windings/as-found`, { typed: CARD, version: 0 });
}
