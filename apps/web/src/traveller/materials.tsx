/** What a step takes, for this motor. */
import { showShort, type Station, type WindingAnalysis, type WindingLayout } from '@norther/core';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { useCut } from '../cut-sheet/use-cut.ts';

/** What the step uses, worked out for this motor. */
export function Materials({ file, station }: { file: MotorFile; station: Station }) {
  const { analysis, cut } = useCut(file);
  if (!analysis || !['insulate', 'wind', 'connect', 'check'].includes(station.id)) return null;
  const { winding, layout, connection, figures } = analysis;
  const wires = winding.wires.map((w) => `${w.count}×${w.bareDiameterMm.toFixed(2)}`).join(' + ');
  const value = (id: keyof typeof figures) => (figures[id] ? showShort(figures[id].value, 4) : '–');
  const rows: readonly [string, string][] =
    station.id === 'insulate'
      ? cut?.ok
        ? cut.value.items.map((i): [string, string] => [
            i.name,
            `${i.count} × ${i.width.value.toFixed(1)} × ${i.length.value.toFixed(0)} mm`,
          ])
        : [
            ['Slot liners', `${layout.slots - layout.emptySlots.length} pieces`],
            ['Wedges', `${layout.slots - layout.emptySlots.length} pieces`],
          ]
      : station.id === 'wind'
        ? [
            [
              'Coils',
              `${layout.coils.length}, in ${layout.groups.length} groups of ${groupSizes(layout.groups.map((g) => g.coils.length))}`,
            ],
            ['Span', spans(layout)],
            ['Turns in a coil', turns(analysis)],
            ['Wires in hand', `${wires} mm`],
            ['Mean turn', `${value('meanTurn')} mm`],
            ['Copper', `${value('copperMass')} kg`],
          ]
        : station.id === 'connect'
          ? [
              ['Joints', String(connection.joints.length)],
              ['Connection', `${winding.circuits} ${winding.connection === 'star' ? 'Y' : 'Δ'}`],
              ['Ends on a lead', String(connection.endsPerLead)],
              ['Sleeves, two a coil', String(analysis.coilEnds)],
            ]
          : [
              ['Lead to lead, 25 °C, by the plan', `${value('lineResistance25')} Ω`],
              ['Compass round the bore', layout.groups.map((g) => g.polarity).join(' ')],
            ];
  return (
    <section className="mt-5">
      <h3 className="border-b-[1.5px] border-ink text-[17px] font-[650]">For this motor</h3>
      <table className="w-full">
        <tbody>
          {rows.map(([label, text]) => (
            <tr key={label} className="border-b border-grid">
              <td className="py-1.5 text-[17px] font-[620]">{label}</td>
              <td className="fig py-1.5 text-right text-[20px] max-xl:text-[24px]">{text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {station.id === 'insulate' && (
        <Link
          className="mt-2 inline-block underline"
          to={`/motor/${encodeURIComponent(file.motor.number)}/cut`}
        >
          The cut sheet
        </Link>
      )}
      {station.id === 'connect' && (
        <Link
          className="mt-2 inline-block underline"
          to={`/motor/${encodeURIComponent(file.motor.number)}/connection`}
        >
          The connection drawing and its list
        </Link>
      )}
    </section>
  );
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
