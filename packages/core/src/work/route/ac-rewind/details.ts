/**
 * What a rewind records beyond the least: each with what is measured, and the range that it usually lies in.
 * Source: ranges are common practice, no source, where none is named; the data sheet and the maker's data rule.
 */
import { choice, quantity, text } from '../../../language/forms/index.ts';
import { usually, type MoreOfStation } from '../pieces.ts';
import { YES } from '../station.ts';

const length = (id: string, label: string, hint?: string) => quantity(id, label, 'length', 0, 3000, hint);

export const STATOR_DETAILS: Readonly<Record<string, MoreOfStation>> = {
  data: {
    todo: [
      'Tag the coil ends in their order before anything is cut. Core loss of its own day, before the saw.',
    ],
    record: [
      choice('endsTagged', 'Coil ends tagged', YES),
      choice('coreBefore', 'Core test before the saw', { done: 'done, on the test sheet', later: 'not yet' }),
    ],
  },
  strip: {
    record: [
      choice('cooling', 'Cooled', {
        oven: 'slowly, in the shut oven',
        air: 'in still air',
        forced: 'forced, by a fan or outdoors',
      }),
      usually(
        quantity(
          'coolingRate',
          'Fell by, an hour',
          'temperature-difference',
          0,
          1000,
          'K in an hour, fastest',
        ),
        {
          most: 60,
        },
      ),
    ],
  },
  core: {
    record: [
      choice('teeth', 'Teeth straightened before blasting', YES),
      text('grit', 'Medium and grit', 'such as nut shell, 20/40', 60),
      choice('washed', 'Steam-washed', {
        all: 'stator and loose parts',
        stator: 'stator only',
        none: 'not washed',
      }),
      choice('dryBy', 'Proven dry by', {
        insulation: 'insulation that no longer rises',
        weight: 'weight',
        time: 'hours in the oven',
      }),
      usually(quantity('loopDensity', 'Loop test at', 'flux-density', 0.2, 2, 'in the back iron'), {
        least: 1,
        most: 1.5,
      }),
      text('hotSpot', 'Hot spot, and how it was mended', 'slot, repair, tested again', 160),
      text('enamel', 'Enamel and coats', 'product, such as 2 coats', 80),
    ],
  },
  insulate: {
    record: [
      text('linerLot', 'Liner, material and lot', undefined, 80),
      length('cell', 'Cell, cut to', 'width by length is on the cut sheet'),
      text('separators', 'Separators and phase paper', 'material, thickness', 80),
      text('wedges', 'Wedges, cap strip', 'material, thickness', 80),
    ],
  },
  wind: {
    record: [
      choice('head', 'Wound on', {
        gang: 'gang head, groups without a cut',
        concentric: 'concentric head',
        single: 'single coils',
      }),
      choice('insertion', 'Inserted', { hand: 'by hand', machine: 'by machine' }),
      quantity('nicks', 'Nicks found', 'count', 0, 200, 'booked against reel and maker'),
      text('nickReel', 'On the reel of', 'reel, maker', 60),
    ],
  },
  connect: { record: [text('lacing', 'Lacing, ties', 'pattern, cord', 80)] },
  check: {
    record: [
      length('boreGauge', 'Gauge that passes the bore'),
      length('endTurnsConnection', 'End turns, connection end', 'height over the core'),
      length('endTurnsOther', 'End turns, other end'),
      length('bracketRoom', 'Room to bracket and rotor, least'),
      text('masking', 'Masked', 'feet, fits, threads, holes: what and with what', 160),
    ],
  },
  varnish: {
    record: [
      usually(
        quantity('viscosity', 'Viscosity', 'duration', 0.05, 20, 'in s, by the flow cup of the sheet'),
        {},
      ),
      quantity('varnishTemperature', 'Varnish at', 'temperature', 5, 80),
      quantity('vacuum', 'Vacuum', 'pressure', 0, 1.1, 'absolute, such as 5 mbar'),
      quantity('pressure', 'Pressure', 'pressure', 0, 20),
      quantity('cycles', 'Cycles', 'count', 1, 12),
    ],
  },
  cure: {
    record: [
      text('hardness', 'Hardness', 'by the shop’s own way', 60),
      choice('drips', 'Drips and runs taken off', YES),
    ],
  },
};

export const ROTOR_DETAILS: Readonly<Record<string, MoreOfStation>> = {
  inspect: {
    record: [
      quantity('journalDrive', 'Journal, drive end', 'length', 1, 600),
      quantity('journalOther', 'Journal, other end', 'length', 1, 600),
      quantity('rotorOutside', 'Rotor, outside diameter', 'length', 5, 3000),
      quantity('statorBore', 'Bore it runs in', 'length', 6, 3000),
      text('keyway', 'Key and keyway', undefined, 80),
    ],
  },
};

export const CLOSING_DETAILS: Readonly<Record<string, MoreOfStation>> = {
  match: {
    record: [
      quantity('rotorOutside', 'Rotor, outside diameter', 'length', 5, 3000, 'as trimmed'),
      quantity('statorBore', 'Bore', 'length', 6, 3000),
      text('fits', 'Fits of the brackets', 'drive end / other end, against the drawing', 120),
    ],
  },
  assemble: {
    todo: ['Brake, blower and sensors fitted and tried; guard and covers on.'],
    record: [
      text('grease', 'Grease, kind and amount', 'such as polyurea, 12 g / 9 g', 80),
      quantity('fanHeat', 'Fan heated to', 'temperature', 10, 200),
      quantity('coverHeat', 'End cover heated to', 'temperature', 10, 250),
      text('accessories', 'Brake, blower, sensors', 'fitted and proven', 120),
    ],
  },
  test: {
    record: [
      usually(quantity('dialReading', 'Coupling, dial reading', 'length', 0, 5, 'parallel, total'), {
        most: 0.1,
      }),
      text('gearFaults', 'Faults of the test gear itself', undefined, 160),
    ],
  },
  ship: {
    todo: ['Look it over once more: leads, marks, paint, guard, what came along.'],
    record: [
      choice('finish', 'Paint, shaft protector', {
        both: 'both',
        paint: 'paint only',
        none: 'as it came, as agreed',
      }),
      choice('lookedOver', 'Looked over', YES),
      text('peculiarities', 'Kept as it came, as agreed', undefined, 160),
    ],
  },
};
