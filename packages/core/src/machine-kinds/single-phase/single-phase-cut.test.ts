/** What is cut for a single-phase stator, worked out by hand: slots counted, loops measured, wire of each winding. */
import { describe, expect, it } from 'vitest';
import { DEFAULT_CUT_SETTINGS, machineKind, type Reel, type Typed } from '../../index.ts';

const kind = machineKind('single-phase');
const [example] = kind.examples;
const cutOf = (change: Typed = {}, stock: readonly Reel[] = []) => {
  const { plate } = kind.readPlate(example!.plate);
  const cut = kind.cutList(
    kind.checkCard({ ...example!.card, ...change }, plate, false, {}),
    plate,
    stock,
    DEFAULT_CUT_SETTINGS,
  );
  if (!cut.ok) throw new Error(cut.findings[0]!.message);
  return cut.value;
};
const item = (cut: ReturnType<typeof cutOf>, id: string) => cut.items.find((i) => i.id === id);

describe('24 slots, 4 poles, main 1-6 1-4 of 62 and 44, start 1-6 1-4 of 70 and 50', () => {
  const cut = cutOf();
  it('has a liner and a wedge for every slot, and paper where main and start share one', () => {
    // Main from slot 1: coils 1-6, 2-5, then every six slots; start from slot 4: 4-9, 5-8 …
    const sides = (first: number) =>
      [0, 6, 12, 18].flatMap((g) =>
        [first + g, first + 5 + g, first + 1 + g, first + 4 + g].map((s) => ((s - 1) % 24) + 1),
      );
    const [main, start] = [new Set(sides(1)), new Set(sides(4))];
    const used = new Set([...main, ...start]);
    expect(item(cut, 'liner')!.count).toBe(used.size);
    expect(item(cut, 'wedge')!.count).toBe(used.size);
    expect(item(cut, 'separator')!.count).toBe([...main].filter((s) => start.has(s)).length);
    expect(item(cut, 'separator')!.name).toBe('Separator between the windings');
    expect(item(cut, 'phase-paper')!.count).toBe(2 * 8);
  });
  it('has a former for each winding: widest coil first, each loop its own turn', () => {
    expect(cut.formers.map((f) => f.name)).toEqual(['Main', 'Start']);
    for (const { former } of cut.formers) {
      expect([former.gang, former.gangs]).toEqual([2, 4]);
      expect(former.coils.map((c) => c.pitch)).toEqual([5, 3]);
      // 2·L + 2.4·W + the bore, W the chord of the span at 1.12 bores: L 80, D 82.
      const turn = (pitch: number) => 2 * 80 + (2.4 * Math.PI * 82 * 1.12 * pitch) / 24 + 82;
      expect(former.coils.map((c) => c.perimeterMm)).toEqual([
        expect.closeTo(turn(5), 9),
        expect.closeTo(turn(3), 9),
      ]);
    }
    expect(cut.formers.map((f) => f.former.coils.map((c) => c.turns))).toEqual([
      [62, 44],
      [70, 50],
    ]);
    // Written the other way round, the widest is still wound outermost.
    const turned = cutOf({ mainSpans: '1-4,1-6', mainTurns: '44,62' });
    expect(turned.formers[0]!.former.coils.map((c) => [c.pitch, c.turns])).toEqual([
      [5, 62],
      [3, 44],
    ]);
  });
  it('takes the wire of each winding, and what the first takes is not there for the second', () => {
    const [main, start] = cut.wire;
    expect([main!.of, start!.of]).toEqual(['Main', 'Start']);
    const turn = (pitch: number) => 242 + (2.4 * Math.PI * 82 * 1.12 * pitch) / 24;
    expect(main!.lengthM).toBeCloseTo(1.05 * 4 * (62 * turn(5) + 44 * turn(3)) * 1e-3, 6);
    expect(start!.lengthM).toBeCloseTo(1.05 * 4 * (70 * turn(5) + 50 * turn(3)) * 1e-3, 6);
    const reel: Reel = { id: 'R1', bareDiameterMm: 0.95, grade: 2, massKg: main!.massKg + 0.1 };
    const same = cutOf({ startWires: '0.95' }, [reel]);
    expect(same.wire[0]!.shortKg).toBeCloseTo(0, 9);
    expect(same.wire[1]!.take.map((t) => t.massKg)).toEqual([expect.closeTo(0.1, 9)]);
    expect(same.wire[1]!.shortKg).toBeCloseTo(same.wire[1]!.massKg - 0.1, 9);
    expect(same.findings.map((f) => f.code)).toContain('cut.wire-short');
  });
  it('counts four leads and the ends of eight groups', () => {
    expect(
      cut.soft.filter((s) => s.id === 'coil-sleeving').map((s) => [s.name.split(':')[0], s.count]),
    ).toEqual([
      ['Main', 8],
      ['Start', 8],
    ]);
    expect(cut.soft.find((s) => s.id === 'lead-cable')!.count).toBe(4);
  });
});
