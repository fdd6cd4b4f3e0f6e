/**
 * What could make one phase ring otherwise than the two others, ranked by how near its model comes to what was seen.
 * A rank with its reasons, no probability: how often each happens is nobody's published figure.
 */
import { shortedTurnEffect } from './shorted-turn.ts';
import type { SurgePhase } from './waves.ts';

export type SurgeCauseCode =
  'turns-shorted' | 'coil-shorted' | 'group-reversed' | 'turns-missing' | 'open' | 'to-ground';

export interface SurgeCause {
  readonly code: SurgeCauseCode;
  readonly title: string;
  /** Only what the figures show. */
  readonly why: string;
  /** Where its model would stand; null for what has none. */
  readonly at: MapPoint | null;
  /** In spreads, from what was seen; the least is the best. */
  readonly distance: number;
}

/** Against the mean of those that it is held against. */
export interface MapPoint {
  readonly fasterPercent: number;
  readonly moreDampedPercent: number;
}

export interface OddPhase<Name extends string = SurgePhase> extends MapPoint {
  /** What the odd one is called. */
  readonly phase: Name;
  /** Of the others. */
  readonly hz: number;
  readonly dampingPerS: number;
  /** First pulse that left the one before [V]; null where all pulses of the phase are alike. */
  readonly leavesAtV: number | null;
}

/** How the phase is made; what the plan does not say is assumed. */
export interface PhaseMake {
  readonly turnsPerCoil: number;
  readonly coilsInSeries: number;
  readonly groupsInSeries: number;
}

/** Assumed between the turns of one coil, and between neighbouring groups. No source: stated wherever they are used. */
export const ASSUMED_COUPLING = 0.9;
export const ASSUMED_GROUP_COUPLING = 0.15;
/** Scatter of a fit that counts as one step of the rank [%]. No source. */
const SPREAD = { faster: 1, damped: 6 } as const;
/** So much more damping in one pulse is an arc, not a turn [%]. Common practice, no source. */
const ARC = 100;
/** So much faster is no winding with a fault, but a part of it [%]. Common practice, no source. */
const MUCH_FASTER = 60;

/** Of a coil with so many turns, parts are tried beside single turns. Common practice, no source. */
const MANY_TURNS = 200;
const PARTS = [0.05, 0.1, 0.2, 0.4] as const;

/**
 * Where n closed turns of one coil put the phase. The loop is of the same wire as the phase, so that its quality follows
 * from the sound ring: ωL/R of n turns is n/N of the coil's.
 */
export function shortedPoint(n: number, make: PhaseMake, hz: number, dampingPerS: number): MapPoint {
  const w = 2 * Math.PI * hz;
  const coil = 1;
  const loop = coil * (n / make.turnsPerCoil) ** 2;
  const quality = w / (2 * dampingPerS);
  const loopOhm = ((w * loop) / quality) * (make.turnsPerCoil / n);
  const effect = shortedTurnEffect({
    inductanceH: coil,
    turns: make.turnsPerCoil,
    shortedTurns: n,
    coupling: ASSUMED_COUPLING,
    coilsInSeries: make.coilsInSeries,
    loopOhm,
    frequencyHz: hz,
  });
  const sound = make.coilsInSeries * coil;
  return pointOf(sound / effect.phaseH, 1 + effect.addedOhm / (2 * dampingPerS * sound), hz, dampingPerS);
}

/** @param lower how many times less inductance; ohms how many times the resistance */
function pointOf(lower: number, ohms: number, hz: number, dampingPerS: number): MapPoint {
  const w = 2 * Math.PI * hz;
  const undamped = Math.sqrt((w * w + dampingPerS * dampingPerS) * lower);
  const damping = dampingPerS * ohms * lower;
  const ring = Math.sqrt(Math.max(0, undamped * undamped - damping * damping));
  return { fasterPercent: 100 * (ring / w - 1), moreDampedPercent: 100 * (damping / dampingPerS - 1) };
}

/** One group the wrong way round: its voltage works against its neighbours', its ohms stay. */
function reversedPoint(make: PhaseMake, hz: number, dampingPerS: number): MapPoint | null {
  const g = make.groupsInSeries;
  if (g < 2) return null;
  const neighbours = g === 2 ? 1 : 2;
  const pairs = g === 2 ? 1 : g;
  const whole = g + 2 * pairs * ASSUMED_GROUP_COUPLING;
  const less = whole - 4 * neighbours * ASSUMED_GROUP_COUPLING;
  return less > 0 ? pointOf(whole / less, 1, hz, dampingPerS) : null;
}

