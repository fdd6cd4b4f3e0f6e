/**
 * Which single fault of a commutator's ring the readings show. The ring looks the same from every bar, so each kind of fault is
 * solved once, at the first bar, and the readings are turned to it; what has a size changes them along one pattern.
 * Source: Kirchhoff's laws; a changed resistor by the Sherman–Morrison identity.
 */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';
import type { ResistorNetwork } from '../../language/numeric/index.ts';
import { fold } from './armature-plan.ts';
import { ringNetwork, ringPitch, type RingFault, type SoundRing } from './commutator-ring.ts';

export type RingReadings =
  | { readonly ohm: readonly (number | null)[] }
  | {
      readonly dropV: readonly (number | null)[];
      readonly feedInBar: number;
      readonly feedOutBar: number;
      readonly currentA: number;
    };

type Found =
  | { readonly kind: 'none' }
  | { readonly kind: 'open' | 'short'; readonly coil: number }
  | { readonly kind: 'partial'; readonly coil: number; readonly factor: number }
  | { readonly kind: 'crossed' | 'finishes-exchanged'; readonly bar: number }
  | { readonly kind: 'riser'; readonly bar: number; readonly ohm: number };
/** `mismatch` is the rms difference as a share of the rms of the sound reading [1]. */
export type RingExplanation = Found & { readonly mismatch: number };

/** A fault with a size explains only what it makes clearly better than no fault at all. */
const WORTH_SAYING = 0.9;
/** A coil of so many times its ohms is as good as open. */
const MOST_FACTOR = 100;
const MOST_OHM = 1e6;
const TINY = 1e-9;

/** Readings in their order; not a number where nothing was read or could be. */
type Figures = Float64Array;

/** The readings as seen when the fault lies at the first bar. */
interface Turned {
  readonly read: Figures;
  readonly predict: (network: ResistorNetwork) => Figures;
  /** What a change of this resistor does to each reading. */
  readonly pattern: (network: ResistorNetwork, from: number, to: number) => Figures;
}

/**
 * Single faults whose readings fit, least mismatch first; what the readings cannot tell apart is listed together.
 * A reversed coil is never among them: neither ohms nor drop show it.
 * @param tolerance largest mismatch that still fits [1]
 * @returns refused where the readings do not belong to the ring
 */
export function explainRing(
  ring: SoundRing,
  readings: RingReadings,
  tolerance: number,
): Outcome<RingExplanation[]> {
  const pitch = ringPitch(ring);
  if (!pitch.ok) return pitch;
  const { bars, coilOhm } = ring;
  const field = 'ohm' in readings ? 'ohm' : 'dropV';
  const list = 'ohm' in readings ? readings.ohm : readings.dropV;
  if (list.length !== bars)
    return refuse(
      'armature.readings',
      `${list.length} readings for ${bars} bars: one from each bar to its next is wanted.`,
      field,
      'bars',
    );
  const solved = (...faults: RingFault[]) => {
    const network = ringNetwork(ring, faults);
    if (!network.ok) throw new Error(network.findings[0]!.message);
    return network.value;
  };
  const sound = solved();
  const turnedTo = turning(list, readings, bars);
  const asRead = turnedTo(1);
  const soundly = asRead.predict(sound);
  const heard = soundly.filter((v) => !Number.isNaN(v));
  const rms = Math.sqrt(heard.reduce((s, v) => s + v * v, 0) / Math.max(heard.length, 1));
  // A ring whose neighbouring bars are not joined reads nothing when it is sound: then a coil is the measure.
  const scale = rms || coilOhm * ('ohm' in readings ? 1 : readings.currentA);
  const mismatch = (read: Figures, said: Figures) => {
    let [sum, count] = [0, 0];
    for (let i = 0; i < bars; i++) {
      const off = read[i]! - said[i]!;
      if (!Number.isNaN(off)) {
        sum += off * off;
        count++;
      } else if (Number.isNaN(read[i]!) !== Number.isNaN(said[i]!)) return Infinity;
    }
    return count === 0 ? 0 : Math.sqrt(sum / count) / scale;
  };
  const none = mismatch(asRead.read, soundly);
  const found: RingExplanation[] = [];
  const take = (one: Found, missed: number, worth = Infinity) => {
    if (missed <= tolerance && missed <= worth) found.push({ ...one, mismatch: missed });
  };
  take({ kind: 'none' }, none);

  const loose = 2 * coilOhm;
  const [open, short, crossed, finishes, riser] = [
    solved({ kind: 'open', coil: 1 }),
    solved({ kind: 'short', coil: 1 }),
    solved({ kind: 'crossed', bar: 1 }),
    solved({ kind: 'finishes-exchanged', bar: 1 }),
    solved({ kind: 'riser', bar: 1, ohm: loose }),
  ];
  const finish = fold(1 + pitch.value, bars) - 1;
  /** The change of one resistor that brings the prediction nearest; its strength is 1/(1/change of conductance + own ohms). */
  const fitted = (turned: Turned, network: ResistorNetwork, from: number, to: number) => {
    const own = network.transfer(from, to, from, to);
    if (own === null || own === 0) return null;
    const base = turned.predict(network);
    const pattern = turned.pattern(network, from, to);
    let [along, square] = [0, 0];
    for (let i = 0; i < bars; i++) {
      const step = pattern[i]! * (base[i]! - turned.read[i]!);
      if (Number.isNaN(step)) continue;
      along += step;
      square += pattern[i]! * pattern[i]!;
    }
    if (square === 0) return null;
    const at = (strength: number) =>
      mismatch(
        turned.read,
        base.map((v, i) => (Number.isNaN(pattern[i]!) ? v : v - strength * pattern[i]!)),
      );
    return { own, best: along / square, at };
  };
  for (let k = 1; k <= bars; k++) {
    const turned = turnedTo(k);
    const missed = (network: ResistorNetwork) => mismatch(turned.read, turned.predict(network));
    take({ kind: 'open', coil: k }, missed(open));
    take({ kind: 'short', coil: k }, missed(short));
    take({ kind: 'crossed', bar: k }, missed(crossed));
    take({ kind: 'finishes-exchanged', bar: k }, missed(finishes));

    const coil = fitted(turned, sound, 0, finish);
    if (coil) {
      const strengthOf = (factor: number) => 1 / (coilOhm / (1 / factor - 1) + coil.own);
      const change = 1 / (1 / coil.best - coil.own);
      const conductance = 1 + change * coilOhm;
      const factor = conductance > 1 / MOST_FACTOR ? 1 / conductance : MOST_FACTOR;
      // Past a dead short there is nothing; that one is listed by itself.
      if (coil.best < (1 - TINY) / coil.own && Math.abs(factor - 1) > TINY)
        take({ kind: 'partial', coil: k, factor }, coil.at(strengthOf(factor)), WORTH_SAYING * none);
    }
    const joint = fitted(turned, riser, 0, bars);
    if (joint) {
      const conductance = 1 / loose + 1 / (1 / joint.best - joint.own);
      // Past so many ohms the joint is open, and more says nothing.
      const ohm = Math.min(1 / conductance, MOST_OHM * coilOhm);
      if (ohm > TINY * coilOhm)
        take(
          { kind: 'riser', bar: k, ohm },
          joint.at(1 / (1 / (1 / ohm - 1 / loose) + joint.own)),
          WORTH_SAYING * none,
        );
    }
  }
  return good(found.toSorted(byMismatch));
}

