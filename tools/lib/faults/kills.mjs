/** Kills what runs while people write: nothing acknowledged is lost or done twice, and it comes back by itself. */
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32, deflateSync } from 'node:zlib';
import { freePort } from '../postgres.mjs';
import { ROOT } from '../prepare.mjs';
import { Caller, QUARRY, signIn } from './shop.mjs';

const WRITERS = 6;
/** So long it runs between two kills. */
const RUNS_MS = 5000;
const sleep = (ms) => new Promise((r) => setTimeout(r, ms));

const childrenOf = (pid) =>
  readdirSync('/proc')
    .filter((p) => /^\d+$/.test(p))
    .filter((p) => {
      try {
        return readFileSync(`/proc/${p}/stat`, 'utf8').split(') ')[1].split(' ')[1] === String(pid);
      } catch {
        return false;
      }
    })
    .map(Number);
const argumentsOf = (pid) => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  } catch {
    return '';
  }
};

/** npm start as a person would, in a folder of its own. */
export class Started {
  constructor(folder) {
    this.folder = folder ?? mkdtempSync(join(tmpdir(), 'norther-kills-'));
    this.output = '';
  }
  async start() {
    this.port ??= await freePort();
    spawnSync('chmod', ['755', this.folder]);
    this.data = join(this.folder, 'data');
    this.base = `http://127.0.0.1:${this.port}`;
    this.child = spawn(
      'node',
      [join(ROOT, 'tools/start.mjs'), '--port', String(this.port), '--data', this.data],
      {
        stdio: ['ignore', 'pipe', 'pipe'],
      },
    );
    await new Promise((ready, fail) => {
      const read = (d) => {
        this.output += d;
        if (this.output.includes('Ctrl-C')) ready();
      };
      this.output = '';
      this.child.stdout.on('data', read);
      this.child.stderr.on('data', read);
      this.child.once('exit', () => fail(new Error(this.output)));
    });
    return this;
  }
  get postmaster() {
    return Number(readFileSync(join(this.data, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);
  }
  get server() {
    return childrenOf(this.child.pid).find((p) => argumentsOf(p).includes('main.js'));
  }
  /** What the start script said, what the database wrote, and who is still there. */
  story() {
    const data = join(this.data, 'postgres');
    const log = join(data, 'server.log');
    const processes = readdirSync('/proc')
      .filter((p) => /^\d+$/.test(p))
      .flatMap((p) => {
        try {
          if (readlinkSync(`/proc/${p}/cwd`) !== data) return [];
          const state = /^State:\s*(.*)$/m.exec(readFileSync(`/proc/${p}/status`, 'utf8'))?.[1];
          return [`${p} ${state} ${argumentsOf(p).replaceAll('\0', ' ').slice(0, 80)}`];
        } catch {
          return [];
        }
      });
    const end = existsSync(log) ? readFileSync(log, 'utf8').split('\n').slice(-12).join('\n') : '';
    return [this.output.slice(-800), end, ...processes].join('\n');
  }
  async ready(ms = 60_000) {
    const until = Date.now() + ms;
    while (Date.now() < until) {
      const answer = await fetch(`${this.base}/api/ready`, { signal: AbortSignal.timeout(2000) }).catch(
        () => null,
      );
      if (answer?.status === 200) return true;
      await sleep(100);
    }
    return false;
  }
  async stop() {
    if (this.child.exitCode === null && this.child.signalCode === null) {
      this.child.kill('SIGTERM');
      await new Promise((gone) => this.child.once('exit', gone));
    }
    rmSync(this.folder, { recursive: true, force: true });
  }
}

const backendOf = (s) =>
  childrenOf(s.postmaster).find((p) => {
    const title = argumentsOf(p);
    return title.includes('norther_app') && title.includes('norther');
  });

/** What is killed, of a shop that was started. */
const KINDS = {
  server: (s) => process.kill(s.server, 'SIGKILL'),
  postmaster: (s) => process.kill(s.postmaster, 'SIGKILL'),
  backend: (s) => {
    const backend = backendOf(s);
    if (backend) process.kill(backend, 'SIGKILL');
  },
  // One that hangs does not notice that its server is gone, and stands in the way of the next.
  'postmaster beside a hung backend': (s) => {
    const backend = backendOf(s);
    if (backend) process.kill(backend, 'SIGSTOP');
    process.kill(s.postmaster, 'SIGKILL');
  },
  cluster: (s) => {
    const data = join(s.data, 'postgres');
    for (const pid of readdirSync('/proc').filter((p) => /^\d+$/.test(p)))
      try {
        if (readlinkSync(`/proc/${pid}/cwd`) === data) process.kill(Number(pid), 'SIGKILL');
      } catch {
        // gone already
      }
  },
  'start script': (s) => s.child.kill('SIGKILL'),
};

/** Writers who go on until told, with what was acknowledged and what is open. */
function writers(started, cookie, numbers) {
  const acknowledged = new Map(numbers.map((n) => [n, 0]));
  const open = [];
  let going = true;
  const one = async (number) => {
    const who = new Caller(started.base, cookie);
    for (let version = 0; going;) {
      const writeId = randomUUID();
      const body = { typed: { turns: String(version + 1) }, version };
      let answer;
      // A lost answer is asked for again, with the same id.
      do answer = await who.put(`/api/motors/${number}/windings/as-found`, body, { writeId });
      while (going && (answer.status === 0 || answer.status === 503) && (await sleep(150), true));
      if (answer.status === 200) {
        version = answer.json.version;
        acknowledged.set(number, version);
      } else {
        if (answer.status !== 0 && answer.status !== 503)
          return open.push(`${number}: ${answer.status} ${answer.text.slice(0, 100)}`);
        open.push({ number, version });
      }
    }
  };
  const papers = new Map();
  /** Papers for the first motor, each another one. */
  const papersOf = async (number) => {
    const who = new Caller(started.base, cookie);
    while (going) {
      const writeId = randomUUID();
      const raw = `%PDF-1.4 ${writeId}\n%%EOF\n`;
      const send = { writeId, raw, headers: { 'content-type': 'application/octet-stream' } };
      let answer;
      do answer = await who.call('POST', `/api/motors/${number}/attachments?name=paper.pdf`, undefined, send);
      while (going && (answer.status === 0 || answer.status === 503) && (await sleep(150), true));
      if (answer.status === 201) papers.set(answer.json.id, raw);
      else if (answer.status !== 0 && answer.status !== 503)
        return open.push(`${number}: ${answer.status} ${answer.text.slice(0, 100)}`);
    }
  };
  const signed = new Set();
  /** Motors taken in one after the other, each with its first station signed. */
  const signOffs = async (prefix) => {
    const who = new Caller(started.base, cookie);
    const sure = async (path, body) => {
      const writeId = randomUUID();
      let answer;
      do answer = await who.post(path, body, { writeId });
      while (going && (answer.status === 0 || answer.status === 503) && (await sleep(150), true));
      if (answer.status >= 300 && answer.status !== 503)
        open.push(`${path}: ${answer.status} ${answer.text.slice(0, 100)}`);
      return answer.status > 0 && answer.status < 300;
    };
    for (let i = 0; going; i++) {
      const number = `${prefix}s${i}`;
      if (!(await sure('/api/motors', { ...QUARRY, number }))) continue;
      if (await sure(`/api/motors/${number}/stations/intake/sign`, { typed: { failed: 'bearing' } }))
        signed.add(number);
    }
  };
  const photos = new Set();
  /** Photos for the second motor. */
  const photosOf = async (number) => {
    const who = new Caller(started.base, cookie);
    for (let shade = 0; going; shade++) {
      const send = {
        writeId: randomUUID(),
        raw: png(shade),
        headers: { 'content-type': 'application/octet-stream' },
      };
      let answer;
      do answer = await who.call('POST', `/api/motors/${number}/attachments?name=photo.png`, undefined, send);
      while (going && (answer.status === 0 || answer.status === 503) && (await sleep(150), true));
      if (answer.status === 201) photos.add(answer.json.id);
      else if (answer.status !== 0 && answer.status !== 503)
        return open.push(`${number}: ${answer.status} ${answer.text.slice(0, 100)}`);
    }
  };
  const running = [...numbers.map(one), papersOf(numbers[0]), photosOf(numbers[1]), signOffs(numbers[0])];
  return {
    acknowledged,
    papers,
    photos,
    signed,
    async stop() {
      going = false;
      await Promise.all(running);
      return open;
    },
  };
}

/** A picture of one colour. */
function png(shade) {
  const chunk = (name, data) => {
    const body = Buffer.concat([Buffer.from(name), data]);
    const out = Buffer.alloc(body.length + 8);
    out.writeUInt32BE(data.length, 0);
    body.copy(out, 4);
    out.writeUInt32BE(crc32(body), body.length + 4);
    return out;
  };
  const head = Buffer.from([0, 0, 0, 8, 0, 0, 0, 8, 8, 2, 0, 0, 0]);
  const pixel = Buffer.from([shade % 256, (shade * 7) % 256, (shade * 31) % 256]);
  const row = Buffer.concat([Buffer.from([0]), ...Array.from({ length: 8 }, () => pixel)]);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.concat(Array.from({ length: 8 }, () => row)))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** Every signature and photo that was acknowledged is there, once, and the photo can be opened. */
async function checkSignaturesAndPhotos(who, number, { signed, photos }, result) {
  const { attachments } = (await answered(who, `/api/motors/${number}`)).json;
  for (const id of photos) {
    result.acknowledged++;
    const there = attachments.filter((a) => a.id === id).length;
    if (there > 1) result.doubled++;
    else if (there === 0) result.lost++;
    else await answered(who, `/api/motors/${number}/attachments/${id}/file`);
  }
  for (const motor of signed) {
    result.acknowledged++;
    const { steps } = (await answered(who, `/api/motors/${motor}`)).json;
    const lines = (await answered(who, `/api/motors/${motor}/history`)).json.filter(
      (e) => e.what === 'intake signed',
    ).length;
    if (!steps.some((s) => s.station === 'intake' && s.signedBy)) result.lost++;
    if (lines > 1) result.doubled++;
  }
}

/** Every paper that was acknowledged is there once, with what was sent. */
async function checkPapers(who, number, papers, result) {
  const { attachments } = (await answered(who, `/api/motors/${number}`)).json;
  for (const [id, sent] of papers) {
    result.acknowledged++;
    const there = attachments.filter((a) => a.id === id).length;
    const file = there === 1 ? await answered(who, `/api/motors/${number}/attachments/${id}/file`) : null;
    if (there > 1) result.doubled++;
    else if (file?.text !== sent) result.lost++;
  }
  if (new Set(attachments.map((a) => a.hash)).size !== attachments.length) result.doubled++;
}

/** Asks until it is answered: a shop that has just come back may say once more that it is busy. */
async function answered(who, path) {
  for (let tries = 0; ; tries++) {
    const answer = await who.get(path);
    if (answer.status === 200) return answer;
    if (tries > 60)
      throw new Error(`${path} is answered ${answer.status} for a minute: ${answer.text.slice(0, 200)}`);
    await sleep(1000);
  }
}

/** Right after a kill it may be ready and go once more, such as when the database came back on another port. */
async function signedIn(started) {
  for (let tries = 0; ; tries++) {
    if (!(await started.ready())) throw new Error(`it does not come back:\n${started.story()}`);
    try {
      return await signIn(started.base, 'lead');
    } catch (error) {
      if (tries > 20) throw error;
      await sleep(500);
    }
  }
}

export const KILL_KINDS = Object.keys(KINDS);

/**
 * @param told hears of each kind as it is done
 * @returns for each kind: times, acknowledged, lost, doubled, recovered, the slowest recovery, and what was wrong
 */
export async function kills(times, kinds = KILL_KINDS, told = () => {}) {
  const results = [];
  for (const kind of kinds) {
    const started = await new Started().start();
    const result = {
      kind,
      times: 0,
      acknowledged: 0,
      lost: 0,
      doubled: 0,
      recovered: 0,
      slowestS: 0,
      found: [],
    };
    try {
      let up = Date.now();
      for (let time = 1; time <= times; time++) {
        const lead = await signedIn(started);
        const numbers = Array.from({ length: WRITERS }, (_, i) => `K${time}-${i}`);
        for (const number of numbers) await lead.post('/api/motors', { ...QUARRY, number });
        const writing = writers(started, lead.cookie, numbers);
        // What ends within seconds of its start ten times in a row is given up, as it should be.
        await sleep(Math.max(400, RUNS_MS - (Date.now() - up)));
        const from = Date.now();
        KINDS[kind](started);
        result.times++;
        if (kind === 'start script') {
          await new Promise((gone) => (started.child.signalCode ? gone() : started.child.once('exit', gone)));
          // Somebody, or what started the machine, starts it again.
          while (existsSync(`/proc/${started.child.pid}`)) await sleep(50);
          while (
            await fetch(`${started.base}/api/health`).then(
              () => true,
              () => false,
            )
          )
            await sleep(50);
          await started.start();
        } else await sleep(300);
        const back = await started.ready();
        up = Date.now();
        result.slowestS = Math.max(result.slowestS, (Date.now() - from) / 1000);
        if (back) result.recovered++;
        else result.found.push(`${kind}, ${time}: did not come back\n${started.story()}`);
        await sleep(300);
        for (const left of await writing.stop()) if (typeof left === 'string') result.found.push(left);
        await started.ready();
        const again = new Caller(started.base, lead.cookie);
        await checkPapers(again, numbers[0], writing.papers, result);
        await checkSignaturesAndPhotos(again, numbers[1], writing, result);
        for (const number of numbers) {
          const wrote = writing.acknowledged.get(number);
          const file = await answered(again, `/api/motors/${number}`);
          const history = await answered(again, `/api/motors/${number}/history?limit=500`);
          const winding = file.json?.windings?.[0];
          const version = winding?.version ?? 0;
          const lines = (history.json ?? []).filter((e) => e.what === 'data card saved').length;
          result.acknowledged += wrote;
          if (version < wrote || (winding && Number(winding.typed.turns) !== version)) result.lost++;
          if (lines !== Math.min(version, 499) && version < 499) result.doubled++;
        }
      }
    } catch (error) {
      result.found.push(`${kind}, ${result.times + 1}: ${error.message}`);
    } finally {
      if (result.lost + result.doubled > 0)
        result.found.push(`${result.lost} lost, ${result.doubled} doubled`);
      await started.stop();
    }
    told(result);
    results.push(result);
  }
  return results;
}