/** One coil with turns left out: fewer ohms and less inductance. */
function missingPoint(n: number, make: PhaseMake, hz: number, dampingPerS: number): MapPoint {
  const { turnsPerCoil: turns, coilsInSeries: coils } = make;
  const rest = (turns - n) / turns;
  const less = (coils - 1 + rest ** 2) / coils;
  return pointOf(1 / less, (coils - 1 + rest) / coils, hz, dampingPerS);
}

const turnsIn = (n: number) =>
  n === 1 ? 'One turn' : n === 2 ? 'Two turns' : n === 3 ? 'Three turns' : `${n} turns`;
const more = (value: number, word: string, less: string) =>
  `${Math.abs(value).toFixed(1)} % ${value >= 0 ? word : less}`;

/**
 * @param makes how the phase may be made; one where the plan says it, several where it does not: each cause takes the best
 * @returns the likeliest first
 */
export function rankCauses(odd: OddPhase<string>, makes: readonly PhaseMake[]): SurgeCause[] {
  const { hz, dampingPerS, leavesAtV } = odd;
  if (odd.fasterPercent > MUCH_FASTER)
    return [
      {
        code: 'open',
        title: `${odd.phase} is open, or only a part of it is connected`,
        why: `It rings ${Math.round(odd.fasterPercent)} % faster than the others: most of its inductance is not there.`,
        at: null,
        distance: 0,
      },
    ];
  const candidates: SurgeCause[] = [];
  const add = (
    code: SurgeCauseCode,
    title: string,
    point: (make: PhaseMake) => MapPoint | null,
    sized: (make: PhaseMake) => boolean = () => true,
  ) => {
    const points = makes.filter(sized).flatMap((make) => point(make) ?? []);
    const best = points.sort((a, b) => distanceTo(odd, a) - distanceTo(odd, b))[0];
    if (best) candidates.push({ code, title, why: would(best), at: best, distance: distanceTo(odd, best) });
  };
  for (const n of [1, 2, 3, 4])
    add(
      'turns-shorted',
      `${turnsIn(n)} of one coil`,
      (make) => shortedPoint(n, make, hz, dampingPerS),
      (make) => n < make.turnsPerCoil,
    );
  const [only] = makes;
  if (only && makes.length === 1 && only.turnsPerCoil >= MANY_TURNS)
    for (const share of PARTS) {
      const n = Math.round(share * only.turnsPerCoil);
      add('turns-shorted', `About ${n} turns of one coil`, (make) => shortedPoint(n, make, hz, dampingPerS));
    }
  add('coil-shorted', 'A whole coil', (make) => shortedPoint(make.turnsPerCoil, make, hz, dampingPerS));
  // What is built in shows from the first pulse on.
  if (leavesAtV === null) {
    add('group-reversed', 'A group the wrong way round', (make) => reversedPoint(make, hz, dampingPerS));
    for (const n of [1, 2])
      add(
        'turns-missing',
        `${turnsIn(n)} left out of one coil`,
        (make) => missingPoint(n, make, hz, dampingPerS),
        (make) => n < make.turnsPerCoil,
      );
  } else if (odd.moreDampedPercent > ARC)
    candidates.push({
      code: 'to-ground',
      title: 'An arc to ground or to another phase',
      why: `From ${leavesAtV} V on the wave loses its strength at once: ${Math.round(odd.moreDampedPercent)} % more damped.`,
      at: null,
      distance: 0,
    });
  candidates.sort((a, b) => a.distance - b.distance);
  return candidates;
}

const distanceTo = (odd: MapPoint, p: MapPoint) =>
  Math.hypot(
    (p.fasterPercent - odd.fasterPercent) / SPREAD.faster,
    (p.moreDampedPercent - odd.moreDampedPercent) / SPREAD.damped,
  );
const would = (p: MapPoint) =>
  `Would ring ${more(p.fasterPercent, 'faster', 'slower')}, ${more(p.moreDampedPercent, 'more damped', 'less damped')}.`;
