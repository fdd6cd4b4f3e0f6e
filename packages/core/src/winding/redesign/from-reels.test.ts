/** Windings from the reels: for every kind and each of its windings, what is found is of stock, keeps the copper, and is judged as its own card would be. */
import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  holdsSize,
  MACHINE_KIND_IDS,
  machineKind,
  rankFromReels,
  readWires,
  strapStrand,
  tooMuchFromReels,
  turnAreaMm2,
  windingsFromReels,
  worst,
  type Reel,
  type ReelsQuestion,
} from '../../index.ts';

const reelOf = (bareDiameterMm: number): Reel => ({
  id: `R${bareDiameterMm}`,
  bareDiameterMm,
  grade: 2,
  massKg: 10,
});
const STOCK = [
  ...[0.4, 0.45, 0.5, 0.56, 0.63, 0.71, 0.8, 0.9, 1, 1.12, 1.25, 1.4, 1.6, 1.8, 2].map(reelOf),
  {
    ...reelOf(strapStrand(1, { thicknessMm: 1.6, widthMm: 5.6 }).bareDiameterMm),
    id: 'S',
    strap: { thicknessMm: 1.6, widthMm: 5.6 },
  },
];
const wiresOf = (text: string) => {
  const read = readWires(text);
  if (!read.ok) throw new Error(read.message);
  return read.wires;
};
const questionOf = (machine: string, coil: number, example: number, more: Partial<ReelsQuestion> = {}) => {
  const kind = machineKind(machine);
  const { plate, card } = kind.examples[example]!;
  const { turns } = kind.coils[coil]!;
  const now = turns === null ? 0 : Number(card[turns] ?? 0);
  return {
    plate,
    card,
    shop: {},
    coil,
    turns: turns === null || now === 0 ? null : { from: Math.max(1, now - 2), to: now + 2 },
    bundles: { mostSizes: 2 as const, mostStrands: 6 },
    stock: STOCK,
    ...more,
  } satisfies ReelsQuestion;
};
const CASES = MACHINE_KIND_IDS.flatMap((id) =>
  machineKind(id).coils.flatMap((c, coil) =>
    machineKind(id).examples.flatMap((e, i) => (e.card[c.wires] ? [[id, c.name, coil, i] as const] : [])),
  ),
);

test('every winding of every kind is of its card, and some example has it', () => {
  for (const id of MACHINE_KIND_IDS) {
    const kind = machineKind(id);
    const fields = kind.card.flatMap((s) => s.fields.map((f) => f.id));
    expect(kind.coils.length).toBeGreaterThan(0);
    for (const c of kind.coils) {
      expect(fields).toContain(c.wires);
      if (c.turns !== null) expect(fields).toContain(c.turns);
    }
    expect(CASES.some(([of]) => of === id)).toBe(true);
  }
});

describe.each(CASES)('%s %s, winding %i of example %i', (id, _, coil, example) => {
  const kind = machineKind(id);
  const q = questionOf(id, coil, example);
  const of = kind.coils[coil]!;

  it('is made of what is in stock, keeps the copper, and is judged as its own card', () => {
    expect(tooMuchFromReels(kind, q)).toBeNull();
    const area = turnAreaMm2(wiresOf(q.card[of.wires]!));
    const found = rankFromReels([...windingsFromReels(kind, q)]);
    for (const f of found) {
      const wires = wiresOf(f.wires);
      for (const w of wires) expect(STOCK.some((r) => holdsSize(r, w))).toBe(true);
      expect(f.strands).toBeLessThanOrEqual(6);
      const turns = of.turns === null ? 1 : Number(f.turns) / Number(q.card[of.turns]);
      expect(100 * ((turnAreaMm2(wires) * turns) / area - 1)).toBeCloseTo(f.copperPercent, 6);
      expect(Math.abs(f.copperPercent)).toBeLessThanOrEqual(8.1);
      // What is taken reads on the card as it was promised.
      const again = kind.checkCard({ ...q.card, ...f.fields }, kind.readPlate(q.plate).plate, true, {});
      const { figures, judged } = of.figuresIn(again.plan!)!;
      expect(worst(Object.values(judged).map((j) => j!.verdict))).toBe(f.verdict);
      for (const x of f.figures)
        expect(Object.values(figures).find((y) => y!.name === x.name)!.value).toBeCloseTo(x.value, 9);
    }
    const rank = { sound: 0, watch: 1, stop: 2 };
    found.slice(1).forEach((f, i) => expect(rank[f.verdict]).toBeGreaterThanOrEqual(rank[found[i]!.verdict]));
  });
});

it('finds the winding that there is when its wire is on the reels', () => {
  fc.assert(
    fc.property(fc.constantFrom(...CASES), ([id, , coil, example]) => {
      const q = questionOf(id, coil, example, { turns: null });
      const { wires } = machineKind(id).coils[coil]!;
      const own = wiresOf(q.card[wires]!);
      if (own.length > 2 || own.reduce((n, w) => n + w.count, 0) > 6) return;
      const stock = own.map((w, i): Reel => ({
        ...reelOf(w.bareDiameterMm),
        id: String(i),
        ...(w.strap ? { strap: w.strap } : {}),
      }));
      const best = rankFromReels([...windingsFromReels(machineKind(id), { ...q, stock })]);
      expect(best.some((f) => Math.abs(f.copperPercent) < 1e-6)).toBe(true);
    }),
    { numRuns: 60 },
  );
});

it('takes strap from the reels where its copper is near', () => {
  const kind = machineKind('direct-current');
  const at = kind.coils.findIndex((c) => c.wires === 'shuntWires');
  const card = { ...kind.examples[0]!.card, shuntWires: '1.6x5.6' };
  const found = [...windingsFromReels(kind, { ...questionOf('direct-current', at, 0), card, turns: null })];
  expect(found.map((f) => f.wires)).toContain('1x1.6x5.6');
});

it('says what keeps it from beginning', () => {
  const kind = machineKind('direct-current');
  const q = questionOf('direct-current', 0, 0);
  expect(tooMuchFromReels(kind, { ...q, stock: [] })?.message).toContain('add reels');
  expect(tooMuchFromReels(kind, { ...q, turns: { from: 9, to: 3 } })?.code).toBe('reels.turns-order');
  expect(tooMuchFromReels(kind, { ...q, turns: { from: 1, to: 200 } })?.code).toBe('reels.too-many-turns');
  expect(tooMuchFromReels(kind, { ...q, card: { ...q.card, wires: '' } })?.code).toBe('reels.no-wires');
  expect(tooMuchFromReels(kind, { ...q, coil: 99 })?.code).toBe('reels.no-such-winding');
});
