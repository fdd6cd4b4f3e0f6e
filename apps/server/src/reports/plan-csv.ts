/** The plan as lists for spreadsheets: joints, coils, pieces to cut. One item a line. */
import {
  analysisOf,
  commutatorPlanOf,
  slotOfEnd,
  type CutList,
  type GroupEnd,
  type Plan,
  type WindingAnalysis,
  showSize,
} from '@norther/core';
import Papa from 'papaparse';

const csv = (fields: string[], data: (string | number)[][]) => `${Papa.unparse({ fields, data })}
`;

/** Ends as a name and a letter; their slots where a group has coils in slots. */
export function connectionCsv(plan: Plan): string {
  const { layout } = analysisOf(plan) ?? {};
  const coilsOf = new Map(plan.coils.map((c) => [c.number, c]));
  const groupOf = new Map(plan.groups.map((g) => [g.number, g]));
  const slotOf = (e: GroupEnd): string => {
    if (layout) return String(slotOfEnd(layout, e));
    const coil = coilsOf.get(groupOf.get(e.group)!.coils[0]!);
    return coil ? coil.slots.join('/') : '';
  };
  return csv(
    ['joint', 'kind', 'phase', 'lead', 'ends', 'slots'],
    plan.joints.map((j) => [
      j.number,
      j.kind,
      j.phase ?? '',
      j.lead ?? '',
      j.ends.map((e) => `${groupOf.get(e.group)!.name}${e.end}`).join(' '),
      j.ends.map(slotOf).filter(Boolean).join(' '),
    ]),
  );
}

/** Coil by coil for the hand: slot to slot, and bar to bar where there is a commutator. */
export function coilCsv(plan: Plan): string {
  const analysis = analysisOf(plan);
  if (analysis) return statorCoilCsv(analysis);
  const armature = commutatorPlanOf(plan);
  if (armature)
    return csv(
      ['coil', 'start bar', 'first slot', 'second slot', 'finish bar', 'turns'],
      armature.armatureCoils.map((c) => [
        c.coil,
        c.startBar ?? 'dead',
        c.firstSlot,
        c.secondSlot,
        c.finishBar ?? 'dead',
        armature.turns,
      ]),
    );
  const groupOf = new Map(plan.groups.flatMap((g) => g.coils.map((c) => [c, g] as const)));
  return csv(
    ['coil', 'group', 'winding', 'polarity', 'first slot', 'second slot'],
    plan.coils.map((c) => {
      const g = groupOf.get(c.number);
      return [c.number, g?.name ?? '', g?.phase ?? '', g?.polarity ?? '', c.slots[0], c.slots[1]];
    }),
  );
}

function statorCoilCsv({ layout, winding, connection }: WindingAnalysis): string {
  const turns = layout.meanTurns ?? winding.turnsPerCoil;
  const circuitOf = new Map<number, number>();
  for (const paths of Object.values(connection.paths))
    paths.forEach((path, i) => path.forEach((g) => circuitOf.set(g, i + 1)));
  return csv(
    [
      'coil',
      'group',
      'phase',
      'polarity',
      'circuit',
      'first slot',
      'layer',
      'second slot',
      'layer',
      'span',
      'turns',
    ],
    layout.coils.map((c) => {
      const g = layout.groups[c.group - 1]!;
      return [
        c.number,
        g.name,
        c.phase,
        g.polarity,
        circuitOf.get(c.group) ?? '',
        c.topSlot,
        c.topLayer,
        c.bottomSlot,
        c.bottomLayer,
        `1-${c.pitch + 1}`,
        Math.round(c.turnShare * turns),
      ];
    }),
  );
}

export function cutCsv(cut: CutList): string {
  return csv(
    ['item', 'material', 'thickness mm', 'width mm', 'length mm', 'count', 'of roll mm', 'waste %'],
    [
      ...cut.items.map((i) => [
        i.name,
        i.material,
        i.thicknessMm,
        i.width.value.toFixed(1),
        i.length.value.toFixed(1),
        i.count,
        i.roll ? i.roll.lengthMm.toFixed(0) : '',
        i.roll ? (100 * i.roll.waste).toFixed(1) : '',
      ]),
      ...cut.soft.map((s) => [
        s.name,
        s.what,
        '',
        '',
        s.each ? s.each.value.toFixed(0) : (s.totalM * 1000).toFixed(0),
        s.count,
        (s.totalM * 1000).toFixed(0),
        '',
      ]),
      ...cut.wire.map((w) => [
        `${w.of ? `${w.of}: wire` : 'Wire'} ${w.strand.strap ? showSize(w.strand) : w.strand.bareDiameterMm.toFixed(3)} mm`,
        `${w.massKg.toFixed(2)} kg`,
        '',
        '',
        (w.lengthM * 1000).toFixed(0),
        w.strand.count,
        '',
        '',
      ]),
    ],
  );
}
