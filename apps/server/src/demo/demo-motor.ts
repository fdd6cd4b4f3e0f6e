/** What the demo says of one motor, and short ways to say it. */
import type { PartKind, Route, Stage, StationId, TestKindId } from '@norther/core';
import type { DemoDesign } from './demo-windings.ts';
import type { MadeUpSurge } from './surge-waves.ts';

export interface DemoReading {
  readonly kind: TestKindId;
  readonly stage: Stage;
  readonly typed: Record<string, string>;
  readonly hoursAgo: number;
  /** Minutes the part held its bake, for a made-up oven log. */
  readonly bakedMinutes?: number;
  /** Of a made-up surge test; its figures follow from them. */
  readonly surge?: MadeUpSurge;
}
/** A machine of another kind than three-phase, as its plate and its card would have been typed. */
export interface DemoOtherKind {
  readonly kind: string;
  readonly plate: Record<string, string>;
  readonly card: Record<string, string>;
}
export interface DemoMotor {
  readonly number: string;
  readonly customer: string;
  readonly machine: string;
  readonly maker: string;
  readonly serial: string;
  readonly power: string;
  readonly speed: string;
  /** The shop's own route where it goes one. */
  readonly route?: Route;
  readonly winding: DemoDesign | DemoOtherKind;
  /** Hours from now; null: no promise. */
  readonly promised: number | null;
  readonly rush?: boolean;
  readonly arrivedHoursAgo: number;
  /** Last stations signed. */
  readonly stator: StationId | null;
  readonly rotor: StationId | null;
  readonly together?: StationId;
  /** Taken but not signed: station, who, hours ago. */
  readonly working: readonly (readonly [StationId, string, number])[];
  readonly holds?: readonly {
    body: 'stator' | 'rotor' | 'motor';
    reason: string;
    by: string;
    hoursAgo: number;
  }[];
  readonly card?: Record<string, string>;
  /** Over the plate that follows from the design. */
  readonly plate?: Record<string, string>;
  /** Joints made so far, in their order; the last of them found wrong and opened again when `reopened`. */
  readonly joints?: { readonly made: number | 'all'; readonly reopened?: boolean };
  /** Stations that were signed, opened again by the lead for a reason, and done anew. */
  readonly again?: readonly { readonly station: StationId; readonly reason: string }[];
  /** What came along. */
  readonly parts?: readonly { readonly kind: PartKind; readonly note?: string; readonly back?: true }[];
  /** Whoever is to do it. */
  readonly givenTo?: string;
  readonly noCard?: boolean;
  /** It came without its winding: only the iron could be measured. */
  readonly coreOnly?: true;
  /** It left; every station was signed by then. */
  readonly shippedHoursAgo?: number;
  /** Photos of how it came; what was burnt shows where to look for the cause. */
  readonly photos?: { readonly burnt: 'one-phase' | 'one-group' | 'all' };
  readonly readings?: readonly DemoReading[];
}

export const insulation = (stage: Stage, mohm: string, hoursAgo: number, t = '22'): DemoReading => ({
  kind: 'insulation',
  stage,
  typed: { testVoltage: '500', oneMinute: mohm, temperature: t },
  hoursAgo,
});
export const core = (before: string, after: string, hoursAgo: number): DemoReading => ({
  kind: 'core-loss',
  stage: 'bare',
  typed: { before, after, hotSpot: '4' },
  hoursAgo,
});
export const branches = (stage: Stage, main: string, start: string, hoursAgo: number): DemoReading => ({
  kind: 'branch-resistance',
  stage,
  typed: { main, start, temperature: '20' },
  hoursAgo,
});
export const cure = (bakedMinutes: number, hoursAgo: number): DemoReading => ({
  kind: 'cure',
  stage: 'varnished',
  typed: { target: '138', minutes: '6 h', tolerance: '5' },
  hoursAgo,
  bakedMinutes,
});
export const design = (
  slots: number,
  poles: number,
  span: number,
  circuits: number,
  star: boolean,
  amps: number,
  bore: number,
  length: number,
): DemoDesign => ({ slots, poles, span, circuits, star, volts: 400, amps, bore, length });
