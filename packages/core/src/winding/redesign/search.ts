/** Searches all windings of one core within limits: span, turns, circuits, connection and wires from stock. */
import type { PhaseConnection } from '../../physics/electrical/index.ts';
import type { CoreSize, Supply } from '../analysis/index.ts';
import { slotShape, turnLengthMm } from '../analysis/index.ts';
import { circuitsThatWork, connectionList } from '../connection/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import { effectiveFactor, buildLayout, skewFactor, type WindingSpec } from '../layout/index.ts';
import {
  bundlesFromStock,
  tooManyBundles,
  type Bundle,
  type BundleLimits,
  type Reel,
} from '../wire/index.ts';

export interface SearchLimits {
  readonly toothT: number;
  readonly backIronT: number;
  readonly gapLeastT: number;
  readonly gapMostT: number;
  /** [A/mm²] */
  readonly currentDensity: number;
  /** Slot fill by Σ enamelled diameter² [1]. */
  readonly fill: number;
  readonly windingFactorLeast: number;
}

export const DEFAULT_LIMITS: SearchLimits = {
  toothT: 1.8,
  backIronT: 1.65,
  gapLeastT: 0.35,
  gapMostT: 0.65,
  currentDensity: 7,
  fill: 0.75,
  windingFactorLeast: 0.8,
};

export interface SearchSpace {
  /** Kind, slots, poles, layers of the winding; its pitch is varied. */
  readonly winding: WindingSpec & { readonly skewSlots?: number };
  readonly core: CoreSize;
  readonly supply: Supply;
  readonly stock: readonly Reel[];
  readonly bundles: BundleLimits;
  readonly limits: SearchLimits;
  readonly pitches: readonly number[];
  readonly turns: { readonly from: number; readonly to: number };
  readonly circuits: readonly number[];
  readonly connections: readonly PhaseConnection[];
  readonly emfRatio: number;
  readonly stackingFactor: number;
  readonly linerThicknessMm: number;
  readonly wedgeThicknessMm: number;
  readonly rank: SearchRank;
  /** Best ones that are kept. */
  readonly keep: number;
}

export type SearchRank = 'least-loss' | 'least-copper' | 'easiest-to-insert' | 'lowest-density';

export interface Candidate {
  readonly pitch: number;
  readonly turns: number;
  readonly circuits: number;
  readonly connection: PhaseConnection;
  readonly wires: Bundle['wires'];
  readonly strands: number;
  readonly windingFactor: number;
  readonly gapT: number;
  readonly toothT: number;
  readonly backIronT: number;
  readonly currentDensity: number;
  readonly fill: number;
  readonly lossW: number;
  readonly copperKg: number;
  readonly score: number;
}

export interface SearchState {
  /** Combinations looked at or left out for a whole reason. */
  readonly considered: number;
  readonly total: number;
  readonly within: number;
  readonly best: readonly Candidate[];
  /** An even sample of all that lie within, for the plot. */
  readonly sample: readonly Candidate[];
  readonly done: boolean;
}

interface Span {
  readonly pitch: number;
  readonly factor: number;
  readonly meanTurnMm: number;
  readonly circuits: readonly number[];
}

const SAMPLE = 1500;

/**
 * A search that goes on in steps, so that whoever runs it can stop it, show how far it is, and stay responsive.
 * Source: the same formulas as the bench (analysis/figures.ts); a test compares the two.
 */
export class WindingSearch {
  private readonly spans: readonly Span[];
  private readonly bundles: readonly Bundle[];
  private readonly outer: { span: Span; circuits: number; connection: PhaseConnection }[] = [];
  private at = 0;
  private considered = 0;
  private within = 0;
  private best: Candidate[] = [];
  private worst = Infinity;
  private sample: Candidate[] = [];
  private readonly turnsCount: number;
  private readonly net: number | null;

  constructor(private readonly space: SearchSpace) {
    const { core, winding } = space;
    this.bundles = bundlesFromStock(space.stock, space.bundles);
    this.spans = space.pitches.flatMap((pitch) => spanOf(space, pitch));
    for (const span of this.spans)
      for (const circuits of space.circuits)
        for (const connection of space.connections)
          if (span.circuits.includes(circuits)) this.outer.push({ span, circuits, connection });
    this.turnsCount = Math.max(0, space.turns.to - space.turns.from + 1);
    const shape = slotShape(winding, core);
    const area = core.slotAreaMm2 ?? shape?.areaMm2;
    const separators = winding.layers === 1 ? 0 : 1;
    this.net =
      shape && area
        ? Math.max(
            1e-9,
            area -
              space.linerThicknessMm * (shape.wallMm + separators * shape.widthMm) -
              space.wedgeThicknessMm * shape.widthMm,
          )
        : null;
  }

