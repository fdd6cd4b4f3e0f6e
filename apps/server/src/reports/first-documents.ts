/** The documents of motors that are nobody's, made when a thread comes up: the first of each kind takes long. */
import { FIRST_MACHINE_KIND, machineKind } from '@norther/core';
import { judgeMotor, type MotorRows } from '../motors/motor-file.ts';
import { planFile, type PlanFile } from './plan-files.ts';
import { verdictPdf } from './verdict-pdf.ts';

const AT = '2026-01-01T00:00:00.000Z';
const NOBODY = '00000000-0000-7000-8000-000000000000';
const DOCUMENTS: readonly PlanFile[] = ['cut.pdf', 'connection.pdf'];
/** Until what runs often runs as fast as it will. */
const ROUNDS = 3;

function exampleMotor(kind: string): MotorRows {
  const { route, examples } = machineKind(kind);
  const { plate, card } = examples[0]!;
  const motor = {
    number: '0',
    customer: '',
    machine: '',
    maker: '',
    serial: '',
    promisedAt: null,
    rush: false,
  };
  const visit = {
    route,
    routeVersion: 1,
    arrivedAt: AT,
    shippedAt: null,
    withdrawnAt: null,
    version: 1,
    givenTo: null,
    place: null,
  };
  const changed = { changedAt: AT, changedBy: '', planOrder: 1, releasedAt: null, releasedBy: null };
  return {
    motor: { id: NOBODY, kind, plate, ...motor, ...visit },
    ownRoute: null,
    imported: null,
    writeUps: [],
    sisters: [],
    windings: [{ id: NOBODY, role: 'as-found', typed: card, values: {}, version: 1, ...changed }],
    steps: [],
    attempts: [],
    parts: [],
    holds: [],
    gatePasses: [],
    readings: [],
    jointMarks: [],
    attachments: [],
    criteria: { published: null, own: null },
    settings: {},
  };
}

export async function firstDocuments(fontFolder: string): Promise<void> {
  const rows = exampleMotor(FIRST_MACHINE_KIND);
  const issue = { shop: '', issuedBy: '', issuedAt: new Date(AT), fontFolder };
  for (let round = 0; round < ROUNDS; round++) {
    for (const file of DOCUMENTS) await planFile(file, { rows, reels: [], role: undefined, issue });
    await verdictPdf(judgeMotor(rows), issue);
  }
}
