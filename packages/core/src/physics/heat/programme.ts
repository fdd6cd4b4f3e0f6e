/** What an oven is to do to a part, entered from the data sheet of the material or the rules for the core. */
import {
  assumed,
  choice,
  quantity,
  readForm,
  required,
  text,
  type Form,
  type Typed,
} from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { activationEnergy } from './arrhenius.ts';

export const HEAT_KINDS = {
  cure: 'bake and cure',
  preheat: 'preheat',
  drying: 'drying',
  'burn-off': 'burn-off',
} as const;
export type HeatKind = keyof typeof HEAT_KINDS;

export const PROGRAMME_FIELDS = [
  required(text('name', 'Name', 'as it is said in the shop', 60)),
  required(choice('kind', 'For', HEAT_KINDS)),
  text('material', 'Material', 'varnish, resin, core plate', 80),
  required(quantity('target', 'Temperature of the part', 'temperature', 40, 500)),
  required(quantity('minutes', 'held for', 'duration', 5, 2880, 'such as 6 h')),
  assumed(quantity('tolerance', 'Counts from this much below', 'temperature-difference', 0, 30), '5'),
  quantity('most', 'Never above', 'temperature', 40, 700, 'limit of the part'),
  quantity('cooling', 'Cools at most, an hour', 'temperature-difference', 5, 600, 'K in an hour'),
  quantity('otherTarget', 'Second line of the sheet: at', 'temperature', 40, 500, 'for equivalence'),
  quantity('otherMinutes', 'it takes', 'duration', 1, 20160),
  text('sheet', 'From', 'data sheet, its date', 120),
] as const satisfies Form;

export interface HeatProgramme {
  readonly name: string;
  readonly kind: HeatKind;
  readonly targetC: number;
  readonly minutes: number;
  readonly toleranceK: number;
  readonly mostC: number | null;
  /** Fastest cooling allowed [K/h]. */
  readonly coolingKPerHour: number | null;
  /** By the two lines of the sheet [J/mol]; null with one line. */
  readonly activationJPerMol: number | null;
}

/** Hotter programmes are no bakes, and cooler ones are no burn-off. Common practice, no source. */
const BAKES_UP_TO = 260;
const BURNS_FROM = 250;
/** Interlaminar insulation of most core plate suffers above it; a maker's data may say more. Common practice, no source. */
export const CORE_PLATE_C = 370;

/** @returns no programme where something needed is missing or wrong; what can be read in two ways is asked */
export function readProgramme(typed: Typed): {
  readonly programme: HeatProgramme | null;
  readonly findings: readonly Finding[];
} {
  const { numbers, texts, findings: read } = readForm(PROGRAMME_FIELDS, typed);
  const findings: Finding[] = [...read];
  const stop = (code: string, message: string, fields: readonly string[], because?: string) =>
    findings.push(finding('stop', code, message, fields, because));
  for (const f of PROGRAMME_FIELDS)
    if (f.required && !typed[f.id]?.trim()) stop('programme.missing', `${f.label} is missing.`, [f.id]);
  const bare = (id: string) => /^\d+([.,]\d+)?$/.test(typed[id]?.trim() ?? '');
  const { target, minutes, tolerance = 5, most, cooling, otherTarget, otherMinutes } = numbers;
  const kind = texts['kind'] as HeatKind | undefined;
  if (minutes !== undefined && minutes <= 24 && bare('minutes'))
    stop(
      'programme.hours-or-minutes',
      `${minutes} hours or ${minutes} minutes? Write ${minutes} h or ${minutes} min.`,
      ['minutes'],
    );
  if (target !== undefined && kind) {
    if (kind !== 'burn-off' && target > BAKES_UP_TO)
      stop(
        'programme.celsius-or-fahrenheit',
        bare('target')
          ? `${target} °C, or ${target} °F which is ${Math.round(((target - 32) * 5) / 9)} °C? Write the unit.`
          : `${Math.round(target)} °C burns varnish: a ${HEAT_KINDS[kind]} stays under ${BAKES_UP_TO} °C.`,
        ['target'],
      );
    if (kind === 'burn-off' && target < BURNS_FROM)
      stop('programme.too-cold', `A winding does not burn out at ${Math.round(target)} °C.`, ['target']);
    if (kind === 'burn-off' && most === undefined)
      stop(
        'programme.no-limit',
        'A burn-off needs the limit of the part: above it the core plate loses its insulation and the core runs hot for life.',
        ['most'],
        `Most core plate: ${CORE_PLATE_C} °C, common practice; the maker’s data rules.`,
      );
    if (most !== undefined && most < target)
      stop('programme.limit-below', 'The limit of the part lies below the temperature it is to have.', [
        'most',
        'target',
      ]);
  }
  const both = otherTarget !== undefined && otherMinutes !== undefined;
  if ((otherTarget === undefined) !== (otherMinutes === undefined))
    stop('programme.half-line', 'The second line of the sheet needs its temperature and its time.', [
      otherTarget === undefined ? 'otherTarget' : 'otherMinutes',
    ]);
  const energy =
    both && target !== undefined && minutes !== undefined
      ? activationEnergy({ celsius: target, minutes }, { celsius: otherTarget, minutes: otherMinutes })
      : null;
  if (both && target !== undefined && minutes !== undefined && energy === null)
    stop(
      'programme.lines-contradict',
      'Of the two lines the hotter one has to be the shorter one, and both of the same material: these two are not.',
      ['otherTarget', 'otherMinutes'],
    );
  if (energy !== null && (energy < 30_000 || energy > 250_000))
    findings.push(
      finding(
        'watch',
        'programme.odd-energy',
        `The two lines give ${Math.round(energy / 1000)} kJ/mol; resins and varnishes lie between about 50 and 150.`,
        ['otherTarget', 'otherMinutes'],
        'Common practice, no source. Read both lines of the sheet again.',
      ),
    );
  const stops = findings.some((f) => f.severity === 'stop');
  return {
    programme:
      stops || target === undefined || minutes === undefined || !kind
        ? null
        : {
            name: texts['name'] ?? '',
            kind,
            targetC: target,
            minutes,
            toleranceK: tolerance,
            mostC: most ?? null,
            coolingKPerHour: cooling ?? null,
            activationJPerMol: energy,
          },
    findings,
  };
}
