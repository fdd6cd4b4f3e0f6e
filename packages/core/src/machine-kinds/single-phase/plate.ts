/** The nameplate of a single-phase motor: how it starts, its capacitors, two voltages, and what contradicts itself. */
import { choice, quantity, readForm, type Typed } from '../../language/forms/index.ts';
import {
  CERTIFIED_FIELDS,
  PLATE_FIELDS,
  proposePoles,
  readDual,
  type Nameplate,
} from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

/** How the start winding gets its current ahead, and whether it stays on while running. */
export const STARTS = {
  'split-phase': 'split-phase, with switch',
  'capacitor-start': 'capacitor start, with switch',
  'permanent-capacitor': 'permanent capacitor',
  'two-value': 'start and run capacitor',
} as const;
export type Starts = keyof typeof STARTS;

export const SINGLE_PHASE_PLATE = [
  choice('starts', 'How it starts', STARTS),
  quantity('power', 'Rated power', 'power', 0.002, 20),
  quantity('voltage', 'Rated voltage', 'voltage', 12, 1000, '230, or 115/230'),
  quantity('current', 'Rated current', 'current', 0.02, 500),
  PLATE_FIELDS.frequency,
  PLATE_FIELDS.speed,
  quantity('startCapacitor', 'Start capacitor', 'capacitance', 0.5, 5000),
  quantity('runCapacitor', 'Run capacitor', 'capacitance', 0.2, 500),
  quantity('capacitorVolts', 'Run capacitor for', 'voltage', 50, 2000, 'AC volts on its can'),
  PLATE_FIELDS.insulationClass,
  PLATE_FIELDS.cooling,
  PLATE_FIELDS.mass,
  ...CERTIFIED_FIELDS,
] as const;

export interface SinglePhasePlate extends Nameplate {
  readonly starts?: Starts;
  /** The higher of two voltages; `voltageV` and `currentA` are those of the lower. */
  readonly higherVoltageV?: number;
  readonly startCapacitorUf?: number;
  readonly runCapacitorUf?: number;
  readonly capacitorVolts?: number;
}

/** The start winding stays on the line while the motor runs. */
export const runsWithCapacitor = (starts: Starts | undefined): boolean =>
  starts === 'permanent-capacitor' || starts === 'two-value';
/** Something takes the start winding, or a capacitor of it, off the line. */
export const hasSwitch = (starts: Starts | undefined): boolean =>
  starts !== undefined && starts !== 'permanent-capacitor';

/**
 * Two ratings on one plate are volts 1 : 2, the halves of the main winding in parallel or in series.
 * Source: NEMA MG 1 part 2, dual-voltage single-phase motors (from memory).
 */
function inForce(typed: Typed): {
  readonly typed: Typed;
  readonly higher?: number;
  readonly findings: Finding[];
} {
  const volts = readDual(typed['voltage'] ?? '', 'voltage');
  const amps = readDual(typed['current'] ?? '', 'current');
  const next: Record<string, string> = { ...typed };
  const findings: Finding[] = [];
  if (amps) next['current'] = String(Math.max(...amps));
  if (!volts) {
    if (amps)
      findings.push(
        finding(
          'stop',
          'plate.which-current',
          'The plate has two currents and one voltage: write both voltages, or the current it runs with.',
          ['current', 'voltage'],
        ),
      );
    return { typed: next, findings };
  }
  const [low, high] = [Math.min(...volts), Math.max(...volts)];
  next['voltage'] = String(low);
  if (Math.abs(high / low - 2) > 0.12) {
    findings.push(
      finding(
        'stop',
        'plate.two-voltages',
        `${low} and ${high} V are not 1 : 2, as halves in parallel and in series would be: read the plate again, or write the one it runs at.`,
        ['voltage'],
      ),
    );
    return { typed: next, findings };
  }
  findings.push(
    finding(
      'note',
      'plate.lower-voltage',
      `Two voltages: figures are for ${low} V, the halves of the main winding in parallel.`,
      ['voltage'],
    ),
  );
  return { typed: next, higher: high, findings };
}

