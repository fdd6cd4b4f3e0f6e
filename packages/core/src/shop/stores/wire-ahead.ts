/**
 * Wire that the motors on the floor still need, kept on the reels one motor after the other in the order of the floor, and
 * what the stock is short of. Source: none, a rule of this program; each need is that of the motor's cut sheet.
 */
import type { CutSettings } from '../../winding/insulation/index.ts';
import type { CheckedCard, MachineKind } from '../../winding/machine/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import type { Reel, Strand } from '../../winding/wire/index.ts';

export interface MotorAhead {
  readonly number: string;
  readonly machine: MachineKind;
  /** What is to be made. */
  readonly card: CheckedCard;
  readonly plate: Nameplate;
  readonly settings: CutSettings;
}

export interface KeptWire {
  readonly reel: string;
  readonly number: string;
  readonly kg: number;
}
export interface ShortWire {
  readonly strand: Strand;
  readonly number: string;
  readonly kg: number;
}
export interface WireAhead {
  readonly kept: readonly KeptWire[];
  readonly short: readonly ShortWire[];
  /** Motors whose card does not say enough to tell. */
  readonly unknown: readonly string[];
}

/** @param motors in the order in which they are to have wire; @param stock what is on the reels now */
export function wireAhead(motors: readonly MotorAhead[], stock: readonly Reel[]): WireAhead {
  const left = new Map(stock.map((r) => [r.id, r.massKg]));
  const kept: KeptWire[] = [];
  const short: ShortWire[] = [];
  const unknown: string[] = [];
  for (const { number, machine, card, plate, settings } of motors) {
    const now = stock.flatMap((r) => {
      const massKg = left.get(r.id)!;
      return massKg > 0 ? [{ ...r, massKg }] : [];
    });
    const cut = card.plan ? machine.cutList(card, plate, now, settings) : null;
    if (!cut?.ok) {
      unknown.push(number);
      continue;
    }
    for (const need of cut.value.wire) {
      for (const { reel, massKg } of need.take) {
        // Two windings of one motor may want the same reel.
        const kg = Math.min(massKg, left.get(reel.id) ?? 0);
        left.set(reel.id, (left.get(reel.id) ?? 0) - kg);
        if (kg > 0) kept.push({ reel: reel.id, number, kg });
        if (massKg - kg > 1e-9) short.push({ strand: need.strand, number, kg: massKg - kg });
      }
      if (need.shortKg > 0) short.push({ strand: need.strand, number, kg: need.shortKg });
    }
  }
  return { kept, short, unknown };
}
