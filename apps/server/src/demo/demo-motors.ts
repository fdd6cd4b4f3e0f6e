/** The motors on the floor of the made-up shop: where each stands, and the faults to find among them. */
import type { Stage, StationId, TestKindId } from '@norther/core';
import type { DemoDesign } from './demo-windings.ts';

export interface DemoReading {
  readonly kind: TestKindId;
  readonly stage: Stage;
  readonly typed: Record<string, string>;
  readonly hoursAgo: number;
  /** Minutes the part held its bake, for a made-up oven log. */
  readonly bakedMinutes?: number;
}
export interface DemoMotor {
  readonly number: string;
  readonly customer: string;
  readonly machine: string;
  readonly maker: string;
  readonly serial: string;
  readonly power: string;
  readonly speed: string;
  readonly design: DemoDesign;
  /** Hours from now; null: no promise. */
  readonly promised: number | null;
  readonly rush?: boolean;
  readonly arrivedHoursAgo: number;
  /** Last stations signed. */
  readonly stator: StationId | null;
  readonly rotor: StationId | null;
  readonly together?: StationId;
  /** Taken but not signed: station, who, hours ago. */
  readonly working: readonly (readonly [StationId, string, number])[];
  readonly holds?: readonly {
    body: 'stator' | 'rotor' | 'motor';
    reason: string;
    by: string;
    hoursAgo: number;
  }[];
  readonly card?: Record<string, string>;
  readonly noCard?: boolean;
  readonly readings?: readonly DemoReading[];
}

const insulation = (stage: Stage, mohm: string, hoursAgo: number, t = '22'): DemoReading => ({
  kind: 'insulation',
  stage,
  typed: { testVoltage: '500', oneMinute: mohm, temperature: t },
  hoursAgo,
});
const core = (before: string, after: string, hoursAgo: number): DemoReading => ({
  kind: 'core-loss',
  stage: 'bare',
  typed: { before, after, hotSpot: '4' },
  hoursAgo,
});
const cure = (bakedMinutes: number, hoursAgo: number): DemoReading => ({
  kind: 'cure',
  stage: 'varnished',
  typed: { target: '138', minutes: '6 h', tolerance: '5' },
  hoursAgo,
  bakedMinutes,
});
const design = (
  slots: number,
  poles: number,
  span: number,
  circuits: number,
  star: boolean,
  amps: number,
  bore: number,
  length: number,
): DemoDesign => ({ slots, poles, span, circuits, star, volts: 400, amps, bore, length });

