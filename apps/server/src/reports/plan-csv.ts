/** The plan as lists for spreadsheets: joints, coils, pieces to cut. One item a line. */
import {
  slotOfEnd,
  type ConnectionList,
  type CutList,
  type WindingAnalysis,
  type WindingLayout,
} from '@norther/core';
import Papa from 'papaparse';

const csv = (fields: string[], data: (string | number)[][]) => `${Papa.unparse({ fields, data })}
`;

export function connectionCsv(layout: WindingLayout, list: ConnectionList): string {
  return csv(
    ['joint', 'kind', 'phase', 'lead', 'ends', 'slots'],
    list.joints.map((j) => [
      j.number,
      j.kind,
      j.phase ?? '',
      j.lead ?? '',
      j.ends.map((e) => `${layout.groups[e.group - 1]!.name}${e.end}`).join(' '),
      j.ends.map((e) => slotOfEnd(layout, e)).join(' '),
    ]),
  );
}

export function coilCsv({ layout, winding, connection }: WindingAnalysis): string {
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
        `${w.of ? `${w.of}: wire` : 'Wire'} ${w.strand.bareDiameterMm.toFixed(3)} mm`,
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
