/**
 * Meters and gauges: what each measures, whether it may still sign a reading, and what can be used instead.
 * Source: that a reading counts only from an instrument within its calibration: ISO/IEC 17025 and ISO 9001, 7.1.5 (from memory);
 * a warning a month ahead: common practice, no source.
 */
import { choice, required, readForm, text, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { controllerOf } from '../../physics/heat/index.ts';
import type { TestKindId } from '../../test-kinds/index.ts';
import { DAY_MS, readDay } from './days.ts';

export const INSTRUMENT_KINDS = {
  'insulation-tester': 'Insulation tester',
  ohmmeter: 'Winding-resistance meter',
  wattmeter: 'Power meter',
  'surge-tester': 'Surge tester',
  'high-potential-tester': 'High-potential tester',
  balancer: 'Balancing machine',
  dynamometer: 'Dynamometer',
  'vibration-meter': 'Vibration meter',
  thermometer: 'Thermometer',
  gauge: 'Micrometer or bore gauge',
  scales: 'Scales',
  viscosity: 'Viscosity cup',
  'series-line': 'Line that makes in series',
  other: 'Other',
} as const;
export type InstrumentKind = keyof typeof INSTRUMENT_KINDS;

const MEASURES: Partial<Record<InstrumentKind, readonly TestKindId[]>> = {
  'insulation-tester': ['insulation'],
  ohmmeter: ['resistance'],
  wattmeter: ['core-loss', 'no-load', 'full-load', 'locked-rotor'],
  dynamometer: ['efficiency'],
  'vibration-meter': ['vibration'],
  balancer: ['balance'],
  'surge-tester': ['surge', 'armature-surge', 'field-surge'],
  'high-potential-tester': ['high-potential'],
};
/** What a reading of this test is taken with; null where no instrument of the list is asked for. */
export const instrumentKindFor = (test: TestKindId): InstrumentKind | null =>
  (Object.keys(MEASURES) as InstrumentKind[]).find((k) => MEASURES[k]!.includes(test)) ?? null;
export const testsOf = (kind: string): readonly TestKindId[] => MEASURES[kind as InstrumentKind] ?? [];

const DUE = text('due', 'Calibration due', 'such as 2027-03-31', 10);
const CALIBRATED = text('calibrated', 'Calibrated on', 'such as 2026-03-31', 10);
export const INSTRUMENT_FIELDS = [
  required(text('name', 'Name', 'as it is called in the shop', 60)),
  required(choice('kind', 'Kind', INSTRUMENT_KINDS)),
  text('serial', 'Serial number', undefined, 60),
  CALIBRATED,
  DUE,
  choice('at', 'Whereabouts', { here: 'in the shop', calibration: 'away for calibration', lent: 'lent out' }),
  text('where', 'Where exactly', 'drawer, bench, who has it', 80),
  text('line', 'Address on the network', 'such as 127.0.0.1:4472, where it can be asked', 80),
] as const;

/** `127.0.0.1:4472` or `balancer.workshop:4472`; null for anything else. */
export function instrumentAddress(typed: Typed): { readonly host: string; readonly port: number } | null {
  const of = controllerOf(`${typed['line']?.trim() ?? ''}/1`);
  return of && { host: of.host, port: of.port };
}

export interface InstrumentStanding {
  readonly state: 'good' | 'soon' | 'expired' | 'unknown' | 'away';
  /** In one sentence. */
  readonly words: string;
  /** Days until it is due; negative when past; null where no day is known. */
  readonly days: number | null;
}

const SOON_DAYS = 30;

/** Whether it may sign a reading now. @param now [ms since 1970] */
export function instrumentStanding(typed: Typed, now: number): InstrumentStanding {
  const due = readDay(DUE, typed).at;
  const days = due === null ? null : Math.floor((due - now) / DAY_MS);
  const at = typed['at'] ?? 'here';
  if (at !== 'here')
    return {
      state: 'away',
      days,
      words: at === 'lent' ? 'lent out' : 'away for calibration',
    };
  if (due === null) return { state: 'unknown', days, words: 'no day of calibration is known' };
  if (now > due) {
    const past = Math.max(1, -days!);
    return {
      state: 'expired',
      days,
      words: `calibration expired ${past} ${past === 1 ? 'day' : 'days'} ago`,
    };
  }
  return days! <= SOON_DAYS
    ? {
        state: 'soon',
        days,
        words: days === 0 ? 'due today' : `due in ${days} ${days === 1 ? 'day' : 'days'}`,
      }
    : { state: 'good', days, words: `due ${typed['due']}` };
}

export function readInstrument(typed: Typed): readonly Finding[] {
  const findings: Finding[] = [
    ...readForm(INSTRUMENT_FIELDS, typed).findings,
    ...readDay(DUE, typed).findings,
    ...readDay(CALIBRATED, typed).findings,
  ];
  for (const field of INSTRUMENT_FIELDS)
    if ('required' in field && !typed[field.id]?.trim())
      findings.push(
        finding('stop', `instrument.${field.id}.missing`, `${field.label} is needed.`, [field.id]),
      );
  const [from, to] = [readDay(CALIBRATED, typed).at, readDay(DUE, typed).at];
  if (from !== null && to !== null && to <= from)
    findings.push(
      finding('stop', 'instrument.due-before', 'It cannot be due before it was calibrated.', ['due']),
    );
  return findings;
}

interface Listed {
  readonly id: string;
  readonly name: string;
  readonly typed: Typed;
  readonly retiredAt: string | null;
}

/** Others of its kind that may be used now, those due last first. */
export function instead<T extends Listed>(of: Listed, all: readonly T[], now: number): readonly T[] {
  return all
    .filter(
      (i) =>
        i.id !== of.id &&
        i.retiredAt === null &&
        i.typed['kind'] === of.typed['kind'] &&
        ['good', 'soon'].includes(instrumentStanding(i.typed, now).state),
    )
    .toSorted(
      (a, b) => (instrumentStanding(b.typed, now).days ?? 0) - (instrumentStanding(a.typed, now).days ?? 0),
    );
}

/**
 * What is said against measuring with it. `stop`: only a lead signs such a reading, with a written reason.
 * What has no day of calibration is doubted, never called sound.
 */
export function mayMeasure(of: Listed, test: TestKindId, all: readonly Listed[], now: number): Finding[] {
  const wanted = instrumentKindFor(test);
  const { state, words } = instrumentStanding(of.typed, now);
  const others = instead(of, all, now).map((i) => i.name);
  const use = others.length > 0 ? ` Use ${others.slice(0, 3).join(' or ')} instead.` : '';
  if (wanted !== null && of.typed['kind'] !== wanted)
    return [
      finding(
        'stop',
        'instrument.other-kind',
        `${of.name} does not measure this; it takes a ${INSTRUMENT_KINDS[wanted].toLowerCase()}.`,
        ['instrument'],
      ),
    ];
  if (state === 'expired' || state === 'away')
    return [finding('stop', `instrument.${state}`, `${of.name}: ${words}.${use}`, ['instrument'])];
  if (state === 'unknown')
    return [finding('watch', 'instrument.unknown', `${of.name}: ${words}.`, ['instrument'])];
  return [];
}
