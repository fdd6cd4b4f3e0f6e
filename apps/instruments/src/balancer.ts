/**
 * A stand-in balancing machine: a rotor with an unbalance that nobody sees, two pick-ups that answer to it, and some noise.
 * Its arithmetic is its own. Described in docs/instruments.md.
 */
import { LINE_FAULTS, type LineFault, type StandIn } from './serve-lines.ts';

interface Phasor {
  readonly re: number;
  readonly im: number;
}
const polar = (size: number, degrees: number): Phasor => ({
  re: size * Math.cos((degrees * Math.PI) / 180),
  im: size * Math.sin((degrees * Math.PI) / 180),
});
const plus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re + b.re, im: a.im + b.im });
const times = (a: Phasor, b: Phasor): Phasor => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re,
});

export interface BalancerOptions {
  /** Hidden, in each plane [g·mm, degrees]. */
  readonly hidden?: readonly [readonly [number, number], readonly [number, number]];
  readonly radiiMm?: readonly [number, number];
  readonly speedRpm?: number;
  /** Share of a reading. */
  readonly noise?: number;
  readonly seed?: number;
}

/** mm/s for a g·mm: each pick-up feels its own plane most. */
const ANSWERS = [
  [polar(0.0011, 41), polar(0.00036, 58)],
  [polar(0.0004, 22), polar(0.00097, 33)],
] as const;
const PLANE = { A: 0, B: 1 } as const;

export class Balancer implements StandIn {
  lineFault: LineFault = 'none';
  private readonly hidden: readonly [Phasor, Phasor];
  private readonly radii: readonly [number, number];
  private readonly speed: number;
  private readonly noise: number;
  private random: number;
  private weights: { readonly plane: 'A' | 'B'; readonly grams: number; readonly degrees: number }[] = [];
  private runs = 0;
  private last: string | null = null;
  private markDegrees = 0;

  constructor(o: BalancerOptions = {}) {
    const [a, b] = o.hidden ?? [
      [4100, 213],
      [2600, 77],
    ];
    this.hidden = [polar(...a), polar(...b)];
    this.radii = o.radiiMm ?? [140, 140];
    this.speed = o.speedRpm ?? 900;
    this.noise = o.noise ?? 0.01;
    this.random = o.seed ?? 4711;
  }

  /** True unbalance of each plane [g·mm]; for whoever checks the stand-in, not on the line. */
  unbalance(): readonly [number, number] {
    const all = this.planes();
    return [Math.hypot(all[0]!.re, all[0]!.im), Math.hypot(all[1]!.re, all[1]!.im)];
  }

  private planes(): Phasor[] {
    return this.hidden.map((bare, p) =>
      this.weights
        .filter((w) => PLANE[w.plane] === p)
        .reduce((sum, w) => plus(sum, polar(w.grams * this.radii[p]!, w.degrees)), bare),
    );
  }

  private next(): number {
    this.random = (this.random * 16807) % 2147483647;
    return this.random / 2147483647;
  }

  answer(line: string): string {
    const [word = '', ...rest] = line.trim().split(/\s+/);
    switch (word) {
      case 'HELLO':
        return 'NORTHER-BENCH 1 does=balancer serial=BM-0417 calibrated=2026-09-14';
      case 'LAST':
        return this.last ?? 'ERR no run yet';
      case 'SPIN':
        return this.spin();
      case 'BARE':
        this.weights = [];
        return 'OK';
      case 'PUT':
        return this.put(rest);
      case 'FAULT':
        return this.fault(rest);
      default:
        return 'ERR unknown word';
    }
  }

  private spin(): string {
    const all = this.planes();
    const read = ANSWERS.map((row) => {
      const clean = row.reduce<Phasor>((sum, a, p) => plus(sum, times(a, all[p]!)), { re: 0, im: 0 });
      const size = Math.hypot(clean.re, clean.im);
      const noisy = plus(clean, polar(this.noise * size * this.next(), 360 * this.next()));
      const degrees = (Math.atan2(noisy.im, noisy.re) * 180) / Math.PI + this.markDegrees;
      return `${Math.hypot(noisy.re, noisy.im).toFixed(3)}@${(((degrees % 360) + 360) % 360).toFixed(1)}`;
    });
    this.runs++;
    this.last = `RUN ${this.runs} rpm=${(this.speed + this.next() - 0.5).toFixed(1)} a=${read[0]} b=${read[1]} unit=mm/s`;
    return this.last;
  }

  /** `PUT A 18@30`: somebody puts a weight on; below nothing it is taken away. */
  private put(words: readonly string[]): string {
    const m = /^([AB]) (-?\d+(?:\.\d+)?)@(\d+(?:\.\d+)?)$/.exec(words.join(' '));
    if (!m) return 'ERR PUT A 18@30 is wanted: plane, grams, degrees';
    this.weights.push({ plane: m[1] as 'A' | 'B', grams: Number(m[2]), degrees: Number(m[3]) });
    return 'OK';
  }

  /** `FAULT mark 60`: the mark moves; else what the line does. */
  private fault([name = '', value = '0']: readonly string[]): string {
    if (name === 'mark') {
      this.markDegrees = Number(value) || 0;
      return 'OK';
    }
    const known = LINE_FAULTS.find((f) => f === name);
    if (!known) return `ERR faults are mark 60, ${LINE_FAULTS.join(', ')}`;
    this.lineFault = known;
    if (known === 'none') this.markDegrees = 0;
    return 'OK';
  }
}
