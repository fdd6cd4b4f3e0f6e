/**
 * A stand-in dynamometer with an induction motor on it whose losses are known, logged a few times a second.
 * Its arithmetic is its own. Described in docs/instruments.md.
 */
import { LINE_FAULTS, type LineFault, type StandIn } from './serve-lines.ts';

const VOLTS = 400;
const SYNC_RPM = 1500;
/** One phase of the star, warm [Ω], with what turns beside it [W]. */
const MOTOR = { r1: 1.305, x1: 1.62, r2: 0.96, x2: 2.43, xm: 65.6, rfe: 1238, frictionW: 44 };
const STEP_S = 0.25;
const HOLD_S = 20;
const RAMP_S = 6;
const WARM_C = 85;

export interface DynamometerOptions {
  /** Stray loss, W for (N·m)². */
  readonly strayWPerNm2?: number;
  /** Share of a reading. */
  readonly noise?: number;
  readonly seed?: number;
  /** Loads of a run, in the order taken [N·m]. */
  readonly loadsNm?: readonly number[];
}

interface Point {
  readonly amperes: number;
  readonly watts: number;
  readonly torque: number;
  readonly rpm: number;
}

export class Dynamometer implements StandIn {
  lineFault: LineFault = 'none';
  private rows: string[] = [];
  private lost = 0;
  private random: number;
  private readonly stray: number;
  private readonly noise: number;
  private readonly loads: readonly number[];

  constructor(o: DynamometerOptions = {}) {
    this.stray = o.strayWPerNm2 ?? 0.055;
    this.noise = o.noise ?? 0.0005;
    this.random = o.seed ?? 90_417;
    this.loads = o.loadsNm ?? [33, 29, 25, 18, 11.6, 6.4];
  }

  answer(line: string): string {
    const [word = '', value = ''] = line.trim().split(/\s+/);
    switch (word) {
      case 'HELLO':
        return 'NORTHER-BENCH 1 does=dynamometer serial=DY-0552 calibrated=2026-08-20';
      case 'RUN':
        this.run();
        return 'OK';
      case 'LOG':
        return this.rows.length === 0
          ? 'ERR no run yet'
          : [`LOG rows=${this.rows.length} columns=s,V,A,W,Nm,rpm,C`, ...this.rows, 'END'].join('\n');
      case 'LOSE':
        // Every so many rows the torque does not arrive.
        this.lost = Number(value) || 0;
        return 'OK';
      case 'FAULT': {
        const known = LINE_FAULTS.find((f) => f === value);
        if (!known) return `ERR faults are ${LINE_FAULTS.join(', ')}`;
        this.lineFault = known;
        return 'OK';
      }
      default:
        return 'ERR unknown word';
    }
  }

  /** What nobody on the other side of the line knows: output over input at a shaft power. */
  trueEfficiency(shaftW: number): number {
    let [low, high] = [0, 60];
    for (let i = 0; i < 60; i++) {
      const torque = (low + high) / 2;
      const at = this.at(torque);
      if ((torque * at.rpm * Math.PI) / 30 < shaftW) low = torque;
      else high = torque;
    }
    return shaftW / this.at(low).watts;
  }

  private run() {
    this.rows = [];
    let t = 0;
    let from = this.loads[0]!;
    for (const load of this.loads) {
      for (let k = 0; k < RAMP_S / STEP_S; k++)
        this.log((t += STEP_S), from + ((load - from) * k * STEP_S) / RAMP_S);
      for (let k = 0; k < HOLD_S / STEP_S; k++) this.log((t += STEP_S), load);
      from = load;
    }
  }

  private log(t: number, torque: number) {
    const p = this.at(torque);
    const shaken = (v: number, digits: number) => (v * (1 + this.noise * this.shake())).toFixed(digits);
    const gone = this.lost > 0 && this.rows.length % this.lost === this.lost - 1;
    this.rows.push(
      [
        t.toFixed(2),
        shaken(VOLTS, 2),
        shaken(p.amperes, 4),
        shaken(p.watts, 2),
        gone ? '-' : shaken(p.torque, 4),
        (p.rpm + 0.05 * this.shake()).toFixed(2),
        (WARM_C + 0.1 * this.shake()).toFixed(2),
      ].join(' '),
    );
  }

  /** Bell-shaped enough: the sum of twelve even ones. */
  private shake(): number {
    let sum = -6;
    for (let i = 0; i < 12; i++) {
      this.random = (this.random * 16807) % 2147483647;
      sum += this.random / 2147483647;
    }
    return sum;
  }

  /** The point of the circuit that gives this torque at the shaft. */
  private at(torque: number): Point {
    let [low, high] = [1e-6, 0.15];
    for (let i = 0; i < 50; i++) {
      const s = (low + high) / 2;
      const { shaftNm } = this.solve(s, torque);
      if (shaftNm < torque) low = s;
      else high = s;
    }
    const { amperes, watts, rpm } = this.solve(low, torque);
    return { amperes, watts, torque, rpm };
  }

  /** Core loss stands right behind the stator's resistance, where the standards for losses have it. */
  private solve(s: number, torque: number) {
    const { r1, x1, r2, x2, xm, rfe, frictionW } = MOTOR;
    const a = r2 / s;
    // Rotor and magnetizing branch beside each other, behind the leakage of the stator.
    const square = a * a + x2 * x2;
    const [g, b] = [a / square, x2 / square + 1 / xm];
    const y2 = g * g + b * b;
    const [rIn, xIn] = [g / y2, x1 + b / y2];
    // With the core's branch beside all of it.
    const z2 = rIn * rIn + xIn * xIn;
    const [gAll, bAll] = [rIn / z2 + 1 / rfe, xIn / z2];
    const yAll2 = gAll * gAll + bAll * bAll;
    const amperes = VOLTS / Math.sqrt(3) / Math.hypot(r1 + gAll / yAll2, bAll / yAll2);
    const behindR1 = amperes / Math.sqrt(yAll2);
    const inner = behindR1 / Math.sqrt(z2) / Math.sqrt(y2);
    const gapW = (3 * inner * inner * a) / square;
    const rpm = SYNC_RPM * (1 - s);
    const strayW = this.stray * torque * torque;
    const shaftW = gapW * (1 - s) - frictionW - strayW;
    const watts = 3 * amperes * amperes * (r1 + gAll / yAll2);
    return { amperes, watts, rpm, shaftNm: shaftW / ((rpm * Math.PI) / 30) };
  }
}
