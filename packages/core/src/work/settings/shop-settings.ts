/** What a shop decides once for all its motors: marks, schools, limits, allowances. */
import { DEFAULT_SETTINGS, type AnalysisSettings } from '../../winding/analysis/index.ts';
import { JOINING_FIELDS } from '../../machine-kinds/index.ts';
import {
  choice,
  quantity,
  readForm,
  sayTyped,
  text,
  UNIT_DEFAULTS,
  UNIT_FIELDS,
  type Field,
  type Typed,
} from '../../language/forms/index.ts';
import { DEFAULT_CUT_SETTINGS, type CutSettings } from '../../winding/insulation/index.ts';
import type { Finding } from '../../language/quantity/index.ts';

const joining = JOINING_FIELDS.filter((f) =>
  ['order', 'joint', 'jumpers', 'starPoints', 'woundIn'].includes(f.id),
);

const TOUCH = quantity('touch', 'A part may be touched below', 'temperature', 30, 70, 'at its surface');
const GLOVES = quantity('gloves', 'Lifted with heat gloves below', 'temperature', 40, 250, 'by their rating');
const TESTED = quantity('tested', 'Cold enough to test below', 'temperature', 20, 60);

/** What belongs together, in the order in which a shop would go through it. */
export const SETTINGS_GROUPS: readonly { readonly title: string; readonly fields: readonly Field[] }[] = [
  {
    title: 'Marks and units',
    fields: [
      choice('marks', 'Terminal marks', { iec: 'U1 V1 W1, IEC 60034-8', nema: 'T1 T2 T3, NEMA MG 1' }),
      ...UNIT_FIELDS,
    ],
  },
  { title: 'How groups are joined', fields: joining },
  {
    title: 'Figures and limits',
    fields: [
      quantity(
        'emfRatio',
        'Induced / terminal volts',
        'ratio',
        0.8,
        1.1,
        '1 agrees with handbooks; 0.95 to 0.98 is nearer',
      ),
      quantity('stackingFactor', 'Stacking factor', 'ratio', 0.8, 1, 'iron in the core length'),
      quantity('backIronLimit', 'Back iron at most', 'ratio', 1, 2.2, 'T, when poles become fewer'),
      text('criteria', 'Limits of tests', 'a criteria set; common practice when empty', 60),
      TOUCH,
      GLOVES,
      TESTED,
    ],
  },
  {
    title: 'Insulation and wire',
    fields: [
      quantity('linerThickness', 'Liner', 'length', 0.1, 2),
      quantity('wedgeThickness', 'Wedge', 'length', 0.3, 10),
      quantity('rollWidth', 'Roll of insulation', 'length', 50, 3000, 'width'),
      quantity('wireAllowance', 'Wire, allowance', 'percent', 0, 40, 'leads, joints, waste'),
      quantity('leadLength', 'Leads to the box', 'length', 50, 10000),
      quantity('reelLow', 'A reel is low below', 'mass', 0, 100),
    ],
  },
  {
    title: 'Who decides',
    fields: [
      choice('proposalRelease', 'A proposal is wound', {
        release: 'when a lead has released it',
        'at-once': 'as soon as it is kept',
      }),
      quantity('idle', 'Signed out when untouched', 'count', 0, 480, 'minutes; 0 is never'),
    ],
  },
  {
    title: 'Back-ups',
    fields: [
      choice('backup', 'Back-ups', { nightly: 'every night', 'by-hand': 'by hand only' }),
      quantity('backupHour', 'Back-up at', 'count', 0, 23, 'o’clock'),
      quantity('backupKeep', 'Back-ups kept', 'count', 1, 365),
    ],
  },
];
export const SETTINGS_FIELDS: readonly Field[] = SETTINGS_GROUPS.flatMap((g) => g.fields);

/**
 * Bare metal held for some minutes burns from 48 °C on.
 * Source: ISO 13732-1, burn thresholds of hot surfaces (from memory).
 */
const TOUCH_C = 48;
/** Heat gloves of the usual kind, and a winding that is measured without much to correct. Common practice, no source. */
const GLOVES_C = 60;
const TESTED_C = 40;
const BACK_IRON_T = 1.6;
/** Less than a small stator takes. Common practice, no source. */
const REEL_LOW_KG = 4;

