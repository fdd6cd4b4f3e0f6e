/** The nameplate of a three-phase motor: its fields, two ratings on one plate, and what contradicts itself. */
import { choice, quantity, readForm, type Typed } from '../../language/forms/index.ts';
import {
  CERTIFIED_FIELDS,
  PLATE_FIELDS,
  proposePoles,
  readDual,
  type Nameplate,
} from '../../winding/nameplate/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

export const NAMEPLATE_FIELDS = [
  quantity('power', 'Rated power', 'power', 0.01, 5000),
  quantity('voltage', 'Rated voltage', 'voltage', 12, 15000, 'line to line'),
  choice('plateConnection', 'Connection on the plate', { star: 'star Y', delta: 'delta Δ' }),
  quantity('current', 'Rated current', 'current', 0.05, 5000, 'per line'),
  PLATE_FIELDS.frequency,
  PLATE_FIELDS.speed,
  PLATE_FIELDS.insulationClass,
  PLATE_FIELDS.cooling,
  PLATE_FIELDS.mass,
  quantity('slowSpeed', 'Lower speed, if two', 'speed', 20, 24000),
  quantity('slowCurrent', 'Current at the lower speed', 'current', 0.05, 5000, 'per line'),
  ...CERTIFIED_FIELDS,
] as const;

/**
 * What the two ratings of a plate mean: volts √3 apart are delta at the lower and star at the higher; volts 1 : 2 are two
 * voltages from parallel and series halves. The connection on the plate, as it is run, says which pair is in force.
 * Source: IEC 60034-8 and NEMA MG 1, connection of windings for two voltages; from memory.
 */
function inForce(typed: Typed): { readonly typed: Typed; readonly findings: readonly Finding[] } {
  const volts = readDual(typed['voltage'] ?? '', 'voltage');
  const amps = readDual(typed['current'] ?? '', 'current');
  if (!volts && !amps) return { typed, findings: [] };
  const findings: Finding[] = [];
  const next: Record<string, string> = { ...typed };
  const ratio = volts ? Math.max(...volts) / Math.min(...volts) : null;
  const starDelta = ratio !== null && Math.abs(ratio - Math.sqrt(3)) < 0.06;
  const connection = typed['plateConnection'];
  const pick = (pair: readonly [number, number], high: boolean) =>
    high ? Math.max(...pair) : Math.min(...pair);
  if (volts && starDelta && !connection)
    findings.push(
      finding(
        'stop',
        'plate.which-voltage',
        `The plate has ${Math.min(...volts)} V in delta and ${Math.max(...volts)} V in star: say under Connection which one it runs at.`,
        ['plateConnection', 'voltage'],
      ),
    );
  else if (volts && !starDelta && !(ratio !== null && Math.abs(ratio - 2) < 0.06))
    findings.push(
      finding(
        'stop',
        'plate.two-voltages',
        `${Math.min(...volts)} and ${Math.max(...volts)} V are neither √3 nor 2 apart: read the plate again, or write the one it runs at.`,
        ['voltage'],
      ),
    );
  // Star: the higher volts with the lower amperes. Two voltages 1 : 2 are taken at the lower, and it is said.
  const high = starDelta ? connection === 'star' : false;
  if (volts) {
    next['voltage'] = String(pick(volts, high));
    if (!starDelta && findings.length === 0)
      findings.push(
        finding(
          'note',
          'plate.lower-voltage',
          `Two voltages: figures are for ${Math.min(...volts)} V, the halves in parallel.`,
          ['voltage'],
        ),
      );
  }
  if (amps) next['current'] = String(pick(amps, !high));
  if (amps && !volts)
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

export function readNameplate(entered: Typed): {
  readonly plate: Nameplate;
  readonly findings: readonly Finding[];
} {
  const { typed, findings: dual } = inForce(entered);
  const { numbers, texts, findings: read } = readForm(NAMEPLATE_FIELDS, typed);
  const plate: Record<string, unknown> = {
    powerKw: numbers['power'],
    voltageV: numbers['voltage'],
    connection: texts['plateConnection'],
    currentA: numbers['current'],
    frequencyHz: numbers['frequency'],
    speedRpm: numbers['speed'],
    slowSpeedRpm: numbers['slowSpeed'],
    slowCurrentA: numbers['slowCurrent'],
    insulationClass: texts['insulationClass'],
    cooling: texts['cooling'],
    massKg: numbers['mass'],
  };
  for (const key of Object.keys(plate)) if (plate[key] === undefined) delete plate[key];
  const whole = plate as Nameplate;
  const findings = [...dual, ...read];
  return {
    // What cannot be read stops what depends on it; it is never left out as if nobody had written it.
    plate: findings.some((f) => f.severity === 'stop')
      ? { ...whole, unread: findings.filter((f) => f.severity === 'stop').flatMap((f) => f.fields) }
      : whole,
    findings: [...findings, ...checkNameplate(whole)],
  };
}

/** What on a plate contradicts itself. */
function checkNameplate(plate: Nameplate): Finding[] {
  const found: Finding[] = [];
  const { powerKw, voltageV, currentA, speedRpm, frequencyHz } = plate;
  if (powerKw && voltageV && currentA) {
    // Apparent power must exceed shaft power; efficiency × power factor is 0.35 (small, slow) to 0.9 (common practice).
    const share = (powerKw * 1000) / (Math.sqrt(3) * voltageV * currentA);
    if (share > 0.97)
      found.push(
        finding(
          'watch',
          'plate.current-too-small',
          'The plate’s amperes are too few for its kilowatts and volts: read power, voltage and current again.',
          ['power', 'voltage', 'current'],
          `√3·V·A gives ${((Math.sqrt(3) * voltageV * currentA) / 1000).toFixed(1)} kVA for ${powerKw.toFixed(2)} kW at the shaft; is the power in hp or the current for another voltage?`,
        ),
      );
    else if (share < 0.3)
      found.push(
        finding(
          'watch',
          'plate.current-too-large',
          'The plate’s amperes are many for its kilowatts and volts: read power, voltage and current again.',
          ['power', 'voltage', 'current'],
          `Efficiency times power factor would be only ${share.toFixed(2)}.`,
        ),
      );
  }
  if (speedRpm && frequencyHz && !proposePoles(speedRpm, frequencyHz))
    found.push(
      finding(
        'watch',
        'plate.speed-fits-no-poles',
        `${Math.round(speedRpm)} rpm at ${frequencyHz} Hz fits no number of poles of an induction motor.`,
        ['speed', 'frequency'],
        'The speed under load lies a few percent below 120·f / poles.',
      ),
    );
  return found;
}
