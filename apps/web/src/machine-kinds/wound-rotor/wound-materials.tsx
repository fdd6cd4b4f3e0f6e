/** What a step of a slip-ring rewind takes: of the stator as ever, of the rotor what its winding says. */
import { showShort, showWires, woundRotorPlanOf, type RotorWinding, type Station } from '@norther/core';
import type { MotorFile } from '../../app/api.ts';
import { useCut } from '../../cut-sheet/use-cut.ts';
import { Materials } from '../../traveller/materials.tsx';
import { MaterialsTable, type MaterialRow } from '../../traveller/materials-table.tsx';

const figure = ({ figures }: RotorWinding, id: keyof RotorWinding['figures'], unit: string, factor = 1) => {
  const f = figures[id];
  return `${f ? showShort(factor * f.value, 3) : '–'} ${unit}`;
};
const ROTOR: Readonly<Record<string, (rotor: RotorWinding) => readonly MaterialRow[]>> = {
  'insulate-rotor': ({ analysis }) => [
    ['Slot cells', `${analysis.layout.slots} pieces`],
    ['Wedges', `${analysis.layout.slots} pieces`],
  ],
  'wind-rotor': (rotor) => [
    ['Coils', String(rotor.analysis.layout.coils.length)],
    ['Span', `1-${rotor.analysis.layout.coils[0]!.pitch + 1}`],
    ['Turns of a coil', String(rotor.analysis.winding.turnsPerCoil)],
    ['In hand', `${showWires(rotor.analysis.winding.wires)} mm`],
    ['Circuits', `${rotor.analysis.winding.circuits} ${rotor.analysis.winding.connection}`],
    ['Ring to ring at 20 °C', figure(rotor, 'ringOhm20', 'mΩ', 1000)],
  ],
  'ring-brushes': (rotor) => [['Ring to ring, rings open', figure(rotor, 'ringVolts', 'V')]],
};

export function WoundMaterials({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { checked } = useCut(file);
  const rotor = woundRotorPlanOf(checked.plan)?.rotor;
  const rows = ROTOR[station.id];
  if (!rows) return <Materials file={file} station={station} />;
  return rotor ? <MaterialsTable file={file} rows={rows(rotor)} /> : null;
}
