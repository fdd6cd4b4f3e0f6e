/** The nameplate of a brushless motor with magnets, and what contradicts itself on it. Source: √3·U·I, and a link's volts over √2, first principles; the margins: common practice, no source. */
import { choice, quantity, readForm, type Typed } from '../../language/forms/index.ts';
import { CERTIFIED_FIELDS, PLATE_FIELDS, type Nameplate } from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

export const TOOTH_COIL_PLATE = [
  choice('supply', 'Fed by', { dc: 'drive on a DC link', ac: 'drive on AC' }),
  quantity('power', 'Rated power', 'power', 0.001, 1000),
  quantity('voltage', 'Volts of the motor', 'voltage', 3, 1000, 'line to line, rms, at rated speed'),
  quantity('current', 'Rated current', 'current', 0.05, 3000, 'rms, in a lead'),
  PLATE_FIELDS.speed,
  quantity('emfConstant', 'Back-EMF at 1000 rpm', 'voltage', 0.1, 2000, 'line to line, rms'),
  quantity('linkVoltage', 'DC link', 'voltage', 5, 1500),
  PLATE_FIELDS.insulationClass,
  PLATE_FIELDS.cooling,
  PLATE_FIELDS.mass,
  ...CERTIFIED_FIELDS,
] as const;

export interface ToothCoilPlate extends Nameplate {
  readonly supply?: 'dc' | 'ac';
  /** Line to line, rms, at 1000 rpm. */
  readonly emfConstantV?: number;
  readonly linkVoltageV?: number;
}

export function readToothCoilPlate(typed: Typed): {
  readonly plate: ToothCoilPlate;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(TOOTH_COIL_PLATE, typed);
  const all = {
    supply: texts['supply'],
    powerKw: numbers['power'],
    voltageV: numbers['voltage'],
    currentA: numbers['current'],
    speedRpm: numbers['speed'],
    emfConstantV: numbers['emfConstant'],
    linkVoltageV: numbers['linkVoltage'],
    insulationClass: texts['insulationClass'],
    cooling: texts['cooling'],
    massKg: numbers['mass'],
  };
  const plate = Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined)) as ToothCoilPlate;
  const unread = findings.filter((f) => f.severity === 'stop').flatMap((f) => f.fields);
  return {
    plate: unread.length > 0 ? { ...plate, unread } : plate,
    findings: [...findings, ...contradictions(plate)],
  };
}

function contradictions({
  powerKw,
  voltageV,
  currentA,
  speedRpm,
  emfConstantV,
  linkVoltageV,
}: ToothCoilPlate) {
  const found: Finding[] = [];
  const watch = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('watch', `plate.${code}`, message, fields));
  if (powerKw && voltageV && currentA) {
    const apparent = (Math.sqrt(3) * voltageV * currentA) / 1000;
    if (powerKw > 0.99 * apparent)
      watch(
        'more-out-than-in',
        `${powerKw} kW out of √3 · ${voltageV} V · ${currentA} A = ${apparent.toPrecision(3)} kVA: more than such a motor gives. Read power, volts and current again.`,
        'power',
        'voltage',
        'current',
      );
  }
  if (emfConstantV && speedRpm && voltageV) {
    const emf = (emfConstantV * speedRpm) / 1000;
    if (emf > 1.05 * voltageV)
      watch(
        'emf-over-volts',
        `At ${speedRpm} rpm it induces ${emf.toPrecision(3)} V, more than its ${voltageV} V: read the constant, or the volts, again.`,
        'emfConstant',
        'voltage',
        'speed',
      );
  }
  if (linkVoltageV && voltageV && voltageV > 0.78 * linkVoltageV)
    watch(
      'link-too-low',
      `A drive on ${linkVoltageV} V gives at most ${(linkVoltageV / Math.SQRT2).toPrecision(3)} V rms, not ${voltageV}.`,
      'linkVoltage',
      'voltage',
    );
  return found;
}
