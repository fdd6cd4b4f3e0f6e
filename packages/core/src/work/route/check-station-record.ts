/** What a station records, read and judged before it is signed. */
import { readForm, type QuantityField, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { DIMENSIONS, showShort } from '../../language/units/index.ts';
import type { Station } from './station.ts';

const answersNo: Readonly<Record<string, string>> = {
  allMade: 'A joint is still open: finish the list first.',
  gauge: 'A coil stands into the bore: press it back before varnish.',
  masked: 'Feet and fits must be masked: varnish under a foot ruins the alignment.',
  bars: 'A broken bar or ring is not balanced away: repair the cage or tell the customer.',
  unmasked: 'Unmask and clean the fits first.',
  endsTagged: 'Tag the coil ends first: after the saw nobody knows their order.',
  teeth: 'Straighten the teeth first: media lodges between splayed laminations.',
  drips: 'Take drips and runs off first: they crack, and a loose piece is hit by the rotor.',
  marked: 'Grease and wrap the journals first: rust is a new fit.',
  burrs: 'Deburr first: a burr left in now is a ground fault after cure.',
  entry: 'Seal the cable entry first.',
  oilClear: 'Water in the oil: a seal lets it in. Open, find which, and test again.',
  lookedOver: 'Look it over first.',
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
  const [bore, outside] = [numbers['statorBore'], numbers['rotorOutside']];
  if (bore !== undefined && outside !== undefined) {
    const gap = (bore - outside) / 2;
    if (gap <= 0)
      found.push(
        finding(
          'stop',
          'station.no-gap',
          `The rotor is larger than the bore: ${showShort(outside)} in ${showShort(bore)} mm.`,
          ['rotorOutside', 'statorBore'],
        ),
      );
    else if (gap < 0.2 || gap > 0.02 * bore)
      found.push(
        finding(
          'watch',
          'station.gap-unusual',
          `The gap is ${showShort(gap, 3)} mm on a side: measure both again.`,
          ['rotorOutside', 'statorBore'],
          'Usually 0.2 mm or more, and not over 2 % of the bore; common practice, no source.',
        ),
      );
  }
  if (texts['cooling'] === 'forced')
    found.push(
      finding(
        'watch',
        'station.forced-cooling',
        'Forced cooling is a deviation: the core can change its shape. Core test again before it is wound.',
        ['cooling'],
        'Common practice, no source.',
      ),
    );
  if (texts['cage'] !== undefined && texts['cage'] !== 'sound')
    found.push(
      finding(
        'watch',
        'station.cage-broken',
        'The cage is not sound: bars and rings before anything is turned.',
        ['cage'],
      ),
    );
  over('fanHeat', 90, 110, 'Too hot for a fan of plastic or light alloy.');
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
