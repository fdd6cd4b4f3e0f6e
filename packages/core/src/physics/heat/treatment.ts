/**
 * How a winding is impregnated or bonded, entered from the data sheet of the resin: dip, vacuum, vacuum and pressure, trickle,
 * bonding by a current. What each kind needs to be done by is asked; the rest is taken where the sheet has it.
 * Source: the limits are those of the data sheet, as typed; what each kind cannot be done without is common practice, no source.
 */
import {
  choice,
  quantity,
  readForm,
  required,
  text,
  type Form,
  type Typed,
} from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

export const TREATMENT_KINDS = {
  dip: 'dip',
  'vacuum-pressure': 'vacuum and pressure',
  vacuum: 'vacuum alone',
  trickle: 'trickle',
  bond: 'bonding by a current',
} as const;
export type TreatmentKind = keyof typeof TREATMENT_KINDS;

/** What a sheet asks for; the same fields stand in a record of what was done, so that it can be read alone. */
export const WANTED_FIELDS = [
  quantity('partFrom', 'Part from', 'temperature', -10, 250, 'when it goes in'),
  quantity('partTo', 'Part to', 'temperature', -10, 250),
  quantity('varnishFrom', 'Varnish from', 'temperature', -10, 120),
  quantity('varnishTo', 'Varnish to', 'temperature', -10, 120),
  quantity('viscosityLeast', 'Cup at least, s', 'ratio', 1, 10_000, 'seconds to run out'),
  quantity('viscosityMost', 'Cup at most, s', 'ratio', 1, 10_000, 'seconds to run out'),
  quantity('vacuum', 'Vacuum down to', 'pressure', 0.00001, 1, 'such as 5 mbar'),
  quantity('vacuumMinutes', 'Vacuum held for', 'duration', 1, 2880),
  quantity('pressure', 'Pressure up to', 'pressure', 0.1, 40, 'over the air’s'),
  quantity('pressureMinutes', 'Pressure held for', 'duration', 1, 2880),
  quantity('immersion', 'Under varnish for', 'duration', 1, 2880, 'at least, until no bubble rises'),
  quantity('drain', 'Drains for', 'duration', 1, 2880),
  quantity('resin', 'Resin to take up', 'mass', 0.001, 500),
  quantity('bondFrom', 'Winding heated to', 'temperature', 60, 300),
  quantity('bondTo', 'Winding at most', 'temperature', 60, 300),
] as const satisfies Form;

export const TREATMENT_FIELDS = [
  required(text('name', 'Name', 'as it is said in the shop', 60)),
  required(choice('kind', 'How', TREATMENT_KINDS)),
  text('material', 'Material', 'varnish or resin', 80),
  ...WANTED_FIELDS,
  text('sheet', 'From', 'data sheet, its date', 120),
] as const satisfies Form;

type WantedId = (typeof WANTED_FIELDS)[number]['id'];
const NEEDS: Readonly<Record<TreatmentKind, readonly WantedId[]>> = {
  dip: ['immersion', 'drain'],
  vacuum: ['vacuum', 'vacuumMinutes', 'immersion'],
  'vacuum-pressure': ['vacuum', 'vacuumMinutes', 'pressure', 'pressureMinutes'],
  trickle: ['partFrom', 'partTo', 'resin'],
  bond: ['bondFrom', 'bondTo'],
};
/** Lower and upper limit of one thing. */
const PAIRS: readonly (readonly [WantedId, WantedId])[] = [
  ['partFrom', 'partTo'],
  ['varnishFrom', 'varnishTo'],
  ['viscosityLeast', 'viscosityMost'],
  ['bondFrom', 'bondTo'],
];

/** Limits of one thing that lie the wrong way round, or leave it no room. */
export function turnedRound(numbers: Readonly<Record<string, number>>): Finding[] {
  const label = (id: WantedId) => WANTED_FIELDS.find((f) => f.id === id)!.label;
  return PAIRS.flatMap(([from, to]) => {
    const [a, b] = [numbers[from], numbers[to]];
    return a !== undefined && b !== undefined && b <= a
      ? [
          finding(
            'stop',
            'treatment.turned-round',
            `${label(to)} has to lie above ${label(from).toLowerCase()}.`,
            [from, to],
          ),
        ]
      : [];
  });
}

export function checkTreatment(typed: Typed): readonly Finding[] {
  const { numbers, texts, findings: read } = readForm(TREATMENT_FIELDS, typed);
  const findings: Finding[] = [...read];
  const label = (id: string) => TREATMENT_FIELDS.find((f) => f.id === id)!.label;
  const missing = (id: string) =>
    findings.push(finding('stop', 'treatment.missing', `${label(id)} is missing.`, [id]));
  for (const f of TREATMENT_FIELDS) if (f.required && !typed[f.id]?.trim()) missing(f.id);
  const kind = texts['kind'] as TreatmentKind | undefined;
  if (kind) for (const id of NEEDS[kind]) if (!typed[id]?.trim()) missing(id);
  findings.push(...turnedRound(numbers));
  return findings;
}
