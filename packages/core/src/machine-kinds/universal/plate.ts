/** The nameplate of a universal motor, and what contradicts itself on it. Source: power out over power in, first principles; its bounds: common practice, no source. */
import { choice, quantity, readForm, type Typed } from '../../language/forms/index.ts';
import { CERTIFIED_FIELDS, PLATE_FIELDS } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { DirectCurrentPlate } from '../direct-current/index.ts';

export const UNIVERSAL_PLATE = [
  quantity('power', 'Power taken in', 'power', 0.005, 10, 'as tools have it: input, not at the shaft'),
  quantity('voltage', 'Volts', 'voltage', 6, 500),
  quantity('current', 'Rated current', 'current', 0.05, 60),
  quantity('frequency', 'Frequency', 'frequency', 0, 1000, '0 for direct current alone'),
  quantity('powerFactor', 'Power factor', 'ratio', 0.3, 1, '0.93 when empty'),
  quantity('speed', 'Speed of the armature, loaded', 'speed', 500, 60000),
  quantity('noLoadSpeed', 'Speed without load', 'speed', 500, 80000),
  choice('turns', 'Turns, from the commutator end', {
    clockwise: 'clockwise',
    'counter-clockwise': 'counter-clockwise',
    both: 'both ways',
  }),
  choice('doubleInsulated', 'Double insulation, two squares on the plate', { yes: 'yes', no: 'no' }),
  PLATE_FIELDS.insulationClass,
  PLATE_FIELDS.cooling,
  PLATE_FIELDS.mass,
  ...CERTIFIED_FIELDS,
] as const;

/** Of a series motor on alternating current at rated load. Common practice, no source. */
const USUAL_POWER_FACTOR = 0.93;

export interface UniversalPlate extends DirectCurrentPlate {
  readonly doubleInsulated?: boolean;
  /** May turn either way: its leads are not shifted. */
  readonly bothWays?: boolean;
}

export function readUniversalPlate(typed: Typed): {
  readonly plate: UniversalPlate;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(UNIVERSAL_PLATE, typed);
  const { frequency, voltage, current } = numbers;
  const turns = texts['turns'];
  const all = {
    excitation: 'series',
    tool: true,
    powerKw: numbers['power'],
    voltageV: voltage,
    currentA: current,
    frequencyHz: frequency || undefined,
    speedRpm: numbers['speed'],
    noLoadSpeedRpm: numbers['noLoadSpeed'],
    turns: turns === 'both' ? undefined : turns,
    bothWays: turns === 'both' || undefined,
    doubleInsulated: texts['doubleInsulated'] === undefined ? undefined : texts['doubleInsulated'] === 'yes',
    alternating: frequency
      ? { frequencyHz: frequency, powerFactor: numbers['powerFactor'] ?? USUAL_POWER_FACTOR }
      : undefined,
    insulationClass: texts['insulationClass'],
    cooling: texts['cooling'],
    massKg: numbers['mass'],
  };
  const plate = Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined)) as UniversalPlate;
  const unread = findings.filter((f) => f.severity === 'stop').flatMap((f) => f.fields);
  return {
    plate: unread.length > 0 ? { ...plate, unread } : plate,
    findings: [...findings, ...contradictions(plate)],
  };
}

function contradictions(plate: UniversalPlate): Finding[] {
  const found: Finding[] = [];
  const watch = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('watch', `plate.${code}`, message, fields));
  const { powerKw, voltageV, currentA, speedRpm, noLoadSpeedRpm } = plate;
  if (powerKw && voltageV && currentA) {
    const factor = (1000 * powerKw) / (voltageV * currentA);
    if (factor > 1.03 || factor < 0.5)
      watch(
        'input-does-not-fit',
        `${Math.round(1000 * powerKw)} W taken in against ${voltageV} V × ${currentA} A = ${Math.round(voltageV * currentA)} VA does not fit: a tool's watts are what it takes in, at 0.85 to 0.98 of volts times amperes.`,
        'power',
        'voltage',
        'current',
      );
  }
  if (speedRpm && noLoadSpeedRpm && noLoadSpeedRpm <= speedRpm)
    watch(
      'slower-without-load',
      `A series motor runs faster without load, not ${noLoadSpeedRpm} rpm against ${speedRpm}.`,
      'noLoadSpeed',
      'speed',
    );
  return found;
}
