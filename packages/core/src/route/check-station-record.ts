/** What a station records, read and judged before it is signed. */
import { readForm, type QuantityField, type Typed } from '../forms/index.ts';
import { finding, type Finding } from '../quantity/index.ts';
import { DIMENSIONS, showShort } from '../units/index.ts';
import type { Station } from './station.ts';

const answersNo: Readonly<Record<string, string>> = {
  allMade: 'A joint is still open: finish the list first.',
  gauge: 'A coil stands into the bore: press it back before varnish.',
  masked: 'Feet and fits must be masked: varnish under a foot ruins the alignment.',
  bars: 'A broken bar or ring is not balanced away: repair the cage or tell the customer.',
  unmasked: 'Unmask and clean the fits first.',
  sound: 'Find the noise first; hold the motor if it cannot be found today.',
};

function sayRange({ least, most }: NonNullable<QuantityField['usual']>): string {
  if (least === undefined) return `up to ${showShort(most!)}`;
  return most === undefined ? `${showShort(least)} or more` : `${showShort(least)} to ${showShort(most)}`;
}

/**
 * Reads and judges what a station records. `stop` findings keep it from being signed.
 * @param tags that stator and rotor of the motor carry, beside its number
 */
export function checkStationRecord(
  station: Station,
  typed: Typed,
  motorNumber: string,
  tags: { readonly stator: readonly string[]; readonly rotor: readonly string[] } = { stator: [], rotor: [] },
): { readonly findings: readonly Finding[] } {
  const { numbers, texts, findings } = readForm(station.record, typed);
  const found: Finding[] = [...findings];
  for (const field of station.record)
    if (field.required && !typed[field.id]?.trim())
      found.push(finding('stop', 'station.field-missing', `${field.label} is missing.`, [field.id]));
  for (const [field, message] of Object.entries(answersNo))
    if (texts[field] === 'no') found.push(finding('stop', `station.${field}-no`, message, [field]));
  for (const field of station.record) {
    const value = numbers[field.id];
    if (field.kind !== 'quantity' || !field.usual || value === undefined) continue;
    const { least, most } = field.usual;
    if ((least !== undefined && value < least) || (most !== undefined && value > most))
      found.push(
        finding(
          'watch',
          'station.unusual',
          `${field.label} is usually ${sayRange(field.usual)} ${DIMENSIONS[field.dimension].unit}. Is it right?`.replace(
            ' .',
            '.',
          ),
          [field.id],
          'As the shop has set it on its route.',
        ),
      );
  }
  const over = (field: string, watch: number, stop: number, message: string) => {
    const value = numbers[field];
    if (value !== undefined && value > watch)
      found.push(
        finding(
          value > stop ? 'watch' : 'note',
          `station.${field}-high`,
          message,
          [field],
          `Usual up to ${watch}, never over ${stop} °C (common practice, no source).`,
        ),
      );
  };
  over('partTemperature', 360, 370, 'The core plate’s insulation suffers: test the core loss with care.');
  over('bearingHeat', 110, 120, 'Too hot for a bearing: its steel and seals change. Fit another.');
  const preheat = numbers['preheat'];
  if (preheat !== undefined && (preheat < 90 || preheat > 120))
    found.push(
      finding(
        'watch',
        'station.preheat-unusual',
        `Preheat is usually 90 to 120 °C at the part${preheat > 175 ? '; was that °F?' : '.'}`,
        ['preheat'],
        'Common practice, no source.',
      ),
    );
  if (numbers['standOut'] !== undefined && numbers['standOut'] < 5)
    found.push(
      finding(
        'watch',
        'station.stand-out-short',
        'A liner that stands out less than 5 mm is a failure to ground in waiting.',
        ['standOut'],
        'Common practice, no source.',
      ),
    );
  for (const part of ['stator', 'rotor'] as const) {
    const field = `${part}Tag`;
    const own = [motorNumber, ...tags[part]].map((tag) => tag.toUpperCase());
    if (texts[field] && !own.includes(texts[field].trim().toUpperCase()))
      found.push(
        finding(
          'stop',
          'station.wrong-pair',
          `The ${part} says ${texts[field]}, this motor is ${motorNumber}. Do not put them together.`,
          [field],
        ),
      );
  }
  return { findings: found };
}
