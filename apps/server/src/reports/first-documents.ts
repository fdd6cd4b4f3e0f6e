/** The documents of a motor that is nobody's, made when a thread comes up: the first of each kind takes a second. */
import { judgeMotor, type MotorRows } from '../motors/motor-file.ts';
import { planFile, type PlanFile } from './plan-files.ts';
import { verdictPdf } from './verdict-pdf.ts';

const AT = '2026-01-01T00:00:00.000Z';
const NOBODY = '00000000-0000-7000-8000-000000000000';
const DOCUMENTS: readonly PlanFile[] = ['cut.pdf', 'connection.pdf'];

const rows: MotorRows = {
  motor: {
    id: NOBODY,
    number: '0',
    kind: 'three-phase',
    route: 'ac-rewind',
    routeVersion: 1,
    customer: '',
    machine: '',
    maker: '',
    serial: '',
    plate: {
      power: '11',
      voltage: '400',
      plateConnection: 'star',
      current: '22',
      frequency: '50',
      speed: '1455',
    },
    promisedAt: null,
    rush: false,
    arrivedAt: AT,
    shippedAt: null,
    withdrawnAt: null,
    version: 1,
  },
  imported: null,
  windings: [
    {
      id: NOBODY,
      role: 'as-found',
      typed: {
        slots: '36',
        poles: '4',
        kind: 'lap',
        layers: '2',
        span: '1-8',
        turns: '18',
        wires: '2x1.06',
        circuits: '2',
        connection: 'star',
        bore: '165',
        coreLength: '150',
        backIron: '26',
        toothWidth: '7.9',
        slotArea: '180',
      },
      values: {},
      version: 1,
      changedAt: AT,
      changedBy: '',
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
  settings: {},
};

export async function firstDocuments(fontFolder: string): Promise<void> {
  const issue = { shop: '', issuedBy: '', issuedAt: new Date(AT), fontFolder };
  for (const file of DOCUMENTS) await planFile(file, { rows, reels: [], role: undefined, issue });
  await verdictPdf(judgeMotor(rows), issue);
}
