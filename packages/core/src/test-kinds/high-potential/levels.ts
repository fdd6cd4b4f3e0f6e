/** Volts of a high-potential test by the work that was done. */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

/** What the winding is, which decides how hard it may be tried. */
export const WORKS = {
  new: 'new',
  'complete-rewind': 'rewound completely',
  'partial-rewind': 'rewound in part',
  overhauled: 'overhauled, not rewound',
  repeat: 'tested before at the full level',
  reconditioned: 'cleaned, dried and varnished again',
  'wound-rotor': 'rotor with slip rings',
  'separate-field': 'field with a supply of its own',
} as const;
export type Work = keyof typeof WORKS;

export interface HighPotentialLevel {
  readonly acRmsV: number;
  readonly dcV: number;
  /** Least of the level that it is taken from; null where the rule has none. */
  readonly floorV: number | null;
  readonly rule: string;
  readonly source: string;
}

/** DC instead of AC rms, by IEEE 95 and rewind practice (from memory): not √2. */
export const DC_OVER_AC = 1.7;

const IEC = 'IEC 60034-1, withstand voltage test (from memory)';
const REWIND = 'rewind practice, ANSI/EASA AR100 (from memory)';
export type Shares = Partial<Record<Work, { readonly share: number; readonly source: string }>>;
const SHARES: Shares = {
  'partial-rewind': { share: 0.75, source: IEC },
  repeat: { share: 0.8, source: IEC },
  reconditioned: { share: 0.65, source: REWIND },
};

/**
 * @param powerKw            where it is not known, the lower level of small machines is not taken
 * @param standstillVoltageV of a wound rotor, between open rings
 * @param reversing          plugged, or reversed while it runs
 * @param shares             of the full level, by a criteria set
 */
export function highPotentialLevel(q: {
  readonly ratedVoltageV: number;
  readonly work: Work;
  readonly powerKw?: number | undefined;
  readonly standstillVoltageV?: number | undefined;
  readonly reversing?: boolean | undefined;
  /** Instead of the published ones. */
  readonly shares?: Shares | undefined;
}): Outcome<HighPotentialLevel> {
  const level = (acRmsV: number, floorV: number | null, rule: string, source: string) =>
    good({ acRmsV, dcV: DC_OVER_AC * acRmsV, floorV, rule, source });
  const u = q.ratedVoltageV;
  if (q.work === 'wound-rotor') {
    const open = q.standstillVoltageV;
    if (open === undefined)
      return refuse(
        'high-potential.no-ring-voltage',
        'A wound rotor is tried by its open ring voltage at standstill, which is missing.',
        'standstillVoltageV',
      );
    const times = q.reversing ? 4 : 2;
    return level(times * open + 1000, null, `${times} × ring volts + 1000 V`, IEC);
  }
  // Of a direct-current machine, by its own volts, whatever the armature has.
  if (q.work === 'separate-field')
    return level(Math.max(1500, 2 * u + 1000), 1500, '2 × field volts + 1000 V, at least 1500 V', IEC);
  if (q.work === 'overhauled') {
    const floor = u < 100 ? 500 : 1000;
    return level(Math.max(floor, 1.5 * u), floor, `1.5 × rated, at least ${floor} V`, IEC);
  }
  const small = u < 100 && q.powerKw !== undefined && q.powerKw < 1;
  const floor = small ? null : 1500;
  const whole = small ? 2 * u + 500 : Math.max(1500, 2 * u + 1000);
  const rule = small ? '2U + 500 V' : '2U + 1000 V, at least 1500 V';
  const part = q.shares?.[q.work] ?? SHARES[q.work];
  return part
    ? level(part.share * whole, floor, `${100 * part.share} % of ${rule}`, part.source)
    : level(whole, floor, rule, IEC);
}