/** Least mismatch first; of those that rounding alone tells apart, what has no size to be fitted. */
function byMismatch(a: RingExplanation, b: RingExplanation): number {
  const sized = (one: Found) => Number(one.kind === 'partial' || one.kind === 'riser');
  return Math.abs(a.mismatch - b.mismatch) > TINY ? a.mismatch - b.mismatch : sized(a) - sized(b);
}

/** Readings counted from a bar instead of the first; what does not change with the bar is worked out once. */
function turning(list: readonly (number | null)[], readings: RingReadings, bars: number) {
  const all = Float64Array.from(list, (v) => v ?? NaN);
  const amperes = 'ohm' in readings ? 1 : readings.currentA;
  const sums = (
    feed: readonly [number, number] | null,
    work: (k: number, next: number, into: number, outOf: number) => number | null,
  ): Figures =>
    Float64Array.from({ length: bars }, (_, k) => {
      const next = (k + 1) % bars;
      return amperes * ((feed ? work(k, next, feed[0], feed[1]) : work(k, next, k, next)) ?? NaN);
    });
  const turned = (bar: number): Turned => {
    const turn = (fed: number) => fold(fed - bar + 1, bars) - 1;
    const feed = 'ohm' in readings ? null : ([turn(readings.feedInBar), turn(readings.feedOutBar)] as const);
    const read = new Float64Array(bars);
    read.set(all.subarray(bar - 1));
    read.set(all.subarray(0, bar - 1), bars - bar + 1);
    return {
      read,
      predict: (network) => sums(feed, (k, next, into, outOf) => network.transfer(k, next, into, outOf)),
      pattern: (network, from, to) =>
        sums(feed, (k, next, into, outOf) => {
          const seen = network.transfer(k, next, from, to);
          const driven = network.transfer(from, to, into, outOf);
          return seen === null || driven === null ? null : seen * driven;
        }),
    };
  };
  if (!('ohm' in readings)) return turned;
  const first = turned(1);
  const predicted = new Map<ResistorNetwork, Figures>();
  const patterns = new Map<ResistorNetwork, Figures>();
  const once = (known: Map<ResistorNetwork, Figures>, network: ResistorNetwork, work: () => Figures) => {
    const there = known.get(network) ?? work();
    known.set(network, there);
    return there;
  };
  return (bar: number): Turned => ({
    read: turned(bar).read,
    predict: (network) => once(predicted, network, () => first.predict(network)),
    pattern: (network, from, to) => once(patterns, network, () => first.pattern(network, from, to)),
  });
}
