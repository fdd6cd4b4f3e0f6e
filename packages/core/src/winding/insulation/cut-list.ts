/** What to cut and buy for one winding: liners, separators, wedges, phase paper, sleeving, cord, leads, wire, former. */
import { slotShape, type CoreSize, type SlotShape } from '../analysis/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  good,
  refused,
  type Figure,
  type Finding,
  type Outcome,
} from '../../language/quantity/index.ts';
import { overMm, showSize, type Reel, type Strand } from '../wire/index.ts';
import { type CoilFormer, type FormerInput } from './coil-former.ts';
import { DEFAULT_CUT_SETTINGS, type CutSettings } from './cut-settings.ts';
import { beyondCore, materialFor, type InsulationClass } from './materials.ts';
import { layOnRoll, type RollLayout } from './roll-layout.ts';
import { softGoods, type SoftItem } from './soft-goods.ts';
import { wireToTake, type WireNeed } from './wire-needed.ts';

/** A mean turn from the core is right within about 10 %, which is a third of a usual head (common practice, no source). */
const STAND_OUT_DOUBTED = 0.33;

export interface CutItem {
  readonly id: 'liner' | 'separator' | 'wedge' | 'phase-paper';
  readonly name: string;
  readonly material: string;
  readonly thicknessMm: number;
  /** Flat size before folding, each with its working. */
  readonly width: Figure;
  readonly length: Figure;
  readonly count: number;
  /** Lines to fold along, from one edge across the width [mm], and cuffs folded back at both ends [mm]. */
  readonly foldsMm: readonly number[];
  readonly cuffMm: number;
  readonly roll: RollLayout | null;
}

export interface CutList {
  readonly shape: SlotShape;
  readonly items: readonly CutItem[];
  readonly soft: readonly SoftItem[];
  /** One for each winding that is wound by itself; without a name where there is one only. */
  readonly formers: readonly { readonly name: string; readonly former: CoilFormer }[];
  readonly wire: readonly (WireNeed & { readonly of: string })[];
  readonly findings: readonly Finding[];
}

export interface Electrical {
  readonly volts?: number;
  readonly amperes?: number;
  readonly insulationClass?: InsulationClass;
}

/** A stator of any kind, as far as it is cut and bought for. */
export interface StatorToCut {
  readonly slots: number;
  /** Slots that hold wire, and those of them that hold two sides or two windings. */
  readonly usedSlots: number;
  readonly sharedSlots: number;
  /** What lies between two in one slot. */
  readonly between: string;
  readonly groups: number;
  readonly widestGroup: number;
  /** Of the widest-reaching coils of the end turns [slots]. */
  readonly meanPitch: number;
  readonly leads: number;
  readonly endsPerLead: number;
  readonly amperesPerLead: number;
  /** A mean turn was measured on the old winding. */
  readonly meanTurnMeasured: boolean;
  readonly parts: readonly {
    readonly name: string;
    readonly wires: readonly Strand[];
    readonly coilEnds: number;
    readonly endsOf: string;
    readonly former: (base: Omit<FormerInput, 'meanTurnMm'>) => CoilFormer;
    /** One strand through the whole winding [m]; @param more that each turn of it is longer [mm] */
    readonly lengthM: (more: number) => number;
  }[];
}

/** Said wherever the slot is not known. */
export const noSlot = finding(
  'stop',
  'cut.no-slot',
  'The slot’s size is needed before anything can be cut: bore, core length, tooth width and slot area, or the slot’s depth and widths.',
  ['bore', 'coreLength', 'toothWidth', 'slotArea', 'slotDepth'],
);

