/** The balancing machine and the surge tester asked over the line: whole, or not at all, and only of who they are. */
import type { Server } from 'node:net';
import type { AddressInfo } from 'node:net';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { Balancer } from '../../instruments/src/balancer.ts';
import { Dynamometer } from '../../instruments/src/dynamometer.ts';
import { serveLines, type StandIn } from '../../instruments/src/serve-lines.ts';
import { SurgeTester } from '../../instruments/src/surge-tester.ts';
import { startServer, type Problem } from './harness.ts';

let s: Awaited<ReturnType<typeof startServer>>;
const open: Server[] = [];
beforeAll(async () => {
  s = await startServer();
});
afterEach(() => {
  for (const server of open.splice(0)) server.close();
});
afterAll(() => s.stop());

let made = 0;
async function instrument(standIn: StandIn, more: Record<string, string> = {}) {
  const server = await serveLines(standIn, 0);
  open.push(server);
  const { port } = server.address() as AddressInfo;
  const kind =
    standIn instanceof Balancer
      ? 'balancer'
      : standIn instanceof Dynamometer
        ? 'dynamometer'
        : 'surge-tester';
  const { status, body } = await s.lead.post<{ id: string }>('stores/instruments', {
    typed: { name: `Bench ${++made}`, kind, line: `127.0.0.1:${port}`, ...more },
  });
  expect(status).toBe(201);
  return body.id;
}
const last = <T>(id: string) => s.tester.get<T>(`stores/instruments/${id}/last`);

describe('what an instrument measured last', () => {
  it('a run of the balancing machine, with its speed, angles and unit', async () => {
    const machine = new Balancer({ noise: 0 });
    const id = await instrument(machine);
    const before = await last<Problem>(id);
    expect([before.status, before.body.findings[0]!.message]).toEqual([
      502,
      expect.stringContaining('no run yet'),
    ]);
    const said = machine.answer('SPIN');
    const { status, body } = await last<{
      run: { run: number; readings: { magnitude: number; angleDeg: number }[]; unit: string };
    }>(id);
    expect([status, body.run.run, body.run.unit]).toEqual([200, 1, 'mm/s']);
    expect(said).toContain(
      `a=${body.run.readings[0]!.magnitude.toFixed(3)}@${body.run.readings[0]!.angleDeg.toFixed(1)}`,
    );
  });
  it('every wave of the surge tester', async () => {
    const tester = new SurgeTester();
    const id = await instrument(tester);
    tester.answer('PULSE ALL 800');
    tester.answer('PULSE ALL 1600');
    const { body } = await last<{ waves: { stepUs: number; waves: { phase: string; samples: number[] }[] } }>(
      id,
    );
    expect(body.waves.stepUs).toBe(0.25);
    expect(body.waves.waves.map((w) => w.phase).join('')).toBe('UVWUVW');
    expect(body.waves.waves.every((w) => w.samples.length === 640)).toBe(true);
  });
  it('the log of the dynamometer, with what did not arrive left empty', async () => {
    const stand = new Dynamometer();
    const id = await instrument(stand);
    expect((await last<Problem>(id)).status).toBe(502);
    stand.answer('LOSE 40');
    stand.answer('RUN');
    const { body } = await last<{ log: Record<string, (number | null)[]> }>(id);
    const { log } = body;
    expect(log['torqueNm']!.filter((v) => v === null).length).toBe(Math.floor(log['timeS']!.length / 40));
    expect(new Set(Object.values(log).map((c) => c.length)).size).toBe(1);
  });
  it.each([
    ['stops in the middle', 'dropout', /middle of a line/],
    ['says nothing', 'silent', /does not answer/],
    ['is too late', 'late', /does not answer/],
  ])('one that %s gives no half reading, and answers again afterwards', async (_, fault, words) => {
    const tester = new SurgeTester();
    const id = await instrument(tester);
    tester.answer('PULSE ALL 800');
    tester.answer(`FAULT ${fault}`);
    const cut = await last<Problem>(id);
    expect([cut.status, cut.body.findings[0]!.message]).toEqual([502, expect.stringMatching(words)]);
    tester.answer('FAULT none');
    expect((await last(id)).status).toBe(200);
  });
  it('another instrument at the address is not taken for the one on the list; one without an address is said', async () => {
    const machine = new Balancer();
    machine.answer('SPIN');
    const stranger = await last<Problem>(await instrument(machine, { serial: '04-9999' }));
    expect([stranger.status, stranger.body.findings[0]!.message]).toEqual([
      502,
      expect.stringContaining('BM-0417'),
    ]);
    const own = await instrument(machine, { serial: 'BM-0417' });
    expect((await last(own)).status).toBe(200);
    const { body } = await s.lead.post<{ id: string }>('stores/instruments', {
      typed: { name: `Bench ${++made}`, kind: 'balancer' },
    });
    expect((await last<Problem>(body.id)).status).toBe(400);
  });
  it.each([
    ['fewer samples than it says', 'WAVES n=1 samples=3 step=0.25us\nU set=800V 1 2\nEND', /2 of 3 samples/],
    ['fewer waves than it says', 'WAVES n=2 samples=2 step=0.25us\nU set=800V 1 2\nEND', /1 of 2 waves/],
    ['no time base', 'WAVES n=1 samples=2\nU set=800V 1 2\nEND', /time base/],
    [
      'rows that are missing',
      'LOG rows=2 columns=s,V,A,W,Nm,rpm,C\n1 400 8 5000 28 1456 80\nEND',
      /1 of 2 rows/,
    ],
    ['a row that is short', 'LOG rows=1 columns=s,V,A,W,Nm,rpm,C\n1 400 8 5000 28 1456\nEND', /6 figures/],
    [
      'columns in other units',
      'LOG rows=1 columns=s,V,A,kW,Nm,rpm,C\n1 400 8 5 28 1456 80\nEND',
      /wanted are/,
    ],
    ['a sample that is no figure', 'WAVES n=1 samples=2 step=0.25us\nU set=800V 1 x\nEND', /samples/],
  ])('%s is refused', async (_, said, words) => {
    const id = await instrument({
      answer: (line) =>
        line.startsWith('HELLO')
          ? (said.startsWith('LOG') ? new Dynamometer() : new SurgeTester()).answer('HELLO')
          : said,
    });
    const { status, body } = await last<Problem>(id);
    expect([status, body.findings[0]!.message]).toEqual([502, expect.stringMatching(words)]);
  });
});