  /** All combinations there are, pruned ones with them. */
  get total(): number {
    return (
      this.space.pitches.length *
      this.space.circuits.length *
      this.space.connections.length *
      this.turnsCount *
      Math.max(1, this.bundles.length)
    );
  }

  /** Goes on until about `budget` combinations more are considered. */
  step(budget: number): SearchState {
    const until = this.considered + budget;
    while (this.at < this.outer.length * this.turnsCount && this.considered < until) {
      const { span, circuits, connection } = this.outer[Math.floor(this.at / this.turnsCount)]!;
      this.tryTurns(span, circuits, connection, this.space.turns.from + (this.at % this.turnsCount));
      this.at++;
    }
    const done = this.at >= this.outer.length * this.turnsCount;
    return {
      considered: done ? this.total : Math.min(this.considered, this.total),
      total: this.total,
      within: this.within,
      best: done ? this.ranked() : this.best.length > 50 ? this.ranked().slice(0, 50) : this.ranked(),
      sample: this.sample,
      done,
    };
  }

  private ranked = () => [...this.best].sort((a, b) => a.score - b.score).slice(0, this.space.keep);

  private tryTurns(span: Span, circuits: number, connection: PhaseConnection, turns: number) {
    this.considered += this.bundles.length;
    const { core, supply, limits, winding } = this.space;
    const D = core.boreDiameterMm!;
    const L = core.coreLengthMm!;
    const coils = (winding.layers === 1 ? winding.slots / 2 : winding.slots) / 3;
    const series = (coils * turns) / circuits;
    const volts = connection === 'star' ? supply.voltageV! / Math.sqrt(3) : supply.voltageV!;
    const flux =
      (volts * this.space.emfRatio) /
      (Math.PI * Math.SQRT2 * supply.frequencyHz! * series * span.factor * this.skew());
    const gapT = (flux * 1e6 * winding.poles) / (Math.PI * D * L);
    if (gapT < limits.gapLeastT || gapT > limits.gapMostT) return;
    const iron = (L - (core.ductsMm ?? 0)) * this.space.stackingFactor;
    const toothT = core.toothWidthMm
      ? ((Math.PI / 2) * gapT * Math.PI * D * L) / (winding.slots * core.toothWidthMm * iron)
      : 0;
    if (toothT > limits.toothT) return;
    const backIronT = core.backIronMm ? (flux * 1e6) / 2 / (core.backIronMm * iron) : 0;
    if (backIronT > limits.backIronT) return;
    const current = (supply.currentA ?? 0) / (connection === 'star' ? 1 : Math.sqrt(3));
    const sides = winding.layers === 1 ? 1 : 2;
    const leastArea = current / circuits / limits.currentDensity;
    const mostSquare = this.net === null ? Infinity : (limits.fill * this.net) / (sides * turns);
    for (let k = this.firstFrom(leastArea); k < this.bundles.length; k++) {
      const bundle = this.bundles[k]!;
      if (bundle.areaMm2 > mostSquare) break; // a square is never smaller than its circle
      if (bundle.squareMm2 > mostSquare) continue;
      const density = current / circuits / bundle.areaMm2;
      const ohms = (series * span.meanTurnMm) / 1000 / 58 / (circuits * bundle.areaMm2);
      const lossW = 3 * current * current * ohms * ((234.5 + 75) / (234.5 + 20));
      const copperKg = (3 * coils * turns * span.meanTurnMm * bundle.areaMm2 * 8.89) / 1e6;
      const fill = this.net === null ? 0 : (sides * turns * bundle.squareMm2) / this.net;
      this.within++;
      const score = scoreOf(this.space.rank, { lossW, copperKg, fill, density, strands: bundle.strands });
      const sampled = this.sample.length < SAMPLE || this.within % Math.ceil(this.within / SAMPLE) === 0;
      if (score >= this.worst && !sampled) continue;
      const candidate: Candidate = {
        pitch: span.pitch,
        turns,
        circuits,
        connection,
        wires: bundle.wires,
        strands: bundle.strands,
        windingFactor: span.factor,
        gapT,
        toothT,
        backIronT,
        currentDensity: density,
        fill,
        lossW,
        copperKg,
        score,
      };
      if (sampled) {
        if (this.sample.length < SAMPLE) this.sample.push(candidate);
        else this.sample[(this.within * 7919) % SAMPLE] = candidate;
      }
      if (score < this.worst) {
        this.best.push(candidate);
        // Sorted out now and then rather than at every find.
        if (this.best.length >= 4 * this.space.keep) {
          this.best = this.ranked();
          this.worst = this.best.at(-1)!.score;
        }
      }
    }
  }