/** What to cut and buy for a stator of any kind. */
export function cutListOf(
  stator: StatorToCut,
  core: CoreSize,
  electrical: Electrical,
  stock: readonly Reel[],
  settings: CutSettings = DEFAULT_CUT_SETTINGS,
): Outcome<CutList> {
  const shape = slotShape(stator, core);
  const { coreLengthMm: L, boreDiameterMm: D } = core;
  if (!shape || !L || !D) return refused([noSlot]);
  const volts = electrical.volts ?? 400;
  const material = materialFor(electrical.insulationClass ?? 'F', volts);
  const { out, cuff } = beyondCore(volts);
  const { usedSlots: used, sharedSlots: twoSides } = stator;
  const length = (id: string, name: string, extra: number, extraName: string) =>
    derive(
      {
        id,
        name,
        symbol: 'l',
        unit: 'mm',
        formula: extra ? 'l = L + 2·e + 2·c' : 'l = L + 2·e',
        source: CP,
        inputs: {
          L: given('L', L, 'mm', 'card, core length'),
          e: given('e', out, 'mm', `stands out of the core at each end, ${volts} V`),
          ...(extra ? { c: given('c', extra, 'mm', extraName) } : {}),
        },
        value: (v: Readonly<Record<string, number>>) => v['L']! + 2 * v['e']! + 2 * (v['c'] ?? 0),
      },
      true,
    );
  const piece = (item: Omit<CutItem, 'roll'>, rolled = true): CutItem => ({
    ...item,
    roll: rolled ? layOnRoll(item.width.value, item.length.value, item.count, settings.rollWidthMm) : null,
  });
  // The liner stands a little out of the slot while the wires go in, and is folded over under the wedge.
  const flap = Math.min(0.5 * shape.widthTopMm, 6);
  const linerWidth = derive(
    {
      id: 'linerWidth',
      name: 'Liner, along the wall',
      symbol: 'b',
      unit: 'mm',
      formula: 'b = P + 2·u',
      source: `geometry of the slot; overlap ${CP}`,
      assumptions: [
        shape.measured ? 'slot as measured' : 'slot worked out from bore, tooth and area: try one first',
      ],
      inputs: {
        P: given('P', shape.wallMm, 'mm', 'wall of the slot up to the shoulder'),
        u: given('u', flap, 'mm', 'folded over under the wedge, each side'),
      },
      value: (v) => v.P + 2 * v.u,
    },
    true,
  );
  const side = (shape.wallMm - shape.widthBottomMm) / 2;
  const items: CutItem[] = [
    piece({
      id: 'liner',
      name: 'Slot liner',
      material: material.liner,
      thicknessMm: material.linerMm,
      width: linerWidth,
      length: length('linerLength', 'Liner, along the core', cuff, 'cuff folded back at each end'),
      count: used,
      foldsMm:
        shape.form === 'round-bottom'
          ? [flap, linerWidth.value - flap]
          : [flap, flap + side, flap + side + shape.widthBottomMm, linerWidth.value - flap],
      cuffMm: cuff,
    }),
  ];
  if (twoSides > 0) {
    const width = derive(
      {
        id: 'separatorWidth',
        name: 'Separator, across the slot',
        symbol: 'b',
        unit: 'mm',
        formula: 'b = w + 2·3',
        source: `mean slot width; edges turned up 3 mm, ${CP}`,
        inputs: { w: given('w', shape.widthMm, 'mm', 'mean width of the slot') },
        value: (v) => v.w + 6,
      },
      true,
    );
    items.push(
      piece({
        id: 'separator',
        name: stator.between,
        material: material.liner,
        thicknessMm: material.linerMm,
        width,
        length: length(
          'separatorLength',
          'Separator, along the core',
          5,
          'longer than the liner at each end',
        ),
        count: twoSides,
        foldsMm: [3, width.value - 3],
        cuffMm: 0,
      }),
    );
  }
  items.push(
    piece(
      {
        id: 'wedge',
        name: 'Wedge, top stick',
        material: material.wedge,
        thicknessMm: settings.wedgeThicknessMm,
        width: derive(
          {
            id: 'wedgeWidth',
            name: 'Wedge, across the slot',
            symbol: 'b',
            unit: 'mm',
            formula: 'b = w_t − 2·t',
            source: 'slot width under the mouth less the liner twice, geometry',
            inputs: {
              wt: given('w_t', shape.widthTopMm, 'mm', 'slot width under the wedge'),
              t: given('t', material.linerMm, 'mm', 'liner'),
            },
            value: (v) => v.wt - 2 * v.t,
          },
          true,
        ),
        length: length('wedgeLength', 'Wedge, along the core', 0, ''),
        count: used,
        foldsMm: [],
        cuffMm: 0,
      },
      false,
    ),
  );
  const base = {
    coreLengthMm: L,
    boreMm: D,
    slotDepthMm: shape.depthMm,
    projectionMm: out,
    ...(settings.standOutMm === undefined ? {} : { standOutMm: settings.standOutMm }),
    ...(settings.trialStandOutMm === undefined ? {} : { trialStandOutMm: settings.trialStandOutMm }),
  };
  const formers = stator.parts.map((part) => ({ name: part.name, former: part.former(base) }));
  /** How far the end turns stand out: those that reach farthest. */
  const head = Math.max(...formers.map(({ former }) => former.coils[0]!.headMm)) + out;
  const { meanPitch, widestGroup: widest } = stator;
  const arc = (Math.PI * (D + 2 * shape.depthMm) * Math.max(widest, meanPitch / 2 + widest)) / stator.slots;
  items.push(
    piece({
      id: 'phase-paper',
      name: 'Phase paper in the end turns',
      material: material.liner,
      thicknessMm: material.linerMm,
      width: derive(
        {
          id: 'phasePaperWidth',
          name: 'Phase paper, along the bore',
          symbol: 'b',
          unit: 'mm',
          formula: 'b = π·(D + 2h)·(y/2 + q) / Q',
          source: `reach of one group’s crowns, geometry; trim to the sample, ${CP}`,
          inputs: {
            D: given('D', D, 'mm', 'card, bore'),
            h: given('h', shape.depthMm, 'mm', 'slot depth'),
            y: given('y', meanPitch, 'slots', 'mean pitch'),
            q: given('q', widest, 'coils', 'largest group'),
            Q: given('Q', stator.slots, 'slots', 'card'),
          },
          value: () => arc,
        },
        true,
      ),
      length: derive(
        {
          id: 'phasePaperHeight',
          name: 'Phase paper, height',
          symbol: 'l',
          unit: 'mm',
          formula: 'l = s + 15',
          source: `stand-out of the end turns and 15 mm over, ${CP}`,
          inputs: {
            s: given('s', head, 'mm', settings.standOutMm ? 'card, end turns stand out' : 'coil former'),
          },
          value: (v) => v.s + 15,
        },
        true,
      ),
      count: 2 * stator.groups,
      foldsMm: [],
      cuffMm: 0,
    }),
  );
  const soft = softGoods(stator, shape, D, head, material.sleeving, settings.leadLengthMm);
  const wire = wireOfParts(stator, formers, stock, settings.wireAllowance);
  const findings: Finding[] = [];
  const strandOver = Math.max(...stator.parts.flatMap((part) => part.wires).map((w) => overMm(w)[0]));
  if (
    settings.standOutMm !== undefined &&
    settings.trialStandOutMm === undefined &&
    !stator.meanTurnMeasured &&
    Math.abs(head / settings.standOutMm - 1) > STAND_OUT_DOUBTED
  )
    findings.push(
      finding(
        'watch',
        'cut.stand-out-differs',
        `The loop worked out from the core stands out ${head.toFixed(0)} mm; on the card the ends stood out ${settings.standOutMm.toFixed(0)} mm. Wind one trial coil and enter how far it stands out, or measure a mean turn.`,
        ['trialStandOut', 'meanTurn', 'overhang'],
      ),
    );
  for (const need of wire)
    if (need.shortKg > 1e-6)
      findings.push(
        finding(
          'watch',
          'cut.wire-short',
          `Wire ${showSize(need.strand)} mm: ${need.shortKg.toFixed(2)} kg more than the reels hold.`,
          ['wires'],
        ),
      );
  if (strandOver > shape.openingMm)
    findings.push(
      finding(
        'stop',
        'cut.wire-wider-than-opening',
        `A wire of ${strandOver.toFixed(2)} mm over enamel does not pass an opening of ${shape.openingMm.toFixed(1)} mm; more, thinner strands would.`,
        ['wires', 'slotOpening'],
      ),
    );
  for (const item of items)
    if (item.roll === null && item.id !== 'wedge')
      findings.push(
        finding(
          'watch',
          'cut.wider-than-roll',
          `${item.name}: ${item.width.value.toFixed(0)} × ${item.length.value.toFixed(0)} mm does not lie on a roll of ${settings.rollWidthMm} mm.`,
          ['rollWidth'],
        ),
      );
  return good({ shape, items, soft, formers, wire, findings });
}

/** Wire for one winding after the other: what the first takes is not on the reels for the next. */
function wireOfParts(
  { parts }: StatorToCut,
  formers: CutList['formers'],
  stock: readonly Reel[],
  allowance: number,
): CutList['wire'] {
  const left = new Map(stock.map((r) => [r.id, r.massKg]));
  return parts.flatMap((part, i) => {
    const reels = stock.map((r) => ({ ...r, massKg: left.get(r.id)! }));
    const needs = wireToTake(part.wires, part.lengthM(formers[i]!.former.correctionMm), reels, allowance);
    for (const { take } of needs)
      for (const { reel, massKg } of take) left.set(reel.id, left.get(reel.id)! - massKg);
    return needs.map((need) => ({ ...need, of: part.name }));
  });
}
