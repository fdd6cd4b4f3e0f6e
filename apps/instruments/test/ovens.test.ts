/** The stand-in ovens: they lag as heavy parts do, answer line by line, and have the faults that are switched on. */
import { connect } from 'node:net';
import type { AddressInfo } from 'node:net';
import { describe, expect, it } from 'vitest';
import { OvenController } from '../src/controller.ts';
import { coldOven, ovenAt, type OvenState } from '../src/oven.ts';

const HOUR = 3_600_000;
const loaded = (massKg: number): OvenState => ({ ...coldOven(1, 0), setC: 138, massKg });

describe('an oven', () => {
  it('brings its air up first, then the surface, then the middle; a heavy part later than a light one', () => {
    const heavy = ovenAt(loaded(118), HOUR);
    expect(heavy.airC).toBeGreaterThan(130);
    expect(heavy.surfaceC).toBeLessThan(heavy.airC - 15);
    expect(heavy.middleC).toBeLessThan(heavy.surfaceC);
    expect(ovenAt(loaded(8), HOUR).middleC).toBeGreaterThan(heavy.middleC + 15);
    const after = ovenAt(loaded(118), 12 * HOUR);
    expect(after.middleC).toBeGreaterThan(136);
    expect(after.airC).toBeLessThan(139);
  });
  it('comes to the same whether it is looked at often or once, and at any pace', () => {
    let often = loaded(60);
    for (let at = 0; at <= 2 * HOUR; at += 7000) often = ovenAt(often, at);
    const once = ovenAt(loaded(60), often.at);
    expect(often.middleC).toBeCloseTo(once.middleC, 6);
    expect(ovenAt(loaded(60), (2 * HOUR) / 60, 60).middleC).toBeCloseTo(
      ovenAt(loaded(60), 2 * HOUR).middleC,
      6,
    );
  });
  it('falls with the door open, cools without power, and runs away', () => {
    const hot = ovenAt(loaded(60), 8 * HOUR);
    const later = (fault: OvenState['fault']) => ovenAt({ ...hot, fault }, 9 * HOUR).airC;
    expect(later('door')).toBeLessThan(hot.airC - 20);
    expect(later('power')).toBeLessThan(hot.airC - 20);
    expect(later('runaway')).toBeGreaterThan(hot.airC + 60);
    expect(later('none')).toBeCloseTo(hot.airC, 0);
  });
});

describe('its controller', () => {
  it('answers what it is asked, and refuses the rest in a sentence', () => {
    const c = new OvenController({ channels: 2 });
    expect(c.answer('HELLO')).toBe('NORTHER-OVEN 1 channels=2');
    expect(c.answer('READ 2')).toMatch(/^READ 2 air=2[01]\.\dC door=shut heat=off$/);
    expect(c.answer('PUT 2 set=138.0C mass=74')).toBe('OK 2');
    expect(c.answer('READ 2')).toMatch(/tc1=2[01]\.\dC tc2=2[01]\.\dC set=138\.0C door=shut heat=on$/);
    expect(c.answer('FAULT 2 dead-sensor')).toBe('OK 2');
    expect(c.answer('READ 2')).toContain('tc1=OPEN');
    expect(c.answer('OUT 2')).toBe('OK 2');
    expect(c.answer('READ 2')).not.toContain('tc1');
    for (const wrong of ['READ 9', 'PUT 1 set=9999C mass=1', 'PUT 1 set=138.0C', 'FAULT 1 fire', 'SING', ''])
      expect(c.answer(wrong)).toMatch(/^ERR /);
  });
  it('remembers a reading a minute, as minutes before now, and catches up with what lay behind when it was started', () => {
    const now = Date.now();
    const c = new OvenController({ channels: 1, states: [{ ...loaded(60), at: now - 3 * HOUR }] });
    const lines = c.answer('LOG 1 120', now).split('\n');
    expect(lines[0]).toBe(`LOG 1 n=${lines.length - 2}`);
    expect(lines.length - 2).toBeGreaterThan(117);
    expect(lines.at(-1)).toBe('END');
    const part = (line: string) => Number(/tc1=([\d.]+)C/.exec(line)?.[1]);
    expect(Number(lines[1]!.split(' ')[0])).toBeLessThan(-118);
    expect(part(lines.at(-2)!)).toBeGreaterThan(part(lines[1]!) + 20);
    expect(part(lines.at(-2)!)).toBeCloseTo(part(c.answer('READ 1', now)), 0);
    expect(c.answer('LOG 1 soon')).toMatch(/^ERR /);
  });
  it('serves many lines of one connection, also when they come in pieces, and no endless one', async () => {
    const server = await new OvenController({ channels: 1 }).serve(0);
    const { port } = server.address() as AddressInfo;
    const talk = (pieces: readonly string[]) =>
      new Promise<string>((resolve) => {
        let heard = '';
        const socket = connect(port, '127.0.0.1', () => {
          pieces.forEach((p, i) => setTimeout(() => socket.write(p), 15 * i));
          setTimeout(() => socket.destroy(), 120);
        });
        socket.on('data', (d) => (heard += String(d)));
        socket.on('close', () => resolve(heard));
      });
    expect(await talk(['HEL', 'LO\nREAD 1\nRE', 'AD 1\n'])).toMatch(
      /^NORTHER-OVEN 1 channels=1\nREAD 1 .*\nREAD 1 .*\n$/,
    );
    expect(await talk(['x'.repeat(500)])).toBe('ERR line too long\n');
    server.close();
  });
});
