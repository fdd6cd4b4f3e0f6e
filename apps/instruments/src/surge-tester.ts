/**
 * A stand-in surge tester: a charged capacitor on each phase of a winding that is not there, which may hide a fault.
 * The waves are integrated step by step. Described in docs/instruments.md.
 */
import { LINE_FAULTS, type LineFault, type StandIn } from './serve-lines.ts';

const PHASES = ['U', 'V', 'W'] as const;
type Phase = (typeof PHASES)[number];
const SAMPLES = 640;
const STEP_US = 0.25;
const INNER = 6;
const CAPACITANCE = 4e-8;
const COILS = 8;
const TURNS = 18;
const COIL_H = 1.7e-4;
const PHASE_OHM = 37;

export const WINDING_FAULTS = ['none', 'turns', 'reversed', 'open'] as const;
type WindingFault = (typeof WINDING_FAULTS)[number];

export class SurgeTester implements StandIn {
  lineFault: LineFault = 'none';
  private fault: WindingFault = 'none';
  private phase: Phase = 'W';
  private fromV = 0;
  private waves: { readonly phase: Phase; readonly setV: number; readonly samples: readonly number[] }[] = [];
  private random = 20_261;

  answer(line: string): string {
    const [word = '', ...rest] = line.trim().split(/\s+/);
    switch (word) {
      case 'HELLO':
        return 'NORTHER-BENCH 1 does=surge-tester serial=ST-1180 calibrated=2026-10-02';
      case 'WAVES':
        return this.remembered();
      case 'CLEAR':
        this.waves = [];
        return 'OK';
      case 'PULSE':
        return this.pulse(rest);
      case 'WINDING':
        return this.winding(rest);
      case 'FAULT': {
        const known = LINE_FAULTS.find((f) => f === rest[0]);
        if (!known) return `ERR faults are ${LINE_FAULTS.join(', ')}`;
        this.lineFault = known;
        return 'OK';
      }
      default:
        return 'ERR unknown word';
    }
  }

  private remembered(): string {
    if (this.waves.length === 0) return 'ERR no pulse yet';
    return [
      `WAVES n=${this.waves.length} samples=${SAMPLES} step=${STEP_US}us`,
      ...this.waves.map((w) => `${w.phase} set=${w.setV}V ${w.samples.map((v) => v.toFixed(1)).join(' ')}`),
      'END',
    ].join('\n');
  }

  /** `PULSE U 1600`, or `PULSE ALL 1600`: somebody pulls the trigger. */
  private pulse([which = '', volts = '']: readonly string[]): string {
    const setV = Number(volts);
    const phases = which === 'ALL' ? PHASES : PHASES.filter((p) => p === which);
    if (phases.length === 0 || !(setV >= 100 && setV <= 15_000)) return 'ERR PULSE U 1600 is wanted';
    for (const phase of phases) {
      this.waves = this.waves.filter((w) => w.phase !== phase || w.setV !== setV);
      this.waves.push({ phase, setV, samples: this.discharge(phase, setV) });
    }
    return 'OK';
  }

  /** `WINDING turns W 1400`: two turns of W that break over from 1400 V; also reversed, open, none. */
  private winding([name = '', phase = 'W', from = '0']: readonly string[]): string {
    const known = WINDING_FAULTS.find((f) => f === name);
    const on = PHASES.find((p) => p === phase);
    if (!known || !on) return `ERR WINDING turns W 1400 is wanted; faults are ${WINDING_FAULTS.join(', ')}`;
    this.fault = known;
    this.phase = on;
    this.fromV = Number(from) || 0;
    this.waves = [];
    return 'OK';
  }

  private noise(): number {
    this.random = (this.random * 16807) % 2147483647;
    return this.random / 1073741823.5 - 1;
  }

  /** Capacitor, phase, and the closed turns as a second mesh that is coupled to it; Euler's midpoint, in fine steps. */
  private discharge(phase: Phase, setV: number): number[] {
    const hit = phase === this.phase && setV >= this.fromV ? this.fault : 'none';
    const n = hit === 'turns' ? 2 : 0;
    const whole = hit === 'reversed' ? 0.77 : hit === 'open' ? 0.3 : 1;
    const live = COIL_H * ((TURNS - n) / TURNS) ** 2;
    const l1 = ((COILS - 1) * COIL_H + live) * whole;
    const l2 = n === 0 ? 1 : COIL_H * (n / TURNS) ** 2;
    const m = n === 0 ? 0 : 0.9 * Math.sqrt(live * l2);
    const r1 = PHASE_OHM * (hit === 'open' ? 0.4 : 1);
    const r2 = (PHASE_OHM / (COILS * TURNS)) * n;
    const h = (STEP_US * 1e-6) / INNER;
    const slope = (v: number, i1: number, i2: number) => {
      const [a, b] = [v - r1 * i1, -r2 * i2];
      const d = l1 * l2 - m * m;
      return [-i1 / CAPACITANCE, (a * l2 - b * m) / d, n === 0 ? 0 : (b * l1 - a * m) / d] as const;
    };
    let [v, i1, i2] = [setV, 0, 0];
    const out: number[] = [];
    for (let k = 0; k < SAMPLES; k++) {
      out.push(v + 0.003 * setV * this.noise());
      for (let s = 0; s < INNER; s++) {
        const a = slope(v, i1, i2);
        const b = slope(v + (h / 2) * a[0], i1 + (h / 2) * a[1], i2 + (h / 2) * a[2]);
        [v, i1, i2] = [v + h * b[0], i1 + h * b[1], i2 + h * b[2]];
      }
    }
    return out;
  }
}
