/** The nameplate: its fields, and what follows from them before anything is measured. */
import { choice, quantity, readForm, text, type Typed } from '../fields/index.ts';
import { finding, type Finding } from '../quantity/index.ts';

export const NAMEPLATE_FIELDS = [
  quantity('power', 'Rated power', 'power', 0.01, 5000),
  quantity('voltage', 'Rated voltage', 'voltage', 12, 15000, 'line to line'),
  choice('plateConnection', 'Connection on the plate', { star: 'star Y', delta: 'delta Δ' }),
  quantity('current', 'Rated current', 'current', 0.05, 5000, 'per line'),
  quantity('frequency', 'Frequency', 'frequency', 10, 400),
  quantity('speed', 'Rated speed', 'speed', 20, 24000),
  choice('insulationClass', 'Insulation class', {
    A: 'A, 105 °C',
    E: 'E, 120 °C',
    B: 'B, 130 °C',
    F: 'F, 155 °C',
    H: 'H, 180 °C',
  }),
  choice('cooling', 'Cooling', {
    'enclosed-fan': 'enclosed, fan-cooled',
    enclosed: 'enclosed, no fan',
    open: 'open',
  }),
  quantity('mass', 'Mass of the motor', 'mass', 0.1, 50000),
  quantity('slowSpeed', 'Lower speed, if two', 'speed', 20, 24000),
  quantity('slowCurrent', 'Current at the lower speed', 'current', 0.05, 5000, 'per line'),
] as const;

export const IDENTITY_FIELDS = [
  text('number', 'Motor number', 'the tag of this job', 16),
  text('customer', 'For', 'who brought it', 80),
  text('machine', 'Machine', 'what it drives', 80),
  text('maker', 'Maker and type', undefined, 80),
  text('serial', 'Serial number', undefined, 60),
] as const;

export interface Nameplate {
  readonly powerKw?: number;
  readonly voltageV?: number;
  readonly connection?: 'star' | 'delta';
  readonly currentA?: number;
  readonly frequencyHz?: number;
  readonly speedRpm?: number;
  readonly insulationClass?: 'A' | 'E' | 'B' | 'F' | 'H';
  readonly cooling?: 'enclosed-fan' | 'enclosed' | 'open';
  readonly massKg?: number;
  /** Of a motor with two speeds; `speedRpm` and `currentA` are those of the higher one. */
  readonly slowSpeedRpm?: number;
  readonly slowCurrentA?: number;
}

export function readNameplate(typed: Typed): {
  readonly plate: Nameplate;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings } = readForm(NAMEPLATE_FIELDS, typed);
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
  const read = plate as Nameplate;
  return { plate: read, findings: [...findings, ...checkNameplate(read)] };
}

/**
 * Poles that a rated speed and a frequency point to: the largest even number whose synchronous speed is not below the
 * rated speed, for an induction motor that runs a few percent under it.
 * @param speedRpm rated speed [rpm]; frequencyHz [Hz]
 * @returns poles and slip [1]; null when no pole count gives a slip under 15 %
 * Source: n = 120 f / poles, first principles.
 */
export function proposePoles(
  speedRpm: number,
  frequencyHz: number,
): { readonly poles: number; readonly slip: number } | null {
  if (!(speedRpm > 0) || !(frequencyHz > 0)) return null;
  const poles = 2 * Math.floor((60 * frequencyHz) / speedRpm + 1e-9);
  if (poles < 2) return null;
  const synchronous = (120 * frequencyHz) / poles;
  const slip = 1 - speedRpm / synchronous;
  return slip < 0.15 ? { poles, slip } : null;
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
