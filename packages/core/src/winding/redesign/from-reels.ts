/**
 * A winding of any kind made from the wire that is there: turns and wires in hand that keep the copper in its place, each
 * laid out and judged by its own kind. Source: the same copper, common practice; every figure is the kind's own.
 */
import type { Typed } from '../../language/forms/index.ts';
import type { CoilOfCard, MachineKind, PlanFigures, ShopDefaults } from '../machine/index.ts';
import { finding, worst, type Finding, type Verdict } from '../../language/quantity/index.ts';
import {
  readWires,
  showWires,
  strapStrand,
  throughOpening,
  tooManyToCompare,
  turnAreaMm2,
  wiresNear,
  type BundleLimits,
  type Reel,
  type Strand,
} from '../wire/index.ts';

export interface ReelsQuestion {
  /** Plate and card of the machine, as typed. */
  readonly plate: Typed;
  readonly card: Typed;
  readonly shop: ShopDefaults;
  /** Which of the kind’s windings, from 0. */
  readonly coil: number;
  /** Turns of a coil; null leaves them as they are. */
  readonly turns: { readonly from: number; readonly to: number } | null;
  readonly bundles: BundleLimits;
  readonly stock: readonly Reel[];
}

export interface FromReels {
  /** What to put on the card. */
  readonly fields: Typed;
  readonly turns: string;
  readonly wires: string;
  readonly strands: number;
  /** Copper of the winding against the one there was [%]. */
  readonly copperPercent: number;
  /** Of all figures of the plan that have a limit. */
  readonly verdict: Verdict;
  /** In the order that the kind names them, and then those that keep it from being sound. */
  readonly figures: readonly {
    readonly name: string;
    readonly unit: string;
    readonly value: number;
    readonly verdict: Verdict | null;
  }[];
}

/** Copper farther off than that is another winding [1]. Common practice, no source. */
const OFF = 0.08;
/** Wires that are tried for each number of turns. */
const TRIED = 8;
/** Numbers of turns in one search. */
export const MOST_TURNS = 60;

const RANK: Readonly<Record<Verdict, number>> = { sound: 0, watch: 1, stop: 2 };

/** Turns and wires of the winding on the card; a finding where they are not there yet. */
function readNow(coil: CoilOfCard, card: Typed): { turns: number; wires: readonly Strand[] } | Finding {
  const wires = readWires(card[coil.wires] ?? '');
  const turns = coil.turns === null ? 1 : Number(card[coil.turns]);
  if (!card[coil.wires]?.trim() || !wires.ok)
    return finding('stop', 'reels.no-wires', 'The card says no wires to start from.', [coil.wires]);
  if (!(turns > 0))
    return finding('stop', 'reels.no-turns', 'The card says no turns to start from.', [coil.turns!]);
  return { turns, wires: wires.wires };
}

/** What keeps the search from beginning; null when it may. */
export function tooMuchFromReels(kind: MachineKind, q: ReelsQuestion): Finding | null {
  const coil = kind.coils[q.coil];
  if (!coil) return finding('stop', 'reels.no-such-winding', 'This machine has no such winding.', []);
  const now = readNow(coil, q.card);
  if ('code' in now) return now;
  if (q.turns && q.turns.from > q.turns.to)
    return finding('stop', 'reels.turns-order', 'Turns: the smaller number comes first.', [
      'turnsFrom',
      'turnsTo',
    ]);
  if (q.turns && q.turns.to - q.turns.from >= MOST_TURNS)
    return finding('stop', 'reels.too-many-turns', `At most ${MOST_TURNS} numbers of turns at once.`, [
      'turnsFrom',
      'turnsTo',
    ]);
  if (q.stock.length === 0)
    return finding('stop', 'reels.none', 'There is no wire in stock: add reels in Stores.', []);
  return tooManyToCompare(q.stock, q.bundles);
}

/** Strap of the reels whose copper is near. */
const strapsNear = (areaMm2: number, stock: readonly Reel[], most: number): Strand[] =>
  stock.flatMap(({ strap, massKg }) => {
    if (!strap || massKg <= 0) return [];
    const one = turnAreaMm2([strapStrand(1, strap)]);
    const count = Math.max(1, Math.round(areaMm2 / one));
    return count <= most && Math.abs((count * one) / areaMm2 - 1) <= OFF ? [strapStrand(count, strap)] : [];
  });

/**
 * Each turns number with the wires nearest to the same copper, one winding after the other so that whoever asks can stop.
 * Ask `tooMuchFromReels` first.
 */
export function* windingsFromReels(kind: MachineKind, q: ReelsQuestion): Generator<FromReels> {
  const coil = kind.coils[q.coil];
  const now = coil && readNow(coil, q.card);
  if (!now || 'code' in now) return;
  const { plate } = kind.readPlate(q.plate);
  const area = turnAreaMm2(now.wires);
  const opening = (kind.values(q.card)['numbers'] as Readonly<Record<string, number>> | undefined)?.[
    'slotOpening'
  ];
  const limits = throughOpening(q.bundles, opening);
  const { from, to } = q.turns ?? { from: now.turns, to: now.turns };
  for (let turns = from; turns <= to; turns++) {
    const wanted = (area * now.turns) / turns;
    const bundles: (readonly Strand[])[] = [
      ...wiresNear(wanted, q.stock, limits, OFF / 2)
        .slice(0, TRIED)
        .map((b) => b.wires),
      ...strapsNear(wanted, q.stock, q.bundles.mostStrands).map((s) => [s]),
    ];
    for (const wires of bundles) {
      if (Math.abs(turnAreaMm2(wires) / wanted - 1) > OFF) continue;
      const fields = {
        ...(coil.turns === null ? {} : { [coil.turns]: String(turns) }),
        [coil.wires]: showWires(wires),
      };
      const { plan } = kind.checkCard({ ...q.card, ...fields }, plate, false, q.shop);
      const read = plan && coil.figuresIn(plan);
      if (!read) continue;
      yield {
        fields,
        turns: coil.turns === null ? '' : String(turns),
        wires: showWires(wires),
        strands: wires.reduce((n, w) => n + w.count, 0),
        copperPercent: 100 * ((turnAreaMm2(wires) * turns) / (area * now.turns) - 1),
        verdict: worst(Object.values(read.judged).flatMap((j) => (j ? [j.verdict] : []))),
        figures: shown(coil, read),
      };
    }
  }
}

const shown = (coil: CoilOfCard, { figures, judged }: PlanFigures) =>
  [
    ...coil.figures,
    ...Object.keys(judged).filter((id) => judged[id]!.verdict !== 'sound' && !coil.figures.includes(id)),
  ].flatMap((id) => {
    const figure = figures[id];
    return figure
      ? [{ name: figure.name, unit: figure.unit, value: figure.value, verdict: judged[id]?.verdict ?? null }]
      : [];
  });

/** Sound ones first, then nearest to the copper there was, then the fewest strands. */
export const rankFromReels = (found: readonly FromReels[]): FromReels[] =>
  found.toSorted(
    (a, b) =>
      RANK[a.verdict] - RANK[b.verdict] ||
      Math.round(Math.abs(a.copperPercent)) - Math.round(Math.abs(b.copperPercent)) ||
      a.strands - b.strands,
  );
