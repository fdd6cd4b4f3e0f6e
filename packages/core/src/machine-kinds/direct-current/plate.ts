/** The nameplate of a direct-current motor, and what contradicts itself on it. Source: power out over power in, first principles; its bounds: common practice, no source. */
import { choice, quantity, readForm, type Typed } from '../../language/forms/index.ts';
import { CERTIFIED_FIELDS, PLATE_FIELDS, type Nameplate } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

/** How the field gets its current. */
export const EXCITATIONS = {
  shunt: 'shunt',
  separate: 'separately excited',
  series: 'series',
  compound: 'compound',
} as const;
export type Excitation = keyof typeof EXCITATIONS;

export const DIRECT_CURRENT_PLATE = [
  choice('excitation', 'Field', EXCITATIONS),
  quantity('power', 'Rated power', 'power', 0.01, 5000),
  quantity('voltage', 'Armature volts', 'voltage', 6, 1500),
  quantity('current', 'Rated current', 'current', 0.1, 5000),
  quantity('fieldVoltage', 'Field volts', 'voltage', 3, 1500, 'armature volts when empty'),
  quantity('fieldCurrent', 'Field current', 'current', 0.01, 500),
  quantity('speed', 'Rated speed', 'speed', 20, 24000, 'at full field'),
  quantity('weakenedSpeed', 'Speed with weakened field', 'speed', 20, 24000),
  choice('turns', 'Turns, from the commutator end', {
    clockwise: 'clockwise',
    'counter-clockwise': 'counter-clockwise',
  }),
  choice('mode', 'Runs as', { motor: 'motor', generator: 'generator' }),
  PLATE_FIELDS.insulationClass,
  PLATE_FIELDS.cooling,
  PLATE_FIELDS.mass,
  ...CERTIFIED_FIELDS,
] as const;

export interface DirectCurrentPlate extends Nameplate {
  readonly excitation?: Excitation;
  readonly fieldVoltageV?: number;
  readonly fieldCurrentA?: number;
  readonly weakenedSpeedRpm?: number;
  readonly turns?: 'clockwise' | 'counter-clockwise';
  readonly mode?: 'motor' | 'generator';
  /** Of a hand tool: blown through hard, and seldom long at its load. */
  readonly tool?: true;
  /** Where the plate says it. */
  readonly noLoadSpeedRpm?: number;
  /** Runs on alternating current: its frequency, and the power factor at rated load. */
  readonly alternating?: { readonly frequencyHz: number; readonly powerFactor: number };
}

export const hasShunt = (excitation: Excitation | undefined): boolean => excitation !== 'series';
export const hasSeries = (excitation: Excitation | undefined): boolean =>
  excitation === 'series' || excitation === 'compound';

/** Volts across the shunt field: its own where it is separately excited, else the armature's. */
export const fieldVolts = (plate: DirectCurrentPlate): number | undefined =>
  plate.fieldVoltageV ?? plate.voltageV;

export function readDirectCurrentPlate(typed: Typed): {
  readonly plate: DirectCurrentPlate;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(DIRECT_CURRENT_PLATE, typed);
  const all = {
    excitation: texts['excitation'],
    powerKw: numbers['power'],
    voltageV: numbers['voltage'],
    currentA: numbers['current'],
    fieldVoltageV: numbers['fieldVoltage'],
    fieldCurrentA: numbers['fieldCurrent'],
    speedRpm: numbers['speed'],
    weakenedSpeedRpm: numbers['weakenedSpeed'],
    turns: texts['turns'],
    mode: texts['mode'],
    insulationClass: texts['insulationClass'],
    cooling: texts['cooling'],
    massKg: numbers['mass'],
  };
  const plate = Object.fromEntries(
    Object.entries(all).filter(([, v]) => v !== undefined),
  ) as DirectCurrentPlate;
  const unread = findings.filter((f) => f.severity === 'stop').flatMap((f) => f.fields);
  return {
    plate: unread.length > 0 ? { ...plate, unread } : plate,
    findings: [...findings, ...contradictions(plate)],
  };
}

function contradictions(plate: DirectCurrentPlate): Finding[] {
  const found: Finding[] = [];
  const watch = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('watch', `plate.${code}`, message, fields));
  const { powerKw, voltageV, currentA, speedRpm, weakenedSpeedRpm, excitation } = plate;
  if (powerKw && voltageV && currentA) {
    const shaft = 1000 * powerKw;
    const electrical = voltageV * currentA;
    const share = plate.mode === 'generator' ? electrical / shaft : shaft / electrical;
    if (plate.mode !== 'generator' && share > 0.97)
      watch(
        'more-out-than-in',
        `${powerKw} kW out of ${voltageV} V × ${currentA} A = ${(electrical / 1000).toPrecision(3)} kW: more than such a motor gives. Read power, volts and current again.`,
        'power',
        'voltage',
        'current',
      );
    else if (share < 0.4 || share > 1.1)
      watch(
        'little-out',
        `${powerKw} kW against ${voltageV} V × ${currentA} A = ${(electrical / 1000).toPrecision(3)} kW does not fit: read power, volts and current again.`,
        'power',
        'voltage',
        'current',
      );
  }
  if (speedRpm && weakenedSpeedRpm && weakenedSpeedRpm <= speedRpm)
    watch(
      'weakened-slower',
      `With the field weakened it turns faster, not ${weakenedSpeedRpm} rpm against ${speedRpm}.`,
      'weakenedSpeed',
      'speed',
    );
  if (excitation === 'separate' && !plate.fieldVoltageV)
    watch('field-volts', 'Separately excited: the volts of its field are wanted.', 'fieldVoltage');
  return found;
}