/** Readings marked `auto` in the loader follow from the plan: resistance and polarity as they should be. */
export const DEMO_MOTORS: readonly DemoMotor[] = [
  {
    number: '3090',
    customer: 'Brattli Bakery',
    machine: 'Dough mixer',
    maker: 'Hestvik 112M',
    serial: '18-2204',
    power: '4',
    speed: '1440',
    design: design(36, 4, 8, 1, true, 8.4, 110, 120),
    promised: 3,
    arrivedHoursAgo: 150,
    stator: 'cure',
    rotor: 'balance',
    together: 'test',
    working: [['ship', 'Ida Haft', 1]],
    readings: [
      insulation('incoming', '0.9', 148),
      core('2.9', '3.0', 110),
      insulation('before-varnish', '2400', 60),
      cure(380, 40),
      insulation('varnished', '5200', 30),
      insulation('final', '3800', 4),
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '14', speed: '1440', grade: '2.5', plane1: '64', plane2: '58' },
        hoursAgo: 70,
      },
      {
        kind: 'no-load',
        stage: 'final',
        typed: { voltage: '401', u: '3.4', v: '3.5', w: '3.4' },
        hoursAgo: 4,
      },
      {
        kind: 'full-load',
        stage: 'final',
        typed: { voltage: '399', u: '8.3', v: '8.4', w: '8.2' },
        hoursAgo: 3,
      },
    ],
  },
  {
    number: '3094',
    customer: 'Isvang Ice Rink',
    machine: 'Compressor 2',
    maker: 'Ostrand 250M',
    serial: '20-6613',
    power: '55',
    speed: '2965',
    design: design(48, 2, 19, 2, false, 97, 190, 230),
    promised: 5,
    rush: true,
    arrivedHoursAgo: 96,
    stator: 'cure',
    rotor: 'balance',
    together: 'assemble',
    working: [['test', 'Per Marsk', 0.4]],
    readings: [
      insulation('incoming', '14', 95),
      core('3.4', '3.6', 76),
      insulation('before-varnish', '1900', 40),
      cure(372, 26),
      insulation('final', '2900', 0.6),
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '92', speed: '2965', grade: '2.5', plane1: '310', plane2: '285' },
        hoursAgo: 44,
      },
    ],
  },
  {
    number: '3116',
    customer: 'Isvang Ice Rink',
    machine: 'Brine pump',
    maker: 'Hestvik 160L',
    serial: '22-0911',
    power: '20 hp',
    speed: '1460',
    design: design(48, 4, 11, 2, false, 29, 170, 150),
    promised: 19,
    rush: true,
    arrivedHoursAgo: 0.5,
    stator: null,
    rotor: null,
    working: [['intake', 'Per Marsk', 0.4]],
    noCard: true,
    readings: [insulation('incoming', '0.4', 0.2)],
  },
  {
    number: '3101',
    customer: 'Lyskaret Theatre',
    machine: 'Stage lift 2',
    maker: 'Korvald KV 200',
    serial: '61-7740',
    power: '18.5',
    speed: '975',
    design: design(54, 6, 9, 1, false, 37, 205, 180),
    promised: 25,
    arrivedHoursAgo: 170,
    stator: 'cure',
    rotor: 'inspect',
    working: [['balance', 'Jon Rie', 2]],
    readings: [
      insulation('incoming', '38', 168),
      core('3.1', '3.2', 120),
      insulation('before-varnish', '3100', 70),
      cure(366, 50),
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '68', speed: '975', grade: '2.5', plane1: '1740', plane2: '640' },
        hoursAgo: 1,
      },
    ],
  },
  {
    number: '3096',
    customer: 'Fjellmo Dairy',
    machine: 'Vacuum pump',
    maker: 'Dreyholt D132',
    serial: '88-0213',
    power: '7.5',
    speed: '2900',
    design: design(36, 2, 15, 1, false, 14.6, 118, 140),
    promised: 29,
    arrivedHoursAgo: 130,
    stator: 'varnish',
    rotor: 'balance',
    working: [['cure', 'Olav Tindal', 6]],
    holds: [{ body: 'stator', reason: 'under-cured: bake again', by: 'Per Marsk', hoursAgo: 1.5 }],
    readings: [
      insulation('incoming', '3.1', 128),
      core('2.7', '2.8', 90),
      insulation('before-varnish', '1650', 30),
      cure(214, 2),
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '21', speed: '2900', grade: '2.5', plane1: '70', plane2: '66' },
        hoursAgo: 60,
      },
    ],
  },
  {
    number: '3099',
    customer: 'Malmtinn Bell Foundry',
    machine: 'Furnace blower',
    maker: 'Ostrand 280M',
    serial: '20-6690',
    power: '75',
    speed: '1480',
    design: design(60, 4, 13, 4, false, 134, 270, 250),
    promised: 47,
    arrivedHoursAgo: 200,
    stator: 'varnish',
    rotor: 'balance',
    working: [['cure', 'Asta Velle', 5.5]],
    readings: [
      insulation('incoming', '160', 199),
      core('3.0', '3.1', 150),
      insulation('before-varnish', '2050', 28),
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '180', speed: '1480', grade: '2.5', plane1: '900', plane2: '820' },
        hoursAgo: 50,
      },
    ],
  },
  {
    number: '3108',
    customer: 'Lyskaret Theatre',
    machine: 'Trap fan',
    maker: 'Korvald KV 90',
    serial: '61-7802',
    power: '2.2',
    speed: '1420',
    design: design(24, 4, 6, 1, true, 4.9, 90, 100),
    promised: 50,
    arrivedHoursAgo: 90,
    stator: 'check',
    rotor: 'inspect',
    working: [['varnish', 'Olav Tindal', 1]],
    readings: [
      insulation('incoming', '55', 88),
      core('3.3', '3.5', 60),
      insulation('before-varnish', '1200', 5),
    ],
  },
  {
    number: '3103',
    customer: 'Granheim Sawmill',
    machine: 'Edger',
    maker: 'Ulmark M200',
    serial: '4471',
    power: '30',
    speed: '1470',
    design: design(48, 4, 11, 2, false, 56, 200, 190),
    promised: 54,
    arrivedHoursAgo: 120,
    stator: 'connect',
    rotor: null,
    working: [['check', 'Per Marsk', 2.5]],
    holds: [
      {
        body: 'stator',
        reason: 'resistance 2.4 % off: joint in W to be found',
        by: 'Per Marsk',
        hoursAgo: 2,
      },
    ],
    readings: [
      insulation('incoming', '2.1', 118),
      core('3.1', '3.2', 80),
      insulation('before-varnish', '640', 2.2),
      {
        kind: 'resistance',
        stage: 'before-varnish',
        typed: { uv: '0.1712', vw: '0.1768', wu: '0.1701', temperature: '22' },
        hoursAgo: 2.1,
      },
    ],
  },
  {
    number: '3107',
    customer: 'Kornvik Granary',
    machine: 'Elevator',
    maker: 'Dreyholt D160',
    serial: '88213',
    power: '11',
    speed: '1455',
    design: design(36, 4, 8, 2, true, 22, 165, 150),
    promised: 72,
    arrivedHoursAgo: 100,
    stator: 'wind',
    rotor: 'balance',
    working: [['connect', 'Olav Tindal', 1]],
    readings: [
      insulation('incoming', '0.7', 99),
      core('2.8', '2.9', 60),
      { kind: 'polarity', stage: 'before-varnish', typed: { sequence: 'NSNSNSNNNSNS' }, hoursAgo: 0.3 },
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '39', speed: '1455', grade: '2.5', plane1: '190', plane2: '176' },
        hoursAgo: 30,
      },
    ],
  },
  {
    number: '3110',
    customer: 'Kornvik Granary',
    machine: 'Drying fan',
    maker: 'Hestvik 180M',
    serial: '19-3310',
    power: '22',
    speed: '1465',
    design: design(48, 4, 11, 2, false, 42, 185, 170),
    promised: 77,
    arrivedHoursAgo: 52,
    stator: 'data',
    rotor: null,
    working: [
      ['strip', 'Olav Tindal', 5],
      ['inspect', 'Jon Rie', 0.8],
    ],
    readings: [insulation('incoming', '5.5', 51)],
  },
  {
    number: '3112',
    customer: 'Tårnfjell Cable Railway',
    machine: 'Haul drive 1',
    maker: 'Korvald KV 280',
    serial: '71-0446',
    power: '37',
    speed: '985',
    design: design(54, 6, 9, 2, false, 69, 250, 210),
    promised: 78,
    arrivedHoursAgo: 22,
    stator: null,
    rotor: null,
    working: [['data', 'Olav Tindal', 0.7]],
    card: { circuits: '3', endsPerLead: '4', howRead: 'as the old card had it' },
    readings: [insulation('incoming', '41', 21)],
  },
  {
    number: '3109',
    customer: 'Fjellmo Dairy',
    machine: 'Separator',
    maker: 'Hestvik 160L',
    serial: '55-208',
    power: '15',
    speed: '1460',
    design: design(48, 4, 11, 1, false, 29, 170, 165),
    promised: 146,
    arrivedHoursAgo: 74,
    stator: 'core',
    rotor: null,
    working: [['insulate', 'Asta Velle', 1.3]],
    readings: [insulation('incoming', '19', 73), core('2.9', '3.1', 20)],
  },
  {
    number: '3098',
    customer: 'Tårnfjell Cable Railway',
    machine: 'Winch',
    maker: 'Ulmark M315',
    serial: '4490',
    power: '110',
    speed: '740',
    design: design(72, 8, 9, 4, false, 205, 380, 300),
    promised: 190,
    arrivedHoursAgo: 210,
    stator: 'insulate',
    rotor: 'inspect',
    working: [['wind', 'Asta Velle', 4]],
    readings: [insulation('incoming', '87', 209), core('3.6', '3.9', 120)],
  },
  {
    number: '3118',
    customer: 'Hjulby Cargo Cycles',
    machine: 'Test-stand fan',
    maker: 'Dreyholt D132',
    serial: '88-1190',
    power: '5.5 hp',
    speed: '960',
    design: design(48, 6, 8, 1, true, 9.6, 140, 130),
    promised: 120,
    arrivedHoursAgo: 8,
    stator: null,
    rotor: null,
    working: [['data', 'Asta Velle', 2]],
    readings: [insulation('incoming', '210', 7)],
  },
  {
    number: '3104',
    customer: 'Granheim Sawmill',
    machine: 'Chipper',
    maker: 'Ulmark M280',
    serial: '4415',
    power: '90',
    speed: '985',
    design: design(72, 6, 11, 3, false, 165, 330, 260),
    promised: null,
    arrivedHoursAgo: 190,
    stator: 'strip',
    rotor: 'inspect',
    working: [],
    holds: [{ body: 'stator', reason: 'core loss +31 %: do not wind', by: 'Ida Haft', hoursAgo: 70 }],
    readings: [insulation('incoming', '0.3', 188), core('3.2', '4.2', 72)],
  },
];
