/** Limits of machine vibration, rms velocity. */
export type Mounting = 'free' | 'rigid' | 'in-place-rigid' | 'in-place-flexible';

/**
 * Of the finished machine [mm/s], by shaft height. Source: IEC 60034-14 (from memory, 2007 edition); the smallest frames of
 * grade B bolted down have no figure there and take that of the next.
 */
const FINISHED = {
  A: {
    free: [
      [132, 1.6],
      [280, 2.2],
      [Infinity, 2.8],
    ],
    rigid: [
      [132, 1.3],
      [280, 1.8],
      [Infinity, 2.3],
    ],
  },
  B: {
    free: [
      [132, 0.7],
      [280, 1.1],
      [Infinity, 1.8],
    ],
    rigid: [
      [280, 0.9],
      [Infinity, 1.5],
    ],
  },
} as const;

/** Borders of the zones A/B, B/C and C/D in place [mm/s]; medium machines. Source: ISO 20816-3, group 2 (from memory). */
const IN_PLACE = {
  'in-place-rigid': [1.4, 2.8, 4.5],
  'in-place-flexible': [2.3, 4.5, 7.1],
} as const;

export interface VibrationLimits {
  /** Good up to here, to watch up to the next. */
  readonly watchMmS: number;
  readonly limitMmS: number;
  readonly name: string;
  readonly source: string;
}

/**
 * @param shaftHeightMm of the feet's plane; in place it does not matter
 * @param grade         of the finished machine
 */
export function vibrationLimits(
  mounting: Mounting,
  shaftHeightMm: number,
  grade: 'A' | 'B' = 'A',
): VibrationLimits {
  if (mounting === 'free' || mounting === 'rigid') {
    const limit = FINISHED[grade][mounting].find(([height]) => shaftHeightMm <= height)![1];
    return {
      watchMmS: 0.7 * limit,
      limitMmS: limit,
      name: `grade ${grade} ${limit} mm/s`,
      source: `IEC 60034-14, grade ${grade} (from memory); watch from 70 %: common practice`,
    };
  }
  const [, watchMmS, limitMmS] = IN_PLACE[mounting];
  return {
    watchMmS,
    limitMmS,
    name: `zone D from ${limitMmS} mm/s`,
    source: 'ISO 20816-3, group 2 (from memory)',
  };
}

export interface SpectrumLine {
  readonly frequencyHz: number;
  readonly mmS: number;
}

export interface SpectrumCause {
  readonly id: 'unbalance' | 'misalignment' | 'electrical' | 'looseness' | 'bearing';
  readonly words: string;
  /** Share of the energy of the spectrum. */
  readonly share: number;
}

/** A peak belongs to a frequency within that. */
const WITHIN = 0.015;

/**
 * What the peaks point to, the strongest first.
 * Source: once a turn for unbalance, twice for alignment, twice the line's for uneven gap and core; common practice, no source.
 */
export function spectrumCauses(
  lines: readonly SpectrumLine[],
  q: { readonly speedRpm: number; readonly lineHz: number | null },
): SpectrumCause[] {
  const turn = q.speedRpm / 60;
  const whole = lines.reduce((a, l) => a + l.mmS ** 2, 0);
  const within = WITHIN * turn;
  const near = (hz: number, at: number) => Math.abs(hz - at) <= Math.max(within, 0.002 * at);
  const energyAt = (test: (hz: number) => boolean) =>
    lines.filter((l) => test(l.frequencyHz)).reduce((a, l) => a + l.mmS ** 2, 0);
  const twiceLine = q.lineHz === null ? null : 2 * q.lineHz;
  // Twice a turn of a two-pole motor lies just under twice the line: what is nearer to the line's is the line's.
  const isLine = (hz: number) =>
    twiceLine !== null && Math.abs(hz - twiceLine) <= Math.min(0.5, Math.abs(hz - 2 * turn));
  const once = energyAt((hz) => near(hz, turn));
  const twice = energyAt((hz) => near(hz, 2 * turn) && !isLine(hz));
  const line = energyAt(isLine);
  const higher = energyAt((hz) => [3, 4, 5, 6, 7, 8].some((k) => near(hz, k * turn)) && !isLine(hz));
  const rest = Math.max(0, whole - once - twice - line - higher);
  const parts: readonly (readonly [SpectrumCause['id'], number, string])[] = [
    ['unbalance', once, 'once a turn: unbalance, a bent shaft, or a half key that is not there'],
    ['misalignment', twice, 'twice a turn: alignment, or a shaft of two stiffnesses'],
    [
      'electrical',
      line,
      'twice the line’s frequency: uneven air gap, loose core, or unequal phases; gone at once when switched off',
    ],
    ['looseness', higher, 'many times a turn: loose feet or bearing seats'],
    ['bearing', rest, 'between the multiples: bearings, or the pass frequency of bars and slots'],
  ];
  return whole === 0
    ? []
    : parts
        .map(([id, energy, words]) => ({ id, words, share: energy / whole }))
        .filter((p) => p.share >= 0.1)
        .toSorted((a, b) => b.share - a.share);
}
