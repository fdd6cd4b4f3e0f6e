/**
 * Three-phase windings of coils on single teeth, by the star of slots: which tooth belongs to which phase, and what they make.
 * Source: N. Bianchi and M. Dai Prè, Use of the star of slots in designing fractional-slot single-layer synchronous motors, IEE
 * Proceedings 2006; J. Cros and P. Viarouge, IEEE Transactions on Energy Conversion 2002. From memory.
 */
import { gcd } from '../../winding/layout/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export interface ToothSpec {
  readonly slots: number;
  readonly poles: number;
  /** 2: a coil on every tooth; 1: on every second. */
  readonly layers: 1 | 2;
}
export interface ToothCoil {
  /** From 1; tooth k lies between slots k and k + 1. */
  readonly tooth: number;
  readonly phase: 'U' | 'V' | 'W';
  readonly sign: 1 | -1;
}

/** Six sectors of the star, each a sixth of a turn. */
const SECTORS = [
  ['U', 1],
  ['W', -1],
  ['V', 1],
  ['U', -1],
  ['W', 1],
  ['V', -1],
] as const;

export const toothCoilCount = ({ slots, layers }: ToothSpec): number => (layers === 2 ? slots : slots / 2);

/** Whether three equal phases can be made: slots / (3·gcd(slots, pole pairs)) is whole. */
export const isBalanced = ({ slots, poles }: ToothSpec): boolean => (slots / gcd(slots, poles / 2)) % 3 === 0;

/** Every coil with its phase and its sense. @returns refused where three equal phases cannot be made */
export function toothCoils(spec: ToothSpec): Outcome<ToothCoil[]> {
  const { slots, poles, layers } = spec;
  if (slots % (layers === 2 ? 3 : 6) !== 0)
    return refuse(
      'tooth.slots',
      layers === 2
        ? `${slots} slots do not part into three phases.`
        : `${slots} slots do not part into three phases with a coil on every second tooth: a multiple of 6 is wanted.`,
      'slots',
    );
  if (!isBalanced(spec))
    return refuse(
      'tooth.unbalanced',
      `${slots} slots and ${poles} poles give no three equal phases: ${slots} / (3 · ${gcd(slots, poles / 2)}) is not whole.`,
      'slots',
      'poles',
    );
  const count = toothCoilCount(spec);
  return good(
    Array.from({ length: count }, (_, i) => {
      // Whole numbers only: a spoke exactly between two sectors must fall to one of them, always the same.
      const turn = (i * (poles / 2)) % count;
      const [phase, sign] = SECTORS[Math.floor((12 * turn + count) / (2 * count)) % 6]!;
      return { tooth: layers === 2 ? i + 1 : 2 * i + 1, phase, sign };
    }),
  );
}

/** A wave of so many pole pairs as the coils of one phase see it, 0 to 1. */
export function toothFactor({ slots }: ToothSpec, coils: readonly ToothCoil[], polePairs: number): number {
  const own = coils.filter((c) => c.phase === 'U');
  const { re, im } = sumOf(own, slots, polePairs, () => 0);
  return (Math.abs(Math.sin((Math.PI * polePairs) / slots)) * Math.hypot(re, im)) / own.length;
}

const THIRD = { U: 0, V: 1, W: 2 };
/** Sum of the coils' senses turned by the wave, and by a part of a turn that depends on the phase. */
function sumOf(
  coils: readonly ToothCoil[],
  slots: number,
  polePairs: number,
  thirds: (phase: ToothCoil['phase']) => number,
) {
  let [re, im] = [0, 0];
  for (const { tooth, phase, sign } of coils) {
    // The remainder first: large orders would lose their angle in rounding.
    const angle = 2 * Math.PI * (((polePairs * (tooth - 1)) % slots) / slots + thirds(phase) / 3);
    re += sign * Math.cos(angle);
    im += sign * Math.sin(angle);
  }
  return { re, im };
}

const NOTHING = 1e-9;
/** Which way a wave of three balanced currents runs with rising tooth numbers; null when they make none. */
export function waveDirection(
  { slots }: ToothSpec,
  coils: readonly ToothCoil[],
  polePairs: number,
): 'rising' | 'falling' | null {
  if (polePairs % slots === 0) return null;
  const size = (sign: 1 | -1) => {
    const { re, im } = sumOf(coils, slots, polePairs, (phase) => -sign * THIRD[phase]);
    return Math.hypot(re, im) / coils.length;
  };
  const [rising, falling] = [size(1), size(-1)];
  if (Math.max(rising, falling) < NOTHING) return null;
  return rising >= falling ? 'rising' : 'falling';
}

/** Numbers of parallel paths with equal EMF. */
export function toothCircuits(spec: ToothSpec): number[] {
  const most = gcd(toothCoilCount(spec), spec.poles);
  return Array.from({ length: most }, (_, i) => i + 1).filter((n) => most % n === 0);
}