/** What holds where a setting is empty, as it would be typed. */
export const SETTINGS_DEFAULTS: Typed = {
  marks: DEFAULT_SETTINGS.marks,
  ...UNIT_DEFAULTS,
  jumpers: 'short',
  starPoints: 'one',
  order: 'jumpers-first',
  joint: 'brazed',
  woundIn: 'gangs',
  emfRatio: String(DEFAULT_SETTINGS.emfRatio),
  stackingFactor: String(DEFAULT_SETTINGS.stackingFactor),
  backIronLimit: String(BACK_IRON_T),
  criteria: 'practice',
  touch: String(TOUCH_C),
  gloves: String(GLOVES_C),
  tested: String(TESTED_C),
  linerThickness: String(DEFAULT_SETTINGS.linerThicknessMm),
  wedgeThickness: String(DEFAULT_CUT_SETTINGS.wedgeThicknessMm),
  rollWidth: String(DEFAULT_CUT_SETTINGS.rollWidthMm),
  wireAllowance: String(100 * DEFAULT_CUT_SETTINGS.wireAllowance),
  leadLength: String(DEFAULT_CUT_SETTINGS.leadLengthMm),
  reelLow: String(REEL_LOW_KG),
  proposalRelease: 'release',
  idle: '0',
  backup: 'nightly',
  backupHour: '2',
  backupKeep: '14',
};

export interface ShopSettings {
  readonly analysis: Partial<AnalysisSettings>;
  readonly cut: CutSettings;
  readonly backIronLimitT: number;
  /** Hottest surface that may be touched, as said to the hand. */
  readonly touch: string;
  /** Part temperatures below which it is lifted with gloves, touched, and tested [°C]. */
  readonly handling: { readonly glovesC: number; readonly touchC: number; readonly testedC: number };
  /** Defaults for what a card leaves open about joining. */
  readonly joining: Typed;
  /** Whether a proposal waits for a lead before it is the plan. */
  readonly proposalNeedsRelease: boolean;
  /** A reel with less wire on it is low [kg]. */
  readonly reelLowKg: number;
  /** A device that nobody has touched for so long is signed out; 0 is never [min]. */
  readonly idleMinutes: number;
  readonly findings: readonly Finding[];
}

/** Reads the settings as typed; what is empty or wrong falls back to the published default. */
export function readShopSettings(typed: Typed): ShopSettings {
  const { numbers: n, texts, findings } = readForm(SETTINGS_FIELDS, typed);
  const given = <T extends object>(o: T) =>
    Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as {
      [K in keyof T]: NonNullable<T[K]>;
    };
  return {
    analysis: given({
      marks: texts['marks'] as AnalysisSettings['marks'] | undefined,
      emfRatio: n['emfRatio'],
      stackingFactor: n['stackingFactor'],
      linerThicknessMm: n['linerThickness'],
      wedgeThicknessMm: n['wedgeThickness'],
    }) as Partial<AnalysisSettings>,
    cut: {
      ...DEFAULT_CUT_SETTINGS,
      ...given({
        rollWidthMm: n['rollWidth'],
        wireAllowance: n['wireAllowance'] === undefined ? undefined : n['wireAllowance'] / 100,
        leadLengthMm: n['leadLength'],
        wedgeThicknessMm: n['wedgeThickness'],
      }),
    },
    backIronLimitT: n['backIronLimit'] ?? BACK_IRON_T,
    touch: n['touch'] === undefined ? `${TOUCH_C} °C` : sayTyped(TOUCH, typed['touch']!),
    handling: {
      glovesC: n['gloves'] ?? GLOVES_C,
      touchC: n['touch'] ?? TOUCH_C,
      testedC: n['tested'] ?? TESTED_C,
    },
    joining: given({
      order: texts['order'],
      joint: texts['joint'],
      jumpers: texts['jumpers'],
      starPoints: texts['starPoints'],
      woundIn: texts['woundIn'],
    }) as Typed,
    proposalNeedsRelease: texts['proposalRelease'] !== 'at-once',
    reelLowKg: n['reelLow'] ?? REEL_LOW_KG,
    idleMinutes: n['idle'] ?? 0,
    findings,
  };
}
