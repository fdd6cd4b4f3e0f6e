import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import {
  MOTOR_FORMAT_VERSION,
  MotorDocument,
  openMotorDocument,
  openWindingDocument,
  openWindingFor,
  WindingDocument,
} from '../src/index.ts';

const id = '019aa000-0000-7000-8000-000000000001';
const at = '2026-03-18T06:00:00.000Z';
const document = {
  format: 'norther.motor',
  version: 9,
  core: '0.2.0',
  motor: {
    id,
    number: '4001',
    kind: 'three-phase',
    route: 'ac-rewind',
    routeVersion: 1,
    customer: 'Nordlund Quarry',
    machine: 'Crusher',
    maker: '',
    serial: '',
    plate: { power: '20 hp' },
    promisedAt: null,
    rush: false,
    arrivedAt: at,
    shippedAt: null,
    withdrawnAt: null,
    givenTo: null,
    place: null,
    version: 1,
  },
  route: null,
  attempts: [],
  parts: [],
  windings: [
    {
      id,
      role: 'as-found',
      typed: { slots: '48' },
      values: { slots: 48 },
      version: 1,
      changedAt: at,
      changedBy: 'A',
      planOrder: 1,
      releasedAt: null,
      releasedBy: null,
    },
  ],
  steps: [],
  holds: [],
  gatePasses: [],
  readings: [],
  jointMarks: [],
  attachments: [],
  writeUps: [],
  history: [],
};

describe('a motor’s record as a file', () => {
  it('opens as it was written', () => {
    const opened = openMotorDocument(JSON.parse(JSON.stringify(document)));
    expect(opened).toMatchObject({ ok: true, value: document });
  });
  it('opens a file as it was written before there were kinds of machine, equal in all that it held', () => {
    const written = JSON.parse(
      readFileSync(new URL('./fixtures/motor-format-5.json', import.meta.url), 'utf8'),
    ) as { motor: object; readings: object[] };
    const opened = openMotorDocument(written);
    expect(opened.ok && opened.value).toEqual({
      ...written,
      version: MOTOR_FORMAT_VERSION,
      readings: written.readings.map((r) => ({ ...r, instrument: null })),
      attachments: [],
      attempts: [],
      parts: [],
      writeUps: [],
      route: null,
      motor: {
        ...written.motor,
        givenTo: null,
        place: null,
        kind: 'three-phase',
        route: 'ac-rewind',
        routeVersion: 1,
      },
    });
  });
  it('has what an older record tells of attempts only in its history', () => {
    const event = (what: string, before: object | null, order: number) => ({
      id: `019aa000-0000-7000-8000-0000000000${order + 10}`,
      at,
      who: 'Ida Haft',
      what,
      before,
      after: null,
      why: 'reversed',
      order,
    });
    const { route: _r, parts: _p, attempts: _a, writeUps: _w, ...rest } = document;
    const history = [
      event('wind opened again', { turnsWound: '12', signedBy: 'A', signedAt: at }, 1),
      event('connect opened again', null, 2),
      event('wind opened again', { signedBy: 'B', signedAt: at }, 3),
    ];
    const opened = openMotorDocument({ ...rest, version: 7, history });
    expect(
      opened.ok && opened.value.attempts.map((a) => [a.station, a.attempt, a.signedBy, a.typed]),
    ).toEqual([
      ['wind', 1, 'A', { turnsWound: '12' }],
      ['wind', 2, 'B', {}],
    ]);
  });
  it.each<[string, unknown, string]>([
    ['something else', { hello: 1 }, 'file.not-a-motor'],
    ['a list', [], 'file.not-a-motor'],
    ['nothing', null, 'file.not-a-motor'],
    ['a newer format', { ...document, version: MOTOR_FORMAT_VERSION + 1 }, 'file.newer'],
    ['an unknown old format', { ...document, version: 0 }, 'file.too-old'],
  ])('refuses %s politely', (_name, data, code) => {
    const opened = openMotorDocument(data);
    expect(opened.ok).toBe(false);
    expect(opened.findings[0]!.code).toBe(code);
  });
  it('brings a record of format 1 up: nobody had ticked a joint then', () => {
    const { jointMarks: _none, ...old } = document;
    expect(openMotorDocument({ ...old, version: 1 })).toMatchObject({ ok: true, value: document });
  });
  it('names the path of what is damaged', () => {
    const broken = { ...document, motor: { ...document.motor, arrivedAt: 'yesterday' } };
    const opened = openMotorDocument(broken);
    expect(opened.findings[0]).toMatchObject({ code: 'file.damaged', fields: ['motor.arrivedAt'] });
  });
});

describe('a winding as a file', () => {
  const winding = {
    format: 'norther.winding',
    version: 2,
    machine: 'three-phase',
    core: '0.2.0',
    line: '48s 4p 1-11 T12 2x0.95 2Y',
    typed: { slots: '48' },
    values: { slots: 48 },
    plate: {},
    figures: { windingFactor: { value: 0.95, unit: '' } },
  };
  it('opens as it was written', () => {
    expect(openWindingDocument(JSON.parse(JSON.stringify(winding)))).toMatchObject({
      ok: true,
      value: winding,
    });
  });
  it('of the first version is of a three-phase motor', () => {
    const { machine: _machine, ...first } = winding;
    expect(openWindingDocument({ ...first, version: 1 })).toMatchObject({ ok: true, value: winding });
  });
  it('of another kind of machine is refused by name', () => {
    expect(openWindingFor('three-phase', winding).ok).toBe(true);
    expect(openWindingFor('direct-current', winding).findings[0]).toMatchObject({
      code: 'file.other-machine',
      message: 'This is the winding of a three-phase machine; this motor is direct-current.',
    });
    expect(
      openWindingFor('direct-current', { ...winding, machine: 'hydraulic' }).findings[0]!.message,
    ).toContain('hydraulic');
  });
  it.each<[string, unknown, string]>([
    ['a motor', document, 'file.not-a-winding'],
    ['a newer format', { ...winding, version: 3 }, 'file.newer'],
    ['a damaged one', { ...winding, typed: { slots: 48 } }, 'file.damaged'],
  ])('refuses %s', (_name, data, code) => {
    expect(openWindingDocument(data).findings[0]!.code).toBe(code);
  });
});

it.each([
  ['motor-record', MotorDocument],
  ['winding-record', WindingDocument],
])('the published JSON Schema of the %s is the one the code checks by', (name, schema) => {
  const published = JSON.parse(
    readFileSync(new URL(`../../../docs/${name}.schema.json`, import.meta.url), 'utf8'),
  ) as unknown;
  // As JSON, because a schema object may hold what JSON leaves out. Run: node tools/schema.mjs
  expect(published).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(schema))));
});