export function readSinglePhasePlate(entered: Typed): {
  readonly plate: SinglePhasePlate;
  readonly findings: readonly Finding[];
} {
  const { typed, higher, findings: dual } = inForce(entered);
  const { numbers, texts, findings: read } = readForm(SINGLE_PHASE_PLATE, typed);
  const all = {
    starts: texts['starts'],
    powerKw: numbers['power'],
    voltageV: numbers['voltage'],
    higherVoltageV: higher,
    currentA: numbers['current'],
    frequencyHz: numbers['frequency'],
    speedRpm: numbers['speed'],
    startCapacitorUf: numbers['startCapacitor'],
    runCapacitorUf: numbers['runCapacitor'],
    capacitorVolts: numbers['capacitorVolts'],
    insulationClass: texts['insulationClass'],
    cooling: texts['cooling'],
    massKg: numbers['mass'],
  };
  const plate = Object.fromEntries(
    Object.entries(all).filter(([, v]) => v !== undefined),
  ) as SinglePhasePlate;
  const findings = [...dual, ...read];
  const unread = findings.filter((f) => f.severity === 'stop').flatMap((f) => f.fields);
  return {
    // What cannot be read stops what depends on it; it is never left out as if nobody had written it.
    plate: unread.length > 0 ? { ...plate, unread } : plate,
    findings: [...findings, ...checkPlate(plate)],
  };
}

/** Source: ratios of small motors: common practice, no source. */
function checkPlate(plate: SinglePhasePlate): Finding[] {
  const found: Finding[] = [];
  const { powerKw, voltageV, currentA, speedRpm, frequencyHz, starts } = plate;
  const watch = (code: string, message: string, fields: string[], because?: string) =>
    found.push(finding('watch', `plate.${code}`, message, fields, because));
  if (powerKw && voltageV && currentA) {
    const share = (powerKw * 1000) / (voltageV * currentA);
    if (share > 0.97)
      watch(
        'current-too-small',
        'The plate’s amperes are too few for its power and volts: read power, voltage and current again.',
        ['power', 'voltage', 'current'],
        `V·A gives ${(voltageV * currentA).toFixed(0)} VA for ${(powerKw * 1000).toFixed(0)} W at the shaft; is the power in hp, or the current for the higher voltage?`,
      );
    else if (share < 0.15)
      watch(
        'current-too-large',
        'The plate’s amperes are many for its power and volts: read power, voltage and current again.',
        ['power', 'voltage', 'current'],
        `Efficiency times power factor would be only ${share.toFixed(2)}.`,
      );
  }
  if (speedRpm && frequencyHz && !proposePoles(speedRpm, frequencyHz))
    watch(
      'speed-fits-no-poles',
      `${Math.round(speedRpm)} rpm at ${frequencyHz} Hz fits no number of poles of an induction motor.`,
      ['speed', 'frequency'],
      'The speed under load lies a few percent below 120·f / poles.',
    );
  if (starts === 'split-phase' && (plate.startCapacitorUf || plate.runCapacitorUf))
    watch('capacitor-of-split-phase', 'A split-phase motor has no capacitor: is it capacitor start?', [
      'starts',
      'startCapacitor',
      'runCapacitor',
    ]);
  if (starts === 'capacitor-start' && plate.runCapacitorUf)
    watch(
      'run-capacitor-of-start',
      'A capacitor that stays on while running makes it a motor with start and run capacitor, or with a permanent one.',
      ['starts', 'runCapacitor'],
    );
  if (starts === 'permanent-capacitor' && plate.startCapacitorUf)
    watch(
      'start-capacitor-of-permanent',
      'A start capacitor beside the permanent one makes it a motor with start and run capacitor.',
      ['starts', 'startCapacitor'],
    );
  if (starts === 'two-value' && plate.startCapacitorUf && plate.runCapacitorUf)
    if (plate.startCapacitorUf < 2 * plate.runCapacitorUf)
      watch(
        'capacitors-changed-over',
        'The start capacitor is usually several times the run capacitor: are the two changed over?',
        ['startCapacitor', 'runCapacitor'],
      );
  return found;
}
