/** What a step of a three-phase rewind takes. Source: none, it is read from the plan; two sleeves a coil end, common practice. */
import type { WindingAnalysis } from '../../winding/analysis/index.ts';
import type { WindingLayout } from '../../winding/layout/index.ts';
import { piecesToCut, type MaterialsOf } from '../../winding/machine/index.ts';
import { showShort } from '../../language/units/index.ts';
import { showSize } from '../../winding/wire/index.ts';

const figure = (a: WindingAnalysis, id: keyof WindingAnalysis['figures'], unit: string) =>
  `${a.figures[id] ? showShort(a.figures[id].value, 4) : '–'} ${unit}`;

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

export const THREE_PHASE_MATERIALS: MaterialsOf<WindingAnalysis> = {
  insulate: ({ layout }, cut) => {
    const pieces = `${layout.slots - layout.emptySlots.length} pieces`;
    return piecesToCut(cut, [
      ['Slot liners', pieces],
      ['Wedges', pieces],
    ]);
  },
  wind: (a) => ({
    rows: [
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
  }),
  connect: ({ connection, winding, coilEnds }) => ({
    rows: [
      ['Joints', String(connection.joints.length)],
      ['Connection', `${winding.circuits} ${winding.connection === 'star' ? 'Y' : 'Δ'}`],
      ['Ends on a lead', String(connection.endsPerLead)],
      [`Sleeves, two a ${winding.woundIn === 'singles' ? 'coil' : 'group'}`, String(coilEnds)],
    ],
    more: { sheet: 'connection', text: 'The connection drawing and its list' },
  }),
  prove: (a) => ({
    rows: [
      ['Lead to lead, 25 °C, by the plan', figure(a, 'lineResistance25', 'Ω')],
      ['Compass round the bore', a.layout.groups.map((g) => g.polarity).join(' ')],
    ],
  }),
};
