/**
 * What is used up beside wire: deliveries with their lot, what is left, what has expired, what runs low.
 * Source: rules of this program; a month's warning before expiry is common practice, no source.
 */
import { choice, quantity, readForm, required, text, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { readQuantity } from '../../language/units/index.ts';
import { DAY_MS } from './days.ts';

export const SUPPLY_KINDS = {
  liner: 'Slot liner and separator',
  wedge: 'Slot wedge',
  'phase-paper': 'Phase paper',
  sleeving: 'Sleeving',
  cord: 'Lacing cord',
  varnish: 'Varnish',
  resin: 'Resin',
  lead: 'Lead wire',
  grease: 'Grease',
  paint: 'Paint',
  other: 'Other',
} as const;
export type SupplyKind = keyof typeof SUPPLY_KINDS;

export const SUPPLY_UNITS = { kg: 'kg', m: 'm', m2: 'm²', l: 'l', pcs: 'pcs' } as const;
export type SupplyUnit = keyof typeof SUPPLY_UNITS;

export const STORE_SUPPLY_FIELDS = [
  required(text('name', 'Name', 'what it is, thickness or size', 80)),
  required(choice('kind', 'Kind', SUPPLY_KINDS)),
  required(choice('unit', 'Counted in', SUPPLY_UNITS)),
  quantity('low', 'Low below', 'ratio', 0, 1_000_000, 'order then'),
  quantity('order', 'Order at once', 'ratio', 0, 1_000_000, 'so much at a time'),
  quantity('viscosityLeast', 'Cup at least, s', 'ratio', 1, 10_000, 'at 23 °C'),
  quantity('viscosityMost', 'Cup at most, s', 'ratio', 1, 10_000, 'at 23 °C'),
  text('note', 'To note', 'thinner, storage', 200),
] as const;

export function readSupply(typed: Typed): readonly Finding[] {
  const { numbers, findings } = readForm(STORE_SUPPLY_FIELDS, typed);
  const all: Finding[] = [...findings];
  for (const field of STORE_SUPPLY_FIELDS)
    if ('required' in field && !typed[field.id]?.trim())
      all.push(finding('stop', `supply.${field.id}.missing`, `${field.label} is needed.`, [field.id]));
  const { viscosityLeast: least, viscosityMost: most } = numbers;
  if (least !== undefined && most !== undefined && most < least)
    all.push(
      finding('stop', 'supply.viscosity', 'The largest viscosity is smaller than the least.', [
        'viscosityMost',
      ]),
    );
  return all;
}

export interface LotStock {
  readonly id: string;
  readonly lot: string;
  readonly expiresAt: string | null;
  /** Sum of its moves, in the supply's unit. */
  readonly left: number;
}

export type LotState = 'good' | 'soon' | 'expired' | 'empty';
const SOON_DAYS = 30;

/** @param now [ms since 1970] */
export function lotState({ left, expiresAt }: LotStock, now: number): LotState {
  if (left <= 1e-9) return 'empty';
  if (expiresAt === null) return 'good';
  const days = (Date.parse(expiresAt) - now) / DAY_MS;
  return days < 0 ? 'expired' : days < SOON_DAYS ? 'soon' : 'good';
}

export interface SupplyStock {
  /** Of lots that may still be used. */
  readonly usable: number;
  readonly expired: number;
  readonly low: boolean;
  /** What to order, in its unit; 0 where it is not low. */
  readonly toOrder: number;
  /** The lot to draw from: what expires first goes first. */
  readonly next: string | null;
}

/** @param ahead what the motors on the floor still need of it, in its unit */
export function supplyStock(typed: Typed, lots: readonly LotStock[], now: number, ahead = 0): SupplyStock {
  const { numbers } = readForm(STORE_SUPPLY_FIELDS, typed);
  const live = lots.filter((l) => ['good', 'soon'].includes(lotState(l, now)));
  const usable = live.reduce((n, l) => n + l.left, 0);
  const expired = lots.filter((l) => lotState(l, now) === 'expired').reduce((n, l) => n + l.left, 0);
  const least = Math.max(numbers['low'] ?? 0, 0);
  const rest = usable - ahead;
  const low = rest < least || (least === 0 && ahead > usable);
  const step = numbers['order'] ?? 0;
  const lacking = Math.max(0, least - rest);
  const first = live.toSorted(
    (a, b) => Date.parse(a.expiresAt ?? '9999-12-31') - Date.parse(b.expiresAt ?? '9999-12-31'),
  )[0];
  return {
    usable,
    expired,
    low,
    toOrder: low ? (step > 0 ? Math.max(1, Math.ceil(lacking / step - 1e-9)) * step : lacking) : 0,
    next: first?.id ?? null,
  };
}

/** What is said against taking so much of a lot. `lot.expired` is a lead's to release; more than is there nobody's. */
export function mayDraw(lot: LotStock, amount: number, unit: string, now: number): Finding[] {
  const of = SUPPLY_UNITS[unit as SupplyUnit] ?? unit;
  const findings: Finding[] = [];
  if (amount > lot.left + 1e-9)
    findings.push(
      finding(
        'stop',
        'lot.too-little',
        `Lot ${lot.lot} has ${Number(lot.left.toFixed(3))} ${of} left: count it again, or draw the rest of another.`,
        ['amount'],
      ),
    );
  if (lotState(lot, now) === 'expired')
    findings.push(
      finding(
        'stop',
        'lot.expired',
        `Lot ${lot.lot} expired on ${lot.expiresAt!.slice(0, 10)}: a lead may release it, with a reason.`,
        ['lot'],
      ),
    );
  return findings;
}

/** A viscosity that was taken, held against the supply's limits; empty where it has none or lies within. */
export function checkViscosity(typed: Typed, value: string): Finding[] {
  const read = readQuantity(value, 'ratio');
  if (!read.ok)
    return [finding('stop', 'viscosity.unreadable', `“${value}” is no figure in seconds.`, ['value'])];
  const { numbers } = readForm(STORE_SUPPLY_FIELDS, typed);
  const { viscosityLeast: least = -Infinity, viscosityMost: most = Infinity } = numbers;
  if (read.value >= least && read.value <= most) return [];
  return [
    finding(
      'watch',
      'viscosity.off',
      `${read.value} s is ${read.value < least ? `thinner than the ${least}` : `thicker than the ${most}`} s of its sheet: ${read.value < least ? 'add fresh' : 'thin it'} and measure again.`,
      ['value'],
    ),
  ];
}