  private skew() {
    const { skewSlots, slots, poles } = this.space.winding;
    return skewSlots ? skewFactor(slots, skewSlots, poles / 2) : 1;
  }

  private firstFrom(area: number): number {
    let low = 0;
    let high = this.bundles.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.bundles[middle]!.areaMm2 < area) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}

function spanOf(space: SearchSpace, pitch: number): Span[] {
  const { pitches: _all, ...rest } = space.winding;
  const spec =
    rest.kind === 'concentric' && space.winding.pitches
      ? {
          ...rest,
          pitch: pitch + space.winding.pitches.length - 1,
          pitches: space.winding.pitches.map((_, j) => pitch + space.winding.pitches!.length - 1 - 2 * j),
        }
      : { ...rest, pitch };
  const { boreDiameterMm: D = 0, coreLengthMm: L = 0 } = space.core;
  const depth = slotShape(space.winding, space.core)?.depthMm ?? 0.12 * D;
  const found = buildLayout(space.winding);
  const byCircuits = circuitsThatWork(spec)
    .filter((c) => space.circuits.includes(c))
    .flatMap((c) => {
      const laid = buildLayout({ ...spec, circuits: c });
      return laid.ok && connectionList(laid.value, { circuits: c, connection: 'star' }).ok
        ? [{ circuits: [c], layout: laid.value }]
        : [];
    });
  // A balanced winding has the same coils whatever its circuits.
  const alike = byCircuits[0]?.layout.exactlyBalanced
    ? [{ circuits: byCircuits.map((c) => c.circuits[0]!), layout: byCircuits[0].layout }]
    : byCircuits;
  return alike.flatMap(({ circuits, layout }) => {
    const factor = effectiveFactor(layout);
    if (factor < space.limits.windingFactorLeast) return [];
    // Measured on the winding that is there, and carried over to the other spans.
    const meanTurnMm =
      space.core.meanTurnMm && found.ok
        ? turnLengthMm(found.value, layout.meanPitch, space.core.meanTurnMm, L)
        : 2 * L + (2.4 * Math.PI * (D + depth) * layout.meanPitch) / space.winding.slots + 100;
    return [{ pitch, factor, meanTurnMm, circuits }];
  });
}

function scoreOf(
  rank: SearchRank,
  c: { lossW: number; copperKg: number; fill: number; density: number; strands: number },
): number {
  switch (rank) {
    case 'least-loss':
      return c.lossW * (1 + c.strands / 1e4);
    case 'least-copper':
      return c.copperKg * (1 + c.strands / 1e4);
    case 'easiest-to-insert':
      return c.fill + c.strands / 500;
    case 'lowest-density':
      return c.density * (1 + c.strands / 1e4);
  }
}

/** Spans that are laid out and joined for every search. */
const MOST_SPANS = 150;

/** What is to be narrowed before a search may begin, counted and not tried; null when it may. */
export function tooLargeToSearch(space: Pick<SearchSpace, 'stock' | 'bundles' | 'pitches'>): Finding | null {
  if (space.pitches.length > MOST_SPANS)
    return finding(
      'stop',
      'search.too-many-spans',
      `${space.pitches.length} spans are more than the ${MOST_SPANS} of one search: narrow them.`,
      ['spans', 'spanFrom', 'spanTo'],
    );
  return tooManyBundles(space.stock, space.bundles);
}

/** What a search needs and has not got, in one sentence with the fields; null when it can begin. */
export function missingForSearch(core: CoreSize, supply: Supply): Finding | null {
  const needs: readonly (readonly [string, string, number | undefined])[] = [
    ['bore', 'the bore', core.boreDiameterMm],
    ['coreLength', 'the core length', core.coreLengthMm],
    ['voltage', 'the volts of the plate', supply.voltageV],
    ['frequency', 'the frequency of the plate', supply.frequencyHz],
    ['current', 'the amperes of the plate', supply.currentA],
  ];
  if (core.coreLengthMm && (core.ductsMm ?? 0) >= core.coreLengthMm)
    return finding(
      'stop',
      'search.no-iron',
      'The ducts are as long as the core, so no iron is left: measure both again.',
      ['ducts', 'coreLength'],
    );
  const missing = needs.filter(([, , value]) => !value);
  if (missing.length === 0) return null;
  const words = missing.map(([, name]) => name).join(', ');
  return finding(
    'stop',
    'search.missing',
    `A search needs ${words}.`,
    missing.map(([id]) => id),
  );
}
