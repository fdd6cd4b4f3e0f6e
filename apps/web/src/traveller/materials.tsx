/** What a step takes, for this motor. */
import {
  asThreePhase,
  showShort,
  type Station,
  type StationId,
  type WindingAnalysis,
  type WindingLayout,
  showSize,
} from '@norther/core';
import type { MotorFile } from '../app/api.ts';
import { useCut } from '../cut-sheet/use-cut.ts';
import { piecesOf } from './pieces.ts';
import { MaterialsTable, type MaterialRow as Row } from './materials-table.tsx';

interface Uses {
  readonly rows: (a: WindingAnalysis, cut: ReturnType<typeof useCut>['cut']) => readonly Row[];
  /** The sheet of the motor that says more. */
  readonly more?: { readonly to: string; readonly text: string };
}
const figure = (a: WindingAnalysis, id: keyof WindingAnalysis['figures'], unit: string) =>
  `${a.figures[id] ? showShort(a.figures[id].value, 4) : '–'} ${unit}`;

const USES: Partial<Record<StationId, Uses>> = {
  insulate: {
    rows: ({ layout }, cut) => {
      if (cut?.ok) return piecesOf(cut.value);
      const pieces = `${layout.slots - layout.emptySlots.length} pieces`;
      return [
        ['Slot liners', pieces],
        ['Wedges', pieces],
      ];
    },
    more: { to: 'cut', text: 'The cut sheet' },
  },
  wind: {
    rows: (a) => [
      [
        'Coils',
        `${a.layout.coils.length}, in ${a.layout.groups.length} groups of ${groupSizes(a.layout.groups.map((g) => g.coils.length))}`,
      ],
      ['Span', spans(a.layout)],
      ['Turns in a coil', turns(a)],
      ['Wires in hand', `${a.winding.wires.map((w) => `${w.count}×${showSize(w)}`).join(' + ')} mm`],
      ['Mean turn', figure(a, 'meanTurn', 'mm')],
      ['Copper', figure(a, 'copperMass', 'kg')],
    ],
  },
  connect: {
    rows: ({ connection, winding, coilEnds }) => [
      ['Joints', String(connection.joints.length)],
      ['Connection', `${winding.circuits} ${winding.connection === 'star' ? 'Y' : 'Δ'}`],
      ['Ends on a lead', String(connection.endsPerLead)],
      [`Sleeves, two a ${winding.woundIn === 'singles' ? 'coil' : 'group'}`, String(coilEnds)],
    ],
    more: { to: 'connection', text: 'The connection drawing and its list' },
  },
  check: {
    rows: (a) => [
      ['Lead to lead, 25 °C, by the plan', figure(a, 'lineResistance25', 'Ω')],
      ['Compass round the bore', a.layout.groups.map((g) => g.polarity).join(' ')],
    ],
  },
};

/** What the step uses, worked out for this motor. */
export function Materials({ file, station }: { file: MotorFile; station: Station }) {
  const { checked, cut } = useCut(file);
  const analysis = asThreePhase(checked)?.analysis;
  const uses = USES[station.id];
  if (!analysis || !uses) return null;
  return <MaterialsTable file={file} rows={uses.rows(analysis, cut)} more={uses.more} />;
}

const spans = (layout: WindingLayout) =>
  [...new Set(layout.coils.map((c) => c.pitch))]
    .sort((a, b) => b - a)
    .map((p) => `1-${p + 1}`)
    .join(', ');

const turns = ({ layout, winding }: WindingAnalysis) =>
  winding.turnPatterns
    ? winding.turnPatterns.map((p) => p.join(', ')).join(' / ')
    : String(Math.round(layout.meanTurns ?? winding.turnsPerCoil));

const groupSizes = (sizes: readonly number[]) => {
  const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
  return least === most ? String(least) : `${least} and ${most}`;
};
