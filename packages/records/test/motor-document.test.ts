import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { MotorDocument, openMotorDocument } from '../src/index.ts';

const id = '019aa000-0000-7000-8000-000000000001';
const at = '2026-03-18T06:00:00.000Z';
const document = {
  format: 'norther.motor',
  version: 1,
  core: '0.1.0',
  motor: {
    id,
    number: '4001',
    customer: 'Nordlund Quarry',
    machine: 'Crusher',
    maker: '',
    serial: '',
    plate: { power: '20 hp' },
    promisedAt: null,
    rush: false,
    arrivedAt: at,
    shippedAt: null,
    version: 1,
  },
  windings: [
    {
      id,
      role: 'as-found',
      typed: { slots: '48' },
      values: { slots: 48 },
      version: 1,
      changedAt: at,
      changedBy: 'A',
    },
  ],
  steps: [],
  holds: [],
  gatePasses: [],
  readings: [],
  history: [],
};

describe('a motor’s record as a file', () => {
  it('opens as it was written', () => {
    const opened = openMotorDocument(JSON.parse(JSON.stringify(document)));
    expect(opened).toMatchObject({ ok: true, value: document });
  });
  it.each<[string, unknown, string]>([
    ['something else', { hello: 1 }, 'file.not-a-motor'],
    ['a list', [], 'file.not-a-motor'],
    ['nothing', null, 'file.not-a-motor'],
    ['a newer format', { ...document, version: 2 }, 'file.newer'],
    ['an unknown old format', { ...document, version: 0 }, 'file.too-old'],
  ])('refuses %s politely', (_name, data, code) => {
    const opened = openMotorDocument(data);
    expect(opened.ok).toBe(false);
    expect(opened.findings[0]!.code).toBe(code);
  });
  it('names the path of what is damaged', () => {
    const broken = { ...document, motor: { ...document.motor, arrivedAt: 'yesterday' } };
    const opened = openMotorDocument(broken);
    expect(opened.findings[0]).toMatchObject({ code: 'file.damaged', fields: ['motor.arrivedAt'] });
  });
});

it('the published JSON Schema is the one the code checks by', () => {
  const published = JSON.parse(
    readFileSync(new URL('../../../docs/motor-record.schema.json', import.meta.url), 'utf8'),
  ) as unknown;
  // As JSON, because a schema object may hold what JSON leaves out. Run: node tools/schema.mjs
  expect(published).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(MotorDocument))));
});
